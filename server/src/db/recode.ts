import {
  choicesOfToday,
  mappingOfToday,
  mixOfToday,
  planOfToday,
  recodePlan,
  recodeStep,
  sheetOfToday,
  stepOfToday,
  systemOfToday,
  withMethodsOfToday,
} from '@upholder/core/recode';
import { many, type Queryable } from './database.ts';

interface Row extends Record<string, unknown> {
  key: string;
  body: object;
}

/** Steps of a custom system, by code. */
function recodeSystem(body: object): object {
  const { steps } = body as { steps?: object[] };
  return steps ? { ...body, steps: steps.map(recodeStep) } : body;
}

/** What the program wrote into, how its rows are told apart, and what changes in them. */
const PARTS: { table: string; column: string; key: string; change(body: object): unknown }[] = [
  { table: 'step', column: 'body', key: 'id::text', change: (body) => stepOfToday(recodeStep(body)) },
  { table: 'plan', column: 'body', key: 'id::text', change: (body) => planOfToday(recodePlan(body)) },
  {
    table: 'custom_system_version',
    column: 'body',
    key: `system_id || ' ' || version`,
    change: (body) => systemOfToday(recodeSystem(body)),
  },
  { table: 'mix', column: 'body', key: 'id::text', change: mixOfToday },
  { table: 'job', column: 'methods', key: 'id::text', change: choicesOfToday },
  { table: 'product', column: 'sheet', key: 'id::text', change: sheetOfToday },
  { table: 'import_mapping', column: 'mapping', key: 'signature', change: mappingOfToday },
];

/**
 * Keeps by code what the program wrote in words into a shop's rows before it had codes, and under the names of today what is
 * kept as JSON. The log stays as it was written.
 * @param db as the owner of its tables, in a transaction.
 */
export async function recodeShop(db: Queryable, shopId: string): Promise<void> {
  // Versions of a system are only ever added; this changes how their words are kept, not what they say.
  await db.query('alter table custom_system_version disable trigger custom_system_version_append_only');
  for (const { table, column, key, change } of PARTS) {
    const rows = await many<Row>(
      db,
      `select ${key} as key, ${column} as body from ${table} where shop_id = $1`,
      [shopId],
    );
    const changed = rows.flatMap(({ key, body }) => {
      const after = change(body);
      return JSON.stringify(after) === JSON.stringify(body) ? [] : [{ key, body: after }];
    });
    await db.query(
      `update ${table} set ${column} = changed.body
         from jsonb_to_recordset($2::jsonb) as changed (key text, body jsonb)
        where ${table}.shop_id = $1 and ${key.replace(/\b(id|system_id|version|signature)\b/g, `${table}.$1`)} = changed.key`,
      [shopId, JSON.stringify(changed)],
    );
  }
  await db.query('alter table custom_system_version enable trigger custom_system_version_append_only');
  const [shop] = await many<Row>(db, 'select id::text as key, settings as body from shop where id = $1', [
    shopId,
  ]);
  if (shop)
    await db.query('update shop set settings = $2, is_said = true where id = $1', [
      shopId,
      JSON.stringify(withMethodsOfToday(shop.body)),
    ]);
}

/** Every shop of an earlier version; each all of it or nothing. */
export async function recodeShops(db: Queryable): Promise<void> {
  for (const { id } of await many<{ id: string }>(
    db,
    'select id from shop where not is_said order by id',
    [],
  )) {
    await db.query('begin');
    try {
      await recodeShop(db, id);
      await db.query('commit');
    } catch (error) {
      await db.query('rollback');
      throw error;
    }
  }
}
