import { type LogEntry, withdrawalOf } from '@upholder/core/jobs';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { useLogging } from '../api/useLogging.ts';
import { Button, Notice } from './controls.tsx';
import { Modal } from './Modal.tsx';

/** Asks before an entry is taken back: what is withdrawn no longer counts for clocks, plan and trace. */
export function WithdrawDialog({
  entry,
  what,
  onClose,
}: {
  entry: LogEntry;
  /** The entry in words. */
  what: string;
  onClose(): void;
}) {
  const log = useLogging();
  const [problem, setProblem] = useState('');
  async function withdraw(): Promise<void> {
    const outcome = await log(withdrawalOf(entry, uuid()), true);
    if (outcome.ok) onClose();
    else setProblem(outcome.message);
  }
  return (
    <Modal
      isOpen
      onClose={onClose}
      title={`Withdraw ${what}?`}
      note="It stays in the log, struck through, and no longer counts. Its drying clocks stop and the step has to be done again."
      width="34rem"
    >
      {problem !== '' && <Notice kind="stop">{problem}</Notice>}
      <div className="flex flex-wrap gap-3">
        <Button kind="stop" posture="floor" onClick={() => void withdraw()}>
          Withdraw
        </Button>
        <Button posture="floor" onClick={onClose}>
          Keep it
        </Button>
      </div>
    </Modal>
  );
}
