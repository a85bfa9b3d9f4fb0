import type { ProductRow } from '@upholder/core/api';
import { GENERIC_PRODUCTS, type ProductSheet, ProductSheetSchema } from '@upholder/core/catalogue';
import type { Tin } from '@upholder/core/mixing';
import {
  type CrewMember,
  type ShopSettings,
  ShopSettingsSchema,
  type Skill,
  type Week,
} from '@upholder/core/shop';
import { v7 as uuid } from 'uuid';
import { many, maybeOne, one, type Queryable } from '../db/database.ts';

export interface ShopRow {
  id: string;
  name: string;
  timeZone: string;
  settings: ShopSettings;
  version: number;
}

interface RawShop extends Record<string, unknown> {
  id: string;
  name: string;
  time_zone: string;
  settings: unknown;
  version: number;
}

function toShop(row: RawShop): ShopRow {
  return {
    id: row.id,
    name: row.name,
    timeZone: row.time_zone,
    settings: ShopSettingsSchema.parse(row.settings),
    version: row.version,
  };
}

export async function findShop(db: Queryable, shopId: string): Promise<ShopRow> {
  return toShop(await one<RawShop>(db, 'select * from shop where id = $1', [shopId]));
}

/** Writes settings if the version still holds; null when someone was faster. */
export async function updateShop(
  db: Queryable,
  shopId: string,
  version: number,
  change: { name: string; timeZone: string; settings: ShopSettings },
): Promise<ShopRow | null> {
  const row = await maybeOne<RawShop>(
    db,
    `update shop set name = $3, time_zone = $4, settings = $5, version = version + 1 where id = $1 and version = $2 returning *`,
    [shopId, version, change.name, change.timeZone, JSON.stringify(change.settings)],
  );
  return row && toShop(row);
}

export async function crewOf(db: Queryable, shopId: string): Promise<CrewMember[]> {
  const rows = await many<{
    id: string;
    name: string;
    days_off: string[];
    skills: Skill[];
    week: Week | null;
  }>(db, 'select id, name, days_off, skills, week from member where shop_id = $1 order by position, name', [
    shopId,
  ]);
  return rows.map(({ id, name, days_off, skills, week }) => ({ id, name, daysOff: days_off, skills, week }));
}

/** What can be set for a member on its own, and the column that keeps it. */
const MEMBER_COLUMNS = { skills: 'skills', week: 'week', daysOff: 'days_off' } as const;

/** Sets one thing of a member; false when the shop has no such member. */
export async function changeMember(
  db: Queryable,
  shopId: string,
  memberId: string,
  change: { skills: readonly Skill[] } | { week: Week | null } | { daysOff: readonly string[] },
): Promise<boolean> {
  const [[key, value] = []] = Object.entries(change);
  const column = MEMBER_COLUMNS[key as keyof typeof MEMBER_COLUMNS];
  const row = await maybeOne(
    db,
    `update member set ${column} = $3 where shop_id = $1 and id = $2 returning id`,
    [shopId, memberId, column === 'week' && value !== null ? JSON.stringify(value) : value],
  );
  return row !== null;
}

interface RawProduct extends Record<string, unknown> {
  id: string;
  key: string;
  sheet: unknown;
  version: number;
  stock_ml: number | null;
  tin_fraction: string;
}

function toProduct({ id, key, sheet, version, stock_ml, tin_fraction }: RawProduct): ProductRow {
  return {
    id,
    key,
    sheet: ProductSheetSchema.parse(sheet),
    version,
    stockMl: stock_ml === null ? null : Number(stock_ml),
    tinFraction: Number(tin_fraction),
  };
}

export async function productsOf(db: Queryable, shopId: string): Promise<ProductRow[]> {
  return (
    await many<RawProduct>(
      db,
      'select id, key, sheet, version, stock_ml, tin_fraction from product where shop_id = $1 order by key',
      [shopId],
    )
  ).map(toProduct);
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
