import type { Outcome } from '../base/outcome.ts';
import { AREA, DENSITY, FILM, MASS, PERCENT, PRESSURE, SPREAD, VOC } from './kinds.ts';
import { parseQuantity, type QuantityKind, type QuantityOptions } from './quantity.ts';

type Reader = (input: string, options?: QuantityOptions) => Outcome<number>;

const reader =
  (kind: QuantityKind): Reader =>
  (input, options) =>
    parseQuantity(kind, input, options);

/** Reads a film: `100`, `100 µm`, `100 microns`, `4 mil`, `4 thou`, `0.004"` → µm, rounded to 0.1. */
export const parseFilmUm = reader(FILM);
/** Reads a density: `1.25`, `1.25 kg/L`, `10.4 lb/gal` (US) → kg/L, rounded to 0.001. */
export const parseDensityKgL = reader(DENSITY);
/** Reads a content of volatile compounds: `120`, `120 g/L`, `1 lb/gal` (US) → g/L, whole. */
export const parseVocGL = reader(VOC);
/** Reads a spreading rate: `10`, `10 m²/L`, `400 sq ft/gal` (US) → m² per litre, rounded to 0.01. */
export const parseSpreadM2L = reader(SPREAD);
/** Reads a share: `38`, `38 %` → percent, rounded to 0.01. */
export const parsePercent = reader(PERCENT);
/** Reads a weight: `250`, `250 g`, `8.8 oz`, `2 lb 3 oz` → g, rounded to 0.1. */
export const parseMassG = reader(MASS);
/** Reads a pressure: `2.5`, `2.5 bar`, `36 psi` → bar, rounded to 0.001. */
export const parsePressureBar = reader(PRESSURE);
/** Reads an area: `4.5`, `4,5 m²`, `48 sq ft` → m², rounded to 0.001. */
export const parseAreaM2 = reader(AREA);
