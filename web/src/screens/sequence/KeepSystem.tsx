import type { JobDetail, ZoneRow } from '@upholder/core/api';
import { fieldMessages } from '@upholder/core/outcome';
import { asTemplate, CustomSystemSchema, FINISHING_SYSTEMS, type StepDraft } from '@upholder/core/systems';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Button, Field, Notice, TextInput } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';

/** Keeps the sequence of a zone as a system of the shop's own. */
export function KeepSystem({
  detail,
  zone,
  steps,
  onClose,
}: {
  detail: JobDetail;
  zone: ZoneRow;
  steps: readonly StepDraft[];
  onClose(): void;
}) {
  const [write, { isLoading }] = upholder.useWriteSystemMutation();
  const [name, setName] = useState(
    `${zone.customSystem?.name ?? zone.name}, ${detail.job.code}`.slice(0, 80),
  );
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const [isKept, setIsKept] = useState(false);
  async function keep(): Promise<void> {
    if (!zone.systemId || !zone.options) return;
    const base = FINISHING_SYSTEMS[zone.systemId];
    const parsed = CustomSystemSchema.safeParse({
      name,
      baseId: zone.systemId,
      outline: base.outline,
      fits: base.fits,
      notFor: base.notFor,
      options: zone.options,
      steps: asTemplate(steps),
    });
    if (!parsed.success) return setErrors(fieldMessages(parsed.error));
    const outcome = await write({
      id: uuid(),
      version: 1,
      changeNote: `From ${zone.name}, ${detail.job.code}.`,
      system: parsed.data,
    });
    if ('error' in outcome) setProblem(refusalOf(outcome.error).message);
    else setIsKept(true);
  }
  return (
    <Modal
      isOpen
      onClose={onClose}
      title="Save as custom system"
      note="Steps for single, replaced or repaired pieces stay with this job."
      width="34rem"
    >
      {isKept ? (
        <>
          <Notice>
            “{name}” is saved. Choose it for a zone where systems are compared; edit it under Products &
            stock, Systems.
          </Notice>
          <Button kind="act" className="mt-4" onClick={onClose}>
            Go on
          </Button>
        </>
      ) : (
        <>
          {problem && <Notice kind="stop">{problem}</Notice>}
          <Field label="Name" error={errors.name}>
            {(ids) => <TextInput {...ids} value={name} onChange={({ target }) => setName(target.value)} />}
          </Field>
          <div className="mt-4 flex gap-3">
            <Button kind="act" disabled={isLoading} onClick={() => void keep()}>
              Keep it
            </Button>
            <Button onClick={onClose}>Cancel</Button>
          </div>
        </>
      )}
    </Modal>
  );
}
