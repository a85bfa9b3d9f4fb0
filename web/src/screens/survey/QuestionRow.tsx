import type { ZoneRow } from '@upholder/core/api';
import { Undo2 } from 'lucide-react';
import { type KeyboardEvent, useId } from 'react';
import { answerOf, type Question } from '../../job/questions.ts';

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
  next?.querySelector<HTMLElement>('[tabindex="0"]')?.focus();
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
    const step =
      key === 'ArrowRight' || key === 'ArrowDown' ? 1 : key === 'ArrowLeft' || key === 'ArrowUp' ? -1 : 0;
    if (/^[1-9]$/.test(key) && Number(key) <= question.choices.length) {
      event.preventDefault();
      pick(Number(key) - 1, currentTarget);
    } else if (step !== 0) {
      event.preventDefault();
      const buttons = [...currentTarget.querySelectorAll<HTMLButtonElement>('[role="radio"]')];
      const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
      buttons[(at + step + buttons.length) % buttons.length]?.focus();
    }
  }
  return (
    <div className="grid grid-cols-[13rem_minmax(0,1fr)] items-baseline gap-x-4 py-1 max-lg:grid-cols-1">
      <div className="leading-tight">
        <span id={id} className={answer === undefined ? 'border-tape border-b-[3px]' : ''}>
          {question.ask}
        </span>
        {question.hint && <p className="text-[0.8rem] text-quiet leading-snug">{question.hint}</p>}
      </div>
      <div role="radiogroup" aria-labelledby={id} className="flex flex-wrap gap-1.5" onKeyDown={press}>
        {question.choices.map(([value, words], index) => (
          <button
            key={String(value)}
            type="button"
            role="radio"
            aria-checked={index === chosen}
            tabIndex={index === Math.max(0, chosen) ? 0 : -1}
            onClick={() => pick(index)}
            className={`min-h-11 min-w-11 rounded-[3px] border-[1.5px] px-3.5 leading-tight ${
              index === chosen
                ? 'border-ink bg-ink font-semibold text-sheet'
                : 'border-line bg-raised hover:border-ink'
            }`}
          >
            {words}
          </button>
        ))}
        {chosen >= 0 && (
          <button
            type="button"
            aria-label={`Take back: ${question.ask}`}
            title="Take the answer back"
            onClick={() => onAnswer(null)}
            className="grid min-h-11 min-w-9 place-items-center rounded-[3px] text-quiet hover:bg-closed hover:text-ink"
          >
            <Undo2 size={16} aria-hidden="true" />
          </button>
        )}
      </div>
    </div>
  );
}
