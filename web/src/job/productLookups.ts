import type { ShopContext } from '@upholder/core/api';
import type { ProductSheet, Supply } from '@upholder/core/catalogue';
import type { Shelf } from '@upholder/core/mixing';

/** The shop's data sheets by key, as the core looks them up. */
export function sheetsOf({ products }: Pick<ShopContext, 'products'>): Record<string, ProductSheet> {
  return Object.fromEntries(products.map(({ key, sheet }) => [key, sheet]));
}

/** The shop's cleaners, abrasives, fillers and the like by key. */
export function suppliesOf({ supplies }: Pick<ShopContext, 'supplies'>): Record<string, Supply> {
  return Object.fromEntries(supplies.map(({ key, supply }) => [key, supply]));
}

/** What there is of a product and in which colours; null where nobody has counted. */
export function shelfOfProduct({
  stockMl,
  coloursMl,
}: Pick<ShopContext['products'][number], 'stockMl' | 'coloursMl'>): Shelf | null {
  return stockMl === null ? null : { ml: stockMl, colours: coloursMl };
}

/** What there is of every product, by key; null where nobody has counted. */
export function shelvesOf({ products }: Pick<ShopContext, 'products'>): Map<string, Shelf | null> {
  return new Map(products.map((product) => [product.key, shelfOfProduct(product)]));
}
