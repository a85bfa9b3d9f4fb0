import type { LogEntry } from '../src/jobs/index.ts';
import type { Piece } from '../src/pieces/index.ts';
import {
  checkPlan,
  isRepair,
  type JobForPlanning,
  type PlannedOp,
  type PlanSnapshot,
  planJob,
  roomWishesOf,
  type ShopForPlanning,
  searchPlan,
  snapshotOf,
} from '../src/planning/index.ts';
import { type Minute, toInstant } from '../src/shop/index.ts';
import { randomCase, SAMPLE_START, sampleId, seeded } from './sample.ts';

// Jobs that are worked with a loose relation to their plans, and planned again and again: for tests and the benchmark.

let number = 0;

/** A log entry as a person might write it. */
export function entryFor(
  op: Pick<PlannedOp, 'stepId' | 'side' | 'action'>,
  pieceIds: string[],
  doneAt: Minute,
  change: Partial<LogEntry> = {},
): LogEntry {
  number += 1;
  const at = toInstant(doneAt).toISOString();
  return {
    id: sampleId(7, number),
    jobId: sampleId(4, 1),
    stepId: op.stepId,
    side: op.side,
    action: op.action,
    pieceIds,
    doneAt: at,
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: sampleId(9, 1),
    memberName: 'Person 1',
    loggedAt: at,
    ...change,
  };
}

/** Plans again and verifies it. @throws Error where there is no plan, or it breaks a promise. */
export function replan(
  job: JobForPlanning,
  shop: ShopForPlanning,
  now: Minute,
  earlier: PlanSnapshot | null,
): PlanSnapshot {
  const outcome = planJob(job, shop, now, earlier ?? undefined);
  if (!outcome.ok) throw new Error(outcome.message);
  const violations = checkPlan(outcome.value.problem, outcome.value.plan);
  if (violations.length > 0) throw new Error(JSON.stringify(violations.slice(0, 3)));
  return snapshotOf(sampleId(6, 1), toInstant(now).toISOString(), shop.climate, outcome.value);
}

/** What a crew with a loose relation to its plan might log between two looks at the clock. */
export function liveFor(
  minutes: Minute,
  job: JobForPlanning,
  plan: PlanSnapshot,
  now: Minute,
  random: () => number,
): LogEntry[] {
  const log = [...job.log];
  const until = now + minutes;
  for (const op of [...plan.ops].sort((a, b) => a.start - b.start)) {
    if (op.personId === null || op.end > until) continue;
    const chance = random();
    if (chance < 0.15) continue;
    const late = Math.floor(random() * 90);
    const doneAt = Math.min(until, op.end + late);
    const some = op.pieceIds.filter(() => random() < 0.6);
    const pieceIds = chance < 0.3 && some.length > 0 ? some : op.pieceIds;
    const climate = random() < 0.5 ? { airC: 12 + random() * 14, rhPct: 40 + random() * 35 } : null;
    const productKey = job.steps.find(({ id }) => id === op.stepId)?.productKey;
    const coat =
      productKey && op.isCoat
        ? { productKey, paintMl: 500, thinnerMl: 0, cup: null, cupSeconds: null, climate, wftUm: null }
        : null;
    log.push(entryFor(op, pieceIds, doneAt, { coat }));
  }
  const last = log.at(-1);
  if (last && random() < 0.2) {
    log.push(
      entryFor(last, last.pieceIds, now, { doneAt: last.doneAt, correctsId: last.id, isWithdrawal: true }),
    );
  }
  return log;
}

/** A piece that cannot be saved after all: a new one is to come. */
function replaced(job: JobForPlanning, { id, zoneId }: Piece, on: Minute): JobForPlanning {
  const replacementsOn = toInstant(on).toISOString().slice(0, 10);
  return {
    ...job,
    pieces: job.pieces.map((piece) => (piece.id === id ? { ...piece, treatment: 'replace' } : piece)),
    zones: job.zones.map((zone) =>
      zone.id === zoneId ? { ...zone, survey: { ...zone.survey, replacementsOn } } : zone,
    ),
  };
}

/** What became of the re-plans of a job's life. */
export interface Life {
  replans: number;
  /** Pins that could not be kept; an answer, not a fault. */
  refusals: number;
}

/**
 * Plans a random job again and again while it is worked: logged early, late, in part and taken back, scuffed once more,
 * pinned and let go, in air that changes, with pieces that turn out to be past saving, and searched on a little each time.
 * @throws Error as soon as a plan breaks a promise or none is found where there must be one.
 */
export function liveThrough(seed: number, rounds: number): Life {
  const random = seeded(seed * 6151);
  const { job: start, shop: first } = randomCase(seed + 5000);
  let job = start;
  let shop = first;
  let now = SAMPLE_START;
  let plan = replan(job, shop, now, null);
  let pins = new Map<string, Minute>();
  // Some clients ask for something: that each zone goes in turn, for a day of the week, or that all comes back in one go.
  const room = roomWishesOf({
    oneZoneAtATime: random() < 0.3,
    roomNotOn: seed % 4 === 0 ? ['wed'] : [],
    refitTogether: seed % 3 === 0,
    tripMin: seed % 5 === 0 ? 60 : null,
  });
  const life: Life = { replans: 1, refusals: 0 };
  for (let round = 0; round < rounds; round += 1) {
    const minutes = 60 + Math.floor(random() * 1500);
    job = { ...job, log: liveFor(minutes, job, plan, now, random) };
    now += minutes;
    const coats = plan.ops.filter(({ isCoat, end }) => isCoat && end < now);
    const coat = coats[Math.floor(random() * coats.length)];
    if (coat && random() < 0.15)
      job = { ...job, log: [...job.log, entryFor({ ...coat, action: 'scuff' }, coat.pieceIds, now)] };
    if (random() < 0.3)
      shop = {
        ...shop,
        climate: { airC: 11 + Math.floor(random() * 16), rhPct: 35 + Math.floor(random() * 45) },
      };
    const broken = job.pieces[Math.floor(random() * job.pieces.length)];
    if (broken && random() < 0.1) job = replaced(job, broken, now + 1440 * Math.floor(random() * 7));
    pins = new Map([...pins].filter(() => random() < 0.7));
    const open = plan.ops.filter(
      ({ id, personId, start: at }) => personId !== null && at > now && !isRepair(id),
    );
    const one = open[Math.floor(random() * open.length)];
    if (one && random() < 0.4) pins.set(one.id, one.start + 1440 * Math.floor(random() * 8));
    const question = { input: job, shop, now, earlier: plan, ...room };
    let made = searchPlan(question, { objective: 'earliest', seed: round + 1, pins });
    if (!made.ok && pins.size > 0) {
      life.refusals += 1;
      pins = new Map();
      made = searchPlan(question, { objective: 'earliest', seed: round + 1, pins });
    }
    if (!made.ok) throw new Error(`seed ${seed}, round ${round}: ${made.message}`);
    made.value.step();
    const { found, bound } = made.value;
    if (!found) throw new Error(`seed ${seed}, round ${round}: no plan`);
    const due = new Map([...pins].filter(([, at]) => at >= now));
    const violations = checkPlan(found.problem, found.plan, due);
    if (violations.length > 0)
      throw new Error(`seed ${seed}, round ${round}: ${JSON.stringify(violations.slice(0, 3))}`);
    if (bound.at > found.plan.completion) throw new Error(`seed ${seed}, round ${round}: below its bound`);
    const planOptions = {
      objective: 'earliest' as const,
      pins: Object.fromEntries(pins),
      ...room,
    };
    plan = snapshotOf(sampleId(6, 1), toInstant(now).toISOString(), shop.climate, found, planOptions, bound);
    life.replans += 1;
  }
  return life;
}
