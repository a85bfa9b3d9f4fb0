import type { JobDetail } from '@upholder/core/api';
import { type Reservation, reservationsOf, withTicks } from '@upholder/core/planning';
import type { Minute } from '@upholder/core/shop';
import { LRUCache } from 'lru-cache';
import type { Queryable } from '../db/database.ts';
import { eventsOfJobs } from '../handover/store.ts';
import { jobsOf, type RevisedJob } from '../jobs/store.ts';
import { logOfJobs } from '../log/store.ts';
import { latestPlans } from '../plans/store.ts';
import { workedDetails } from './store.ts';

// What is made of a job is right for as long as the job has the same revision, whoever asks. The revision is read before what it
// stands for: whatever changes in between is known by another one.

/** So much JSON of jobs is remembered, in bytes: what a hundred of them are. */
const MOST_BYTES = 48_000_000;
/** So many reservations are remembered: those of some three hundred jobs. */
const MOST_RESERVATIONS = 400_000;
/** Before anything that is planned. */
const NEVER: Minute = 0;

const written = new LRUCache<string, Buffer>({ maxSize: MOST_BYTES, max: 2000 });
const taken = new LRUCache<string, readonly Reservation[]>({ maxSize: MOST_RESERVATIONS, max: 2000 });

/** What is remembered of jobs, or made for those of which nothing is, in their order. Jobs that are gone are left out. */
async function forEach<T extends object>(
  jobs: readonly RevisedJob[],
  known: LRUCache<string, T>,
  make: (ids: string[]) => Promise<ReadonlyMap<string, T>>,
  sizeOf: (made: T) => number,
): Promise<T[]> {
  const found = new Map(jobs.map(({ id, revision }) => [id, known.get(revision)]));
  const unknown = jobs.filter(({ id }) => found.get(id) === undefined);
  if (unknown.length > 0) {
    const made = await make(unknown.map(({ id }) => id));
    for (const { id, revision } of unknown) {
      const one = made.get(id);
      found.set(id, one);
      if (one) known.set(revision, one, { size: Math.max(1, sizeOf(one)) });
    }
  }
  return jobs.map(({ id }) => found.get(id)).filter((one) => one !== undefined);
}

const asJson = ({ job, ...rest }: JobDetail): readonly [string, Buffer] => [
  job.id,
  Buffer.from(JSON.stringify({ job, ...rest })),
];

/** Jobs as they are worked on, each as JSON. */
export function workedJson(db: Queryable, shopId: string, jobs: readonly RevisedJob[]): Promise<Buffer[]> {
  return forEach(
    jobs,
    written,
    async (ids) => new Map((await workedDetails(db, shopId, ids)).map(asJson)),
    ({ length }) => length,
  );
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

/** What jobs take of the shop from a minute on, by their plans and logs. */
export async function reservationsFrom(
  db: Queryable,
  shopId: string,
  jobs: readonly RevisedJob[],
  from: Minute,
): Promise<Reservation[]> {
  const all = await forEach(
    jobs,
    taken,
    (ids) => madeReservations(db, shopId, ids),
    ({ length }) => length,
  );
  return all.flatMap((one) => one.filter(({ end }) => end > from));
}
