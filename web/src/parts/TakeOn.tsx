import { SAFETY_FOOTNOTE } from '@upholder/core/survey';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../api/upholder.ts';
import { Button, Field } from './controls.tsx';
import { Modal } from './Modal.tsx';

/** A stop that somebody takes on, with a reason that the log keeps. */
export function TakeOn({
  jobId,
  zoneId,
  code,
  title,
  note,
  onClose,
}: {
  jobId: string;
  zoneId: string;
  code: string;
  title: string;
  note: string;
  onClose(): void;
}) {
  const [decide] = upholder.useDecideMutation();
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  return (
    <Modal isOpen onClose={onClose} title={title} note={note} width="34rem">
      <Field label="What was done, or why the work goes on" error={problem}>
        {(ids) => (
          <textarea
            {...ids}
            rows={3}
            className="w-full rounded-[3px] border border-line bg-raised px-2.5 py-1.5"
            value={reason}
            onChange={({ target }) => setReason(target.value)}
          />
        )}
      </Field>
      <p className="mt-2 text-[0.85rem] text-quiet">Kept in the log with your name. {SAFETY_FOOTNOTE}</p>
      <div className="mt-4 flex gap-3">
        <Button
          kind="act"
          onClick={async () => {
            const outcome = await decide({
              jobId,
              id: uuid(),
              zoneId,
              kind: 'acknowledged',
              code,
              reason,
            });
            if (!('error' in outcome)) return onClose();
            const refusal = refusalOf(outcome.error);
            setProblem(refusal.fields.reason ?? refusal.message);
          }}
        >
          Override and continue
        </Button>
        <Button onClick={onClose}>Keep the stop</Button>
      </div>
    </Modal>
  );
}
