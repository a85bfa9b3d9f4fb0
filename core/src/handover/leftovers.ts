import type { ProductBase, ProductSheet } from '../catalogue/index.ts';
import { effectiveLog, isStepItself, type LogEntry } from '../jobs/index.ts';
import { type MixRecord, pouredOf } from '../mixing/index.ts';
import { said } from '../said/index.ts';
import type { Step } from '../systems/index.ts';
import { does } from '../systems/operations.ts';

/** What was left of a mix at the end, and where it went. */
export interface Leftover {
  mix: MixRecord;
  product: string;
  ml: number;
  /** `keep`: closed, for touching up; `tin`: went back; `waste`: has to be disposed of. */
  to: 'keep' | 'tin' | 'waste';
}

const WHERE: Record<MixRecord['leftTo'], Leftover['to']> = {
  'closed container': 'keep',
  'back into the tin': 'tin',
  waste: 'waste',
};

/**
 * What was left of the mixes of a job. With hardener in it nothing keeps, whatever was written down.
 * @param sheets by product key.
 */
export function leftoversOf(
  mixes: readonly MixRecord[],
  sheets: Readonly<Record<string, ProductSheet>>,
): Leftover[] {
  return mixes
    .filter(({ emptiedAt, leftMl }) => emptiedAt !== null && leftMl !== null && leftMl > 0)
    .map((mix) => {
      const isHardening = (pouredOf(mix).hardener ?? 0) > 0;
      return {
        mix,
        product: sheets[mix.productKey]?.name ?? mix.productKey,
        ml: mix.leftMl ?? 0,
        to: isHardening ? ('waste' as const) : WHERE[mix.leftTo],
      };
    });
}

const BASE_WASTE: Record<ProductBase, string> = {
  water: said('handover.waste-water'),
  'mineral-spirit': said('handover.waste-oil'),
  alcohol: said('handover.waste-solvent'),
  lacquer: said('handover.waste-solvent'),
};

/**
 * How the waste of a job is got rid of, by what was used on it: each kind of waste once.
 * @param productKeys of everything that was coated with.
 */
export function wasteLines(
  productKeys: readonly string[],
  sheets: Readonly<Record<string, ProductSheet>>,
): string[] {
  const used = [...new Set(productKeys)].flatMap((key) => sheets[key] ?? []);
  if (used.length === 0) return [];
  const lines = new Set(used.map(({ base }) => BASE_WASTE[base]));
  if (used.some(({ hardener }) => hardener !== null)) lines.add(said('handover.waste-hardener'));
  if (used.some(({ drying }) => drying === 'oxidative')) lines.add(said('handover.waste-rags'));
  lines.add(said('handover.waste-dust'));
  lines.add(said('handover.waste-local'));
  return [...lines];
}

/** What a touch-up pot of a zone holds: the label that goes on it. */
export interface TouchUpPot {
  zoneId: string;
  productKey: string;
  product: string;
  /** The mix that the last coat came from; null where none was recorded. */
  mix: MixRecord | null;
  batch: string;
  /** Thinner per unit of paint as it was coated; null where nobody noted it. */
  fraction: number | null;
  coatedAt: string;
}

/** The pot that matches the last coat of every zone that has one logged. */
export function touchUpPots(
  job: { zones: readonly { id: string }[]; steps: readonly Step[]; log: readonly LogEntry[] },
  mixes: readonly MixRecord[],
  sheets: Readonly<Record<string, ProductSheet>>,
): TouchUpPot[] {
  const counting = effectiveLog(job.log).filter(isStepItself);
  const steps = new Map(job.steps.map((step) => [step.id, step]));
  return job.zones.flatMap(({ id: zoneId }) => {
    const entry = counting.findLast(({ stepId, coat }) => {
      const step = steps.get(stepId);
      return (
        coat !== null &&
        step?.zoneId === zoneId &&
        step.resultingSurface === 'colour' &&
        does(step, 'laysFilm')
      );
    });
    const coat = entry?.coat;
    if (!entry || !coat) return [];
    const mix = mixes.find(({ id }) => id === coat.mixId) ?? null;
    const { paint = 0, thinner = 0 } = mix
      ? pouredOf(mix)
      : { paint: coat.paintMl ?? 0, thinner: coat.thinnerMl ?? 0 };
    return [
      {
        zoneId,
        productKey: coat.productKey,
        product: sheets[coat.productKey]?.name ?? coat.productKey,
        mix,
        batch: mix?.batch ?? '',
        fraction: paint > 0 ? thinner / paint : null,
        coatedAt: entry.doneAt,
      },
    ];
  });
}
