import { z } from 'zod';
import { countField, numberField, textField } from '../fields/index.ts';

/** Money in minor currency units; null where nobody knows. */
const moneyField = countField('price', 0, 1_000_000_000).nullable().default(null);

/** What prices may be rounded up to, in minor currency units. */
export const ROUND_TO = [1, 100, 500, 1000, 5000, 10_000] as const;

/** How much of a price the client sees. */
export const PRICE_VIEWS = ['total', 'zones', 'lines'] as const;
export type PriceView = (typeof PRICE_VIEWS)[number];

/** What a shop asks for its work, and what its costs besides are. Money in minor currency units; what is null is not known. */
export const RatesSchema = z.object({
  /** What an hour costs the shop by what it asks of whoever does it: wages and what comes with them. */
  hour: z
    .object({ prep: moneyField, brush: moneyField, spray: moneyField })
    .default({ prep: null, brush: null, spray: null }),
  /** A trip to the client and back: fuel, parking, wear. Time counts as work. */
  trip: moneyField,
  /** Rent, heat and light of the place for each day on which the job is worked on. */
  placeDay: moneyField,
  /** Getting rid of rags, water, old paint and plastic of one job. */
  waste: moneyField,
  /** A pair of respirator cartridges, and the hours of spraying that it lasts. */
  cartridges: moneyField,
  cartridgeHours: numberField('hours-life', 1, 1000, ' h').default(20),
  /** Office, insurance, vehicle and whatever no job pays for by itself, in % on all costs. */
  overheadPct: numberField('overhead', 0, 300, ' %').nullable().default(null),
  /** Profit in % of the price before tax. */
  marginPct: numberField('margin', 0, 90, ' %').nullable().default(null),
  taxName: textField('tax-name', 30).default('VAT'),
  /** Null: nobody said; 0: none is charged. */
  taxPct: numberField('tax', 0, 60, ' %').nullable().default(null),
  /** Prices before tax are rounded up to whole ones of this. */
  roundTo: z
    .int()
    .refine((one) => ROUND_TO.some((known) => known === one))
    .default(100),
  /** Days that a quote holds. */
  validDays: countField('days', 1, 365).default(30),
  /** How it is paid, and whatever else goes under every quote. */
  terms: textField('terms', 2000).default(''),
  shows: z.enum(PRICE_VIEWS).default('zones'),
});
export type Rates = z.infer<typeof RatesSchema>;

/** Rates of a shop that has said nothing of them. */
export const NO_RATES: Rates = RatesSchema.parse({});
