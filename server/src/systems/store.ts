import { type CustomSystem, CustomSystemSchema, type CustomSystemVersion } from '@upholder/core/systems';
import { affectedRows, many, maybeOne, type Queryable } from '../db/database.ts';

interface RawVersion extends Record<string, unknown> {
  id: string;
  version: number;
  body: unknown;
  change_note: string;
  made_by: string;
  made_at: Date;
}

const COLUMNS = 'system_id as id, version, body, change_note, made_by, made_at';

function toVersion(row: RawVersion): CustomSystemVersion {
  return {
    ...CustomSystemSchema.parse(row.body),
    id: row.id,
    version: row.version,
    changeNote: row.change_note,
    madeBy: row.made_by,
    madeAt: row.made_at.toISOString(),
  };
}

/** The latest version of each of a shop's own systems that is in use, by name. */
export async function systemsOf(db: Queryable, shopId: string): Promise<CustomSystemVersion[]> {
  const rows = await many<RawVersion>(
    db,
    `select distinct on (system_id) ${COLUMNS} from custom_system_version
      where shop_id = $1 and not exists (select 1 from custom_system where id = system_id and is_retired)
      order by system_id, version desc`,
    [shopId],
  );
  return rows.map(toVersion).sort((a, b) => a.name.localeCompare(b.name));
}

/** All versions of an own system, newest first. */
export async function versionsOf(db: Queryable, shopId: string, id: string): Promise<CustomSystemVersion[]> {
  const rows = await many<RawVersion>(
    db,
    `select ${COLUMNS} from custom_system_version where shop_id = $1 and system_id = $2 order by version desc`,
    [shopId, id],
  );
  return rows.map(toVersion);
}

/** One version; null when the shop has none such. */
export async function findVersion(
  db: Queryable,
  shopId: string,
  id: string,
  version: number,
): Promise<CustomSystemVersion | null> {
  const row = await maybeOne<RawVersion>(
    db,
    `select ${COLUMNS} from custom_system_version where shop_id = $1 and system_id = $2 and version = $3`,
    [shopId, id, version],
  );
  return row && toVersion(row);
}

/**
 * Writes a version of an own system; version 1 makes the system. The same call again changes nothing.
 * @returns false when the system belongs to another shop, or that version is there and says something else.
 */
export async function addVersion(
  db: Queryable,
  shopId: string,
  id: string,
  version: number,
  system: CustomSystem,
  note: { changeNote: string; madeBy: string; madeAt: Date },
): Promise<boolean> {
  if (version === 1) {
    await db.query('insert into custom_system (id, shop_id) values ($1, $2) on conflict (id) do nothing', [
      id,
      shopId,
    ]);
  }
  const owner = await maybeOne(db, 'select id from custom_system where id = $1 and shop_id = $2', [
    id,
    shopId,
  ]);
  if (!owner) return false;
  const body = JSON.stringify(system);
  await db.query(
    `insert into custom_system_version (shop_id, system_id, version, body, change_note, made_by, made_at)
     values ($1, $2, $3, $4, $5, $6, $7) on conflict (system_id, version) do nothing`,
    [shopId, id, version, body, note.changeNote, note.madeBy, note.madeAt],
  );
  const same = await maybeOne(
    db,
    'select 1 as same from custom_system_version where system_id = $1 and version = $2 and body = $3::jsonb',
    [id, version, body],
  );
  return same !== null;
}

/** Takes an own system out of use, or back into it; jobs keep what they were planned with. */
export async function retireSystem(
  db: Queryable,
  shopId: string,
  id: string,
  isRetired: boolean,
): Promise<boolean> {
  const count = await affectedRows(
    db,
    'update custom_system set is_retired = $3 where shop_id = $1 and id = $2',
    [shopId, id, isRetired],
  );
  return count === 1;
}
