import type { FilmLimits } from '@upholder/core/film';
import { useMode as addMode, converter, formatHex, interpolate, modeOklab, modeRgb } from 'culori/fn';

// Only the ways of writing a colour that are asked for.
addMode(modeRgb);
addMode(modeOklab);

/** Steps of the scale. */
const STEPS = 256;
/** The sag limit stands at this share of the scale; above it all is one dark. */
const SAG_AT = 0.86;

/** From bare sand over moss and sea to a dark that nobody takes for any of them: lightness falls all the way, for whoever sees no colours. */
const STOPS = ['#f6eedd', '#d9d9a8', '#8fbf8f', '#3a9a96', '#1f6587', '#263a72', '#34123a'];
const blend = interpolate(STOPS, 'oklab');
const rgb = converter('rgb');

/** Red, green and blue of every step, 0 to 255. */
const TABLE = Uint8ClampedArray.from(
  Array.from({ length: STEPS }, (_, index) => {
    const { r, g, b } = rgb(blend(index / (STEPS - 1)));
    return [r * 255, g * 255, b * 255];
  }).flat(),
);

/** Place of a film on the scale, 0 to 1: evenly up to the sag limit, and slowly beyond. */
export function scaleAt(um: number, { sagUm }: FilmLimits): number {
  const share = um / sagUm;
  return share <= 1 ? share * SAG_AT : Math.min(1, SAG_AT + (share - 1) * 0.28);
}

/** Writes the colour of a film into a picture at an offset of four bytes a pixel. */
export function paintPixel(data: Uint8ClampedArray, at: number, um: number, limits: FilmLimits): void {
  const step = Math.round(scaleAt(um, limits) * (STEPS - 1)) * 3;
  data[at] = TABLE[step] as number;
  data[at + 1] = TABLE[step + 1] as number;
  data[at + 2] = TABLE[step + 2] as number;
  data[at + 3] = 255;
}

/** The scale as a gradient of CSS, from the bottom up. */
export const SCALE_GRADIENT = `linear-gradient(to top, ${Array.from({ length: 12 }, (_, index) => formatHex(blend(index / 11))).join(', ')})`;
