import type { ShopContext } from '@upholder/core/api';
import { costAnHour } from '@upholder/core/equipment';
import type { Gun } from '@upholder/core/mixing';
import { typedNumber } from '../../base/typed.ts';
import { DraftField } from '../../parts/DraftField.tsx';
import type { Draft, DraftForm } from '../../parts/useDraftForm.ts';

type Cost = Pick<Gun, 'price' | 'lifeH'>;

/** Price and life as the form shows them. */
export const costDraft = ({ price, lifeH }: Cost): Draft => ({
  price: price === null ? '' : (price / 100).toFixed(2),
  lifeH: lifeH === null ? '' : String(lifeH),
});

/** Price and life as they are typed. */
export function typedCost(draft: Draft): Cost {
  const price = typedNumber(String(draft.price ?? ''));
  return {
    price: price === null ? null : Math.round(price * 100),
    lifeH: typedNumber(String(draft.lifeH ?? ''), 'h'),
  };
}

/** What it cost and how long it is to last, and what an hour of it then costs. */
export function CostFields({
  form,
  shop: {
    settings: { currency },
  },
}: {
  form: DraftForm;
  shop: ShopContext;
}) {
  const hour = costAnHour(typedCost(form.draft));
  return (
    <>
      <DraftField form={form} name="price" label={`Price, ${currency}`} />
      <div>
        <DraftField form={form} name="lifeH" label="Life, h" />
        {hour !== null && Number.isFinite(hour) && (
          <p className="mt-1 text-note text-quiet">
            {(hour / 100).toFixed(2)} {currency} an hour of use
          </p>
        )}
      </div>
    </>
  );
}
