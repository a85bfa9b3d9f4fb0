import { failure, type Outcome, success } from '../outcome.ts';

const UM_PER_MIL = 25.4;
const KG_L_PER_LB_GAL = 0.45359237 / 3.785411784;
const M2_L_PER_FT2_GAL = 0.09290304 / 3.785411784;

/** Reads a number with one of several units behind it; a bare number is in the first. */
function reader(
  what: string,
  example: string,
  factors: Readonly<Record<string, number>>,
  decimals: number,
): (input: string) => Outcome<number> {
  const [bare = ''] = Object.keys(factors);
  const units = Object.keys(factors)
    .map((unit) => unit.replace(/[/²%]/g, '\\$&'))
    .join('|');
  const pattern = new RegExp(`^(\\d+(?:[.,]\\d+)?|[.,]\\d+)\\s*(${units})?$`);
  return (input) => {
    const text = input
      .trim()
      .toLowerCase()
      .replace(/ft2/g, 'ft²')
      .replace(/m2/g, 'm²')
      .replace(/us gal|gallon/g, 'gal');
    const match = pattern.exec(text);
    if (!match) return failure(`“${input.trim()}” is not ${what}. Try ${example}.`);
    const value = Number((match[1] ?? '').replace(',', '.')) * (factors[match[2] ?? bare] ?? 1);
    return success(Math.round(value * 10 ** decimals) / 10 ** decimals);
  };
}

/** Reads a film: `100`, `100 µm`, `4 mil` → µm, rounded to 0.1. */
export const parseFilmUm = reader(
  'a film',
  '100 µm or 4 mil',
  { µm: 1, μm: 1, um: 1, mils: UM_PER_MIL, mil: UM_PER_MIL },
  1,
);

/** Reads a density: `1.25`, `1.25 kg/L`, `10.4 lb/gal` (US) → kg/L, rounded to 0.001. */
export const parseDensityKgL = reader(
  'a density',
  '1.25 kg/L or 10.4 lb/gal',
  { 'kg/l': 1, 'g/ml': 1, 'g/cm³': 1, 'lb/gal': KG_L_PER_LB_GAL },
  3,
);

/** Reads a content of volatile compounds: `120`, `120 g/L`, `1 lb/gal` (US) → g/L, whole. */
export const parseVocGL = reader(
  'a VOC content',
  '120 g/L or 1 lb/gal',
  { 'g/l': 1, 'lb/gal': KG_L_PER_LB_GAL * 1000 },
  0,
);

/** Reads a spreading rate: `10`, `10 m²/L`, `400 ft²/gal` (US) → m² per litre, rounded to 0.01. */
export const parseSpreadM2L = reader(
  'a spreading rate',
  '10 m²/L or 400 ft²/gal',
  { 'm²/l': 1, 'ft²/gal': M2_L_PER_FT2_GAL },
  2,
);

/** Reads a share: `38`, `38 %` → percent, rounded to 0.01. */
export const parsePercent = reader('a percentage', '38 %', { '%': 1 }, 2);
