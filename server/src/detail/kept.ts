import { floorLog } from '@upholder/core/floor';
import type { LogEntry } from '@upholder/core/jobs';
import { type Reservation, reservationsOf, withoutSurplus, withTicks } from '@upholder/core/planning';
import type { Minute, ShopSettings } from '@upholder/core/shop';
import { LRUCache } from 'lru-cache';
import type { Queryable } from '../db/database.ts';
import { eventsOfJobs } from '../handover/store.ts';
import { tagOf } from '../http/ready.ts';
import type { RevisedJob } from '../jobs/lists.ts';
import { jobsOf } from '../jobs/store.ts';
import { logOfJobs } from '../log/store.ts';
import { latestPlans } from '../plans/store.ts';
import { stepsOfJobs } from '../zones/steps.ts';
import { restOfDetails } from './store.ts';

// What is made of a job is right for as long as the job has the same revision, whoever asks. The revision is read before what it
// stands for: whatever changes in between is known by another one.

/** So much JSON of jobs is remembered, in bytes: what a hundred of them are. */
const MOST_BYTES = 48_000_000;
/** So many reservations are remembered: those of some three hundred jobs. */
const MOST_RESERVATIONS = 400_000;
/** Before anything that is planned. */
const NEVER: Minute = 0;

const rests = new LRUCache<string, Buffer>({ maxSize: MOST_BYTES, max: 2000 });
/** Logs as JSON: whoever logs in one job changes one of them. */
const logsKept = new LRUCache<string, Buffer>({ maxSize: MOST_BYTES, max: 2000 });
const logsOnFloor = new LRUCache<string, Buffer>({ maxSize: MOST_BYTES, max: 2000 });
/** The same of several jobs together, as they were asked for. */
const takenTogether = new LRUCache<string, readonly Reservation[]>({ maxSize: MOST_RESERVATIONS, max: 50 });
const taken = new LRUCache<string, readonly Reservation[]>({ maxSize: MOST_RESERVATIONS, max: 2000 });

/** What is remembered of jobs by id, or made for those of which nothing is. Jobs that are gone are left out. */
async function forEach<T extends object>(
  jobs: readonly RevisedJob[],
  by: 'revision' | 'rest',
  known: LRUCache<string, T>,
  make: (ids: string[]) => Promise<ReadonlyMap<string, T>>,
  sizeOf: (made: T) => number,
): Promise<Map<string, T>> {
  const found = new Map<string, T>();
  const unknown: RevisedJob[] = [];
  for (const job of jobs) {
    const one = known.get(job[by]);
    if (one) found.set(job.id, one);
    else unknown.push(job);
  }
  if (unknown.length > 0) {
    const made = await make(unknown.map(({ id }) => id));
    for (const job of unknown) {
      const one = made.get(job.id);
      if (!one) continue;
      found.set(job.id, one);
      known.set(job[by], one, { size: Math.max(1, sizeOf(one)) });
    }
  }
  return found;
}

/** The end of a job as it is worked on: its log. */
const logEnd = (log: readonly LogEntry[]) => Buffer.from(`,"log":${JSON.stringify(log)}}`);

/** The logs of jobs, whole. */
async function wholeLogs(
  db: Queryable,
  shopId: string,
  ids: readonly string[],
): Promise<Map<string, Buffer>> {
  const logs = await logOfJobs(db, shopId, ids);
  return new Map(ids.map((id) => [id, logEnd(logs.get(id) ?? [])]));
}

/** The logs of jobs as the floor needs them. */
async function floorLogs(
  db: Queryable,
  shopId: string,
  ids: readonly string[],
  now: Date,
): Promise<Map<string, Buffer>> {
  const [logs, steps, plans] = await Promise.all([
    logOfJobs(db, shopId, ids),
    stepsOfJobs(db, shopId, ids),
    latestPlans(db, shopId, ids),
  ]);
  return new Map(
    ids.map((id) => {
      const job = { steps: steps.get(id) ?? [], plan: plans.get(id) ?? null, log: logs.get(id) ?? [] };
      return [id, logEnd(floorLog(job, now.getTime()))];
    }),
  );
}

/**
 * Jobs as they are worked on, each as JSON, in their order.
 * @param floorAt when the floor asks, which needs little of what is older than a plan; null for whole logs.
 */
export async function workedJson(
  db: Queryable,
  shopId: string,
  jobs: readonly RevisedJob[],
  floorAt: Date | null,
): Promise<Buffer[]> {
  const [found, logs] = await Promise.all([
    forEach(
      jobs,
      'rest',
      rests,
      async (ids) => {
        const made = await restOfDetails(db, shopId, ids);
        return new Map(made.map((one) => [one.job.id, Buffer.from(JSON.stringify(one).slice(0, -1))]));
      },
      ({ length }) => length,
    ),
    forEach(
      jobs,
      'revision',
      floorAt ? logsOnFloor : logsKept,
      (ids) => (floorAt ? floorLogs(db, shopId, ids, floorAt) : wholeLogs(db, shopId, ids)),
      ({ length }) => length,
    ),
  ]);
  return jobs.flatMap(({ id }) => {
    const [rest, log] = [found.get(id), logs.get(id)];
    return rest && log ? [Buffer.concat([rest, log])] : [];
  });
}

async function madeReservations(
  db: Queryable,
  shopId: string,
  ids: readonly string[],
): Promise<Map<string, readonly Reservation[]>> {
  const [jobs, plans, logs, events] = await Promise.all([
    jobsOf(db, shopId, ids),
    latestPlans(db, shopId, ids),
    logOfJobs(db, shopId, ids),
    eventsOfJobs(db, shopId, ids),
  ]);
  return new Map(
    ids.flatMap((id) => {
      const [plan, job] = [withTicks(plans.get(id) ?? null, events.get(id) ?? []), jobs.get(id)];
      return plan && job ? [[id, reservationsOf(plan, logs.get(id) ?? [], NEVER, job.name)] as const] : [];
    }),
  );
}

/**
 * What jobs take of the shop from a minute on, by their plans and logs, without what is taken already. A shop is asked for the same
 * again and again, by whoever looks at a plan and then makes one: it is put together once for as long as none of the jobs changes.
 * @param settings of the shop: how much of each place there is.
 */
export async function reservationsFrom(
  db: Queryable,
  shopId: string,
  jobs: readonly RevisedJob[],
  settings: ShopSettings,
  from: Minute,
): Promise<Reservation[]> {
  const key = tagOf(shopId, JSON.stringify(settings), ...jobs.map(({ revision }) => revision));
  let together = takenTogether.get(key);
  if (!together) {
    const all = await forEach(
      jobs,
      'revision',
      taken,
      (ids) => madeReservations(db, shopId, ids),
      ({ length }) => length,
    );
    const each = jobs.flatMap(({ id }) => all.get(id) ?? []);
    together = withoutSurplus(each, settings);
    takenTogether.set(key, together, { size: Math.max(1, together.length) });
  }
  return together.filter(({ end }) => end > from);
}
