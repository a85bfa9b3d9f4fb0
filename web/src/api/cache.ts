import type { ThunkDispatch, UnknownAction } from '@reduxjs/toolkit';
import {
  type Changes,
  type JobChanges,
  type JobDetail,
  patchedDetail,
  patchedShop,
  type Touched,
  type TouchedJob,
  UNTOUCHED,
} from '@upholder/core/api';
import type { MixRecord } from '@upholder/core/mixing';
import { upholder } from './upholder.ts';

const { endpoints, util } = upholder;

/** A store that keeps answers of the server, as far as it is needed for that. */
type State = Parameters<ReturnType<typeof endpoints.shop.select>>[0];
export interface Cache {
  dispatch: ThunkDispatch<State, unknown, UnknownAction>;
  getState: () => State;
}

/** Whether an answer is just being read: perhaps from before the change. */
const isBeingRead = ({ status }: { status: string }): boolean => status === 'pending';

/** What the map, the pictures and the decisions are: of no use on the floor, which goes without them. */
function onFloor({ walls: _w, openings: _o, photos: _p, decisions: _d, ...changes }: JobChanges): JobChanges {
  return changes;
}

function withMixes(known: readonly MixRecord[], read: readonly MixRecord[]): MixRecord[] {
  const now = new Map(known.map((mix) => [mix.id, mix]));
  for (const mix of read) if (mix.revision >= (now.get(mix.id)?.revision ?? 0)) now.set(mix.id, mix);
  return [...now.values()].sort(
    (a, b) =>
      Number(a.emptiedAt !== null) - Number(b.emptiedAt !== null) ||
      Date.parse(b.startedAt) - Date.parse(a.startedAt),
  );
}

/** A change of a job in so far as it reaches beyond the job. */
type Reach = Pick<TouchedJob, 'id' | 'job'> & { isPlanned: boolean; isLogged: boolean };

/** What a change of a job makes out of date besides the job itself. */
function renewAround(cache: Cache, { id, job, isPlanned, isLogged }: Reach): void {
  const { dispatch, getState } = cache;
  if (job) dispatch(util.invalidateTags(['Jobs', 'Floor', 'OpenJobs']));
  else if (isPlanned) renewFloorFor(cache, id);
  if (isLogged) dispatch(util.invalidateTags(['MixCoats']));
  if (!job && !isPlanned && !isLogged) return;
  // What is booked for a job is the others' business: its own it leaves out.
  for (const jobId of util.selectCachedArgsForQuery(getState(), 'planningContext'))
    if (jobId !== id) dispatch(util.invalidateTags([{ type: 'Surroundings', id: jobId }]));
}

/** Answers that hold several jobs as they are worked on, with the tag by which each is asked for again. */
const WORKED = [
  ['floor', 'Floor'],
  ['openJobs', 'OpenJobs'],
] as const;

/** Whether an answer that holds jobs is kept, or on its way, and has this job. */
const holds = (kept: { data?: { details: readonly JobDetail[] } }, id: string): boolean =>
  kept.data?.details.some((one) => one.job.id === id) === true;

function keepWorked({ dispatch, getState }: Cache, changes: JobChanges): void {
  const { id } = changes;
  for (const [name, tag] of WORKED) {
    const kept = endpoints[name].select()(getState());
    if (isBeingRead(kept)) dispatch(util.invalidateTags([tag]));
    else if (kept.data && holds(kept, id)) {
      const details = kept.data.details.map((one) =>
        one.job.id === id ? patchedDetail(one, onFloor(changes)) : one,
      );
      dispatch(util.updateQueryData(name, undefined, (known) => ({ ...known, details })));
    }
  }
}

/** A job that has a plan now may belong on the floor, where it was not before. */
function renewFloorFor({ dispatch, getState }: Cache, id: string): void {
  const floor = endpoints.floor.select()(getState());
  if (floor.data && !holds(floor, id)) dispatch(util.invalidateTags(['Floor']));
}

function keepJob(cache: Cache, changes: JobChanges): void {
  const { dispatch, getState } = cache;
  const { id, summary } = changes;
  const job = endpoints.job.select(id)(getState());
  if (isBeingRead(job)) dispatch(util.invalidateTags([{ type: 'Job', id }]));
  else if (job.data && !changes.isGone)
    dispatch(util.updateQueryData('job', id, () => patchedDetail(job.data as JobDetail, changes)));
  keepWorked(cache, changes);
  const list = endpoints.jobs.select()(getState());
  if (isBeingRead(list)) dispatch(util.invalidateTags(['Jobs']));
  else if (summary && list.data) {
    const jobs = list.data.jobs.map((one) => (one.job.id === id ? summary : one));
    dispatch(util.updateQueryData('jobs', undefined, (known) => ({ ...known, jobs })));
  }
}

/** Puts what changed into every answer that is kept here; only what cannot be put in is asked for again. */
export function keepChanges(cache: Cache, changes: Changes): void {
  const { dispatch, getState } = cache;
  for (const job of changes.jobs) keepJob(cache, job);
  if (changes.products.length > 0 || Object.keys(changes.shop).length > 0) {
    const shop = endpoints.shop.select()(getState());
    if (isBeingRead(shop)) dispatch(util.invalidateTags(['Shop']));
    else if (shop.data) {
      const known = shop.data;
      dispatch(util.updateQueryData('shop', undefined, () => patchedShop(known, changes)));
    }
  }
  if (changes.mixes.length > 0) {
    const kept = endpoints.mixes.select()(getState());
    if (isBeingRead(kept)) dispatch(util.invalidateTags(['Mixes']));
    else if (kept.data) {
      const mixes = withMixes(kept.data.mixes, changes.mixes);
      dispatch(util.updateQueryData('mixes', undefined, () => ({ mixes })));
    }
  }
}

/** What is out of date here once this page changed something itself and has the answer in its hands. */
export function renewAroundChanges(cache: Cache, { jobs, shop }: Changes): void {
  for (const { id, job, isGone, plan, log } of jobs)
    renewAround(cache, {
      id,
      ...((job !== undefined || isGone) && { job: true }),
      isPlanned: plan !== undefined,
      isLogged: log !== undefined,
    });
  renewAroundShop(cache, Object.keys(shop));
}

function renewAroundShop({ dispatch }: Cache, parts: readonly string[]): void {
  if (parts.includes('systems')) dispatch(util.invalidateTags(['Systems']));
  if (parts.includes('benchItems')) dispatch(util.invalidateTags(['Surroundings']));
}

/** What is out of date here once somebody else changed something. */
export function renewAroundTouched(cache: Cache, { jobs, shop }: Touched): void {
  for (const { id, job, plan, log } of jobs)
    renewAround(cache, {
      id,
      ...(job && { job }),
      isPlanned: plan !== undefined,
      isLogged: log !== undefined,
    });
  renewAroundShop(cache, shop);
}

/** Of what somebody else touched, what is kept here: nothing else is asked for. */
export function keptHere({ getState }: Cache, touched: Touched): Touched {
  const state = getState();
  const isKept = (one: { status: string }) => one.status !== 'uninitialized';
  const hasList = isKept(endpoints.jobs.select()(state));
  const jobs = touched.jobs.flatMap((job): TouchedJob[] => {
    const line: TouchedJob = { id: job.id, ...(hasList && { summary: true as const }) };
    if (isKept(endpoints.job.select(job.id)(state))) return [{ ...job, ...line }];
    const isWorked = WORKED.some(([name]) => {
      const kept = endpoints[name].select()(state);
      return isBeingRead(kept) || holds(kept, job.id);
    });
    const { map: _map, photos: _photos, decisions: _decisions, ...worked } = job;
    if (isWorked && Object.keys(worked).length > 1) return [{ ...worked, ...line }];
    return hasList ? [line] : [];
  });
  const hasShop = isKept(endpoints.shop.select()(state));
  return {
    ...UNTOUCHED,
    jobs,
    ...(hasShop && { shop: touched.shop, products: touched.products }),
    ...(isKept(endpoints.mixes.select()(state)) && { mixes: touched.mixes }),
  };
}

/** Asks again, each as a whole, for all answers that somebody else touched: where reading just that part failed. */
export function renewWhole({ dispatch }: Cache, { jobs, shop, products, mixes }: Touched): void {
  dispatch(
    util.invalidateTags([
      ...jobs.map(({ id }) => ({ type: 'Job' as const, id })),
      ...(jobs.length > 0 ? (['Jobs', 'Floor', 'OpenJobs'] as const) : []),
      ...(shop.length > 0 || products.length > 0 ? (['Shop'] as const) : []),
      ...(mixes.length > 0 ? (['Mixes'] as const) : []),
    ]),
  );
}
