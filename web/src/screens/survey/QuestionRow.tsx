import type { ZoneRow } from '@upholder/core/api';
import { Undo2 } from 'lucide-react';
import { type KeyboardEvent, useId } from 'react';
import { answerOf, type Question } from '../../job/questions.ts';
import { ChoiceRow } from '../../parts/ChoiceRow.tsx';

interface RowProps {
  zone: ZoneRow;
  question: Question;
  /** null takes the answer back; `from` is the group to go on from once the answer shows. */
  onAnswer(value: string | number | boolean | null, from?: HTMLElement): void;
}

/** Puts the cursor on the question after a group. */
export function focusNextGroup(group: HTMLElement): void {
  const groups = [...document.querySelectorAll<HTMLElement>('[role="radiogroup"]')];
  const next = groups[groups.indexOf(group) + 1];
  // The group hands the cursor on to what is chosen in it, or to its first choice.
  next?.focus();
}

/** One question with its possible answers as a row; a digit picks and goes on; taking an answer back is a press of its own. */
export function QuestionRow({ zone, question, onAnswer }: RowProps) {
  const id = useId();
  const answer = answerOf(zone, question.key);
  const chosen = question.choices.findIndex(([value]) => value === answer);
  function pick(index: number, from?: HTMLElement): void {
    const choice = question.choices[index];
    if (choice && choice[0] !== answer) onAnswer(choice[0], from);
    // What is chosen stays; whoever presses it again by digit goes on, as with any other answer.
    else if (choice && from) focusNextGroup(from);
  }
  function press(event: KeyboardEvent<HTMLDivElement>): void {
    const { key, currentTarget } = event;
    if (!/^[1-9]$/.test(key) || Number(key) > question.choices.length) return;
    event.preventDefault();
    pick(Number(key) - 1, currentTarget);
  }
  return (
    <div className="grid grid-cols-[13rem_minmax(0,1fr)] items-baseline gap-x-4 py-1 max-lg:grid-cols-1">
      <div className="leading-tight">
        <span id={id} className={answer === undefined ? 'border-tape border-b-[3px]' : ''}>
          {question.ask}
        </span>
        {question.hint && <p className="text-small text-quiet leading-snug">{question.hint}</p>}
      </div>
      <ChoiceRow
        labelledBy={id}
        className="flex flex-wrap gap-1.5"
        onKeyDown={press}
        choices={question.choices.map(([, words], index) => ({ value: String(index), words }))}
        value={chosen < 0 ? '' : String(chosen)}
        onChoose={(index) => pick(Number(index))}
        choiceClass={(isChosen) =>
          `press-h-11 press-w-11 rounded-[3px] border-[1.5px] px-3.5 leading-tight ${
            isChosen ? 'border-ink bg-ink font-semibold text-sheet' : 'border-line bg-raised hover:border-ink'
          }`
        }
      >
        {chosen >= 0 && (
          <button
            type="button"
            aria-label={`Clear: ${question.ask}`}
            title="Clear the answer"
            onClick={() => onAnswer(null)}
            className="grid press-h-11 press-w-9 place-items-center rounded-[3px] text-quiet hover:bg-closed hover:text-ink"
          >
            <Undo2 size={16} aria-hidden="true" />
          </button>
        )}
      </ChoiceRow>
    </div>
  );
}
