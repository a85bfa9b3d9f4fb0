import { type ReactNode, useState } from 'react';
import { Button, Field, TextArea } from './controls.tsx';
import { Modal } from './Modal.tsx';

interface ReasonDialogProps {
  title: string;
  note: string;
  /** What is asked for. */
  ask: string;
  /** What the reason starts out as. */
  initial?: string;
  act: string;
  keep: string;
  width?: string;
  /** Says what is wrong with the reason, or null once it is kept. */
  onGive(reason: string): Promise<string | null>;
  onClose(): void;
  /** Above the reason, and below it. */
  children?: ReactNode;
  footnote?: ReactNode;
}

/** Something that is done for a reason, which is kept with it. */
export function ReasonDialog({
  title,
  note,
  ask,
  initial = '',
  act,
  keep,
  width = '34rem',
  onGive,
  onClose,
  children,
  footnote,
}: ReasonDialogProps) {
  const [reason, setReason] = useState(initial);
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Modal isOpen onClose={onClose} title={title} note={note} width={width}>
      {children}
      <Field label={ask} error={problem ?? undefined}>
        {(ids) => (
          <TextArea {...ids} rows={3} value={reason} onChange={({ target }) => setReason(target.value)} />
        )}
      </Field>
      {footnote && <p className="mt-2 text-small text-quiet">{footnote}</p>}
      <div className="mt-4 flex gap-3">
        <Button kind="act" onClick={async () => setProblem(await onGive(reason))}>
          {act}
        </Button>
        <Button onClick={onClose}>{keep}</Button>
      </div>
    </Modal>
  );
}
