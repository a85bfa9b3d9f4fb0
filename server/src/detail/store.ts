import type { JobDetail } from '@upholder/core/api';
import { withTicks } from '@upholder/core/planning';
import type { Queryable } from '../db/database.ts';
import { openingsOf, wallsOf } from '../elevation/store.ts';
import { eventsOfJobs } from '../handover/store.ts';
import { findingsOfJobs } from '../inspection/store.ts';
import { jobsOf } from '../jobs/store.ts';
import { logOf } from '../log/store.ts';
import { photosOf } from '../photos/store.ts';
import { piecesOfJobs } from '../pieces/store.ts';
import { latestPlans } from '../plans/store.ts';
import { decisionsOf } from '../zones/decisions.ts';
import { stepsOfJobs } from '../zones/steps.ts';
import { zonesOfJobs } from '../zones/store.ts';

type Work = Pick<JobDetail, 'job' | 'zones' | 'steps' | 'pieces' | 'plan' | 'findings' | 'events'>;

/** What jobs are worked by: zones, steps, pieces, plan, findings and what else happened, without the log; in the order of the ids. */
async function workOf(db: Queryable, shopId: string, jobIds: readonly string[]): Promise<Work[]> {
  const [jobs, zones, steps, pieces, plans, findings, events] = await Promise.all([
    jobsOf(db, shopId, jobIds),
    zonesOfJobs(db, shopId, jobIds),
    stepsOfJobs(db, shopId, jobIds),
    piecesOfJobs(db, shopId, jobIds),
    latestPlans(db, shopId, jobIds),
    findingsOfJobs(db, shopId, jobIds),
    eventsOfJobs(db, shopId, jobIds),
  ]);
  return jobIds.flatMap((id) => {
    const job = jobs.get(id);
    if (!job) return [];
    const happened = events.get(id) ?? [];
    return [
      {
        job,
        zones: zones.get(id) ?? [],
        steps: steps.get(id) ?? [],
        pieces: pieces.get(id) ?? [],
        plan: withTicks(plans.get(id) ?? null, happened),
        findings: findings.get(id) ?? [],
        events: happened,
      },
    ];
  });
}

/** Everything about one job; null when the shop has no such job. */
export async function detailOf(db: Queryable, shopId: string, jobId: string): Promise<JobDetail | null> {
  const [[work], log, walls, openings, photos, decisions] = await Promise.all([
    workOf(db, shopId, [jobId]),
    logOf(db, shopId, jobId),
    wallsOf(db, shopId, jobId),
    openingsOf(db, shopId, jobId),
    photosOf(db, shopId, jobId),
    decisionsOf(db, shopId, jobId),
  ]);
  return work ? { ...work, log, walls, openings, photos, decisions } : null;
}

/** Jobs as they are worked on: without their maps, pictures and decisions; and without the log, which is read by itself. */
export async function restOfDetails(
  db: Queryable,
  shopId: string,
  jobIds: readonly string[],
): Promise<Omit<JobDetail, 'log'>[]> {
  const all = await workOf(db, shopId, jobIds);
  return all.map((work) => ({ ...work, walls: [], openings: [], photos: [], decisions: [] }));
}
