import { dryFilmUm } from './spray.ts';
import type { Surface } from './surface.ts';

/** What a wet film becomes: solids by volume in %, and thinner per unit paint. */
export interface Drying {
  volumeSolidsPct: number;
  thinnedBy: number;
}

/**
 * Dry film of so many coats like this one, point by point, in µm: each dries to WFT × VS / (1 + f), and coats add up.
 * @param coats ≥ 1, a whole number.
 */
export function dryFilms(
  wetUm: Float64Array,
  { volumeSolidsPct, thinnedBy }: Drying,
  coats: number,
): Float64Array {
  const factor = coats * dryFilmUm(1, volumeSolidsPct, thinnedBy);
  return wetUm.map((um) => um * factor);
}

/** How a colour covers what is under it. */
export interface Covering {
  /** S in e^(−S·d), per µm of dry film. */
  perUm: number;
  /** Distance between the old colour and the new one where nothing is applied. */
  startDeltaE: number;
  /** A difference below this nobody sees. */
  hiddenBelow: number;
}

/** What shows through a film. */
export interface ShownThrough {
  /** Share of the area where the colour below can be seen. */
  share: number;
  /** Largest difference anywhere, and the mean. */
  mostDeltaE: number;
  meanDeltaE: number;
  /** Dry film from which nothing is seen any more, in µm; null where no film does it. */
  hidesAtUm: number | null;
}

/** Share of the difference that is seen through a dry film: `e^(−S·d)`. */
export function shareSeen(dryUm: number, perUm: number): number {
  return Math.exp(-perUm * dryUm);
}

/** How much of a piece still shows what was there before, by area; see {@link shareSeen}. */
export function shownThrough(
  surface: Surface,
  dryUm: Float64Array,
  { perUm, startDeltaE, hiddenBelow }: Covering,
): ShownThrough {
  let [area, shown, sum, most] = [0, 0, 0, 0];
  for (let index = 0; index < surface.count; index += 1) {
    const own = surface.area[index] as number;
    if (own === 0) continue;
    const difference = startDeltaE * shareSeen(dryUm[index] as number, perUm);
    area += own;
    sum += own * difference;
    if (difference > hiddenBelow) shown += own;
    if (difference > most) most = difference;
  }
  const isHidden = startDeltaE <= hiddenBelow;
  const hidesAtUm = isHidden ? 0 : perUm > 0 ? Math.log(startDeltaE / hiddenBelow) / perUm : null;
  return {
    share: area === 0 ? 0 : shown / area,
    mostDeltaE: most,
    meanDeltaE: area === 0 ? 0 : sum / area,
    hidesAtUm,
  };
}
