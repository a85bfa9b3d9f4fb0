import { createWriteStream } from 'node:fs';
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import Papa from 'papaparse';
import { many, maybeOne, type Queryable } from '../db/database.ts';
import { knownMigrations } from '../db/migrate.ts';
import type { PictureStore } from '../photos/pictureStore.ts';
import { type Column, columnsOf, SHOP_TABLES, type ShopTable } from './shopTables.ts';

export const SHOP_FORMAT = 'upholder-shop';
/** Exports of version 1 had other names for some tables and columns; they are still read. */
export const SHOP_VERSION = 2;
export const SHOP_FILE = 'shop.json';
export const PICTURES = 'pictures';

type Row = Record<string, unknown>;

/** What rows are put in order by, where that is not their key: what came first stays first. */
const ORDER: Partial<Record<ShopTable, string>> = {
  plan: 'given.serial',
  finding_answer: 'given.serial',
  job_event: 'given.serial',
  log_entry: '(select seq from log_chain where entry_id = given.id)',
  log_piece: '(select seq from log_chain where log_chain.entry_id = given.entry_id), given.position',
};

/** Columns that are written: neither what the database makes itself nor what goes into files of its own. */
export function writtenColumns(columns: readonly Column[], table: ShopTable): Column[] {
  return columns.filter((column) => column.table === table && !column.isMade && column.type !== 'bytea');
}

/** Which rows of a table are a shop's. */
export function ownerColumn(table: ShopTable): string {
  return table === 'shop' ? 'id' : 'shop_id';
}

async function rowsOf(
  db: Queryable,
  columns: readonly Column[],
  table: ShopTable,
  shopId: string,
): Promise<Row[]> {
  const names = writtenColumns(columns, table).map(({ name }) => `given.${name}`);
  const keys = columns
    .filter((column) => column.table === table && column.isKey)
    .map(({ name }) => `given.${name}`);
  const order = ORDER[table] ?? keys.join(', ');
  const rows = await many<{ row: string }>(
    db,
    `select row_to_json(chosen)::text as row
       from (select ${names.join(', ')} from ${table} as given where ${ownerColumn(table)} = $1 order by ${order}) as chosen`,
    [shopId],
  );
  return rows.map(({ row }) => JSON.parse(row) as Row);
}

const JSON_TYPES: Record<string, object> = {
  uuid: { type: 'string', format: 'uuid' },
  text: { type: 'string' },
  bool: { type: 'boolean' },
  int2: { type: 'integer' },
  int4: { type: 'integer' },
  int8: { type: 'integer' },
  numeric: { type: 'number' },
  timestamptz: { type: 'string', format: 'date-time' },
  date: { type: 'string', format: 'date' },
  _text: { type: 'array', items: { type: 'string' } },
  float8: { type: 'number' },
  _date: { type: 'array', items: { type: 'string', format: 'date' } },
  _uuid: { type: 'array', items: { type: 'string', format: 'uuid' } },
};

/** JSON Schema of an exported shop, from the columns of the database. */
export function shopSchema(columns: readonly Column[]): object {
  const typed = ({ type, isNullable }: Column) => {
    const known = JSON_TYPES[type] ?? {};
    return isNullable && 'type' in known ? { anyOf: [known, { type: 'null' }] } : known;
  };
  const tableSchema = (table: ShopTable) => {
    const own = writtenColumns(columns, table);
    return {
      type: 'array',
      items: {
        type: 'object',
        properties: Object.fromEntries(own.map((column) => [column.name, typed(column)])),
        required: own.filter(({ isNullable }) => !isNullable).map(({ name }) => name),
        additionalProperties: false,
      },
    };
  };
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'A shop, whole, as Upholder exports it',
    type: 'object',
    properties: {
      format: { const: SHOP_FORMAT },
      version: { const: SHOP_VERSION },
      exportedAt: { type: 'string', format: 'date-time' },
      migration: { type: 'string', description: 'The last one that the database had' },
      chain: {
        type: 'array',
        description: 'Links of the sealed log in hexadecimal, in the order of log_entry',
        items: { type: 'string', pattern: '^[0-9a-f]{64}$' },
      },
      tables: {
        type: 'object',
        properties: Object.fromEntries(SHOP_TABLES.map((table) => [table, tableSchema(table)])),
        required: [...SHOP_TABLES],
      },
    },
    required: ['format', 'version', 'exportedAt', 'migration', 'chain', 'tables'],
  };
}

function asCsv(rows: readonly Row[]): string {
  const flat = rows.map((row) =>
    Object.fromEntries(
      Object.entries(row).map(([name, value]) => [
        name,
        typeof value === 'object' && value !== null ? JSON.stringify(value) : value,
      ]),
    ),
  );
  return `${Papa.unparse(flat, { escapeFormulae: true })}\r\n`;
}

const ENDINGS: Record<string, string> = { 'image/jpeg': 'jpg', 'image/png': 'png', 'image/webp': 'webp' };

/** Where the content of a picture lies in an exported shop. */
export function pictureFile(id: string, type: string): string {
  return join(PICTURES, `${id}.${ENDINGS[type] ?? 'bin'}`);
}

/**
 * Writes everything of a shop into a folder, in open formats: `shop.json` with its schema beside it, a table of each kind as
 * CSV, and the pictures. Files are for their owner's eyes: they hold what clients told, and hashes of passwords.
 * @throws Error when there is no such shop, or a picture is missing.
 */
export async function exportShop(
  db: Queryable,
  shopId: string,
  folder: string,
  now: Date,
  store: PictureStore,
): Promise<void> {
  await db.query(`set timezone to 'UTC'`);
  if (!(await maybeOne(db, 'select id from shop where id = $1', [shopId])))
    throw new Error('There is no such shop.');
  const columns = await columnsOf(db);
  const links = await many<{ link: string }>(
    db,
    `select encode(link, 'hex') as link from log_chain where shop_id = $1 order by seq`,
    [shopId],
  );
  await mkdir(join(folder, 'csv'), { recursive: true, mode: 0o700 });
  await mkdir(join(folder, PICTURES), { recursive: true, mode: 0o700 });
  const head = {
    format: SHOP_FORMAT,
    version: SHOP_VERSION,
    exportedAt: now.toISOString(),
    migration: knownMigrations().at(-1),
    chain: links.map(({ link }) => link),
  };
  // Written table by table: a shop of many years need not be in memory at once.
  async function* pieces(): AsyncGenerator<string> {
    yield `${JSON.stringify(head, null, 1).replace(/\n}$/, '')},\n "tables": {`;
    for (const [at, table] of SHOP_TABLES.entries()) {
      const rows = await rowsOf(db, columns, table, shopId);
      const lines = rows.map((row) => JSON.stringify(row)).join(',\n   ');
      yield `${at === 0 ? '' : ','}\n  ${JSON.stringify(table)}: [${rows.length === 0 ? '' : `\n   ${lines}\n  `}]`;
      await writeFile(join(folder, 'csv', `${table}.csv`), asCsv(rows), { mode: 0o600 });
    }
    yield '\n }\n}\n';
  }
  await pipeline(Readable.from(pieces()), createWriteStream(join(folder, SHOP_FILE), { mode: 0o600 }));
  await writeFile(join(folder, 'shop.schema.json'), `${JSON.stringify(shopSchema(columns), null, 2)}\n`);
  const pictures = await many<{ id: string; type: string; hash: string | null }>(
    db,
    'select id, type, content_hash as hash from photo where shop_id = $1 order by id',
    [shopId],
  );
  for (const { id, type, hash } of pictures) {
    const content = hash === null ? null : await store.get(shopId, hash);
    if (!content) throw new Error(`The content of the picture ${id} is missing.`);
    await writeFile(join(folder, pictureFile(id, type)), content, { mode: 0o600 });
  }
}
