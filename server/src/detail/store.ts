import type { JobDetail } from '@upholder/core/api';
import { withTicks } from '@upholder/core/planning';
import type { Queryable } from '../db/database.ts';
import { openingsOf, wallsOf } from '../elevation/store.ts';
import { eventsOfJob } from '../handover/store.ts';
import { findingsOf } from '../inspection/store.ts';
import { findJob, openJobIds } from '../jobs/store.ts';
import { logOf } from '../log/store.ts';
import { photosOf } from '../photos/store.ts';
import { piecesOf } from '../pieces/store.ts';
import { latestPlan } from '../plans/store.ts';
import { decisionsOf } from '../zones/decisions.ts';
import { stepsOf } from '../zones/steps.ts';
import { zonesOf } from '../zones/store.ts';

type Work = Pick<JobDetail, 'job' | 'zones' | 'steps' | 'pieces' | 'log' | 'plan' | 'findings' | 'events'>;

/** What a job is worked by: zones, steps, pieces, log, plan, findings and what else happened. */
async function workOf(db: Queryable, shopId: string, jobId: string): Promise<Work | null> {
  const job = await findJob(db, shopId, jobId);
  if (!job) return null;
  const [zones, steps, pieces, log, plan, findings, events] = await Promise.all([
    zonesOf(db, shopId, jobId),
    stepsOf(db, shopId, jobId),
    piecesOf(db, shopId, jobId),
    logOf(db, shopId, jobId),
    latestPlan(db, shopId, jobId),
    findingsOf(db, shopId, jobId),
    eventsOfJob(db, shopId, jobId),
  ]);
  return { job, zones, steps, pieces, log, plan: withTicks(plan, events), findings, events };
}

/** Everything about one job; null when the shop has no such job. */
export async function detailOf(db: Queryable, shopId: string, jobId: string): Promise<JobDetail | null> {
  const [work, walls, openings, photos, decisions] = await Promise.all([
    workOf(db, shopId, jobId),
    wallsOf(db, shopId, jobId),
    openingsOf(db, shopId, jobId),
    photosOf(db, shopId, jobId),
    decisionsOf(db, shopId, jobId),
  ]);
  return work && { ...work, walls, openings, photos, decisions };
}

/** All open jobs as the floor works on them: without their maps, pictures and decisions. */
export async function openDetails(db: Queryable, shopId: string): Promise<JobDetail[]> {
  const ids = await openJobIds(db, shopId);
  const all = await Promise.all(ids.map((id) => workOf(db, shopId, id)));
  return all
    .filter((work) => work !== null)
    .map((work) => ({ ...work, walls: [], openings: [], photos: [], decisions: [] }));
}
