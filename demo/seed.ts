import { randomUUID } from 'node:crypto';
import { GENERIC_PRODUCTS, isSprayed, type ProductSheet } from '@upholder/core/catalogue';
import { hardwareOf } from '@upholder/core/elevation';
import { coatMixMl } from '@upholder/core/film';
import { type Finding, lastDoneKey } from '@upholder/core/inspection';
import { type LogEntry, workOf } from '@upholder/core/jobs';
import { measurable, splitMix } from '@upholder/core/mixing';
import { type PlannedOp, type PlanSnapshot, planToKeep } from '@upholder/core/planning';
import {
  addDays,
  DEFAULT_SHOP_SETTINGS,
  localDate,
  minuteAt,
  toInstant,
  toMinute,
  WEEKDAYS,
  weekdayOf,
} from '@upholder/core/shop';
import { applicatorInPlace, generateSteps, methodsOf, NO_METHOD_CHOICES } from '@upholder/core/systems';
import { v7 as uuid } from 'uuid';
import { addReading } from '../server/src/climate/store.ts';
import { maybeOne, openDatabase, type Queryable } from '../server/src/db/database.ts';
import { planningAir, shopForPlanning } from '../server/src/detail/planningContext.ts';
import { detailOf } from '../server/src/detail/store.ts';
import { createSimulatedStations } from '../server/src/devices/station.ts';
import { addOpenings, addWalls } from '../server/src/elevation/store.ts';
import { addFindings } from '../server/src/inspection/store.ts';
import { addJob } from '../server/src/jobs/store.ts';
import { addEntry } from '../server/src/log/store.ts';
import { addMix } from '../server/src/mixes/store.ts';
import { addMember } from '../server/src/people/store.ts';
import { addPieces } from '../server/src/pieces/store.ts';
import { addPlan } from '../server/src/plans/store.ts';
import { addProduct } from '../server/src/products/products.ts';
import { hashPassword } from '../server/src/session/password.ts';
import { addSteps } from '../server/src/zones/steps.ts';
import { addZone } from '../server/src/zones/store.ts';
import { JOB_METHODS, seedBench, seedMethods } from './methods.ts';
import { asBought, DEMO_RATES, seedQuotes } from './money.ts';
import { ownProducts, pastMix, seedAftermath } from './past.ts';
import {
  CREW,
  DEMO_PASSWORD,
  type DemoJob,
  type DemoWall,
  type DemoZone,
  FINDINGS,
  JOBS,
  SHOP,
} from './world.ts';

const STATION_SEED = 7;
const SHEETS = Object.fromEntries(
  Object.entries({ ...GENERIC_PRODUCTS, ...ownProducts() }).map(([key, sheet]) => [
    key,
    asBought(key, sheet),
  ]),
);
/** How far the combs of the sprayed coats read off the typical film, in µm, one after the other. */
const COMB_OFF_UM = [0, -4, 5, 2, -6, 3, 8, -2];

/** A comb on the wet film, off the one that was meant and never outside of what the sheet allows. */
function combed(
  { wftMinUm, wftTypUm, wftMaxUm }: ProductSheet,
  meant: number | null,
  number: number,
): number {
  const off = COMB_OFF_UM[number % COMB_OFF_UM.length] ?? 0;
  return Math.min(wftMaxUm, Math.max(wftMinUm, (meant ?? wftTypUm) + off));
}

/** The finished job began so many days from the Monday of the week. */
const MUSIC_DAY = JOBS.find(({ code }) => code === 'MUSIC')?.startDay ?? 0;
/** The demo opens in the middle of a working Wednesday. */
const DEMO_DAY = 2;
const DEMO_TIME = '10:40';
/** Work that ended this shortly before the demo opens is not logged yet. */
const UNLOGGED_MINUTES = 30;

/** Monday of the week that holds an instant, shop-local. */
function mondayOf(instant: Date): string {
  const today = localDate(toMinute(instant), SHOP.timeZone);
  return addDays(today, -WEEKDAYS.indexOf(weekdayOf(today)));
}

/** The instant at which the demo of this week opens. */
export function demoOpening(today: Date): Date {
  return toInstant(minuteAt(addDays(mondayOf(today), DEMO_DAY), DEMO_TIME, SHOP.timeZone));
}

/** Walls and their openings; answers with the opening of each tag. Bags are packed as the pieces came off. */
async function seedMap(
  db: Queryable,
  shopId: string,
  jobId: string,
  walls: readonly DemoWall[],
  zones: readonly DemoZone[],
  packedAt: Date,
): Promise<Map<string, string>> {
  const pieces = new Map(zones.flatMap((zone) => zone.pieces.map((piece) => [piece.tag, piece])));
  const openings = new Map<string, string>();
  for (const [position, { rows, ...wall }] of walls.entries()) {
    const wallId = uuid();
    await addWalls(db, shopId, jobId, [{ ...wall, id: wallId, position }]);
    for (const { xMm, yMm, gapMm, tags } of rows) {
      let x = xMm;
      for (const tag of tags) {
        const piece = pieces.get(tag);
        if (!piece) throw new Error(`the demo has no piece ${tag}`);
        const { widthMm, heightMm } = piece;
        const id = uuid();
        const hardware = { ...hardwareOf(piece), finish: 'brass', screws: 'hinge and knob screws' };
        const place = { tag, xMm: x, yMm, widthMm, heightMm };
        const bag = { hardware, baggedAt: packedAt.toISOString(), returnedAt: null };
        await addOpenings(db, shopId, jobId, [{ id, wallId, ...place, ...bag }]);
        openings.set(tag, id);
        x += widthMm + gapMm;
      }
    }
  }
  return openings;
}

async function seedJob(
  db: Queryable,
  shopId: string,
  demo: DemoJob,
  monday: string,
  now: Date,
): Promise<string> {
  const { zones, walls = [], startDay, neededDay, ...head } = demo;
  const job = {
    ...head,
    id: uuid(),
    methods: JOB_METHODS[demo.code] ?? NO_METHOD_CHOICES,
    room: null,
    pricing: null,
    startOn: addDays(monday, startDay),
    neededBy: neededDay === null ? null : addDays(monday, neededDay),
  };
  await addJob(db, shopId, job, now);
  const openings = await seedMap(db, shopId, job.id, walls, zones, now);
  let position = 0;
  for (const [index, { pieces, ...zone }] of zones.entries()) {
    const zoneId = uuid();
    await addZone(db, shopId, job.id, {
      ...zone,
      id: zoneId,
      position: index,
      isEdited: false,
      customSystem: null,
      sharesWith: null,
    });
    if (zone.systemId && zone.options) {
      const steps = generateSteps({
        systemId: zone.systemId,
        options: zone.options,
        sheets: SHEETS,
        shop: DEFAULT_SHOP_SETTINGS,
        isOnSite: job.place === 'client',
        methods: methodsOf(job.methods),
      });
      if (!steps.ok) throw new Error(steps.message);
      await addSteps(
        db,
        shopId,
        steps.value.map((step, at) => ({ ...step, id: uuid(), zoneId, position: at })),
      );
    }
    const first = position;
    await addPieces(
      db,
      shopId,
      job.id,
      pieces.map((piece, at) => ({
        ...piece,
        id: uuid(),
        zoneId,
        position: first + at,
        openingId: openings.get(piece.tag) ?? null,
      })),
    );
    position += pieces.length;
  }
  return job.id;
}

async function makePlan(db: Queryable, shopId: string, jobId: string, now: Date): Promise<PlanSnapshot> {
  const detail = await detailOf(db, shopId, jobId);
  if (!detail) throw new Error('the demo job is gone');
  const air = await planningAir(createSimulatedStations(STATION_SEED), now);
  const shop = await shopForPlanning(db, shopId, jobId, air, now);
  const outcome = planToKeep({ planId: uuid(), detail, shop, now });
  if (!outcome.ok) throw new Error(outcome.message);
  const plan = outcome.value;
  await addPlan(db, shopId, jobId, null, plan);
  return plan;
}

/** Plays a plan up to an instant: what should be done by then is logged, as the crew would have. */
async function playLog(
  db: Queryable,
  shopId: string,
  jobId: string,
  plan: PlanSnapshot,
  crew: Map<string, string>,
  now: Date,
  hasMixes = false,
): Promise<void> {
  const detail = await detailOf(db, shopId, jobId);
  if (!detail) return;
  const station = createSimulatedStations(STATION_SEED);
  const steps = new Map(detail.steps.map((step) => [step.id, step]));
  const pieces = new Map(detail.pieces.map((piece) => [piece.id, piece]));
  const until = toMinute(now) - UNLOGGED_MINUTES;
  const isLeft = ({ row }: PlannedOp) => row === 'room' && detail.job.place !== 'client';
  let combs = 0;
  const coatOf = async (op: PlannedOp): Promise<LogEntry['coat']> => {
    const step = steps.get(op.stepId);
    const sheet = SHEETS[step?.productKey ?? ''];
    if (!step?.productKey || !sheet || !op.isCoat) return null;
    const { airC, rhPct } = await station.readingAt(toInstant(op.end));
    const applicator = applicatorInPlace(step, isLeft(op)) ?? 'roller';
    const members = op.pieceIds.flatMap((id) => pieces.get(id) ?? []);
    const thinning = step.thinning ?? { convention: 'on-paint' as const, value: 0 };
    const mix = measurable(
      splitMix(coatMixMl(members, op.side, step.wftUm ?? sheet.wftTypUm, applicator), thinning, sheet),
    );
    const isGun = isSprayed(applicator);
    if (isGun) combs += 1;
    return {
      productKey: step.productKey,
      paintMl: mix.paintMl,
      thinnerMl: mix.thinnerMl,
      cup: isGun ? 'ISO 4 mm' : null,
      cupSeconds: isGun ? 29 : null,
      climate: { airC, rhPct },
      wftUm: isGun ? combed(sheet, step.wftUm, combs) : null,
      amountsFrom: 'typed',
    };
  };
  const workOfOp = (op: PlannedOp) => {
    const step = steps.get(op.stepId);
    return step ? workOf({ ...step, applicator: applicatorInPlace(step, isLeft(op)) }, op.row) : null;
  };
  for (const op of [...plan.ops].sort((a, b) => a.end - b.end)) {
    if (op.personId === null || op.end > until) continue;
    const doneAt = toInstant(op.end).toISOString();
    let coat = await coatOf(op);
    if (hasMixes && coat) {
      const madeBy = crew.get(op.personId) ?? '';
      const step = steps.get(op.stepId)?.name ?? '';
      const purpose = `${detail.job.code}: ${step}`;
      const mix = pastMix(coat, { jobId, stepId: op.stepId, madeBy, purpose, at: toInstant(op.end) });
      await addMix(db, shopId, mix);
      coat = { ...coat, mixId: mix.id };
    }
    await addEntry(db, shopId, {
      id: uuid(),
      jobId,
      stepId: op.stepId,
      side: op.side,
      action: op.action,
      pieceIds: op.pieceIds,
      doneAt,
      coat,
      note: '',
      correctsId: null,
      isWithdrawal: false,
      work: workOfOp(op),
      memberId: op.personId,
      memberName: crew.get(op.personId) ?? '',
      loggedAt: doneAt,
    });
  }
}

/** What somebody found on a piece of the main job while looking it over. */
async function seedFindings(
  db: Queryable,
  shopId: string,
  jobId: string,
  crew: Map<string, string>,
  now: Date,
): Promise<void> {
  const detail = await detailOf(db, shopId, jobId);
  if (!detail) return;
  const [member] = crew;
  const author = { memberId: member?.[0] ?? null, memberName: member?.[1] ?? '' };
  const before = (minutes: number) => new Date(now.getTime() - minutes * 60_000).toISOString();
  await addFindings(
    db,
    shopId,
    FINDINGS.flatMap(({ tag, minutesAgo, answer, ...found }) => {
      const piece = detail.pieces.find((one) => one.tag === tag);
      if (!piece) return [];
      const steps = detail.steps.filter(({ zoneId }) => zoneId === piece.zoneId);
      const lastKey = lastDoneKey(steps, detail.log, piece.id);
      const id = uuid();
      const at = before(minutesAgo);
      const finding: Finding = {
        ...found,
        id,
        jobId,
        pieceId: piece.id,
        stepId: steps.find(({ key }) => key === lastKey)?.id ?? null,
        callBackId: null,
        foundAt: at,
        ...author,
        loggedAt: at,
        answers: [],
      };
      if (answer)
        finding.answers.push({
          id: uuid(),
          findingId: id,
          answer,
          cure: null,
          cause: null,
          isAlone: false,
          reason: '',
          at: before(minutesAgo - 2),
          stepIds: [],
          ...author,
          loggedAt: before(minutesAgo - 2),
        });
      return [finding];
    }),
  );
}

/** Whether a database holds a shop already. */
export async function isSeeded(databaseUrl: string): Promise<boolean> {
  const db = openDatabase(databaseUrl, () => undefined);
  try {
    return (await maybeOne(db, 'select 1 as found from shop limit 1')) !== null;
  } finally {
    await db.close();
  }
}

/**
 * Fills an empty, migrated database with the made-up shop: its jobs, and the main job's log played up to the opening
 * instant. The same week gives the same world, but for ids.
 */
export async function seedDemo(databaseUrl: string, opening: Date): Promise<void> {
  const pool = openDatabase(databaseUrl, () => undefined);
  const hash = await hashPassword(DEMO_PASSWORD);
  const station = createSimulatedStations(STATION_SEED);
  try {
    await pool.transaction(async (db) => {
      const shopId = uuid();
      const monday = mondayOf(opening);
      const start = toInstant(minuteAt(monday, '06:00', SHOP.timeZone));
      await db.query('insert into shop (id, name, time_zone, settings) values ($1, $2, $3, $4)', [
        shopId,
        SHOP.name,
        SHOP.timeZone,
        JSON.stringify({ ...DEFAULT_SHOP_SETTINGS, rates: DEMO_RATES }),
      ]);
      const crew = new Map<string, string>();
      for (const { name, role, signIn, daysOff } of CREW) {
        const id = uuid();
        crew.set(id, name);
        await addMember(db, shopId, {
          id,
          name,
          role,
          signIn,
          passwordHash: hash,
          daysOff: daysOff.map((day) => addDays(monday, day)),
        });
      }
      for (const [key, sheet] of Object.entries(SHEETS))
        await addProduct(db, shopId, { id: randomUUID(), key, sheet });
      await seedMethods(db, shopId, CREW[0]?.name ?? '', opening);
      await seedBench(db, shopId, CREW[0]?.name ?? '', opening);
      for (let hours = 48; hours >= 0; hours -= 1) {
        await addReading(
          db,
          shopId,
          await station.readingAt(new Date(opening.getTime() - hours * 3_600_000)),
        );
      }
      const ids: string[] = [];
      for (const job of JOBS) ids.push(await seedJob(db, shopId, job, monday, start));
      const [quay = '', vestry = '', , music = ''] = ids;
      const plan = await makePlan(db, shopId, quay, start);
      await playLog(db, shopId, quay, plan, crew, opening);
      await seedFindings(db, shopId, quay, crew, opening);
      const [maren] = crew;
      if (maren)
        await seedQuotes(db, { shopId, jobId: quay, plan, opening, timeZone: SHOP.timeZone }, SHEETS, {
          memberId: maren[0],
          memberName: maren[1],
        });
      await makePlan(db, shopId, vestry, opening);
      const then = toInstant(minuteAt(addDays(monday, MUSIC_DAY), '06:00', SHOP.timeZone));
      const past = await makePlan(db, shopId, music, then);
      await playLog(db, shopId, music, past, crew, opening, true);
      await seedAftermath(db, shopId, music, crew, opening);
    });
  } finally {
    await pool.close();
  }
}
