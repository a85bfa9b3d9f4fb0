import type { OpeningRow, WallRow } from '@upholder/core/api';
import { HardwareSchema, type Opening, type Wall } from '@upholder/core/elevation';
import { affectedRows, insertRows, many, maybeOne, type Queryable } from '../db/database.ts';

const WALL = 'id, position, name, letter, width_mm as "widthMm", height_mm as "heightMm", version';
const OPENING = `id, wall_id as "wallId", tag, x_mm as "xMm", y_mm as "yMm", width_mm as "widthMm",
  height_mm as "heightMm", hardware, bagged_at as "baggedAt", returned_at as "returnedAt", version`;

type RawOpening = Omit<OpeningRow, 'baggedAt' | 'returnedAt'> & {
  baggedAt: Date | null;
  returnedAt: Date | null;
};

function toOpening({ baggedAt, returnedAt, hardware, ...row }: RawOpening): OpeningRow {
  return {
    ...row,
    hardware: HardwareSchema.parse(hardware),
    baggedAt: baggedAt?.toISOString() ?? null,
    returnedAt: returnedAt?.toISOString() ?? null,
  };
}

export async function wallsOf(db: Queryable, shopId: string, jobId: string): Promise<WallRow[]> {
  return many(db, `select ${WALL} from wall where shop_id = $1 and job_id = $2 order by position, id`, [
    shopId,
    jobId,
  ]);
}

export async function openingsOf(db: Queryable, shopId: string, jobId: string): Promise<OpeningRow[]> {
  const rows = await many<RawOpening>(
    db,
    `select ${OPENING} from opening where shop_id = $1 and job_id = $2 order by wall_id, x_mm, y_mm desc, id`,
    [shopId, jobId],
  );
  return rows.map(toOpening);
}

/** The job that a wall belongs to; null when the shop has no such wall. */
export async function jobOfWall(db: Queryable, shopId: string, id: string): Promise<string | null> {
  const row = await maybeOne<{ job_id: string }>(
    db,
    'select job_id from wall where shop_id = $1 and id = $2',
    [shopId, id],
  );
  return row?.job_id ?? null;
}

/** Adds walls; ids that are there already change nothing. */
export async function addWalls(
  db: Queryable,
  shopId: string,
  jobId: string,
  walls: readonly Wall[],
): Promise<void> {
  const rows = walls.map(({ id, position, name, letter, widthMm, heightMm }) => ({
    id,
    shop_id: shopId,
    job_id: jobId,
    position,
    name,
    letter,
    width_mm: widthMm,
    height_mm: heightMm,
  }));
  await insertRows(db, 'wall', rows);
}

/** Writes a wall if the version still holds; null when someone was faster. */
export async function updateWall(
  db: Queryable,
  shopId: string,
  wall: Wall,
  version: number,
): Promise<WallRow | null> {
  return maybeOne(
    db,
    `update wall set position = $4, name = $5, letter = $6, width_mm = $7, height_mm = $8, version = version + 1
      where shop_id = $1 and id = $2 and version = $3 returning ${WALL}`,
    [shopId, wall.id, version, wall.position, wall.name, wall.letter, wall.widthMm, wall.heightMm],
  );
}

export async function deleteWall(db: Queryable, shopId: string, id: string): Promise<void> {
  await db.query('delete from wall where shop_id = $1 and id = $2', [shopId, id]);
}

/** Adds openings; ids that are there already change nothing. */
export async function addOpenings(
  db: Queryable,
  shopId: string,
  jobId: string,
  openings: readonly Opening[],
): Promise<void> {
  const rows = openings.map((opening) => ({
    id: opening.id,
    shop_id: shopId,
    job_id: jobId,
    wall_id: opening.wallId,
    tag: opening.tag,
    x_mm: opening.xMm,
    y_mm: opening.yMm,
    width_mm: opening.widthMm,
    height_mm: opening.heightMm,
    hardware: opening.hardware,
    bagged_at: opening.baggedAt,
    returned_at: opening.returnedAt,
  }));
  await insertRows(db, 'opening', rows);
}

function openingValues(opening: Opening): unknown[] {
  return [
    opening.wallId,
    opening.tag,
    opening.xMm,
    opening.yMm,
    opening.widthMm,
    opening.heightMm,
    JSON.stringify(opening.hardware),
    opening.baggedAt,
    opening.returnedAt,
  ];
}

/** Writes an opening of a job if the version still holds; null when someone was faster. */
export async function updateOpening(
  db: Queryable,
  shopId: string,
  jobId: string,
  opening: Opening,
  version: number,
): Promise<OpeningRow | null> {
  const row = await maybeOne<RawOpening>(
    db,
    `update opening set wall_id = $5, tag = $6, x_mm = $7, y_mm = $8, width_mm = $9, height_mm = $10, hardware = $11,
            bagged_at = $12, returned_at = $13, version = version + 1
      where shop_id = $1 and id = $2 and version = $3 and job_id = $4 returning ${OPENING}`,
    [shopId, opening.id, version, jobId, ...openingValues(opening)],
  );
  return row && toOpening(row);
}

/** Deletes openings of a job; their pieces stay, without an opening. Answers with how many went. */
export async function deleteOpenings(
  db: Queryable,
  shopId: string,
  jobId: string,
  ids: readonly string[],
): Promise<number> {
  return affectedRows(db, 'delete from opening where shop_id = $1 and job_id = $2 and id = any($3::uuid[])', [
    shopId,
    jobId,
    ids,
  ]);
}
