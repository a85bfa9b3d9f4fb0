import { failure, type Outcome, success } from '../outcome.ts';

const ML_PER_UNIT: Record<string, number> = {
  ml: 1,
  cl: 10,
  l: 1000,
  'fl oz': 29.5735,
  oz: 29.5735,
  pt: 473.176,
  qt: 946.353,
  gal: 3785.41,
};

/**
 * Reads a volume: `250ml`, `1.2 L`, `3.5 oz`, `1/2 gal`. A bare number is millilitres; oz, pt, qt and gal are US.
 * @returns millilitres, never negative, or a sentence that says what could not be read.
 */
export function parseVolumeMl(input: string): Outcome<number> {
  const text = input.trim().toLowerCase().replace(/,/g, '.').replace(/\s+/g, ' ');
  const match = /^(\d+(?:\.\d+)?|(?:(\d+) )?(\d+)\/(\d+))\s?(ml|cl|l|fl oz|oz|pt|qt|gal)?$/.exec(text);
  const amount =
    match?.[3] === undefined
      ? Number(match?.[1])
      : Number(match[2] ?? 0) + Number(match[3]) / Number(match[4]);
  if (!match || !Number.isFinite(amount)) {
    return failure(`“${input.trim()}” is not a volume. Try 250 mL, 1.2 L or 1/2 gal.`);
  }
  return success(Math.round(amount * (ML_PER_UNIT[match[5] ?? 'ml'] ?? 1) * 10) / 10);
}

/** Millilitres for display: below one litre in whole mL, above in litres with two decimals. */
export function formatMl(ml: number): string {
  return ml < 1000 ? `${Math.round(ml)} mL` : `${(ml / 1000).toFixed(2)} L`;
}
