import type { ProductSheet } from './sheet.ts';

/** A film sags at about so many times the thickest wet film of its sheet. */
const SAG_FACTOR = { vertical: 1.3, flat: 2 };

/** Wet film in µm from which a product sags on a vertical, or runs on a piece that lies flat: its sheet's, or the class default. */
export function sagFrom(
  sheet: Pick<ProductSheet, 'sagWftUm' | 'sagFlatWftUm' | 'wftMaxUm'>,
  lies: 'vertical' | 'flat',
): number {
  const stated = lies === 'vertical' ? sheet.sagWftUm : sheet.sagFlatWftUm;
  return stated ?? sheet.wftMaxUm * SAG_FACTOR[lies];
}
