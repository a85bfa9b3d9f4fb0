import type { PieceRow, Rows } from '@upholder/core/api';
import {
  PIECE_DEFAULTS,
  PIECE_FIELDS,
  type Piece,
  type PieceFieldName,
  pieceFields,
} from '@upholder/core/pieces';
import { many, maybeOne, one, type Queryable } from '../db/database.ts';

type Fields = typeof PIECE_FIELDS;
/** Fields with a column of their own, and measures that are kept together, since they are only ever read with their piece. */
type ColumnKey = { [K in PieceFieldName]: Fields[K]['column'] extends string ? K : never }[PieceFieldName];
type ShapeKey = Exclude<PieceFieldName, ColumnKey | 'id'>;

const NAMES = pieceFields().flatMap(([name, { column }]) => (column === null ? [] : [name as ColumnKey]));
const SHAPE = pieceFields().flatMap(([name, { column }]) =>
  column === null && name !== 'id' ? [name as ShapeKey] : [],
);
const columnOf = (name: ColumnKey): string => PIECE_FIELDS[name].column;
const SELECT = `id, ${NAMES.map((name) => `${columnOf(name)} as "${name}"`).join(', ')}, shape, version`;

type RawPiece = Omit<PieceRow, ShapeKey> & { shape: Partial<Pick<Piece, ShapeKey>> };

function toPiece({ shape, ...row }: RawPiece): PieceRow {
  return Object.assign({}, SHAPE_DEFAULTS, shape, row);
}

function pickShape(piece: Pick<Piece, ShapeKey>): Pick<Piece, ShapeKey> {
  return Object.fromEntries(SHAPE.map((key) => [key, piece[key]])) as Pick<Piece, ShapeKey>;
}

/** For rows written before a measure was known. */
const SHAPE_DEFAULTS = pickShape(PIECE_DEFAULTS);

function valuesOf(piece: Piece): unknown[] {
  return [...NAMES.map((name) => piece[name]), JSON.stringify(pickShape(piece))];
}

/** The pieces of a job; only these where ids are given. */
export async function piecesOf(
  db: Queryable,
  shopId: string,
  jobId: string,
  ids: Rows = 'all',
): Promise<PieceRow[]> {
  const rows = await many<RawPiece>(
    db,
    `select ${SELECT} from piece where shop_id = $1 and job_id = $2 and ($3::uuid[] is null or id = any($3)) order by position, tag`,
    [shopId, jobId, ids === 'all' ? null : ids],
  );
  return rows.map(toPiece);
}

/** A piece with its job; null when the shop has no such piece. */
export async function findPiece(
  db: Queryable,
  shopId: string,
  id: string,
): Promise<{ piece: PieceRow; jobId: string } | null> {
  const row = await maybeOne<RawPiece & { job_id: string }>(
    db,
    `select ${SELECT}, job_id from piece where shop_id = $1 and id = $2`,
    [shopId, id],
  );
  if (!row) return null;
  const { job_id, ...piece } = row;
  return { piece: toPiece(piece), jobId: job_id };
}

/** Adds a piece; the same id again changes nothing. */
export async function addPiece(db: Queryable, shopId: string, jobId: string, piece: Piece): Promise<void> {
  const slots = [...NAMES, 'shape'].map((_, index) => `$${index + 4}`).join(', ');
  await db.query(
    `insert into piece (id, shop_id, job_id, ${NAMES.map((name) => columnOf(name)).join(', ')}, shape) values ($1, $2, $3, ${slots})
     on conflict (id) do nothing`,
    [piece.id, shopId, jobId, ...valuesOf(piece)],
  );
}

/** Adds many pieces in one statement; ids that are there already change nothing. */
export async function addPieces(
  db: Queryable,
  shopId: string,
  jobId: string,
  pieces: readonly Piece[],
): Promise<void> {
  const rows = pieces.map((piece) => ({
    id: piece.id,
    ...Object.fromEntries(NAMES.map((name) => [columnOf(name), piece[name]])),
    shape: pickShape(piece),
  }));
  const columns = ['id', ...NAMES.map((name) => columnOf(name)), 'shape'];
  await db.query(
    `insert into piece (shop_id, job_id, ${columns.join(', ')})
     select $1, $2, ${columns.map((name) => `given.${name}`).join(', ')}
       from jsonb_populate_recordset(null::piece, $3::jsonb) as given
     on conflict (id) do nothing`,
    [shopId, jobId, JSON.stringify(rows)],
  );
}

/** Writes a piece if the version still holds; null when someone was faster. */
export async function updatePiece(
  db: Queryable,
  shopId: string,
  piece: Piece,
  version: number,
): Promise<PieceRow | null> {
  const sets = NAMES.map((name, index) => `${columnOf(name)} = $${index + 4}`).join(', ');
  const row = await maybeOne<RawPiece>(
    db,
    `update piece set ${sets}, shape = $${NAMES.length + 4}, version = version + 1 where shop_id = $1 and id = $2 and version = $3 returning ${SELECT}`,
    [shopId, piece.id, version, ...valuesOf(piece)],
  );
  return row && toPiece(row);
}

/** Ids among these that the log names. */
export async function loggedPieces(db: Queryable, shopId: string, ids: readonly string[]): Promise<string[]> {
  const rows = await many<{ piece_id: string }>(
    db,
    'select distinct piece_id from log_piece where shop_id = $1 and piece_id = any($2::uuid[])',
    [shopId, ids],
  );
  return rows.map(({ piece_id }) => piece_id);
}

export async function deletePieces(
  db: Queryable,
  shopId: string,
  jobId: string,
  ids: readonly string[],
): Promise<void> {
  await db.query('delete from piece where shop_id = $1 and job_id = $2 and id = any($3::uuid[])', [
    shopId,
    jobId,
    ids,
  ]);
}

/** Puts pieces of a job into openings, or out of them. */
export async function assignOpenings(
  db: Queryable,
  shopId: string,
  jobId: string,
  assigned: readonly { pieceId: string; openingId: string | null }[],
): Promise<void> {
  for (const { pieceId, openingId } of assigned) {
    await db.query(
      'update piece set opening_id = $4, version = version + 1 where shop_id = $1 and job_id = $2 and id = $3',
      [shopId, jobId, pieceId, openingId],
    );
  }
}

/** Gives pieces tags that nobody uses, for as long as their tags change places. */
export async function parkTags(db: Queryable, shopId: string, ids: readonly string[]): Promise<void> {
  await db.query(
    `update piece set tag = '~' || right(id::text, 12) where shop_id = $1 and id = any($2::uuid[])`,
    [shopId, ids],
  );
}

/** Whether all of these pieces belong to a zone. */
export async function areInZone(
  db: Queryable,
  shopId: string,
  zoneId: string,
  ids: readonly string[],
): Promise<boolean> {
  const wanted = [...new Set(ids)];
  const { found } = await one<{ found: number }>(
    db,
    'select count(*)::int as found from piece where shop_id = $1 and zone_id = $2 and id = any($3::uuid[])',
    [shopId, zoneId, wanted],
  );
  return found === wanted.length;
}
