import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { LogEntry } from '@upholder/core/jobs';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { useLogging } from '../../api/useLogging.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { CoatFields, coatDraftOf, readCoatDraft } from '../../job/log/CoatFields.tsx';
import { DoneAtField, readDoneAt, writeDoneAt } from '../../job/log/DoneAtField.tsx';
import { PiecePicker } from '../../job/log/PiecePicker.tsx';
import { Button, Field, Notice, TextInput } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';

/** Puts an entry right: a new entry that stands for the old one, which stays readable. */
export function CorrectDialog({
  entry,
  detail,
  shop,
  onClose,
}: {
  entry: LogEntry;
  detail: JobDetail;
  shop: ShopContext;
  onClose(): void;
}) {
  const log = useLogging();
  const now = useNowMinute();
  const step = detail.steps.find(({ id }) => id === entry.stepId);
  const pieces = detail.pieces.filter(({ zoneId }) => zoneId === step?.zoneId);
  const [chosen, setChosen] = useState(new Set(entry.pieceIds));
  const [doneAt, setDoneAt] = useState(writeDoneAt(entry.doneAt, shop.timeZone));
  const [coat, setCoat] = useState(coatDraftOf(entry.coat));
  const [note, setNote] = useState(entry.note);
  const [errors, setErrors] = useState<Record<string, string>>({});

  async function submit(): Promise<void> {
    const at = readDoneAt(doneAt, shop.timeZone, now);
    const read = entry.coat ? readCoatDraft(coat) : { errors: {}, value: null };
    const found: Record<string, string> = { ...read.errors };
    if (!at.ok) found.doneAt = at.message;
    if (chosen.size === 0) found.pieces = 'Choose at least one piece.';
    setErrors(found);
    if (Object.keys(found).length > 0 || !at.ok) return;
    const outcome = await log(
      {
        id: uuid(),
        jobId: entry.jobId,
        stepId: entry.stepId,
        side: entry.side,
        action: entry.action,
        pieceIds: pieces.map(({ id }) => id).filter((id) => chosen.has(id)),
        doneAt: at.value,
        coat: read.value,
        note,
        correctsId: entry.id,
        isWithdrawal: false,
      },
      true,
    );
    if (outcome.ok) onClose();
    else setErrors({ keep: outcome.message });
  }

  return (
    <Modal
      isOpen
      onClose={onClose}
      title={`Correct: ${step?.name ?? 'entry'}`}
      note="The old entry stays in the log; this one replaces it."
    >
      <div className="flex flex-col gap-4">
        <DoneAtField value={doneAt} onChange={setDoneAt} error={errors.doneAt} />
        {entry.coat && <CoatFields draft={coat} onChange={setCoat} errors={errors} />}
        <PiecePicker
          pieces={pieces}
          zone={detail.zones.find(({ id }) => id === step?.zoneId)}
          chosen={chosen}
          onChange={setChosen}
          error={errors.pieces}
        />
        <Field label="Note">
          {(ids) => <TextInput {...ids} value={note} onChange={({ target }) => setNote(target.value)} />}
        </Field>
        {errors.keep && <Notice kind="stop">{errors.keep}</Notice>}
        <div>
          <Button kind="act" posture="floor" onClick={() => void submit()}>
            Log the correction
          </Button>
        </div>
      </div>
    </Modal>
  );
}
