import { z } from 'zod';
import type { Outcome } from '../base/outcome.ts';
import { APPLICATORS } from '../catalogue/sheet.ts';
import { countField, nameField, numberField, quantityField } from '../fields/index.ts';
import { said } from '../said/index.ts';
import { CUPS, type Cup, calibrateCup, relativeCup } from './cups.ts';

const name = nameField('name', 60);
const seconds = numberField('reading', 3, 600, ' s');

/** What straining and filling need to know of a gun, roller tray or airless unit. */
export const GunFactsSchema = z.object({
  name,
  /** Needle or tip, in µm; null where nothing is atomised. */
  orificeUm: quantityField('orifice', 'orifice', 100, 5000).nullable(),
  /** What its cup or liner takes in one filling, in mL; null where it draws from the pail. */
  cupMl: quantityField('cup-size', 'volume', 50, 20_000).nullable(),
  /** What stays in cup and hose at the end, in mL. */
  residueMl: quantityField('residue', 'volume', 0, 5000),
});
export type GunFacts = z.infer<typeof GunFactsSchema>;

/** How a gun was set and what ran through it: unknown where nobody said. */
const GUN_AS_SET = {
  /** Code of the tip; empty where there is none. */
  tip: z.string().max(10).default(''),
  /** Needle or nozzle, in µm. */
  orificeUm: z.number().min(100).max(5000).nullable().default(null),
  pressureBar: numberField('pressure', 0.1, 600, ' bar').nullable().default(null),
  /** Of the mix, in a cup. */
  cupSeconds: numberField('cup-time', 1, 600, ' s').nullable().default(null),
};

/** Flow of a gun by the bucket. */
export const BucketTestSchema = z.object({
  at: z.iso.datetime(),
  productKey: z.string().max(60),
  grams: numberField('grams', 0.1, 20_000, ' g'),
  seconds: numberField('reading', 1, 600, ' s'),
  /** Density of the mix, in g/mL. */
  density: numberField('density', 0.5, 3),
  ...GUN_AS_SET,
});
export type BucketTest = z.infer<typeof BucketTestSchema>;

/** How a set-up went. One that went badly is kept as a warning and never offered. */
export const SET_UP_OUTCOMES = ['well', 'fair', 'badly'] as const;

/** A set-up of a gun as it was sprayed with, and how that went. */
export const SetUpCardSchema = z.object({
  id: z.uuid(),
  at: z.iso.datetime(),
  by: z.string().max(80),
  productKey: z.string().max(60),
  /** The step that it was sprayed for, where it was for one. */
  stepId: z.uuid().nullable().default(null),
  flowMlMin: z.number().min(5).max(3000),
  transfer: z.number().min(0.05).max(1),
  fanMm: z.number().min(20).max(800),
  overlap: z.number().min(0).max(0.95),
  speedCmS: z.number().min(1).max(300),
  distanceMm: z.number().min(50).max(800),
  ...GUN_AS_SET,
  outcome: z.enum(SET_UP_OUTCOMES),
  note: z.string().trim().max(200).default(''),
});
export type SetUpCard = z.infer<typeof SetUpCardSchema>;

/** So many cards are kept of a gun; the oldest goes when another comes. */
export const MOST_SET_UPS = 60;

/** So many bucket tests are kept of a gun. */
export const MOST_BUCKET_TESTS = 50;

/** What else is looked after, besides guns. */
export const GEAR = ['compressor', 'turbine', 'sander', 'roller-frame', 'brush', 'respirator'] as const;

/** Air caps of guns on a compressor. */
export const AIR_CAPS = ['conventional', 'hvlp', 'lvlp'] as const;

/** What a gun or machine cost and how many hours it is to last, for what an hour of it costs. */
const COST_FIELDS = {
  /** In minor currency units. */
  price: countField('price', 0, 100_000_000).nullable().default(null),
  lifeH: numberField('hours-life', 1, 100_000, ' h').nullable().default(null),
};

/** What belongs to the bench: cups custom, guns, and tools that are kept wet. */
export const BenchItemSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('cup'),
    name,
    /** The standard cup that it was timed against. */
    standardId: z
      .string()
      .refine((id) => CUPS.some((cup) => cup.id === id), said('mix.choose-a-standard-cup')),
    pairs: z
      .array(z.object({ ownS: seconds, standardS: seconds }))
      .max(20, said('mix.twenty-pairs-are-enough')),
    isRetired: z.boolean().default(false),
  }),
  z.object({
    kind: z.literal('gun'),
    ...GunFactsSchema.shape,
    applicator: z.enum(APPLICATORS),
    /** Filled and ready, in grams; null where nobody weighed it. */
    fullG: z.number().min(100).max(20_000).nullable(),
    isRetired: z.boolean().default(false),
    /** Failed and not mended yet: no later task is given it. */
    isOutOfOrder: z.boolean().default(false),
    /** The product that it is kept for, by its key, so that nothing else goes through it; empty: everything. */
    tiedTo: z.string().max(60).default(''),
    /** Airless: code of the tip, and the pressure that it is worked at, in bar. */
    tip: z
      .string()
      .regex(/^(?:[1-9]\d{2})?$/, said('mix.a-tip-is-three-digits'))
      .default(''),
    pressureBar: numberField('pressure', 0.1, 600, ' bar').nullable().default(null),
    /** On a compressor: most that it may be given, and the air that it asks for at its working pressure, in L/min. */
    maxInletBar: numberField('max-inlet', 0.5, 20, ' bar').nullable().default(null),
    airDemandLMin: numberField('air-demand', 1, 2000, ' L/min').nullable().default(null),
    /** Airless: most that it may be set to, and the mesh of its filter, in wires an inch. */
    maxBar: numberField('max-pressure', 1, 600, ' bar').nullable().default(null),
    filterMesh: countField('filter-mesh', 10, 500).nullable().default(null),
    /** On a compressor. */
    airCap: z.enum(AIR_CAPS).nullable().default(null),
    hoseM: numberField('hose', 0, 100, ' m').nullable().default(null),
    ...COST_FIELDS,
    /** Flow by the bucket: what was sprayed into a bag and weighed. */
    bucketTests: z.array(BucketTestSchema).max(MOST_BUCKET_TESTS).default([]),
    /** Set-ups that were sprayed with. */
    setUps: z.array(SetUpCardSchema).max(MOST_SET_UPS).default([]),
  }),
  z.object({
    kind: z.literal('gear'),
    name,
    gear: z.enum(GEAR),
    /** Compressor: free air at working pressure in L/min, tank in L, and where it stops and starts again, in bar. */
    freeAirLMin: numberField('free-air', 0, 5000, ' L/min').nullable().default(null),
    tankL: numberField('tank', 0, 2000, ' L').nullable().default(null),
    cutOutBar: numberField('cut-out', 0, 30, ' bar').nullable().default(null),
    cutInBar: numberField('cut-in', 0, 30, ' bar').nullable().default(null),
    /** Wear part: hours that it lasts, and hours that it has had; a cartridge, a lens cover, a pad. */
    hoursLife: numberField('hours-life', 0, 20_000, ' h').nullable().default(null),
    hoursUsed: numberField('hours-used', 0, 20_000, ' h').default(0),
    /** Turbine: fans one behind another, and the hose that cools its air. */
    stages: countField('stages', 1, 8).nullable().default(null),
    hoseM: numberField('hose', 0, 100, ' m').nullable().default(null),
    ...COST_FIELDS,
    /** The moment since which the log adds the hours of what it is used for; null: only what is typed counts. */
    countedFrom: z.iso.datetime().nullable().default(null),
    /** A respirator: who wears it; null where nobody in particular does. */
    wornBy: z.uuid().nullable().default(null),
    /** Cover of a roller, bristle of a brush, orbit of a sander, stages of a turbine. */
    detail: z.string().trim().max(120).default(''),
    isRetired: z.boolean().default(false),
  }),
  z.object({
    kind: z.literal('kept'),
    /** Such as `velour roller, wrapped`. */
    name,
    productKey: z.string().min(1).max(60),
    batch: z.string().trim().max(60).default(''),
    keptFrom: z.iso.datetime(),
    keepUntil: z.iso.datetime(),
    by: z.string().max(80),
    /** When it was used again or thrown away. */
    endedAt: z.iso.datetime().nullable(),
  }),
]);
export type BenchItem = z.infer<typeof BenchItemSchema>;
export type CustomCup = Extract<BenchItem, { kind: 'cup' }>;
export type Gun = Extract<BenchItem, { kind: 'gun' }>;
export type Gear = Extract<BenchItem, { kind: 'gear' }>;
export type KeptTool = Extract<BenchItem, { kind: 'kept' }>;

/** An item under its id. */
export interface StoredItem<T extends BenchItem = BenchItem> {
  id: string;
  item: T;
}

/** The items of one kind. */
export function itemsOf<K extends BenchItem['kind']>(
  items: readonly StoredItem[],
  kind: K,
): StoredItem<Extract<BenchItem, { kind: K }>>[] {
  return items.filter((one): one is StoredItem<Extract<BenchItem, { kind: K }>> => one.item.kind === kind);
}

/**
 * A cup custom as its pairs make it: calibrated against its standard, or relative while it has none.
 * @returns the cup, or why its pairs cannot be used.
 */
export function customCup(id: string, { name, standardId, pairs }: CustomCup): Outcome<Cup> {
  const standard = CUPS.find((cup) => cup.id === standardId);
  if (pairs.length === 0 || !standard) return { ok: true, value: relativeCup(id, name) };
  return calibrateCup(id, name, standard, pairs);
}

/** All cups of a shop: the standard ones, then its own, retired ones last so that old readings keep their cup. */
export function cupsOf(items: readonly StoredItem[]): Cup[] {
  const own = itemsOf(items, 'cup')
    .toSorted((a, b) => Number(a.item.isRetired) - Number(b.item.isRetired))
    .flatMap(({ id, item }) => {
      const cup = customCup(id, item);
      return cup.ok ? [cup.value] : [relativeCup(id, item.name)];
    });
  return [...CUPS, ...own];
}

/** How often a cup is filled for so much mix: full ones, and what the last filling takes in mL. */
export function fillsOf(mixMl: number, cupMl: number): { fills: number; lastMl: number } {
  if (mixMl <= 0) return { fills: 0, lastMl: 0 };
  const fills = Math.ceil(mixMl / cupMl - 1e-9);
  return { fills, lastMl: mixMl - (fills - 1) * cupMl };
}
