import { type PracticeRun, PracticeRunSchema } from '@upholder/core/film';
import { many, type Queryable } from '../db/database.ts';

/** The best runs of a member, by lesson. */
export async function runsOf(db: Queryable, shopId: string, memberId: string): Promise<PracticeRun[]> {
  const rows = await many<{ lesson: string; score: number; at: Date; path: unknown }>(
    db,
    'select lesson, score, at, path from practice_run where shop_id = $1 and member_id = $2 order by lesson',
    [shopId, memberId],
  );
  return rows.map((row) => PracticeRunSchema.parse({ ...row, at: row.at.toISOString() }));
}

/** Keeps a run where there is none for its lesson yet, or one with a lower score. */
export async function keepRun(
  db: Queryable,
  shopId: string,
  memberId: string,
  { lesson, score, at, path }: PracticeRun,
): Promise<void> {
  await db.query(
    `insert into practice_run (shop_id, member_id, lesson, score, at, path) values ($1, $2, $3, $4, $5, $6)
     on conflict (member_id, lesson) do update set score = excluded.score, at = excluded.at, path = excluded.path
      where practice_run.score < excluded.score`,
    [shopId, memberId, lesson, score, at, JSON.stringify(path)],
  );
}
