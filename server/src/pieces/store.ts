import type { PieceRow } from '@upholder/core/api';
import type { Piece } from '@upholder/core/pieces';
import { many, maybeOne, type Queryable } from '../db/database.ts';

const FIELDS = {
  zoneId: 'zone_id',
  position: 'position',
  tag: 'tag',
  kind: 'kind',
  construction: 'construction',
  widthMm: 'width_mm',
  heightMm: 'height_mm',
  thicknessMm: 'thickness_mm',
  frameMm: 'frame_mm',
  recessMm: 'recess_mm',
  panelsAcross: 'panels_across',
  panelsDown: 'panels_down',
  finishFront: 'finish_front',
  finishBack: 'finish_back',
  finishEdges: 'finish_edges',
  note: 'note',
} as const satisfies Partial<Record<keyof Piece, string>>;

const NAMES = Object.keys(FIELDS) as (keyof typeof FIELDS)[];
const SELECT = `id, ${NAMES.map((name) => `${FIELDS[name]} as "${name}"`).join(', ')}, version`;

export async function piecesOf(db: Queryable, shopId: string, jobId: string): Promise<PieceRow[]> {
  return many<PieceRow>(
    db,
    `select ${SELECT} from piece where shop_id = $1 and job_id = $2 order by position, tag`,
    [shopId, jobId],
  );
}

/** A piece with its job; null when the shop has no such piece. */
export async function findPiece(
  db: Queryable,
  shopId: string,
  id: string,
): Promise<{ piece: PieceRow; jobId: string } | null> {
  const row = await maybeOne<PieceRow & { job_id: string }>(
    db,
    `select ${SELECT}, job_id from piece where shop_id = $1 and id = $2`,
    [shopId, id],
  );
  if (!row) return null;
  const { job_id, ...piece } = row;
  return { piece, jobId: job_id };
}

/** Adds a piece; the same id again changes nothing. */
export async function addPiece(db: Queryable, shopId: string, jobId: string, piece: Piece): Promise<void> {
  const slots = NAMES.map((_, index) => `$${index + 4}`).join(', ');
  await db.query(
    `insert into piece (id, shop_id, job_id, ${NAMES.map((name) => FIELDS[name]).join(', ')}) values ($1, $2, $3, ${slots})
     on conflict (id) do nothing`,
    [piece.id, shopId, jobId, ...NAMES.map((name) => piece[name])],
  );
}

/** Writes a piece if the version still holds; null when someone was faster. */
export async function updatePiece(
  db: Queryable,
  shopId: string,
  piece: Piece,
  version: number,
): Promise<PieceRow | null> {
  const sets = NAMES.map((name, index) => `${FIELDS[name]} = $${index + 4}`).join(', ');
  return maybeOne<PieceRow>(
    db,
    `update piece set ${sets}, version = version + 1 where shop_id = $1 and id = $2 and version = $3 returning ${SELECT}`,
    [shopId, piece.id, version, ...NAMES.map((name) => piece[name])],
  );
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
