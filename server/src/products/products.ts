import type { ProductRow, Rows } from '@upholder/core/api';
import { GENERIC_PRODUCTS, type ProductSheet, ProductSheetSchema } from '@upholder/core/catalogue';
import {
  backIntoTin,
  fitted,
  type Poured,
  putOn,
  type Shelf,
  type Tin,
  takenFrom,
} from '@upholder/core/mixing';
import { v7 as uuid } from 'uuid';
import { many, maybeOne, type Queryable } from '../db/database.ts';
import { remembered } from '../db/remembered.ts';

interface RawProduct extends Record<string, unknown> {
  id: string;
  key: string;
  sheet: string;
  version: number;
  stock_ml: number | null;
  colours_ml: Record<string, number>;
  tin_fraction: string;
}

const sheetRead = remembered((kept) => ProductSheetSchema.safeParse(kept));

/**
 * A sheet as it is kept. One from before a field was known takes that field from the generic sheet of its key or of its role:
 * one old row must not keep everybody out of the stores.
 * @throws ZodError when even then it is no sheet.
 */
function sheetOf(key: string, text: string): ProductSheet {
  const read = sheetRead(text);
  if (read.success) return read.data;
  const kept: unknown = JSON.parse(text);
  const known = Object(kept) as Partial<ProductSheet>;
  const alike = Object.values(GENERIC_PRODUCTS).find(({ role }) => role === known.role);
  return ProductSheetSchema.parse({ ...(GENERIC_PRODUCTS[key] ?? alike), ...known });
}

function toProduct({ id, key, sheet, version, stock_ml, colours_ml, tin_fraction }: RawProduct): ProductRow {
  return {
    id,
    key,
    sheet: sheetOf(key, sheet),
    version,
    stockMl: stock_ml === null ? null : Number(stock_ml),
    coloursMl: colours_ml,
    tinFraction: Number(tin_fraction),
  };
}

/** The products of a shop, or these of them, by their keys. */
export async function productsOf(db: Queryable, shopId: string, ids: Rows = 'all'): Promise<ProductRow[]> {
  const rows = await many<RawProduct>(
    db,
    `select id, key, sheet::text as sheet, version, stock_ml, colours_ml, tin_fraction from product
      where shop_id = $1 and ($2::uuid[] is null or id = any($2)) order by key`,
    [shopId, ids === 'all' ? null : ids],
  );
  return rows.map(toProduct);
}

/** The shop's sheets by key. */
export async function sheetsOf(db: Queryable, shopId: string): Promise<Record<string, ProductSheet>> {
  return Object.fromEntries((await productsOf(db, shopId)).map(({ key, sheet }) => [key, sheet]));
}

/** Adds a product; null when the key is taken. */
export async function addProduct(
  db: Queryable,
  shopId: string,
  product: { id: string; key: string; sheet: ProductSheet },
): Promise<ProductRow | null> {
  const row = await maybeOne<RawProduct>(
    db,
    `insert into product (id, shop_id, key, sheet) values ($1, $2, $3, $4) on conflict do nothing returning id, key, sheet::text as sheet, version, stock_ml, colours_ml, tin_fraction`,
    [product.id, shopId, product.key, JSON.stringify(product.sheet)],
  );
  return row && toProduct(row);
}

export async function findProduct(db: Queryable, shopId: string, id: string): Promise<ProductRow | null> {
  const row = await maybeOne<RawProduct>(
    db,
    'select id, key, sheet::text as sheet, version, stock_ml, colours_ml, tin_fraction from product where shop_id = $1 and id = $2',
    [shopId, id],
  );
  return row && toProduct(row);
}

/** Writes a sheet if the version still holds; null when someone was faster. */
export async function updateProduct(
  db: Queryable,
  shopId: string,
  id: string,
  version: number,
  sheet: ProductSheet,
): Promise<ProductRow | null> {
  const row = await maybeOne<RawProduct>(
    db,
    `update product set sheet = $4, version = version + 1 where shop_id = $1 and id = $2 and version = $3 returning id, key, sheet::text as sheet, version, stock_ml, colours_ml, tin_fraction`,
    [shopId, id, version, JSON.stringify(sheet)],
  );
  return row && toProduct(row);
}

/** What is on the shelf of a product and the thinner in it, locked for a change; null where nobody counts it, and where there is none. */
async function lockShelf(
  db: Queryable,
  shopId: string,
  by: { id: string } | { key: string },
): Promise<(Shelf & Tin) | null> {
  const [column, value] = 'id' in by ? ['id', by.id] : ['key', by.key];
  const row = await maybeOne<Pick<RawProduct, 'stock_ml' | 'colours_ml' | 'tin_fraction'>>(
    db,
    `select stock_ml, colours_ml, tin_fraction from product where shop_id = $1 and ${column} = $2 for update`,
    [shopId, value],
  );
  return row && row.stock_ml !== null
    ? { ml: Number(row.stock_ml), colours: row.colours_ml, fraction: Number(row.tin_fraction) }
    : null;
}

/** A count of what is in the tins. */
export interface StockCount {
  /** In mL; null where nobody has counted. */
  stockMl: number | null;
  /** Mixed to which colour; where it is left out, those known before are cut to the new count. */
  coloursMl?: Readonly<Record<string, number>> | undefined;
  /** Tins that were opened fresh hold no thinner. */
  isFresh: boolean;
}

/** Writes what is in the tins, in mL; null when the stores have no such product. */
export async function setStock(
  db: Queryable,
  shopId: string,
  id: string,
  { stockMl, coloursMl, isFresh }: StockCount,
): Promise<ProductRow | null> {
  const known = coloursMl ?? (await lockShelf(db, shopId, { id }))?.colours ?? {};
  const { colours } = fitted({ ml: stockMl ?? 0, colours: known });
  const row = await maybeOne<RawProduct>(
    db,
    `update product set stock_ml = $3, colours_ml = $5, tin_fraction = case when $4 or $3::numeric is null then 0 else tin_fraction end
      where shop_id = $1 and id = $2 returning id, key, sheet::text as sheet, version, stock_ml, colours_ml, tin_fraction`,
    [shopId, id, stockMl, isFresh, JSON.stringify(colours)],
  );
  return row && toProduct(row);
}

/** Takes what was poured out of the tins of its colour, down to nothing; where nobody counts, nothing happens. */
export async function takeFromStock(
  db: Queryable,
  shopId: string,
  productKey: string,
  poured: { ml: number; colour: string | null },
): Promise<void> {
  const shelf = await lockShelf(db, shopId, { key: productKey });
  if (!shelf) return;
  const { ml, colours } = takenFrom(shelf, poured.colour, poured.ml);
  await db.query('update product set stock_ml = $3, colours_ml = $4 where shop_id = $1 and key = $2', [
    shopId,
    productKey,
    ml,
    JSON.stringify(colours),
  ]);
}

/** Id of the product that a shop keeps by a key; null where it has none. */
export async function productIdOf(db: Queryable, shopId: string, key: string): Promise<string | null> {
  const row = await maybeOne<{ id: string }>(db, 'select id from product where shop_id = $1 and key = $2', [
    shopId,
    key,
  ]);
  return row?.id ?? null;
}

/** Pours what is left of a mix back into the tins of its colour; false, and nothing happens, where nobody counts them. */
export async function pourBack(
  db: Queryable,
  shopId: string,
  productKey: string,
  { left, colour }: { left: Poured; colour: string | null },
): Promise<boolean> {
  const shelf = await lockShelf(db, shopId, { key: productKey });
  if (!shelf) return false;
  const tin = backIntoTin({ ml: shelf.ml, fraction: shelf.fraction }, left);
  const { ml, colours } = putOn(shelf, colour, tin.ml - shelf.ml);
  await db.query(
    'update product set stock_ml = $3, colours_ml = $4, tin_fraction = $5 where shop_id = $1 and key = $2',
    [shopId, productKey, ml, JSON.stringify(colours), tin.fraction],
  );
  return true;
}

/**
 * Brings the shelves up to what ships now: generic products that a shop lacks are added, and those that nobody has
 * touched since they came take over what a new version knows of their class.
 */
export async function stockGenericProducts(db: Queryable): Promise<void> {
  const wanted = Object.entries(GENERIC_PRODUCTS).map(([key, sheet]) => ({ key, sheet }));
  await db.query(
    `update product set sheet = wanted.sheet, version = version + 1
       from jsonb_to_recordset($1::jsonb) as wanted (key text, sheet jsonb)
      where product.key = wanted.key and product.sheet ->> 'source' = 'class default' and product.sheet <> wanted.sheet`,
    [JSON.stringify(wanted)],
  );
  const missing = await many<{ shop_id: string; key: string }>(
    db,
    `select shop.id as shop_id, wanted.key from shop cross join unnest($1::text[]) as wanted (key)
      where not exists (select 1 from product where product.shop_id = shop.id and product.key = wanted.key)`,
    [wanted.map(({ key }) => key)],
  );
  for (const { shop_id, key } of missing) {
    const sheet = GENERIC_PRODUCTS[key];
    if (sheet) await addProduct(db, shop_id, { id: uuid(), key, sheet });
  }
}
