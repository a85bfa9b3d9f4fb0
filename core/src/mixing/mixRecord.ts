import { z } from 'zod';
import { APPLICATORS, type ProductSheet, ThinningSchema } from '../catalogue/sheet.ts';
import { numberField, positiveField, textField } from '../fields/index.ts';
import { said } from '../said/index.ts';
import { GunFactsSchema } from './benchItems.ts';
import { COMPONENT_ROLES, mixPhase, type Poured, potLifeAt } from './mix.ts';

/** One pour into a mix, as it was really done. */
export const PourSchema = z.object({
  id: z.uuid(),
  role: z.enum(COMPONENT_ROLES),
  ml: positiveField('pour', 'volume', 100_000),
  at: z.iso.datetime(),
  /** The mix that it was left in, when it did not come out of a tin. */
  fromMixId: z.uuid().optional(),
});
export type Pour = z.infer<typeof PourSchema>;

/** Runs of a cup on a mix, with the thinning that it had then. */
export const CupReadingSchema = z.object({
  id: z.uuid(),
  cupId: z.string().min(1).max(60),
  runs: z
    .array(numberField('run', 3, 600, ' s'))
    .min(1, said('mix.time-at-least-one-run'))
    .max(20),
  materialC: z.number().min(-5).max(60).nullable(),
  fraction: z.number().min(0).max(10),
  at: z.iso.datetime(),
});
export type CupReading = z.infer<typeof CupReadingSchema>;

/** Where the rest of a mix went. */
export const LEFT_TO = ['closed container', 'back into the tin', 'waste'] as const;

/** A mix from its first pour to its last drop. Pours and readings are only ever added. */
export const MixRecordSchema = z.object({
  id: z.uuid(),
  /** Grows with every change, so that the newest word counts whichever way it arrives. */
  revision: z.int().min(1),
  productKey: z.string().min(1).max(60),
  batch: textField('batch', 60).default(''),
  jobId: z.uuid().nullable(),
  stepId: z.uuid().nullable(),
  /** What it is for, in words. */
  purpose: z.string().max(2000),
  applicator: z.enum(APPLICATORS),
  recipe: z.object({
    thinning: ThinningSchema,
    conditionerPct: z.number().min(0).max(50),
    hardenerBy: z.enum(['volume', 'weight']).default('volume'),
    dropsPerL: z.number().min(0).max(1000).default(0),
  }),
  /** Why it goes past a maximum of the sheet; empty while it does not. */
  overrideReason: z.string().trim().max(300).default(''),
  paintMl: positiveField('paint', 'volume', 100_000),
  way: z.enum(['volume', 'weight', 'stick']),
  pailMm: z.number().min(50).max(1000).nullable(),
  /** Seconds wanted; without a lower end where only an upper limit is stated. */
  target: z.object({ cupId: z.string(), fromS: z.number().nullable(), toS: z.number() }).nullable(),
  /** Thinner per unit of paint that the tin held already, from leftovers that went back into it. */
  tinFraction: z.number().min(0).max(1).default(0),
  /** What it is laid on with, as the shop knows it; null where nobody said. */
  gun: GunFactsSchema.nullable().default(null),
  /** Shaken instead of stirred at this moment: then it rests until the bubbles are out. */
  shakenAt: z.iso.datetime().nullable().default(null),
  materialC: z.number().min(-5).max(60).nullable(),
  madeBy: z.string(),
  startedAt: z.iso.datetime(),
  pours: z.array(PourSchema).max(200),
  readings: z.array(CupReadingSchema).max(100),
  emptiedAt: z.iso.datetime().nullable(),
  leftMl: z.number().min(0).max(100_000).nullable(),
  leftTo: z.enum(LEFT_TO).default('closed container'),
  note: z.string().max(500).default(''),
});
export type MixRecord = z.infer<typeof MixRecordSchema>;

/**
 * What is in a mix, by component. What came out of a tin that already held thinner is taken apart again: `ml` of it are
 * ml/(1 + f) of paint and the rest thinner. Leftovers of other mixes are written down by component.
 */
export function pouredOf({ pours, tinFraction = 0 }: Pick<MixRecord, 'pours'> & Partial<MixRecord>): Poured {
  const poured: Poured = {};
  const add = (role: Pour['role'], ml: number) => {
    poured[role] = (poured[role] ?? 0) + ml;
  };
  for (const { role, ml, fromMixId } of pours) {
    if (role !== 'paint' || tinFraction === 0 || fromMixId !== undefined) add(role, ml);
    else {
      const paint = ml / (1 + tinFraction);
      add('paint', paint);
      add('thinner', ml - paint);
    }
  }
  return poured;
}

/** So much paint as it comes out of a tin that already holds thinner: more of it, at the density of both. */
export function fromTin(
  paintMl: number,
  tinFraction: number,
  { densityKgL, thinnerDensityKgL }: Pick<ProductSheet, 'densityKgL' | 'thinnerDensityKgL'>,
): { ml: number; g: number } {
  return {
    ml: paintMl * (1 + tinFraction),
    g: paintMl * (densityKgL + tinFraction * thinnerDensityKgL),
  };
}

/** What stands in the tins of a product: its volume in mL, and the thinner in it per unit of paint. */
export interface Tin {
  ml: number;
  fraction: number;
}

/** The tin with a leftover poured back in; paint and thinner are each conserved. */
export function backIntoTin(tin: Tin, leftover: Poured): Tin {
  const paint = tin.ml / (1 + tin.fraction) + (leftover.paint ?? 0);
  const thinner = tin.ml - tin.ml / (1 + tin.fraction) + (leftover.thinner ?? 0);
  return { ml: paint + thinner, fraction: paint === 0 ? 0 : thinner / paint };
}

/** Why a rest must not go back into its tin, or null when it may. */
export function tinRefusal(mix: MixRecord): string | null {
  const poured = pouredOf(mix);
  if (poured.hardener) return said('mix.what-has-hardener-in-it-never');
  if (poured.conditioner || poured.accelerator) return said('mix.with-conditioner-or-accelerator-in-it');
  if (mix.overrideReason !== '') return said('mix.it-went-past-its-sheet-keep');
  return null;
}

/** Whether a later word of a mix keeps everything that an earlier one said was poured and read. */
export function continuesMix(before: MixRecord, after: MixRecord): boolean {
  const keeps = (a: readonly { id: string }[], b: readonly { id: string }[]) =>
    a.every(({ id }, index) => b[index]?.id === id);
  return (
    before.id === after.id &&
    before.productKey === after.productKey &&
    keeps(before.pours, after.pours) &&
    keeps(before.readings, after.readings)
  );
}

/** What is left of a mix, by component, in the proportions that it was mixed in. */
export function whatIsLeft(mix: MixRecord): Poured {
  const poured = pouredOf(mix);
  const mixMl = Object.values(poured).reduce((sum, ml) => sum + ml, 0);
  const share = mixMl === 0 ? 0 : Math.min(1, (mix.leftMl ?? 0) / mixMl);
  return Object.fromEntries(Object.entries(poured).map(([role, ml]) => [role, ml * share])) as Poured;
}

/** What stands in a closed mix and may be poured into another one; null for nothing, or for what must not be used again. */
export function leftoverOf(mix: MixRecord): Poured | null {
  if (mix.emptiedAt === null || !mix.leftMl || mix.leftTo !== 'closed container') return null;
  const rest = whatIsLeft(mix);
  return Object.keys(rest).length === 0 || rest.hardener ? null : rest;
}

/**
 * Joins two words of a mix that were written apart: what the server has, and after it what only this bench poured and
 * read. The rest is as this bench says it.
 */
export function joinMixes(there: MixRecord, here: MixRecord): MixRecord {
  const joined = <T extends { id: string }>(first: readonly T[], second: readonly T[]): T[] => [
    ...first,
    ...second.filter(({ id }) => !first.some((one) => one.id === id)),
  ];
  return {
    ...here,
    revision: Math.max(there.revision, here.revision) + 1,
    pours: joined(there.pours, here.pours),
    readings: joined(there.readings, here.readings),
  };
}

/** Minutes that a shaken tin or mix rests, so that the air comes out again. */
export const SHAKEN_REST_MIN = 10;

/** How long a mix lives and where it stands; null for one that keeps. */
export interface MixClock {
  lifeMin: number;
  /** Epoch milliseconds at which it is over. */
  until: number;
  phase: 'good' | 'short' | 'over';
}

/**
 * The clock of a mix with hardener in it: from the first pour of hardener, by the material's temperature where it was
 * measured, else by the air's.
 * @param nowMs epoch milliseconds.
 */
export function mixClock(mix: MixRecord, sheet: ProductSheet, airC: number, nowMs: number): MixClock | null {
  const catalysed = mix.pours.find(({ role }) => role === 'hardener');
  if (!catalysed || sheet.potLifeMin === null) return null;
  const lifeMin = potLifeAt(sheet.potLifeMin, mix.materialC ?? airC);
  const from = Date.parse(catalysed.at);
  return { lifeMin, until: from + lifeMin * 60_000, phase: mixPhase((nowMs - from) / 60_000, lifeMin) };
}
