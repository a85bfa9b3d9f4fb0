import { SAFETY_FOOTNOTE } from '@upholder/core/survey';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../api/upholder.ts';
import { ReasonDialog } from './ReasonDialog.tsx';

/** A stop that somebody takes on, with a reason that the log keeps. */
export function OverrideDialog({
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
  return (
    <ReasonDialog
      title={title}
      note={note}
      ask="What you did about it, or why you are going ahead"
      act="Override and continue"
      keep="Keep the stop"
      footnote={<>Logged under your name. {SAFETY_FOOTNOTE}</>}
      onClose={onClose}
      onGive={async (reason) => {
        const outcome = await decide({ jobId, id: uuid(), zoneId, kind: 'acknowledged', code, reason });
        if ('error' in outcome) {
          const refusal = refusalOf(outcome.error);
          return refusal.fields.reason ?? refusal.message;
        }
        onClose();
        return null;
      }}
    />
  );
}
