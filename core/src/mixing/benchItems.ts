import { z } from 'zod';
import type { Outcome } from '../base/outcome.ts';
import { APPLICATORS } from '../catalogue/sheet.ts';
import { nameField, numberField, quantityField } from '../fields/index.ts';
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
