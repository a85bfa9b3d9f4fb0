import {
  CALL_BACK_OUTCOMES,
  type CallBackOutcome,
  findingsOfCallBack,
  leftOpenOf,
} from '@upholder/core/handover';
import { lastAnswer } from '@upholder/core/inspection';
import { useMemo, useState } from 'react';
import { useNowMinute } from '../../base/useNow.ts';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { OUTCOME_WORDS } from '../../job/handover/words.ts';
import { toPlanningShop, useJobContext } from '../../job/useJobContext.ts';
import { Button, Field, Notice, Select, TextArea } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';

/** How a call-back ended; what is still open is said first. */
export function EndCallBack({ callBackId, onClose }: { callBackId: string; onClose(): void }) {
  const { detail, shop } = useJobContext();
  const now = useNowMinute();
  const happen = useHappenings(detail.job.id);
  const answers = findingsOfCallBack(callBackId, detail).map(({ finding }) => lastAnswer(finding));
  const guess: CallBackOutcome = answers.some((answer) => answer?.answer === 'cure')
    ? 'repaired'
    : answers.some((answer) => answer?.answer === 'replace')
      ? 'replaced'
      : answers.some((answer) => answer?.answer === 'accept')
        ? 'accepted'
        : 'advised';
  const [outcome, setOutcome] = useState<CallBackOutcome>(guess);
  const [note, setNote] = useState('');
  const [problem, setProblem] = useState('');
  const left = useMemo(
    () => leftOpenOf(detail, toPlanningShop(shop), now).filter(({ kind }) => kind === 'work'),
    [detail, shop, now],
  );
  return (
    <Modal
      isOpen
      onClose={onClose}
      title="End the call-back"
      note="The job leaves the floor again."
      width="38rem"
    >
      <div className="flex flex-col gap-4">
        {left.length > 0 && (
          <ul
            aria-label="Still open"
            className="border-stop border-l-[6px] bg-stop-wash py-3 pr-4 pl-8 leading-snug"
          >
            {left.map(({ words }) => (
              <li key={words} className="list-disc">
                {words}
              </li>
            ))}
          </ul>
        )}
        <Field label="How it ended">
          {(ids) => (
            <Select
              {...ids}
              className="press-h-12"
              value={outcome}
              onChange={({ target }) => setOutcome(target.value as CallBackOutcome)}
            >
              {CALL_BACK_OUTCOMES.map((one) => (
                <option key={one} value={one}>
                  {OUTCOME_WORDS[one]}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="Note">
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
        {problem && <Notice kind="stop">{problem}</Notice>}
        <div className="flex flex-wrap gap-3">
          <Button
            kind="act"
            posture="floor"
            onClick={async () => {
              const kept = await happen({ kind: 'call-back-ended', callBackId, outcome, note: note.trim() });
              if (kept.ok) onClose();
              else setProblem(kept.message);
            }}
          >
            {left.length > 0 ? 'End it anyway' : 'End the call-back'}
          </Button>
          <Button posture="floor" onClick={onClose}>
            Keep it open
          </Button>
        </div>
      </div>
    </Modal>
  );
}
