import type { Outcome } from '@upholder/core/outcome';
import { type Rates, RatesSchema } from '@upholder/core/rates';
import { type ShopSettings, ShopSettingsSchema } from '@upholder/core/shop';
import { moneyText, readMoney, readPercent } from '../../base/moneyText.ts';
import { type Draft, type Reading, readBySchema } from '../../parts/useDraftForm.ts';

/** Amounts of money among the rates, by their paths. */
const MONEY = ['hour.prep', 'hour.brush', 'hour.spray', 'trip', 'placeDay', 'waste', 'cartridges'] as const;
const PERCENTS = ['overheadPct', 'marginPct', 'taxPct'] as const;

function at(rates: Rates, path: string): unknown {
  return path.split('.').reduce<unknown>((part, key) => (part as Record<string, unknown>)[key], rates);
}

/** Rates as the form shows them. */
export function ratesDraft({ rates }: Pick<ShopSettings, 'rates'>): Draft {
  return {
    ...Object.fromEntries(MONEY.map((path) => [path, moneyText(at(rates, path) as number | null)])),
    ...Object.fromEntries(PERCENTS.map((path) => [path, rates[path] === null ? '' : String(rates[path])])),
    cartridgeHours: String(rates.cartridgeHours),
    validDays: String(rates.validDays),
    taxName: rates.taxName,
    terms: rates.terms,
    roundTo: String(rates.roundTo),
    shows: rates.shows,
  };
}

/** Rates as they are typed. */
export function readRates(draft: Draft, known: ShopSettings): Reading<ShopSettings> {
  const errors: Record<string, string> = {};
  const take = <T>(path: string, read: Outcome<T>): T | null => {
    if (read.ok) return read.value;
    errors[path] = read.message;
    return null;
  };
  const text = (path: string) => String(draft[path] ?? '');
  const money = (path: (typeof MONEY)[number]) => take(path, readMoney(text(path)));
  const percent = (path: (typeof PERCENTS)[number]) => take(path, readPercent(text(path)));
  const number = (path: string) => take(path, readPercent(text(path))) ?? Number.NaN;
  const rates = {
    hour: { prep: money('hour.prep'), brush: money('hour.brush'), spray: money('hour.spray') },
    trip: money('trip'),
    placeDay: money('placeDay'),
    waste: money('waste'),
    cartridges: money('cartridges'),
    cartridgeHours: number('cartridgeHours'),
    overheadPct: percent('overheadPct'),
    marginPct: percent('marginPct'),
    taxName: text('taxName'),
    taxPct: percent('taxPct'),
    roundTo: Number(draft.roundTo),
    validDays: number('validDays'),
    terms: text('terms'),
    shows: draft.shows,
  } satisfies Record<keyof Rates, unknown>;
  return readBySchema(
    ShopSettingsSchema,
    { ...known, rates: { ...RatesSchema.parse({}), ...rates } },
    errors,
    (path) => path.replace(/^rates\./, ''),
  );
}
