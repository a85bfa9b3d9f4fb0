import type { ShopContext } from '@upholder/core/api';
import type { ProductSheet, Supply } from '@upholder/core/catalogue';

/** The shop's data sheets by key, as the core looks them up. */
export function sheetsOf({ products }: Pick<ShopContext, 'products'>): Record<string, ProductSheet> {
  return Object.fromEntries(products.map(({ key, sheet }) => [key, sheet]));
}

/** The shop's cleaners, abrasives, fillers and the like by key. */
export function suppliesOf({ supplies }: Pick<ShopContext, 'supplies'>): Record<string, Supply> {
  return Object.fromEntries(supplies.map(({ key, supply }) => [key, supply]));
}
