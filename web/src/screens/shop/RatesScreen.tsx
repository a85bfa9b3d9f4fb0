import type { ShopContext } from '@upholder/core/api';
import { PRICE_VIEWS, type PriceView, ROUND_TO } from '@upholder/core/rates';
import type { ShopSettings } from '@upholder/core/shop';
import type { ReactNode } from 'react';
import { upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { exactMoney } from '../../base/voice.ts';
import { Card, Field, Select, Skeleton, TextArea } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { MayNote } from '../../parts/MayNote.tsx';
import { SaveHead } from '../../parts/SaveHead.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import { saveOutcome } from '../../parts/useDraftForm.ts';
import { useUndoableForm } from '../../parts/useUndoableForm.ts';
import { ratesDraft, readRates } from './ratesDraft.ts';

/** What a client sees of a price. */
export const VIEW_WORDS: Record<PriceView, string> = {
  total: 'one price',
  zones: 'each zone',
  lines: 'main lines',
};

function Group({ title, note, children }: { title: string; note: string; children: ReactNode }) {
  return (
    <section className="mt-5">
      <h2>{title}</h2>
      <p className="max-w-prose text-quiet">{note}</p>
      <div className="mt-2 grid grid-cols-4 gap-x-4 gap-y-3 max-lg:grid-cols-2">{children}</div>
    </section>
  );
}

function Form({ shop }: { shop: ShopContext }) {
  const mayChange = useMay('changeShop');
  const [change] = upholder.useChangeShopMutation();
  const { form, history } = useUndoableForm<ShopSettings>({
    kept: shop.settings,
    version: shop.version,
    draftOf: ratesDraft,
    read: (draft) => readRates(draft, shop.settings),
    saved: 'Saved. Quotes that are written already keep their price.',
    put: async (settings, version) =>
      saveOutcome(await change({ version, name: shop.name, timeZone: shop.timeZone, settings }), (kept) => ({
        draft: ratesDraft(kept.settings),
        version: kept.version,
      })),
  });
  const { currency } = shop.settings;
  const money = (name: string, label: string) => (
    <DraftField form={form} name={name} label={`${label}, ${currency}`} placeholder="not known" />
  );
  const percent = (name: string, label: string) => (
    <DraftField form={form} name={name} label={label} placeholder="not known" />
  );
  return (
    <Card className="p-5">
      <SaveHead
        title={<h1>Rates</h1>}
        said={form.said}
        save="Save rates"
        isSaving={form.isSaving || !mayChange}
        onSave={() => void form.save()}
      >
        <UndoButtons history={history} isBusy={form.isSaving} />
      </SaveHead>
      <p className="mt-1 max-w-prose text-quiet">
        What your prices are made of. Whatever you leave empty is not guessed: prices then say “at least”.
      </p>
      <Group
        title="An hour of work"
        note="What it costs the shop: wages and everything that comes with them. Profit is added further down."
      >
        {money('hour.prep', 'Cleaning, sanding, filling')}
        {money('hour.brush', 'Brush and roller')}
        {money('hour.spray', 'Spraying')}
      </Group>
      <Group title="Around the work" note="Machines have price and life under Products, Tools.">
        {money('trip', 'A trip to the client')}
        {money('placeDay', 'Workshop, a day')}
        {money('waste', 'Waste, a job')}
        {money('cartridges', 'Pair of cartridges')}
        <DraftField form={form} name="cartridgeHours" label="Hours that a pair lasts" />
      </Group>
      <Group
        title="From cost to price"
        note="Overhead is added to all costs. Margin is what stays of the price before tax: 20 % of 1,000 is 200."
      >
        {percent('overheadPct', 'Overhead, %')}
        {percent('marginPct', 'Margin, %')}
        <DraftField form={form} name="taxName" label="Name of the tax" />
        {percent('taxPct', 'Tax, %')}
        <Field label="Round up to" error={form.errors.roundTo}>
          {(ids) => (
            <Select
              {...ids}
              value={form.text('roundTo')}
              onChange={({ target }) => form.write('roundTo', target.value)}
            >
              {ROUND_TO.map((one) => (
                <option key={one} value={one}>
                  {exactMoney(one)}
                </option>
              ))}
            </Select>
          )}
        </Field>
      </Group>
      <Group title="Quotes" note="What every quote of yours says, unless you change it on the quote.">
        <DraftField form={form} name="validDays" label="Valid for, days" />
        <Field label="The client sees" error={form.errors.shows} className="col-span-2">
          {(ids) => (
            <Select
              {...ids}
              value={form.text('shows')}
              onChange={({ target }) => form.write('shows', target.value)}
            >
              {PRICE_VIEWS.map((view) => (
                <option key={view} value={view}>
                  {VIEW_WORDS[view]}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="Terms" error={form.errors.terms} className="col-span-4 max-lg:col-span-2">
          {(ids) => (
            <TextArea
              {...ids}
              rows={3}
              placeholder="A third with the order, the rest within 14 days of the handover."
              value={form.text('terms')}
              onChange={({ target }) => form.write('terms', target.value)}
            />
          )}
        </Field>
      </Group>
    </Card>
  );
}

/** What an hour, a trip and a day cost, and how a price is made of it. */
export function RatesScreen() {
  const { data: shop } = upholder.useShopQuery();
  if (!shop) return <Skeleton />;
  return (
    <main className="flex flex-col gap-3 p-5 max-md:p-3">
      <MayNote call="changeShop" />
      <Form shop={shop} />
    </main>
  );
}
