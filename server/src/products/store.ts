import type { LayerRow, SupplyRow } from '@upholder/core/api';
import { GENERIC_SUPPLIES, type ShopLayer, type Supply, SupplySchema } from '@upholder/core/catalogue';
import { v7 as uuid } from 'uuid';
import { affectedRows, many, maybeOne, type Queryable } from '../db/database.ts';

interface RawSupply extends Record<string, unknown> {
  id: string;
  key: string;
  body: unknown;
  version: number;
}

function toSupply({ id, key, body, version }: RawSupply): SupplyRow {
  return { id, key, supply: SupplySchema.parse(body), version };
}

/** Cleaners, abrasives, fillers and the like of a shop. */
export async function suppliesOf(db: Queryable, shopId: string): Promise<SupplyRow[]> {
  const rows = await many<RawSupply>(
    db,
    'select id, key, body, version from supply where shop_id = $1 order by key',
    [shopId],
  );
  return rows.map(toSupply);
}

export async function findSupply(db: Queryable, shopId: string, id: string): Promise<SupplyRow | null> {
  const row = await maybeOne<RawSupply>(
    db,
    'select id, key, body, version from supply where shop_id = $1 and id = $2',
    [shopId, id],
  );
  return row && toSupply(row);
}

/** Adds a supply; null when the key is taken. */
export async function addSupply(
  db: Queryable,
  shopId: string,
  entry: { id: string; key: string; supply: Supply },
): Promise<SupplyRow | null> {
  const row = await maybeOne<RawSupply>(
    db,
    `insert into supply (id, shop_id, key, body) values ($1, $2, $3, $4) on conflict do nothing
     returning id, key, body, version`,
    [entry.id, shopId, entry.key, JSON.stringify(entry.supply)],
  );
  return row && toSupply(row);
}

/** Writes a supply if the version still holds; null when someone was faster. */
export async function updateSupply(
  db: Queryable,
  shopId: string,
  id: string,
  version: number,
  supply: Supply,
): Promise<SupplyRow | null> {
  const row = await maybeOne<RawSupply>(
    db,
    `update supply set body = $4, version = version + 1 where shop_id = $1 and id = $2 and version = $3
     returning id, key, body, version`,
    [shopId, id, version, JSON.stringify(supply)],
  );
  return row && toSupply(row);
}

/** Gives every shop the supplies that ship and that it lacks. What it has stays as it is. */
export async function stockGenericSupplies(db: Queryable): Promise<void> {
  const missing = await many<{ shop_id: string; key: string }>(
    db,
    `select shop.id as shop_id, wanted.key from shop cross join unnest($1::text[]) as wanted (key)
      where not exists (select 1 from supply where supply.shop_id = shop.id and supply.key = wanted.key)`,
    [Object.keys(GENERIC_SUPPLIES)],
  );
  for (const { shop_id, key } of missing) {
    const supply = GENERIC_SUPPLIES[key];
    if (supply) await addSupply(db, shop_id, { id: uuid(), key, supply });
  }
}

/** What a shop knows better than the layer table, oldest first. */
export async function layersOf(db: Queryable, shopId: string): Promise<LayerRow[]> {
  const rows = await many<Omit<LayerRow, 'at'> & { at: Date }>(
    db,
    `select id, kind, under_key as under, over_key as over, answer, why, test, member_name as "memberName", at
       from layer_answer where shop_id = $1 order by at, id`,
    [shopId],
  );
  return rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString() }));
}

/** Writes an answer; the same id again changes nothing. */
export async function addLayer(
  db: Queryable,
  shopId: string,
  layer: ShopLayer,
  memberName: string,
  now: Date,
): Promise<void> {
  const { id, kind, under, over, answer, why, test } = layer;
  await db.query(
    `insert into layer_answer (id, shop_id, kind, under_key, over_key, answer, why, test, member_name, at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) on conflict (id) do nothing`,
    [
      id,
      shopId,
      kind,
      under,
      over,
      answer,
      why,
      test === null ? null : JSON.stringify(test),
      memberName,
      now,
    ],
  );
}

/** Takes an answer back, so that the one before it or the table counts again; false when there is none. */
export async function deleteLayer(db: Queryable, shopId: string, id: string): Promise<boolean> {
  return (
    (await affectedRows(db, 'delete from layer_answer where shop_id = $1 and id = $2', [shopId, id])) === 1
  );
}
