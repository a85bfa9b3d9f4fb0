import { many, type Queryable } from '../db/database.ts';

/**
 * Tables that belong to a shop, each after those that it refers to. Sessions, invitations, tablets and links for clients are
 * left out: they hold only where they were made.
 */
export const SHOP_TABLES = [
  'shop',
  'member',
  'product',
  'supply',
  'layer_answer',
  'bench_item',
  'custom_system',
  'custom_system_version',
  'import_mapping',
  'climate_reading',
  'job',
  'zone',
  'wall',
  'opening',
  'step',
  'piece',
  'photo',
  'decision',
  'plan',
  'mix',
  'log_entry',
  'log_piece',
  'finding',
  'finding_answer',
  'job_event',
  'seen_exclusion',
  'practice_run',
] as const;
export type ShopTable = (typeof SHOP_TABLES)[number];

/** A column as a table has it. */
export interface Column {
  table: string;
  name: string;
  type: string;
  isNullable: boolean;
  isKey: boolean;
  /** Written by the database itself. */
  isMade: boolean;
}

/** Columns of all tables of a database. */
export async function columnsOf(db: Queryable): Promise<Column[]> {
  const rows = await many<{
    table: string;
    name: string;
    type: string;
    nullable: boolean;
    key: boolean;
    made: boolean;
  }>(
    db,
    `select columns.table_name as table, column_name as name, udt_name as type, is_nullable = 'YES' as nullable,
            is_generated = 'ALWAYS' or is_identity = 'YES' as made,
            exists (
              select 1 from pg_index join pg_attribute on attrelid = indrelid and attnum = any (indkey)
               where indisprimary and indrelid = (quote_ident(columns.table_name))::regclass and attname = column_name
            ) as key
       from information_schema.columns join information_schema.tables using (table_schema, table_name)
      where table_schema = 'public' and table_type = 'BASE TABLE' order by columns.table_name, ordinal_position`,
  );
  return rows.map(({ table, name, type, nullable, key, made }) => ({
    table,
    name,
    type,
    isNullable: nullable,
    isKey: key,
    isMade: made,
  }));
}
