import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { Shelf } from '@upholder/core/mixing';
import { type BuyingJob, type ShoppingLine, shoppingList } from '@upholder/core/shopping';
import { useEffect, useMemo, useRef } from 'react';
import { upholder } from '../../api/upholder.ts';
import { sheetsOf, shelvesOf, suppliesOf } from '../../job/productLookups.ts';
import { useLearnedFigures } from '../../job/useLearned.ts';

const buying = ({ job, zones, steps, pieces, log }: JobDetail): BuyingJob => ({
  job,
  zones,
  steps: [...steps].sort((a, b) => a.position - b.position),
  pieces,
  log,
});

/** The shopping list of some open jobs. @param chosen ids of them; all open ones where it is null. */
export function useShopping(
  details: readonly JobDetail[] | undefined,
  shop: ShopContext,
  chosen: ReadonlySet<string> | null,
): ShoppingLine[] | null {
  const learned = useLearnedFigures();
  return useMemo(() => {
    if (!details) return null;
    const isChosen = ({ job }: JobDetail) => chosen === null || chosen.has(job.id);
    return shoppingList(
      details.filter(isChosen).map(buying),
      details.filter((detail) => !isChosen(detail)).map(buying),
      {
        sheets: sheetsOf(shop),
        supplies: suppliesOf(shop),
        items: shop.benchItems,
        settings: shop.settings,
        ...(learned && { learned }),
      },
      shelvesOf(shop),
    );
  }, [details, shop, chosen, learned]);
}

/** Writes a new stock of paint or of a consumable; false when it was not kept. */
export function useBuying(shop: ShopContext): {
  setShelf(key: string, shelf: Shelf | null): Promise<boolean>;
  setStock(key: string, stock: number | null): Promise<boolean>;
} {
  const [setProduct] = upholder.useSetStockMutation();
  const [changeSupply] = upholder.useChangeSupplyMutation();
  // An undo comes later: what it changes is the version that is known by then.
  const latest = useRef(shop);
  useEffect(() => {
    latest.current = shop;
  });
  return {
    async setShelf(key, shelf) {
      const product = latest.current.products.find((one) => one.key === key);
      if (!product) return false;
      const count = { stockMl: shelf?.ml ?? null, coloursMl: { ...shelf?.colours }, isFresh: false };
      return !('error' in (await setProduct({ id: product.id, ...count })));
    },
    async setStock(key, stock) {
      const row = latest.current.supplies.find((one) => one.key === key);
      if (!row) return false;
      const { id, version, supply } = row;
      return !('error' in (await changeSupply({ id, version, supply: { ...supply, stock } })));
    },
  };
}
