import type { Job } from '../jobs/index.ts';
import { SHOP_PLACE } from '../places/index.ts';
import {
  bindingClock,
  buildProblem,
  clockStart,
  type JobForPlanning,
  type PlanOp,
  type PlanSnapshot,
  type ScheduledOp,
  type ShopForPlanning,
  WHOLE_LOADS,
} from '../planning/index.ts';
import type { Minute } from '../shop/calendar.ts';

/** The next task to one load. */
export interface AgendaItem {
  jobId: string;
  loadId: string;
  loadLabel: string;
  op: PlanOp;
  /** When the clocks of earlier films allow it; at or before now when it may start. */
  openAt: Minute;
  /** The film that holds it back, when one does. */
  heldBy: { name: string; waitFor: PlanOp['waitFor'] } | null;
  /** When the recoat window of the film under it shuts; null when it stays open. */
  shutsAt: Minute | null;
  /** Null when no plan has it yet. */
  plannedStart: Minute | null;
  plannedEnd: Minute | null;
  personId: string | null;
}

/** A film that is drying. */
export interface DryingItem {
  jobId: string;
  loadId: string;
  loadLabel: string;
  /** Step that laid it. */
  stepId: string;
  name: string;
  row: PlanOp['row'];
  /** The place that it dries in, by its id. */
  placeId: string;
  pieceIds: string[];
  end: Minute;
  sandAt: Minute;
  recoatAt: Minute;
  handleAt: Minute;
  shutsAt: Minute | null;
}

/** What the floor shows: work that may start, work that waits, films that dry. */
export interface Agenda {
  ready: AgendaItem[];
  waiting: AgendaItem[];
  drying: DryingItem[];
}

/** A job with the plan it is worked by. */
export interface JobOnFloor extends JobForPlanning {
  job: Pick<Job, 'id' | 'place' | 'startOn'>;
  plan: PlanSnapshot;
}

function placed(ops: readonly PlanOp[]): ScheduledOp[] {
  return ops.flatMap((op) =>
    op.done ? [{ op, personId: null, ...op.done, segments: [], occupiedUntil: null, waits: [] }] : [],
  );
}

/** When the recoat window over the last film shuts, unless something has given it a new key. */
function windowEnd(done: readonly ScheduledOp[]): Minute | null {
  for (const { op, end } of [...done].reverse()) {
    if (op.abrades) return null;
    if (op.windowMax !== null) return end + op.windowMax;
  }
  return null;
}

function agendaOfJob(job: JobOnFloor, shop: ShopForPlanning, now: Minute): Agenda {
  const span = { now, horizon: now, people: [] };
  const problem = buildProblem(job, shop, span, { loads: job.plan.loads, ops: [] }, WHOLE_LOADS, 'all');
  if (!problem.ok) return { ready: [], waiting: [], drying: [] };
  const planned = new Map(job.plan.ops.map((op) => [op.id, op]));
  const agenda: Agenda = { ready: [], waiting: [], drying: [] };
  for (const load of problem.value.loads) {
    const done = placed(load.ops).sort((a, b) => a.end - b.end);
    const next = load.ops.find((op) => !op.done);
    if (next) {
      // Scuff and dust that the plan put before a coat come before that coat on the floor as well.
      const repair = (['scuff', 'dust'] as const).find(
        (action) =>
          planned.has(`${next.id}#${action}`) &&
          !done.some(({ op }) => op.stepId === next.stepId && op.action === action),
      );
      const op: PlanOp = repair
        ? {
            ...next,
            id: `${next.id}#${repair}`,
            name: planned.get(`${next.id}#${repair}`)?.name ?? next.name,
            action: repair,
            isCoat: false,
            waitFor: 'sand',
          }
        : next;
      // What goes on with another tool since the plan was made keeps the place of the task that it was cut from.
      const plan = planned.get(op.id) ?? planned.get(op.id.replace(/~[a-z-]+/, ''));
      const openAt = clockStart(done, op);
      const binding = bindingClock(done, op);
      const item: AgendaItem = {
        jobId: job.job.id,
        loadId: load.id,
        loadLabel: load.label,
        op,
        openAt,
        heldBy: openAt > now && binding ? { name: binding.film.op.name, waitFor: op.waitFor } : null,
        shutsAt: op.waitFor === 'recoat' ? windowEnd(done) : null,
        plannedStart: plan?.start ?? null,
        plannedEnd: plan?.end ?? null,
        personId: plan?.personId ?? null,
      };
      if (openAt <= now) agenda.ready.push(item);
      else agenda.waiting.push(item);
    }
    const film = done.findLast(({ op }) => op.isCoat && op.lags !== null);
    const lags = film?.op.lags;
    if (!film || !lags) continue;
    const longest = film.end + Math.max(lags.sand, lags.recoat, lags.handle);
    if (longest <= now) continue;
    agenda.drying.push({
      jobId: job.job.id,
      loadId: load.id,
      loadLabel: load.label,
      stepId: film.op.stepId,
      name: film.op.name,
      row: load.lie === 'hung' ? 'rail' : load.lie === 'flat' ? 'rack' : 'room',
      placeId: load.placeId ?? SHOP_PLACE,
      pieceIds: film.op.pieceIds,
      end: film.end,
      sandAt: film.end + lags.sand,
      recoatAt: film.end + lags.recoat,
      handleAt: film.end + lags.handle,
      shutsAt: film.op.windowMax === null ? null : film.end + film.op.windowMax,
    });
  }
  return agenda;
}

/**
 * What to do now, what comes next and what is drying until when, over all jobs on the floor: plan and log together.
 * Ready and waiting work is in planned order; films are in the order in which their next clock rings.
 */
export function floorAgenda(jobs: readonly JobOnFloor[], shop: ShopForPlanning, now: Minute): Agenda {
  const parts = jobs.map((job) => agendaOfJob(job, shop, now));
  const order = (item: AgendaItem) => Math.max(item.plannedStart ?? Number.MAX_SAFE_INTEGER, 0);
  const nextClock = (film: DryingItem) =>
    Math.min(...[film.sandAt, film.recoatAt, film.handleAt].filter((at) => at > now));
  return {
    ready: parts
      .flatMap(({ ready }) => ready)
      .sort((a, b) => order(a) - order(b) || a.op.id.localeCompare(b.op.id)),
    waiting: parts
      .flatMap(({ waiting }) => waiting)
      .sort(
        (a, b) =>
          Math.max(a.openAt, order(a)) - Math.max(b.openAt, order(b)) || a.op.id.localeCompare(b.op.id),
      ),
    drying: parts.flatMap(({ drying }) => drying).sort((a, b) => nextClock(a) - nextClock(b)),
  };
}
