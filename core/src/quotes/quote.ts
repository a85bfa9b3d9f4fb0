import { z } from 'zod';
import { PieceShapeSchema } from '../pieces/model.ts';
import { PRICE_VIEWS } from '../rates/index.ts';

/** How a client answers a quote. */
export const QUOTE_ANSWERS = ['accepted', 'declined'] as const;
export type QuoteAnswer = (typeof QUOTE_ANSWERS)[number];

/** How the answer came. */
export const QUOTE_ROUTES = ['signed', 'in writing', 'by word'] as const;
export type QuoteRoute = (typeof QUOTE_ROUTES)[number];

const money = z.int();
/** A sentence by code, or as somebody typed it. */
const text = z.string().max(4000);

/** What is done to the pieces of a zone, as the client reads it. */
export const QuotedZoneSchema = z.object({
  zoneId: z.uuid(),
  name: z.string().max(200),
  /** How many pieces of which kind, in words. */
  pieces: text,
  pieceIds: z.array(z.uuid()).max(5000),
  oldColour: z.string().max(9),
  newColour: z.string().max(9),
  /** The finish that the client sees and touches. */
  product: z.string().max(200),
  sheen: z.string().max(40),
  systemId: z.string().max(20).nullable(),
  /** What is done, step by step, in plain words. */
  work: z.array(text).max(30),
  /** The sample that was agreed; empty where there was none. */
  sample: text,
  drawings: z.array(z.object({ count: z.int().min(1), tags: text, shape: PieceShapeSchema })).max(60),
  /** Its part of the price before tax. */
  price: money,
});
export type QuotedZone = z.infer<typeof QuotedZoneSchema>;

/**
 * A quote, or the price of a later change, as it was written: nothing in it changes with the job. Money in minor currency units; dates
 * shop-local.
 */
export const QuoteSchema = z.object({
  of: z.enum(['job', 'variation']),
  number: z.string().max(40),
  madeOn: z.iso.date(),
  validUntil: z.iso.date(),
  currency: z.string().length(3),
  client: z.string().max(200),
  jobName: z.string().max(200),
  /** A variation: what changes, in the words of whoever wrote it. */
  words: text,
  zones: z.array(QuotedZoneSchema).max(60),
  startOn: z.iso.date().nullable(),
  endOn: z.iso.date().nullable(),
  /** Days on which somebody works in the client's room; null where nothing is planned. */
  roomDays: z.int().nullable(),
  lines: z.array(z.object({ words: text, amount: money.nullable() })).max(200),
  net: money,
  taxName: z.string().max(30),
  /** Null where nobody said what tax is charged. */
  taxPct: z.number().nullable(),
  tax: money,
  gross: money,
  isAtLeast: z.boolean(),
  shows: z.enum(PRICE_VIEWS),
  exclusions: z.array(text).max(60),
  care: z.array(text).max(30),
  terms: text,
  /** What the shop reckoned with, for its own eyes: cost before margin, hours, days. */
  cost: money,
  /** The price with hours by the sequence, whatever it went by: later prices are set against it once a plan holds only what is left. */
  sequenceNet: money.nullable().default(null),
  hours: z.number(),
  days: z.int(),
});
export type Quote = z.infer<typeof QuoteSchema>;
