const ML_PER_OUNCE = 29.5735295625;
const EIGHTHS = ['', '1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8'];

/** Millilitres as US fluid ounces in eighths, as a mixing cup shows them: `3 1/4 fl oz`; never less than an eighth above 0. */
export function formatOunces(ml: number): string {
  if (ml <= 0) return '0 fl oz';
  const eighths = Math.max(1, Math.round((ml / ML_PER_OUNCE) * 8));
  const whole = Math.floor(eighths / 8);
  const rest = EIGHTHS[eighths % 8] ?? '';
  return `${[whole === 0 ? '' : String(whole), rest].filter(Boolean).join(' ')} fl oz`;
}

const G_PER_OUNCE = 28.349523125;

/** Grams as avoirdupois ounces in tenths, as a scale shows them: `42.3 oz`. */
export function formatOunceWeight(g: number): string {
  return `${(g / G_PER_OUNCE).toFixed(1)} oz`;
}
