import type { Supply } from '@upholder/core/catalogue';
import { understood } from '../../base/voice.ts';
import { DraftField } from '../../parts/DraftField.tsx';
import type { DraftForm } from '../../parts/useDraftForm.ts';
import { packUnit } from './supplyFields.ts';

/** Where a supply is bought, what a pack of it holds and costs, and how much is there. */
export function PackFields({ form, supply }: { form: DraftForm; supply: Supply }) {
  const unit = packUnit(supply);
  const hint = (text: string) => (unit === 'pieces' ? '' : understood(unit, text));
  const counted = unit === 'pieces' ? ', pieces' : '';
  return (
    <>
      <DraftField form={form} name="supplier" label="Bought from" />
      <DraftField
        form={form}
        name="packSize"
        label={`In a pack${counted}`}
        hint={hint}
        placeholder="unknown"
      />
      <DraftField form={form} name="price" label="Price of a pack" placeholder="unknown" />
      <DraftField
        form={form}
        name="stock"
        label={`In stock${counted}`}
        hint={hint}
        placeholder="not counted yet"
      />
    </>
  );
}
