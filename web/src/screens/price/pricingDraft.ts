import type { Outcome } from '@upholder/core/outcome';
import { type Pricing, PricingSchema } from '@upholder/core/rates';
import { moneyText, readMoney, readPercent } from '../../base/moneyText.ts';
import { read as readQuantity } from '../../base/voice.ts';
import { type Draft, type Reading, readBySchema } from '../../parts/useDraftForm.ts';

/** An extra line as it is typed. */
export interface ExtraDraft {
  id: string;
  name: string;
  amount: string;
}

const PERCENTS = ['overheadPct', 'marginPct', 'taxPct'] as const;

/** Square metres in one unit of area as the reader has it: what is asked for a square foot is kept for a square metre. */
function areaUnitM2(): number {
  // Areas are read to a hundredth: many of them tell one exactly.
  const many = 10_000;
  const read = readQuantity('area', String(many));
  return read.ok ? read.value / many : 1;
}

/** What is asked for one, in the reader's unit of area. */
function eachShown(sendOut: Pricing['sendOut']): number | null {
  if (!sendOut) return null;
  return sendOut.by === 'm2' ? Math.round(sendOut.each * areaUnitM2()) : sendOut.each;
}

/** How a job is priced, as the form shows it. */
export function pricingDraft(pricing: Pricing): Draft {
  return {
    ...Object.fromEntries(
      PERCENTS.map((path) => [path, pricing[path] === null ? '' : String(pricing[path])]),
    ),
    hoursFrom: pricing.hoursFrom,
    roundTo: pricing.roundTo === null ? '' : String(pricing.roundTo),
    shows: pricing.shows ?? '',
    extras: pricing.extras.map(({ id, name, amount }) => ({ id, name, amount: moneyText(amount) })),
    sendOutBy: pricing.sendOut?.by ?? 'm2',
    sendOutEach: moneyText(eachShown(pricing.sendOut)),
    sendOutDays: pricing.sendOut ? String(pricing.sendOut.daysAway) : '',
  };
}

/** The extra lines of a draft. */
export const extrasOf = (draft: Draft): ExtraDraft[] => (draft.extras as ExtraDraft[] | undefined) ?? [];

/** How a job is priced, as it is typed. */
export function readPricing(draft: Draft, known: Pricing): Reading<Pricing> {
  const errors: Record<string, string> = {};
  const take = <T>(path: string, read: Outcome<T>): T | null => {
    if (read.ok) return read.value;
    errors[path] = read.message;
    return null;
  };
  const text = (path: string) => String(draft[path] ?? '');
  const percent = (path: (typeof PERCENTS)[number]) => take(path, readPercent(text(path)));
  const typed = take('sendOutEach', readMoney(text('sendOutEach')));
  const isKept = typed === eachShown(known.sendOut) && text('sendOutBy') === known.sendOut?.by;
  const perUnit = text('sendOutBy') === 'm2' ? areaUnitM2() : 1;
  const each = typed === null ? null : isKept ? (known.sendOut?.each ?? typed) : Math.round(typed / perUnit);
  const days = take('sendOutDays', readPercent(text('sendOutDays')));
  return readBySchema(
    PricingSchema,
    {
      ...known,
      hoursFrom: draft.hoursFrom,
      overheadPct: percent('overheadPct'),
      marginPct: percent('marginPct'),
      taxPct: percent('taxPct'),
      roundTo: text('roundTo') === '' ? null : Number(text('roundTo')),
      shows: text('shows') === '' ? null : text('shows'),
      extras: extrasOf(draft).map(({ id, name, amount }, index) => ({
        id,
        name,
        amount: take(`extras.${index}.amount`, readMoney(amount)) ?? Number.NaN,
      })),
      sendOut:
        each === null && days === null
          ? null
          : { by: text('sendOutBy'), each: each ?? Number.NaN, daysAway: days ?? Number.NaN },
    },
    errors,
    (path) => path.replace('sendOut.each', 'sendOutEach').replace('sendOut.daysAway', 'sendOutDays'),
  );
}
