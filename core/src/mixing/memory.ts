import { said } from '../said/index.ts';
import { measured } from '../units/index.ts';
import { type Cup, summariseRuns } from './cups.ts';
import type { PotRecord } from './potRecord.ts';

/** A thinning that was good once. */
export interface GoodResult {
  potId: string;
  /** Thinner per unit of paint. */
  fraction: number;
  cupId: string;
  seconds: number;
  at: string;
  batch: string;
  materialC: number | null;
  /** How far it can be trusted for the pot at hand, in words; best first. */
  trust: string[];
  /** Things that are not the same. */
  doubts: string[];
}

/** Temperatures that differ by so much mean another viscosity. */
const SAME_TEMPERATURE_C = 2;

interface AtHand {
  productKey: string;
  applicator: string;
  batch: string;
  materialC: number | null;
}

/**
 * Thinnings that were read within their target, for the product and applicator at hand: the most alike first, then the
 * latest. A pot counts by its last reading.
 */
export function goodResults(pots: readonly PotRecord[], hand: AtHand): GoodResult[] {
  return pots
    .flatMap((pot): GoodResult[] => {
      const last = pot.readings.at(-1);
      const seconds = last && summariseRuns(last.runs)?.mean;
      const { target } = pot;
      if (pot.productKey !== hand.productKey || pot.applicator !== hand.applicator) return [];
      if (!last || seconds === undefined || !target || target.cupId !== last.cupId) return [];
      if (seconds < (target.fromS ?? 0) || seconds > target.toS) return [];
      const trust: string[] = [];
      const doubts: string[] = [];
      if (hand.batch !== '' && pot.batch !== '')
        (hand.batch === pot.batch ? trust : doubts).push(
          hand.batch === pot.batch ? said('mix.same-batch') : said('mix.another-batch'),
        );
      else doubts.push(said('mix.batch-not-known'));
      if (hand.materialC !== null && last.materialC !== null) {
        const isSame = Math.abs(hand.materialC - last.materialC) <= SAME_TEMPERATURE_C;
        (isSame ? trust : doubts).push(
          isSame
            ? said('mix.same-temperature')
            : said('mix.it-was-then', { materialC: measured('temperature', last.materialC) }),
        );
      } else doubts.push(said('mix.temperature-not-known'));
      return [
        {
          potId: pot.id,
          fraction: last.fraction,
          cupId: last.cupId,
          seconds,
          at: last.at,
          batch: pot.batch,
          materialC: last.materialC,
          trust,
          doubts,
        },
      ];
    })
    .sort((a, b) => b.trust.length - a.trust.length || b.at.localeCompare(a.at));
}

/** `32.4 s in ISO 4 mm at 5.3 % on paint`. */
export function resultWords(
  { cupId, seconds, fraction }: Pick<GoodResult, 'cupId' | 'seconds' | 'fraction'>,
  cups: readonly Cup[],
): string {
  const name = cups.find(({ id }) => id === cupId)?.name ?? said('mix.a-cup-that-is-gone');
  return said('mix.s-in-at-on-paint', {
    seconds: seconds.toFixed(1),
    name,
    fraction: (fraction * 100).toFixed(1),
  });
}
