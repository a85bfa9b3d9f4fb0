import type { ProductRow, Rows } from '@upholder/core/api';
import { GENERIC_PRODUCTS, type ProductSheet, ProductSheetSchema } from '@upholder/core/catalogue';
import type { Tin } from '@upholder/core/mixing';
import { v7 as uuid } from 'uuid';
import { many, maybeOne, type Queryable } from '../db/database.ts';

interface RawProduct extends Record<string, unknown> {
  id: string;
  key: string;
  sheet: unknown;
  version: number;
  stock_ml: number | null;
  tin_fraction: string;
}

/**
 * A sheet as it is kept. One from before a field was known takes that field from the generic sheet of its key or of its role:
 * one old row must not keep everybody out of the stores.
 * @throws ZodError when even then it is no sheet.
 */
function sheetOf(key: string, kept: unknown): ProductSheet {
  const read = ProductSheetSchema.safeParse(kept);
  if (read.success) return read.data;
  const known = Object(kept) as Partial<ProductSheet>;
  const alike = Object.values(GENERIC_PRODUCTS).find(({ role }) => role === known.role);
  return ProductSheetSchema.parse({ ...(GENERIC_PRODUCTS[key] ?? alike), ...known });
}

function toProduct({ id, key, sheet, version, stock_ml, tin_fraction }: RawProduct): ProductRow {
  return {
    id,
    key,
    sheet: sheetOf(key, sheet),
    version,
    stockMl: stock_ml === null ? null : Number(stock_ml),
    tinFraction: Number(tin_fraction),
  };
}

/** The products of a shop, or these of them, by their keys. */
export async function productsOf(db: Queryable, shopId: string, ids: Rows = 'all'): Promise<ProductRow[]> {
  const rows = await many<RawProduct>(
    db,
    `select id, key, sheet, version, stock_ml, tin_fraction from product
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
    `insert into product (id, shop_id, key, sheet) values ($1, $2, $3, $4) on conflict do nothing returning id, key, sheet, version, stock_ml, tin_fraction`,
    [product.id, shopId, product.key, JSON.stringify(product.sheet)],
  );
  return row && toProduct(row);
}

export async function findProduct(db: Queryable, shopId: string, id: string): Promise<ProductRow | null> {
  const row = await maybeOne<RawProduct>(
    db,
    'select id, key, sheet, version, stock_ml, tin_fraction from product where shop_id = $1 and id = $2',
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
    `update product set sheet = $4, version = version + 1 where shop_id = $1 and id = $2 and version = $3 returning id, key, sheet, version, stock_ml, tin_fraction`,
    [shopId, id, version, JSON.stringify(sheet)],
  );
  return row && toProduct(row);
}

/**
 * Writes what is in the tins, in mL; null where nobody has counted. Tins that were opened fresh hold no thinner.
 * Null when the stores have no such product.
 */
export async function setStock(
  db: Queryable,
  shopId: string,
  id: string,
  stockMl: number | null,
  isFresh = false,
): Promise<ProductRow | null> {
  const row = await maybeOne<RawProduct>(
    db,
    `update product set stock_ml = $3, tin_fraction = case when $4 or $3::numeric is null then 0 else tin_fraction end where shop_id = $1 and id = $2 returning id, key, sheet, version, stock_ml, tin_fraction`,
    [shopId, id, stockMl, isFresh],
  );
  return row && toProduct(row);
}

/** Takes what was poured out of the tins, down to nothing; where nobody counts, nothing happens. */
export async function takeFromStock(
  db: Queryable,
  shopId: string,
  productKey: string,
  ml: number,
): Promise<void> {
  await db.query(
    'update product set stock_ml = greatest(0, stock_ml - $3) where shop_id = $1 and key = $2 and stock_ml is not null',
    [shopId, productKey, ml],
  );
}

/** Id of the product that a shop keeps by a key; null where it has none. */
export async function productIdOf(db: Queryable, shopId: string, key: string): Promise<string | null> {
  const row = await maybeOne<{ id: string }>(db, 'select id from product where shop_id = $1 and key = $2', [
    shopId,
    key,
  ]);
  return row?.id ?? null;
}

/** Writes what the tins of a product hold after something went back into them. */
export async function setTin(db: Queryable, shopId: string, productKey: string, tin: Tin): Promise<void> {
  await db.query('update product set stock_ml = $3, tin_fraction = $4 where shop_id = $1 and key = $2', [
    shopId,
    productKey,
    tin.ml,
    tin.fraction,
  ]);
}

/** What the tins of a product hold, locked for a change; null where nobody counts them. */
export async function lockTin(db: Queryable, shopId: string, productKey: string): Promise<Tin | null> {
  const row = await maybeOne<{ stock_ml: string | null; tin_fraction: string }>(
    db,
    'select stock_ml, tin_fraction from product where shop_id = $1 and key = $2 for update',
    [shopId, productKey],
  );
  return row && row.stock_ml !== null
    ? { ml: Number(row.stock_ml), fraction: Number(row.tin_fraction) }
    : null;
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
