import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { shopTablesOfToday } from '@upholder/core/recode';
import { z } from 'zod';
import { type Database, many, maybeOne, type Queryable } from '../db/database.ts';
import { knownMigrations } from '../db/migrate.ts';
import { recodeShop } from '../db/recode.ts';
import type { PictureStore } from '../photos/pictureStore.ts';
import { takenIn } from '../photos/store.ts';
import { pictureFile, SHOP_FILE, SHOP_FORMAT, SHOP_VERSION, writtenColumns } from './shopExport.ts';
import { type Column, columnsOf, SHOP_TABLES, type ShopTable } from './shopTables.ts';

const RowsSchema = z.array(z.record(z.string(), z.unknown()));
const ShopFileSchema = z.object({
  format: z.literal(SHOP_FORMAT, { error: 'This is not a shop that Upholder exported.' }),
  version: z.literal([1, SHOP_VERSION], { error: 'This shop was exported by a newer version.' }),
  migration: z.string(),
  chain: z.array(z.string()),
  tables: z.record(z.string(), RowsSchema),
});
type ShopFile = z.infer<typeof ShopFileSchema>;

/** The migration that gave tables, columns and what is kept as JSON their names of today. */
const RENAMED_BY = '0020';

async function readShopFile(folder: string): Promise<ShopFile> {
  const text = await readFile(join(folder, SHOP_FILE), 'utf8').catch(() => {
    throw new Error(`There is no ${SHOP_FILE} in ${folder}.`);
  });
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    throw new Error(`${SHOP_FILE} is not valid JSON: it may be cut short.`);
  }
  const read = ShopFileSchema.safeParse(parsed);
  if (!read.success) throw new Error(read.error.issues[0]?.message ?? `${SHOP_FILE} is not valid.`);
  if (!knownMigrations().includes(read.data.migration))
    throw new Error('This shop was exported by a newer version. Update this one first.');
  const { migration, tables } = read.data;
  return migration < RENAMED_BY ? { ...read.data, tables: shopTablesOfToday(tables) } : read.data;
}

/** Says what stands in the way: the shop itself, or sign-in names that others here have. */
async function assertNew(db: Queryable, { tables }: ShopFile): Promise<{ id: string; name: string }> {
  const [shop] = tables.shop ?? [];
  const { id, name } = z.object({ id: z.uuid(), name: z.string() }).parse(shop);
  if (await maybeOne(db, 'select id from shop where id = $1', [id]))
    throw new Error(`${name} is in this database already. Import it into an empty one.`);
  const keys = (tables.member ?? [])
    .map(({ sign_in_key }) => sign_in_key)
    .filter((key) => typeof key === 'string');
  const taken = await many<{ sign_in: string }>(
    db,
    'select sign_in from member where sign_in_key = any($1)',
    [keys],
  );
  if (taken.length > 0)
    throw new Error(
      `Someone here signs in as ${taken.map(({ sign_in }) => sign_in).join(', ')} already. Give one of them another name first.`,
    );
  return { id, name };
}

async function insertTable(
  db: Queryable,
  columns: readonly Column[],
  table: ShopTable,
  rows: ShopFile['tables'][string],
): Promise<void> {
  const known = writtenColumns(columns, table).map(({ name }) => name);
  const [first] = rows;
  if (!first) return;
  const stray = Object.keys(first).find((name) => !known.includes(name));
  if (stray) throw new Error(`${table} has a column “${stray}” that this version does not have.`);
  const names = Object.keys(first).join(', ');
  await db.query(
    `insert into ${table} (${names}) select ${names} from jsonb_populate_recordset(null::${table}, $1::jsonb)`,
    [JSON.stringify(rows)],
  );
}

/** Pictures lie beside; a row without its picture is refused. */
async function insertPhotos(
  db: Queryable,
  folder: string,
  rows: ShopFile['tables'][string],
  pictures: PictureStore,
): Promise<void> {
  for (const row of rows) {
    const content = await readFile(join(folder, pictureFile(String(row.id), String(row.type)))).catch(() => {
      throw new Error(`The picture ${row.id} is missing.`);
    });
    // Exported before pictures were cleaned when they were taken: it is done now.
    const kept = await takenIn(pictures, String(row.shop_id), content, row);
    const names = Object.keys(kept).join(', ');
    await db.query(
      `insert into photo (${names}) select ${names} from jsonb_populate_record(null::photo, $1::jsonb)`,
      [JSON.stringify(kept)],
    );
  }
}

/**
 * Makes an exported shop again, as it was: same ids, same log, same chain. All of it or nothing.
 * @param db as the owner of its tables.
 * @returns name of the shop and entries of its log.
 * @throws Error in words where the export is damaged, was changed, or its shop is here already.
 */
export async function importShop(
  db: Database,
  folder: string,
  pictures: PictureStore,
): Promise<{ name: string; entries: number }> {
  const file = await readShopFile(folder);
  return db.transaction(async (connection) => {
    const { id, name } = await assertNew(connection, file);
    const columns = await columnsOf(connection);
    const stray = Object.keys(file.tables).find(
      (table) => !(SHOP_TABLES as readonly string[]).includes(table),
    );
    if (stray) throw new Error(`This version has no table “${stray}”.`);
    for (const table of SHOP_TABLES) {
      const rows = file.tables[table] ?? [];
      if (table === 'photo') await insertPhotos(connection, folder, rows, pictures);
      else await insertTable(connection, columns, table, rows);
    }
    // Exported before what is kept as JSON had its codes and names.
    if (file.migration < RENAMED_BY) await recodeShop(connection, id);
    // The log is sealed here already, so that it can be held against the chain that came with it.
    await connection.query('set constraints all immediate');
    const links = await many<{ link: string }>(
      connection,
      `select encode(link, 'hex') as link from log_chain where shop_id = $1 order by seq`,
      [id],
    );
    const first = file.chain.findIndex((link, at) => link !== links[at]?.link);
    if (first >= 0 || links.length !== file.chain.length)
      throw new Error(
        `The log in this export was changed after it was written, from entry ${(first < 0 ? file.chain.length : first) + 1} on. Nothing was imported.`,
      );
    return { name, entries: links.length };
  });
}
