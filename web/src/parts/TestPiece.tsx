import type { ShopContext } from '@upholder/core/api';
import { ShopLayerSchema } from '@upholder/core/catalogue';
import { fieldMessages } from '@upholder/core/outcome';
import { localDate, toMinute } from '@upholder/core/shop';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../api/upholder.ts';
import { useServerDate } from '../base/useNow.ts';
import { Button, Field, Notice, Select, TextInput } from './controls.tsx';
import { Modal } from './Modal.tsx';

/** Logs how a test piece of one film over another came out; the pair is settled by it. */
export function TestPiece({
  shop,
  kind,
  under,
  over,
  names,
  onClose,
}: {
  shop: ShopContext;
  kind: 'class' | 'product';
  under: string;
  over: string;
  /** How the two are called on screen. */
  names: { under: string; over: string };
  onClose(): void;
}) {
  const [answer, { isLoading }] = upholder.useAnswerLayerMutation();
  const today = localDate(toMinute(useServerDate(60_000)), shop.timeZone);
  const [draft, setDraft] = useState({ method: '', madeOn: today, result: 'scuffed', why: '' });
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const set = (part: Partial<typeof draft>) => setDraft((now) => ({ ...now, ...part }));
  async function save(): Promise<void> {
    const held = draft.result !== 'no';
    const parsed = ShopLayerSchema.safeParse({
      id: uuid(),
      kind,
      under,
      over,
      answer: draft.result,
      why: draft.why.trim() || (held ? 'The test piece held.' : 'The test piece let go.'),
      test: { method: draft.method, madeOn: draft.madeOn, held },
    });
    if (!parsed.success) return setErrors(fieldMessages(parsed.error));
    const outcome = await answer(parsed.data);
    if ('error' in outcome) setProblem(refusalOf(outcome.error).message);
    else onClose();
  }
  return (
    <Modal
      isOpen
      onClose={onClose}
      title="Log a test piece"
      note={`${names.over} over ${names.under}. Prepare it as the job will be, wait as long, then cut and pull.`}
      width="36rem"
    >
      {problem && <Notice kind="stop">{problem}</Notice>}
      <div className="grid grid-cols-2 gap-3">
        <Field label="Prepared and tried" error={errors['test.method']} className="col-span-2">
          {(ids) => (
            <TextInput
              {...ids}
              placeholder="P320, seven days, cross-cut and tape"
              value={draft.method}
              onChange={({ target }) => set({ method: target.value })}
            />
          )}
        </Field>
        <Field label="Made on" error={errors['test.madeOn']}>
          {(ids) => (
            <TextInput
              {...ids}
              type="date"
              value={draft.madeOn}
              onChange={({ target }) => set({ madeOn: target.value })}
            />
          )}
        </Field>
        <Field label="It">
          {(ids) => (
            <Select {...ids} value={draft.result} onChange={({ target }) => set({ result: target.value })}>
              <option value="yes">held</option>
              <option value="scuffed">held, scuffed between</option>
              <option value="no">let go</option>
            </Select>
          )}
        </Field>
        <Field label="What was seen" error={errors.why} className="col-span-2">
          {(ids) => (
            <TextInput {...ids} value={draft.why} onChange={({ target }) => set({ why: target.value })} />
          )}
        </Field>
      </div>
      <div className="mt-4 flex gap-3">
        <Button kind="act" disabled={isLoading} onClick={() => void save()}>
          Log it
        </Button>
        <Button onClick={onClose}>Not yet</Button>
      </div>
    </Modal>
  );
}
