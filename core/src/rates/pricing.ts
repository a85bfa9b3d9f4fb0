import { z } from 'zod';
import { countField, nameField, numberField } from '../fields/index.ts';
import { PRICE_VIEWS, ROUND_TO } from './rates.ts';

/** Whether the hours of a price come from the plan, where set-ups are shared, or from the sequence. */
export const HOURS_FROM = ['plan', 'sequence'] as const;

/** What somebody else asks for coating the loose pieces; money in minor currency units. */
export const SendOutSchema = z.object({
  by: z.enum(['m2', 'piece']),
  each: countField('price', 0, 100_000_000),
  /** From the day they leave until they are back. */
  daysAway: countField('days', 1, 365),
});
export type SendOut = z.infer<typeof SendOutSchema>;

/** How a job is priced where that is not what the shop does. Null: as the shop does. */
export const PricingSchema = z.object({
  hoursFrom: z.enum(HOURS_FROM).default('plan'),
  overheadPct: numberField('overhead', 0, 300, ' %').nullable().default(null),
  marginPct: numberField('margin', 0, 90, ' %').nullable().default(null),
  taxPct: numberField('tax', 0, 60, ' %').nullable().default(null),
  roundTo: z
    .int()
    .refine((one) => ROUND_TO.some((known) => known === one))
    .nullable()
    .default(null),
  shows: z.enum(PRICE_VIEWS).nullable().default(null),
  /** Whatever else it costs, or less than nothing for what is taken off. */
  extras: z
    .array(
      z.object({
        id: z.uuid(),
        name: nameField('name', 120),
        amount: countField('price', -1_000_000_000, 1_000_000_000),
      }),
    )
    .max(30)
    .default([]),
  sendOut: SendOutSchema.nullable().default(null),
});
export type Pricing = z.infer<typeof PricingSchema>;

/** A job that is priced as the shop does. */
export const USUAL_PRICING: Pricing = PricingSchema.parse({});
