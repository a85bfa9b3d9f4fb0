import { said } from '../said/index.ts';
import { measured } from '../units/index.ts';
import { type Cup, summariseRuns } from './cups.ts';
import type { MixRecord } from './mixRecord.ts';

/** A thinning that was good once. */
export interface GoodResult {
  mixId: string;
  /** Thinner per unit of paint. */
  fraction: number;
  cupId: string;
  seconds: number;
  at: string;
  batch: string;
  materialC: number | null;
  /** How far it can be trusted for the mix at hand, in words; best first. */
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
 * latest. A mix counts by its last reading.
 */
export function successfulMixes(mixes: readonly MixRecord[], hand: AtHand): GoodResult[] {
  return mixes
    .flatMap((mix): GoodResult[] => {
      const last = mix.readings.at(-1);
      const seconds = last && summariseRuns(last.runs)?.mean;
      const { target } = mix;
      if (mix.productKey !== hand.productKey || mix.applicator !== hand.applicator) return [];
      if (!last || seconds === undefined || !target || target.cupId !== last.cupId) return [];
      if (seconds < (target.fromS ?? 0) || seconds > target.toS) return [];
      const trust: string[] = [];
      const doubts: string[] = [];
      if (hand.batch !== '' && mix.batch !== '')
        (hand.batch === mix.batch ? trust : doubts).push(
          hand.batch === mix.batch ? said('mix.same-batch') : said('mix.another-batch'),
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
          mixId: mix.id,
          fraction: last.fraction,
          cupId: last.cupId,
          seconds,
          at: last.at,
          batch: mix.batch,
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
