import type { PieceRow, Rows } from '@upholder/core/api';
import {
  PIECE_DEFAULTS,
  PIECE_FIELDS,
  type Piece,
  type PieceFieldName,
  pieceFields,
} from '@upholder/core/pieces';
import { byJob, insertRows, many, maybeOne, type Queryable } from '../db/database.ts';

type Fields = typeof PIECE_FIELDS;
/** Fields with a column of their own, and measures that are kept together, since they are only ever read with their piece. */
type ColumnKey = { [K in PieceFieldName]: Fields[K]['column'] extends string ? K : never }[PieceFieldName];
type ShapeKey = Exclude<PieceFieldName, ColumnKey | 'id'>;

const NAMES = pieceFields().flatMap(([name, { column }]) => (column === null ? [] : [name as ColumnKey]));
const GEOMETRY_FIELDS = pieceFields().flatMap(([name, { column }]) =>
  column === null && name !== 'id' ? [name as ShapeKey] : [],
);
const columnOf = (name: ColumnKey): string => PIECE_FIELDS[name].column;
const SELECT = `id, ${NAMES.map((name) => `${columnOf(name)} as "${name}"`).join(', ')}, shape, version`;

type RawPiece = Omit<PieceRow, ShapeKey> & { shape: Partial<Pick<Piece, ShapeKey>> };

function toPiece({ shape, ...row }: RawPiece): PieceRow {
  return Object.assign({}, SHAPE_DEFAULTS, shape, row);
}

function pickShape(piece: Pick<Piece, ShapeKey>): Pick<Piece, ShapeKey> {
  return Object.fromEntries(GEOMETRY_FIELDS.map((key) => [key, piece[key]])) as Pick<Piece, ShapeKey>;
}

/** For rows written before a measure was known. */
const SHAPE_DEFAULTS = pickShape(PIECE_DEFAULTS);

/** The pieces of jobs in their order, by job. */
export function piecesOfJobs(
  db: Queryable,
  shopId: string,
  jobIds: readonly string[],
): Promise<Map<string, PieceRow[]>> {
  return byJob<RawPiece & { job_id: string }, PieceRow>(
    db,
    `select job_id, ${SELECT} from piece where shop_id = $1 and job_id = any($2::uuid[]) order by job_id, position, tag`,
    [shopId, jobIds],
    ({ job_id: _job, ...row }) => toPiece(row as RawPiece),
  );
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
): Promise<{ piece: PieceRow; jobId: string; isOpen: boolean } | null> {
  const row = await maybeOne<RawPiece & { job_id: string; is_open: boolean }>(
    db,
    `select ${SELECT}, job_id, (select status = 'open' from job where job.id = piece.job_id) as is_open from piece where shop_id = $1 and id = $2`,
    [shopId, id],
  );
  if (!row) return null;
  const { job_id, is_open, ...piece } = row;
  return { piece: toPiece(piece), jobId: job_id, isOpen: is_open };
}

/** A piece that carries a tag, and the job it belongs to. */
interface TagHit {
  job: { id: string; code: string; name: string; isOpen: boolean };
  piece: { id: string; tag: string };
}

/** How many pieces of one tag are named at most. */
const MOST_HITS = 50;

/** Pieces of a tag in open jobs, or in every job of a code, whatever its case; open jobs first, then the latest. */
export async function piecesTagged(
  db: Queryable,
  shopId: string,
  { tag, jobCode }: { tag: string; jobCode: string | null },
): Promise<TagHit[]> {
  const rows = await many<{
    id: string;
    tag: string;
    job_id: string;
    code: string;
    name: string;
    is_open: boolean;
  }>(
    db,
    `select piece.id, piece.tag, job.id as job_id, job.code, job.name, job.status = 'open' as is_open
       from job join piece on piece.job_id = job.id and lower(piece.tag) = lower($2)
      where job.shop_id = $1 and case when $3::text is null then job.status = 'open' else lower(job.code) = lower($3) end
      order by job.status = 'open' desc, job.created_at desc, piece.position
      limit $4`,
    [shopId, tag.trim(), jobCode?.trim() ?? null, MOST_HITS],
  );
  return rows.map(({ id, tag: found, job_id, code, name, is_open }) => ({
    job: { id: job_id, code, name, isOpen: is_open },
    piece: { id, tag: found },
  }));
}

/** A piece as its row in the database. */
function rowOf(shopId: string, jobId: string, piece: Piece): Record<string, unknown> {
  return {
    id: piece.id,
    shop_id: shopId,
    job_id: jobId,
    ...Object.fromEntries(NAMES.map((name) => [columnOf(name), piece[name]])),
    shape: pickShape(piece),
  };
}

/** Adds pieces; ids that are there already change nothing. */
export async function addPieces(
  db: Queryable,
  shopId: string,
  jobId: string,
  pieces: readonly Piece[],
): Promise<void> {
  await insertRows(
    db,
    'piece',
    pieces.map((piece) => rowOf(shopId, jobId, piece)),
  );
}

/** Writes pieces whose versions still hold, in one statement. Those that somebody else wrote to are not among the answer. */
export async function updatePieces(
  db: Queryable,
  shopId: string,
  jobId: string,
  changes: readonly { piece: Piece; version: number }[],
): Promise<PieceRow[]> {
  const rows = changes.map(({ piece, version }) => ({ ...rowOf(shopId, jobId, piece), version }));
  const columns = [...NAMES.map(columnOf), 'shape'];
  const written = await many<RawPiece>(
    db,
    `with given as (select * from jsonb_populate_recordset(null::piece, $3::jsonb)),
          written as (
            update piece set ${columns.map((column) => `${column} = given.${column}`).join(', ')}, version = piece.version + 1
              from given
             where piece.shop_id = $1 and piece.job_id = $2 and piece.id = given.id and piece.version = given.version
            returning piece.*)
     select ${SELECT} from written`,
    [shopId, jobId, JSON.stringify(rows)],
  );
  return written.map(toPiece);
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
  await db.query(
    `update piece set opening_id = given.opening_id, version = version + 1
       from unnest($3::uuid[], $4::uuid[]) as given (id, opening_id)
      where piece.shop_id = $1 and piece.job_id = $2 and piece.id = given.id`,
    [shopId, jobId, assigned.map(({ pieceId }) => pieceId), assigned.map(({ openingId }) => openingId)],
  );
}

/** Gives pieces tags that nobody uses, for as long as their tags change places. */
export async function assignTemporaryTags(
  db: Queryable,
  shopId: string,
  ids: readonly string[],
): Promise<void> {
  await db.query(
    `update piece set tag = '~' || right(id::text, 12) where shop_id = $1 and id = any($2::uuid[])`,
    [shopId, ids],
  );
}
