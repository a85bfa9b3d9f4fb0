import type { SupplyAmount } from '../catalogue/index.ts';
import { productNeeds } from '../estimating/index.ts';
import { availableMl, type Shelf, setAside } from '../mixing/index.ts';
import { askedBy, type BuyingJob, type BuyingShop, paintAskedBy, partsAskedBy } from './needs.ts';

/** Something to buy for one job or several. */
export interface ShoppingLine {
  kind: 'product' | 'supply' | 'part';
  /** Key of the product or supply; for a part its words. */
  key: string;
  /** A paint of several colours: the colour of this line, and the zones that it is for. */
  colour: string | null;
  zones: string[];
  words: string;
  /** Empty where nobody said. */
  supplier: string;
  /** Codes of the jobs that ask for it. */
  jobs: string[];
  /** Null where nobody counts it. */
  need: SupplyAmount | null;
  /** Null where nobody has counted. */
  stock: number | null;
  /** Of the stock, what other open jobs still take. */
  reserved: number;
  missing: number;
  /** Packs or containers to buy, the largest first; null where their size is not known. */
  buy: { size: number; count: number }[] | null;
  /** What they hold together. */
  bought: number;
  /** In minor currency units; null where a price is missing. */
  cost: number | null;
  /** A colour out of several containers: one batch, or all mixed together before the first coat. */
  isOneBatch: boolean;
}

/** Stock of each product, by key; null where nobody has counted. */
export type Stock = ReadonlyMap<string, Shelf | null>;

function paintLines(
  jobs: readonly BuyingJob[],
  others: readonly BuyingJob[],
  shop: BuyingShop,
  stock: Stock,
): ShoppingLine[] {
  const asked = jobs.map((job) => ({ code: job.job.code, coats: paintAskedBy(job, shop) }));
  // Other jobs have theirs set aside with the same reserve, product by product and colour by colour.
  const free = new Map(stock);
  for (const { productKey, colour, safeMl } of productNeeds(
    others.flatMap((job) => paintAskedBy(job, shop)),
    shop.sheets,
    new Map(),
  )) {
    const there = free.get(productKey);
    if (there) free.set(productKey, setAside(there, colour, safeMl).left);
  }
  const coats = asked.flatMap(({ coats: own }) => own).filter(({ left }) => left.mean > 0);
  return productNeeds(coats, shop.sheets, free).map((need): ShoppingLine => {
    const { productKey, sheet, colour, zones, stockMl, safeMl, missingMl, purchase, pricedByLitre } = need;
    const ofColour = (shelves: Stock) => {
      const shelf = shelves.get(productKey);
      return shelf ? availableMl(shelf, colour) : 0;
    };
    const reserved = ofColour(stock) - ofColour(free);
    const there = stockMl === null ? null : stockMl + reserved;
    const tins = purchase?.containers.reduce((sum, { count }) => sum + count, 0) ?? 0;
    return {
      kind: 'product',
      key: productKey,
      colour,
      zones,
      words: sheet.name,
      supplier: sheet.supplier,
      jobs: asked
        .filter(({ coats: own }) =>
          own.some((coat) => coat.productKey === productKey && coat.colour === colour && coat.left.mean > 0),
        )
        .map(({ code }) => code),
      need: { amount: safeMl, unit: 'mL' },
      stock: there,
      reserved,
      missing: missingMl,
      buy: purchase?.containers.map(({ ml, count }) => ({ size: ml, count })) ?? null,
      bought: purchase?.boughtMl ?? 0,
      cost: missingMl <= 0 ? 0 : (purchase?.cost ?? pricedByLitre),
      isOneBatch: sheet.role === 'colour' && tins + Number((there ?? 0) > 0) > 1,
    };
  });
}

function supplyLines(jobs: readonly BuyingJob[], shop: BuyingShop): ShoppingLine[] {
  const lines = new Map<string, ShoppingLine>();
  for (const job of jobs)
    for (const { key, supply, words, need } of askedBy(job, shop)) {
      const known = lines.get(key);
      const amount = (known?.need?.amount ?? 0) + (need?.amount ?? 0);
      lines.set(key, {
        kind: supply ? 'supply' : 'part',
        key,
        colour: null,
        zones: [],
        words,
        supplier: supply?.supplier ?? '',
        jobs: [...new Set([...(known?.jobs ?? []), job.job.code])],
        need: need ? { ...need, amount } : (known?.need ?? null),
        stock: supply?.stock ?? null,
        reserved: 0,
        missing: 0,
        buy: null,
        bought: 0,
        cost: null,
        isOneBatch: false,
      });
    }
  return [...lines.values()].map((line): ShoppingLine => {
    if (line.need === null) return line;
    const supply = shop.supplies[line.key];
    const missing = Math.max(0, line.need.amount - (line.stock ?? 0));
    const size = supply?.packSize ?? null;
    if (missing <= 1e-9) return { ...line, missing: 0, buy: [], cost: 0 };
    if (size === null) return { ...line, missing };
    const count = Math.ceil(missing / size - 1e-9);
    const price = supply?.price ?? null;
    return {
      ...line,
      missing,
      buy: [{ size, count }],
      bought: count * size,
      cost: price === null ? null : count * price,
    };
  });
}

function partLines(jobs: readonly BuyingJob[]): ShoppingLine[] {
  const lines = new Map<string, ShoppingLine>();
  for (const job of jobs)
    for (const { words, count } of partsAskedBy(job)) {
      const known = lines.get(words);
      lines.set(words, {
        kind: 'part',
        key: words,
        colour: null,
        zones: [],
        words,
        supplier: '',
        jobs: [...(known?.jobs ?? []), job.job.code],
        need: { amount: (known?.need?.amount ?? 0) + count, unit: 'pieces' },
        stock: null,
        reserved: 0,
        missing: (known?.missing ?? 0) + count,
        buy: null,
        bought: 0,
        cost: null,
        isOneBatch: false,
      });
    }
  return [...lines.values()];
}

/**
 * Everything to buy for some jobs, each thing once: paint in the cheapest containers over all of them, consumables by the pack, new
 * pieces and hinges. Stock is taken off first, less what other open jobs still take of it.
 * @param others open jobs that are not on the list.
 */
export function shoppingList(
  jobs: readonly BuyingJob[],
  others: readonly BuyingJob[],
  shop: BuyingShop,
  stock: Stock,
): ShoppingLine[] {
  return [...paintLines(jobs, others, shop, stock), ...supplyLines(jobs, shop), ...partLines(jobs)];
}

/** Lines by supplier, suppliers by name, those without one last. */
export function bySupplier(lines: readonly ShoppingLine[]): { supplier: string; lines: ShoppingLine[] }[] {
  const names = [...new Set(lines.map(({ supplier }) => supplier))].sort(
    (a, b) => Number(a === '') - Number(b === '') || a.localeCompare(b),
  );
  return names.map((supplier) => ({ supplier, lines: lines.filter((line) => line.supplier === supplier) }));
}
