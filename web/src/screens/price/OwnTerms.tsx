import type { JobRow, ShopContext } from '@upholder/core/api';
import { PRICE_VIEWS, type Pricing, ROUND_TO, USUAL_PRICING } from '@upholder/core/rates';
import { v7 as uuid } from 'uuid';
import { upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { exactMoney, unit } from '../../base/voice.ts';
import { Button, Card, Field, Select, TextInput } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { SaveHead } from '../../parts/SaveHead.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import { type DraftForm, saveOutcome } from '../../parts/useDraftForm.ts';
import { useUndoableForm } from '../../parts/useUndoableForm.ts';
import { VIEW_WORDS } from '../shop/RatesScreen.tsx';
import { type ExtraDraft, extrasOf, pricingDraft, readPricing } from './pricingDraft.ts';

const MOST_EXTRAS = 30;

function Extras({ form, currency }: { form: DraftForm; currency: string }) {
  const extras = extrasOf(form.draft);
  const change = (id: string, part: Partial<ExtraDraft>) =>
    form.write(
      'extras',
      extras.map((one) => (one.id === id ? { ...one, ...part } : one)),
    );
  return (
    <fieldset className="col-span-2">
      <legend className="label">Extra lines</legend>
      {extras.map(({ id, name, amount }, index) => {
        const error = form.errors[`extras.${index}.name`] ?? form.errors[`extras.${index}.amount`];
        return (
          <div key={id}>
            <div className="mt-1.5 grid grid-cols-[1fr_7rem_auto] gap-2">
              <TextInput
                aria-label={`Name of extra line ${index + 1}`}
                aria-invalid={form.errors[`extras.${index}.name`] !== undefined}
                placeholder="New handles"
                value={name}
                onChange={({ target }) => change(id, { name: target.value })}
              />
              <TextInput
                aria-label={`Amount of extra line ${index + 1}, ${currency}`}
                aria-invalid={form.errors[`extras.${index}.amount`] !== undefined}
                className="quantity text-right"
                placeholder={currency}
                value={amount}
                onChange={({ target }) => change(id, { amount: target.value })}
              />
              <Button
                kind="quiet"
                onClick={() =>
                  form.write(
                    'extras',
                    extras.filter((one) => one.id !== id),
                  )
                }
              >
                Remove
              </Button>
            </div>
            {error && (
              <p role="alert" className="font-semibold text-small text-stop">
                {error}
              </p>
            )}
          </div>
        );
      })}
      {extras.length < MOST_EXTRAS && (
        <Button
          className="mt-2"
          onClick={() => form.write('extras', [...extras, { id: uuid(), name: '', amount: '' }])}
        >
          Add a line
        </Button>
      )}
    </fieldset>
  );
}

/** How this job alone is priced: its own margin, extra lines, and what the client sees. */
export function OwnTerms({ job, shop }: { job: JobRow; shop: ShopContext }) {
  const { rates, currency } = shop.settings;
  const mayChange = useMay('changePricing');
  const [change] = upholder.useChangePricingMutation();
  const { form, history } = useUndoableForm<Pricing>({
    kept: job.pricing ?? USUAL_PRICING,
    version: job.version,
    draftOf: pricingDraft,
    read: (draft) => readPricing(draft, job.pricing ?? USUAL_PRICING),
    saved: 'Saved for this job.',
    put: async (pricing, version) =>
      saveOutcome(await change({ id: job.id, version, pricing }), (kept) => ({
        draft: pricingDraft(kept.pricing ?? USUAL_PRICING),
        version: kept.version,
      })),
  });
  const usual = (rate: number | null) => (rate === null ? 'not known' : `shop: ${rate}`);
  return (
    <Card className="p-4" aria-label="This job alone">
      <SaveHead
        title={<h2>This job alone</h2>}
        said={form.said}
        save="Save"
        isSaving={form.isSaving || !mayChange}
        onSave={() => void form.save()}
      >
        <UndoButtons history={history} isBusy={form.isSaving} />
      </SaveHead>
      <div className="mt-3 grid grid-cols-2 gap-x-4 gap-y-3">
        <Extras form={form} currency={currency} />
        <DraftField form={form} name="marginPct" label="Margin, %" placeholder={usual(rates.marginPct)} />
        <DraftField
          form={form}
          name="overheadPct"
          label="Overhead, %"
          placeholder={usual(rates.overheadPct)}
        />
        <DraftField
          form={form}
          name="taxPct"
          label={`${rates.taxName || 'Tax'}, %`}
          placeholder={usual(rates.taxPct)}
        />
        <Field label="Round up to">
          {(ids) => (
            <Select
              {...ids}
              value={form.text('roundTo')}
              onChange={({ target }) => form.write('roundTo', target.value)}
            >
              <option value="">shop: {exactMoney(rates.roundTo)}</option>
              {ROUND_TO.map((one) => (
                <option key={one} value={one}>
                  {exactMoney(one)}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="Hours from">
          {(ids) => (
            <Select
              {...ids}
              value={form.text('hoursFrom')}
              onChange={({ target }) => form.write('hoursFrom', target.value)}
            >
              <option value="plan">plan</option>
              <option value="sequence">sequence</option>
            </Select>
          )}
        </Field>
        <DraftField
          form={form}
          name="sendOutEach"
          label={`Coating sent out, ${currency}`}
          placeholder="not known"
        />
        <Field label="For each" error={form.errors.sendOutBy}>
          {(ids) => (
            <Select
              {...ids}
              value={form.text('sendOutBy')}
              onChange={({ target }) => form.write('sendOutBy', target.value)}
            >
              <option value="m2">{unit('area')}</option>
              <option value="piece">piece</option>
            </Select>
          )}
        </Field>
        <DraftField form={form} name="sendOutDays" label="Days away" placeholder="not known" />
        <Field label="The client sees">
          {(ids) => (
            <Select
              {...ids}
              value={form.text('shows')}
              onChange={({ target }) => form.write('shows', target.value)}
            >
              <option value="">shop: {VIEW_WORDS[rates.shows]}</option>
              {PRICE_VIEWS.map((view) => (
                <option key={view} value={view}>
                  {VIEW_WORDS[view]}
                </option>
              ))}
            </Select>
          )}
        </Field>
      </div>
    </Card>
  );
}
