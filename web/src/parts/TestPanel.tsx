import type { ShopContext } from '@upholder/core/api';
import { type ShopLayer, ShopLayerSchema } from '@upholder/core/catalogue';
import { localDate, toMinute } from '@upholder/core/shop';
import { v7 as uuid } from 'uuid';
import { upholder } from '../api/upholder.ts';
import { useServerDate } from '../base/useNow.ts';
import { Button, Field, Notice, Select } from './controls.tsx';
import { DateInput } from './DateField.tsx';
import { DraftField } from './DraftField.tsx';
import { Modal } from './Modal.tsx';
import { readBySchema, saveOutcome, useDraftForm } from './useDraftForm.ts';

/** Logs how a test piece of one film over another came out; the pair is settled by it. */
export function TestPanel({
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
  const [answer] = upholder.useAnswerLayerMutation();
  const today = localDate(toMinute(useServerDate(60_000)), shop.timeZone);
  const form = useDraftForm<ShopLayer>({
    start: { 'test.method': '', 'test.madeOn': today, result: 'scuffed', why: '' },
    read(draft) {
      const text = (name: string) => String(draft[name] ?? '');
      const held = text('result') !== 'no';
      return readBySchema(ShopLayerSchema, {
        id: uuid(),
        kind,
        under,
        over,
        answer: text('result'),
        why: text('why').trim() || (held ? 'The test panel held.' : 'The test panel failed.'),
        test: { method: text('test.method'), madeOn: text('test.madeOn'), held },
      });
    },
    saved: '',
    async save(layer) {
      return saveOutcome(await answer(layer), () => ({}));
    },
  });
  async function save(): Promise<void> {
    if (await form.save()) onClose();
  }
  return (
    <Modal
      isOpen
      onClose={onClose}
      title="Log a test panel"
      note={`${names.over} over ${names.under}. Prepare it like the job, wait as long, then cut and pull.`}
      width="36rem"
    >
      {form.said && <Notice kind={form.said.kind}>{form.said.words}</Notice>}
      <div className="grid grid-cols-2 gap-3">
        <DraftField
          form={form}
          name="test.method"
          label="Prepared and tried"
          placeholder="P320, seven days, cross-cut and tape"
          className="col-span-2"
        />
        <Field label="Made on" error={form.errors['test.madeOn']}>
          {(ids) => (
            <DateInput
              {...ids}
              value={form.text('test.madeOn')}
              onDay={(day) => form.write('test.madeOn', day)}
            />
          )}
        </Field>
        <Field label="It">
          {(ids) => (
            <Select
              {...ids}
              value={form.text('result')}
              onChange={({ target }) => form.write('result', target.value)}
            >
              <option value="yes">held</option>
              <option value="scuffed">held, scuffed between</option>
              <option value="no">release</option>
            </Select>
          )}
        </Field>
        <DraftField form={form} name="why" label="What was seen" className="col-span-2" />
      </div>
      <div className="mt-4 flex gap-3">
        <Button kind="act" disabled={form.isSaving} onClick={() => void save()}>
          Log it
        </Button>
        <Button onClick={onClose}>Not yet</Button>
      </div>
    </Modal>
  );
}
