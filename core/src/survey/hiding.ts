import { shareSeen } from '../film/index.ts';
import { blend, deltaE76, hexOf, labOf } from './colour.ts';

/** A contrast ratio nearer to 1 than this cannot be told apart on a card. */
const HIGHEST_RATIO = 0.995;
/** Difference from the new colour that nobody sees any more. */
export const HIDDEN_BELOW = 1;
/** No zone gets more coats than this for the sake of hiding. */
const MOST_COATS = 12;

/** How well a dry film hides: contrast ratio at a stated dry film (ISO 6504-3). */
export interface HidingPower {
  contrastRatio: number;
  contrastDftUm: number;
}

/** Films of one product, one on top of the other. */
export interface FilmRun extends HidingPower {
  /** Dry film of each coat, in µm. */
  dftUm: number;
  coats: number;
}

/** A primer under the colour: its film and its own colour. */
export interface PrimerRun extends FilmRun {
  colour: string;
}

/**
 * Attenuation per µm of dry film, S = −ln(1 − CR) / d₀ with CR capped at 0.995.
 * @returns 0 for a film that hides nothing, such as a clear coat.
 */
export function attenuationPerUm({ contrastRatio, contrastDftUm }: HidingPower): number {
  return -Math.log(1 - Math.min(contrastRatio, HIGHEST_RATIO)) / contrastDftUm;
}

/**
 * Contrast ratio of a product in a colour. A sheet states it for white; pigments of mid tones hide better, clean yellows
 * and reds much worse. The attenuation −ln(1 − CR) is scaled by family so that a white of 0.93 becomes 0.97 in mid tones and
 * 0.85 in clean yellows and reds.
 *
 * @param sheetRatio contrast ratio of the sheet, 0 to 1. @param colour sRGB hex.
 */
export function contrastIn(sheetRatio: number, colour: string): number {
  const { l: lightness, a, b } = labOf(colour);
  const chroma = Math.hypot(a, b);
  const hue = ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
  const isCleanYellowOrRed = chroma > 60 && (hue < 110 || hue > 340);
  const family = isCleanYellowOrRed ? 0.85 : lightness > 80 && chroma < 45 ? 0.93 : 0.97;
  const strength = Math.log(1 - family) / Math.log(1 - 0.93);
  return 1 - (1 - Math.min(sheetRatio, HIGHEST_RATIO)) ** strength;
}

/** Share of the contrast underneath that is still seen through a film. */
export function seenThrough(power: HidingPower, dryFilmUm: number): number {
  return shareSeen(dryFilmUm, attenuationPerUm(power));
}

/** What is seen after a number of colour coats. */
export interface HidingStage {
  coats: number;
  /** Colour seen, as `#rrggbb`. */
  seen: string;
  /** CIE76 distance from the new colour. */
  deltaE: number;
}

/** How many colour coats it takes, and what is seen on the way. */
export interface HidingResult {
  /** Distance between the ground under the colour and the new colour. */
  startDeltaE: number;
  /** Colour of the ground: the old colour, or what the primer makes of it. */
  ground: string;
  /** Smallest number of coats that hides, never below `leastCoats`; null when this product never will. */
  coats: number | null;
  stages: HidingStage[];
}

/**
 * Coats to hide: residual contrast falls exponentially with dry film, ΔE(n) = ΔE₀ · e^(−S·n·d). Under a primer the
 * start is what its film leaves of the old colour mixed with the primer's colour.
 *
 * @param oldColour @param newColour sRGB hex.
 * @param colour contrast ratio and dry film per coat of the colour.
 * @param primer what lies between, or null.
 * @param leastCoats the system's minimum.
 */
export function coatsToHide(
  oldColour: string,
  newColour: string,
  colour: Omit<FilmRun, 'coats'>,
  primer: PrimerRun | null,
  leastCoats = 2,
): HidingResult {
  const target = labOf(newColour);
  const old = labOf(oldColour);
  const ground = primer
    ? blend(labOf(primer.colour), old, seenThrough(primer, primer.coats * primer.dftUm))
    : old;
  const startDeltaE = deltaE76(ground, target);
  const stageAt = (coats: number): HidingStage => {
    const share = seenThrough(colour, coats * colour.dftUm);
    return { coats, seen: hexOf(blend(target, ground, share)), deltaE: startDeltaE * share };
  };
  let needed = 0;
  while (needed < MOST_COATS && stageAt(needed).deltaE > HIDDEN_BELOW) needed += 1;
  const isHidden = stageAt(needed).deltaE <= HIDDEN_BELOW;
  const coats = isHidden ? Math.max(needed, leastCoats) : null;
  const shown = Math.max(4, coats ?? MOST_COATS);
  return {
    startDeltaE,
    ground: hexOf(ground),
    coats,
    stages: Array.from({ length: Math.min(shown, 6) }, (_, index) => stageAt(index + 1)),
  };
}

/** A primer tinted halfway or fully towards the new colour. */
export function tintTowards(primerColour: string, newColour: string, share: number): string {
  return hexOf(blend(labOf(primerColour), labOf(newColour), share));
}
