/**
 * Money in words of a currency: `£1,234` without minor units, for estimates.
 * @param minor whole minor units, such as pence; @param currency ISO 4217 code.
 */
export function formatMoney(minor: number, currency: string): string {
  return new Intl.NumberFormat('en', { style: 'currency', currency, maximumFractionDigits: 0 }).format(
    minor / 100,
  );
}
