import { recodePlan, recodeStep } from '@upholder/core/recode';
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

/** What the program wrote into, and how its rows are told apart. */
const TABLES = [
  { table: 'step', key: 'id::text', change: recodeStep<object> },
  { table: 'plan', key: 'id::text', change: recodePlan<object> },
  { table: 'custom_system_version', key: `system_id || ' ' || version`, change: recodeSystem },
] as const;

/**
 * Keeps by code what the program wrote in words into a shop's steps, plans and custom systems before it had codes. The log
 * stays as it was written.
 * @param db as the owner of its tables, in a transaction.
 */
export async function recodeShop(db: Queryable, shopId: string): Promise<void> {
  // Versions of a system are only ever added; this changes how their words are kept, not what they say.
  await db.query('alter table custom_system_version disable trigger own_system_version_append_only');
  for (const { table, key, change } of TABLES) {
    const rows = await many<Row>(db, `select ${key} as key, body from ${table} where shop_id = $1`, [shopId]);
    const changed = rows.flatMap(({ key, body }) => {
      const after = change(body);
      return JSON.stringify(after) === JSON.stringify(body) ? [] : [{ key, body: after }];
    });
    await db.query(
      `update ${table} set body = changed.body
         from jsonb_to_recordset($2::jsonb) as changed (key text, body jsonb)
        where ${table}.shop_id = $1 and ${table === 'custom_system_version' ? `${table}.system_id || ' ' || ${table}.version` : `${table}.id::text`} = changed.key`,
      [shopId, JSON.stringify(changed)],
    );
  }
  await db.query('alter table custom_system_version enable trigger own_system_version_append_only');
  await db.query('update shop set is_said = true where id = $1', [shopId]);
}

/** Every shop that was there before there were codes; each all of it or nothing. */
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
