import type { Confirmed, Finding, FindingAnswer } from '@upholder/core/inspection';
import { grouped } from '../base/grouped.ts';
import { insertRows, many, type Queryable } from '../db/database.ts';

interface RawFinding extends Record<string, unknown> {
  id: string;
  job_id: string;
  piece_id: string;
  step_id: string | null;
  side: Finding['spot']['side'];
  part: Finding['spot']['part'];
  x: number;
  y: number;
  defect: Finding['defect'];
  severity: Finding['severity'];
  note: string;
  found_at: Date;
  call_back_id: string | null;
  member_id: string | null;
  member_name: string;
  logged_at: Date;
}

interface RawAnswer extends Record<string, unknown> {
  id: string;
  finding_id: string;
  answer: FindingAnswer['answer'];
  cure: FindingAnswer['cure'];
  cause: FindingAnswer['cause'];
  is_alone: boolean;
  reason: string;
  step_ids: string[];
  at: Date;
  member_id: string | null;
  member_name: string;
  logged_at: Date;
}

function toAnswer(row: RawAnswer): FindingAnswer {
  return {
    id: row.id,
    findingId: row.finding_id,
    answer: row.answer,
    cure: row.cure,
    cause: row.cause,
    isAlone: row.is_alone,
    reason: row.reason,
    at: row.at.toISOString(),
    stepIds: row.step_ids,
    memberId: row.member_id,
    memberName: row.member_name,
    loggedAt: row.logged_at.toISOString(),
  };
}

function toFinding(row: RawFinding, answers: FindingAnswer[]): Finding {
  return {
    id: row.id,
    jobId: row.job_id,
    pieceId: row.piece_id,
    stepId: row.step_id,
    spot: { side: row.side, part: row.part, x: row.x, y: row.y },
    defect: row.defect,
    severity: row.severity,
    note: row.note,
    foundAt: row.found_at.toISOString(),
    callBackId: row.call_back_id,
    memberId: row.member_id,
    memberName: row.member_name,
    loggedAt: row.logged_at.toISOString(),
    answers,
  };
}

async function withAnswers(db: Queryable, shopId: string, rows: readonly RawFinding[]): Promise<Finding[]> {
  const answers = await many<RawAnswer>(
    db,
    'select * from finding_answer where shop_id = $1 and finding_id = any($2::uuid[]) order by serial',
    [shopId, rows.map(({ id }) => id)],
  );
  const byFinding = grouped(answers.map(toAnswer), ({ findingId }) => findingId);
  return rows.map((row) => toFinding(row, byFinding.get(row.id) ?? []));
}

/** What was found on the pieces of jobs, in the order in which it was found, by job. */
export async function findingsOfJobs(
  db: Queryable,
  shopId: string,
  jobIds: readonly string[],
): Promise<Map<string, Finding[]>> {
  const rows = await many<RawFinding>(
    db,
    'select * from finding where shop_id = $1 and job_id = any($2::uuid[]) order by job_id, found_at, id',
    [shopId, jobIds],
  );
  const findings = rows.length > 0 ? await withAnswers(db, shopId, rows) : [];
  return grouped(findings, ({ jobId }) => jobId);
}

/** What was found on the pieces of a job, in the order in which it was found. */
export async function findingsOf(db: Queryable, shopId: string, jobId: string): Promise<Finding[]> {
  return (await findingsOfJobs(db, shopId, [jobId])).get(jobId) ?? [];
}

/** A finding by its id; null when the shop has none. */
export async function findFinding(db: Queryable, shopId: string, id: string): Promise<Finding | null> {
  const rows = await many<RawFinding>(db, 'select * from finding where shop_id = $1 and id = $2', [
    shopId,
    id,
  ]);
  return (await withAnswers(db, shopId, rows))[0] ?? null;
}

/** Writes findings with their answers, each once; those that are there already stay as they are. */
export async function addFindings(
  db: Queryable,
  shopId: string,
  findings: readonly Finding[],
): Promise<number> {
  const fresh = await insertRows(
    db,
    'finding',
    findings.map(({ spot, ...finding }) => ({
      id: finding.id,
      shop_id: shopId,
      job_id: finding.jobId,
      piece_id: finding.pieceId,
      step_id: finding.stepId,
      ...spot,
      defect: finding.defect,
      severity: finding.severity,
      note: finding.note,
      found_at: finding.foundAt,
      call_back_id: finding.callBackId,
      member_id: finding.memberId,
      member_name: finding.memberName,
      logged_at: finding.loggedAt,
    })),
  );
  const known = new Set(fresh);
  for (const { answers } of findings.filter(({ id }) => known.has(id)))
    for (const answer of answers) await addAnswer(db, shopId, answer);
  return fresh.length;
}

/** Writes an answer once. False when its id was there already. */
export async function addAnswer(db: Queryable, shopId: string, answer: FindingAnswer): Promise<boolean> {
  const fresh = await insertRows(db, 'finding_answer', [
    {
      id: answer.id,
      shop_id: shopId,
      finding_id: answer.findingId,
      answer: answer.answer,
      cure: answer.cure,
      cause: answer.cause,
      is_alone: answer.isAlone,
      reason: answer.reason,
      step_ids: answer.stepIds,
      at: answer.at,
      member_id: answer.memberId,
      member_name: answer.memberName,
      logged_at: answer.loggedAt,
    },
  ]);
  return fresh.length === 1;
}

/** How often the last answers to findings of a shop confirmed each cause. */
export async function confirmedCauses(db: Queryable, shopId: string): Promise<Confirmed[]> {
  return many<Confirmed & Record<string, unknown>>(
    db,
    `select finding.defect, last.cause, count(*)::int as count
       from finding
       join lateral (
         select cause, answer from finding_answer where finding_id = finding.id order by serial desc limit 1
       ) as last on true
      where finding.shop_id = $1 and last.cause is not null and last.answer <> 'withdraw'
      group by 1, 2 order by 1, 2`,
    [shopId],
  );
}
