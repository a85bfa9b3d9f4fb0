import { type DueFollowUp, FOLLOW_UP_QUESTIONS, type FollowUpQuestion } from '@upholder/core/handover';
import { useState } from 'react';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { ANSWER_WORDS, FOLLOW_UP_WORDS } from '../../job/handover/words.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Button, Field, Notice, TextArea } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';

const ASK: Record<FollowUpQuestion, string> = {
  soft: 'Any soft or sticky spots, above all where hands pull?',
  chips: 'Any chips at edges and corners?',
  cracks: 'Any cracks, at joints or in the face?',
};

/** Three questions to the client; a yes leads to a call-back. */
export function FollowUpDialog({
  followUp,
  onClose,
  onCallBack,
}: {
  followUp: DueFollowUp;
  onClose(): void;
  onCallBack(): void;
}) {
  const { detail } = useJobContext();
  const happen = useHappenings(detail.job.id);
  const [answers, setAnswers] = useState<Partial<Record<FollowUpQuestion, keyof typeof ANSWER_WORDS>>>({});
  const [note, setNote] = useState('');
  const [problem, setProblem] = useState('');
  const isWhole = FOLLOW_UP_QUESTIONS.every((question) => answers[question] !== undefined);
  const hasFault = FOLLOW_UP_QUESTIONS.some((question) => answers[question] === 'yes');
  async function save(next: () => void): Promise<void> {
    const { soft, chips, cracks } = answers;
    if (!soft || !chips || !cracks) return setProblem('Answer all three; “not looked at” is an answer too.');
    const kept = await happen({
      kind: 'follow-up',
      which: followUp.which,
      soft,
      chips,
      cracks,
      note: note.trim(),
    });
    if (kept.ok) next();
    else setProblem(kept.message);
  }
  return (
    <Modal
      isOpen
      onClose={onClose}
      title={FOLLOW_UP_WORDS[followUp.which]}
      note={detail.job.client || undefined}
      width="40rem"
    >
      <div className="flex flex-col gap-4">
        {FOLLOW_UP_QUESTIONS.map((question) => (
          <fieldset key={question}>
            <legend className="font-semibold">{ASK[question]}</legend>
            <div className="mt-1.5 flex gap-2">
              {(Object.keys(ANSWER_WORDS) as (keyof typeof ANSWER_WORDS)[]).map((answer) => (
                <button
                  key={answer}
                  type="button"
                  aria-pressed={answers[question] === answer}
                  onClick={() => setAnswers({ ...answers, [question]: answer })}
                  className={`min-h-14 flex-1 rounded-[3px] border-[1.5px] px-2 ${
                    answers[question] === answer
                      ? 'border-ink bg-closed font-semibold'
                      : 'border-line bg-raised hover:border-ink'
                  }`}
                >
                  {ANSWER_WORDS[answer]}
                </button>
              ))}
            </div>
          </fieldset>
        ))}
        <Field label="In the client’s words">
          {(ids) => (
            <TextArea
              {...ids}
              rows={2}
              maxLength={1000}
              value={note}
              onChange={({ target }) => setNote(target.value)}
            />
          )}
        </Field>
        {problem && !isWhole && <Notice kind="stop">{problem}</Notice>}
        <div className="flex flex-wrap gap-3">
          <Button kind={hasFault ? 'plain' : 'act'} posture="floor" onClick={() => void save(onClose)}>
            Save answers
          </Button>
          {hasFault && (
            <Button kind="act" posture="floor" onClick={() => void save(onCallBack)}>
              Save and open a call-back
            </Button>
          )}
        </div>
      </div>
    </Modal>
  );
}
