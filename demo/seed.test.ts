import type { JobDetail, JobSummary, ShopContext } from '@upholder/core/api';
import { takeoffChecks } from '@upholder/core/elevation';
import { floorAgenda, pieceStates } from '@upholder/core/floor';
import { readJobFile } from '@upholder/core/formats';
import { effectiveLog } from '@upholder/core/jobs';
import { improvementsFor, type PlanRequest, type ShopForPlanning, weigh } from '@upholder/core/planning';
import {
  DEFAULT_SHOP_SETTINGS,
  localClock,
  localDate,
  minuteAt,
  toMinute,
  weekdayOf,
} from '@upholder/core/shop';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { migrate } from '../server/src/db/migrate.ts';
import type { Running } from '../server/src/start.ts';
import { Caller, freshDatabase, startTestServer } from '../server/test/harness.ts';
import { demoOpening, isSeeded, seedDemo } from './seed.ts';
import { CREW, DEMO_PASSWORD, JOBS, SHOP } from './world.ts';

const OPENING = demoOpening(new Date('2026-11-28T22:00:00.000Z'));
const now = toMinute(OPENING);

let server: Running;
let caller: Caller;
let shop: ShopContext;
let quay: JobDetail;

beforeAll(async () => {
  const databaseUrl = await freshDatabase();
  await migrate(databaseUrl);
  expect(await isSeeded(databaseUrl)).toBe(false);
  await seedDemo(databaseUrl, OPENING);
  expect(await isSeeded(databaseUrl)).toBe(true);
  server = await startTestServer(databaseUrl, { clockStart: OPENING.toISOString(), isDemo: true });
  caller = new Caller(server.address);
  await caller.signIn(CREW[0]?.signIn ?? '', DEMO_PASSWORD);
  shop = await caller.ok<ShopContext>('GET', '/shop');
  const { details } = await caller.ok<{ details: JobDetail[] }>('GET', '/floor');
  quay = details.find(({ job }) => job.code === 'QUAY') as JobDetail;
});

afterAll(() => server.stop());

function shopForPlanning() {
  const { timeZone, settings, crew, planningClimate } = shop;
  const sheets = Object.fromEntries(shop.products.map(({ key, sheet }) => [key, sheet]));
  return { timeZone, settings, crew, sheets, climate: planningClimate, reserved: [] };
}

describe('the demo’s opening', () => {
  it('is the Wednesday morning of the week, whatever day it is started on', () => {
    for (const day of ['2026-11-23', '2026-11-25', '2026-11-29']) {
      const opening = toMinute(demoOpening(new Date(`${day}T12:00:00Z`)));
      expect([localDate(opening, SHOP.timeZone), localClock(opening, SHOP.timeZone)]).toEqual([
        '2026-11-25',
        '10:40',
      ]);
      expect(weekdayOf(localDate(opening, SHOP.timeZone))).toBe('wed');
    }
  });

  it('keeps shop time in summer', () => {
    expect(demoOpening(new Date('2026-07-01T12:00:00Z')).toISOString()).toBe('2026-07-01T09:40:00.000Z');
  });
});

describe('the made-up shop', () => {
  it('has its jobs, two people, their places and sheets', async () => {
    const { jobs } = await caller.ok<{ jobs: JobSummary[] }>('GET', '/jobs');
    expect(jobs.map(({ job }) => job.code).sort()).toEqual(JOBS.map(({ code }) => code).sort());
    expect(shop.crew.map(({ name }) => name)).toEqual(CREW.map(({ name }) => name));
    expect(shop.settings).toMatchObject({ railLengthMm: 9000, rackSlots: 36, boothRatedForSolvent: false });
    expect(shop.reading?.at).toBe(OPENING.toISOString());
  });

  it('has a main job of 60 pieces in two zones with two systems', () => {
    const kinds = (kind: string) => quay.pieces.filter((piece) => piece.kind === kind).length;
    expect([quay.pieces.length, kinds('drawer-front'), kinds('door')]).toEqual([60, 42, 18]);
    expect(quay.zones.map(({ systemId }) => systemId)).toEqual(['A', 'C']);
    expect(new Set(quay.pieces.map(({ tag }) => tag)).size).toBe(60);
  });

  it('has every piece of the main job on its map, with nothing that does not add up', () => {
    expect(quay.pieces.filter(({ openingId }) => openingId === null)).toEqual([]);
    expect(takeoffChecks(quay, DEFAULT_SHOP_SETTINGS)).toEqual([]);
  });

  it('makes the date that was agreed, but only just', () => {
    const day = localDate(quay.plan?.completion ?? 0, SHOP.timeZone);
    expect(day <= (quay.job.neededBy ?? ''), day).toBe(true);
    expect(day).toBe(quay.job.neededBy);
  });

  it('shows one thing that would win a day', async () => {
    const around = await caller.ok<
      Pick<ShopForPlanning, 'reserved' | 'climate' | 'forecast'> & { now: number }
    >('GET', `/jobs/${quay.job.id}/plan/context`);
    const question: PlanRequest = {
      input: quay,
      shop: { ...shopForPlanning(), ...around },
      now: around.now,
      earlier: quay.plan ?? { loads: [], ops: [] },
    };
    const base = weigh(question, 'earliest', 30)!;
    const won = improvementsFor(question).map((improvement) => {
      const facts = weigh(improvement.question, 'earliest', 30, base.standing);
      return { key: improvement.key, minutes: facts ? base.completion - facts.completion : 0 };
    });
    expect(localDate(base.completion, SHOP.timeZone) <= (quay.job.neededBy ?? '')).toBe(true);
    expect(won.find(({ key }) => key === 'warm')?.minutes).toBeGreaterThanOrEqual(1440);
  });

  it('has a log of what the crew did, and nothing from the future', () => {
    const log = effectiveLog(quay.log);
    expect(log.length).toBeGreaterThan(40);
    for (const entry of log) {
      expect(toMinute(entry.doneAt)).toBeLessThanOrEqual(now);
      expect(CREW.map(({ name }) => name)).toContain(entry.memberName);
    }
  });

  it('has every logged coat with what was poured, in the air of that hour', () => {
    const films = new Set(quay.steps.filter(({ productKey }) => productKey !== null).map(({ id }) => id));
    const coats = quay.log.filter(({ stepId, action }) => films.has(stepId) && action === 'do');
    expect(coats.length).toBeGreaterThan(8);
    for (const { coat } of coats) {
      expect(coat?.paintMl).toBeGreaterThan(20);
      expect(coat?.climate?.airC).toBeGreaterThan(12);
    }
  });

  it('logged nothing inside a clock: every task waited for the film under it', () => {
    const planned = new Map(quay.plan?.ops.map((op) => [op.id, op]));
    const log = effectiveLog(quay.log);
    for (const op of planned.values()) {
      if (!op.lags) continue;
      const entry = log.find(
        ({ stepId, side, action, pieceIds }) =>
          stepId === op.stepId && side === op.side && action === op.action && pieceIds[0] === op.pieceIds[0],
      );
      const later = log.filter(
        ({ pieceIds, doneAt }) => pieceIds[0] === op.pieceIds[0] && entry && doneAt > entry.doneAt,
      );
      const firstSanding = later.find(
        ({ stepId }) => quay.steps.find(({ id }) => id === stepId)?.operation === 'sand',
      );
      if (entry && firstSanding) {
        expect(toMinute(firstSanding.doneAt) - toMinute(entry.doneAt)).toBeGreaterThanOrEqual(
          op.lags.sand ?? 0,
        );
      }
    }
  });

  it('shows pieces in several states, some of them wet', () => {
    const states = pieceStates(quay, shopForPlanning(), now);
    const seen = new Set([...states.values()].map(({ front }) => front?.state));
    expect(seen.has('wet')).toBe(true);
    expect(seen.size).toBeGreaterThanOrEqual(3);
  });

  it('has something to do now and something that dries', () => {
    if (!quay.plan) throw new Error('the main job has no plan');
    const agenda = floorAgenda([{ ...quay, plan: quay.plan }], shopForPlanning(), now);
    expect(agenda.ready.length).toBeGreaterThan(0);
    expect(agenda.drying.length).toBeGreaterThan(0);
    expect(agenda.waiting.every(({ openAt }) => openAt > now)).toBe(true);
  });

  it('keeps the second job out of the first one’s way', async () => {
    const { details } = await caller.ok<{ details: JobDetail[] }>('GET', '/floor');
    const vestry = details.find(({ job }) => job.code === 'VESTRY');
    const start = minuteAt(vestry?.job.startOn ?? '', '00:00', SHOP.timeZone);
    expect(Math.min(...(vestry?.plan?.ops.map((op) => op.start) ?? []))).toBeGreaterThanOrEqual(start);
    const mine =
      vestry?.plan?.ops.flatMap(({ personId, segments }) =>
        segments.map((part) => ({ personId, ...part })),
      ) ?? [];
    const theirs =
      quay.plan?.ops.flatMap(({ personId, segments }) => segments.map((part) => ({ personId, ...part }))) ??
      [];
    const clashes = mine.filter((one) =>
      theirs.some((two) => one.personId === two.personId && one.start < two.end && two.start < one.end),
    );
    expect(clashes).toEqual([]);
  });

  it('leaves the boat without a system and says so instead of planning it', async () => {
    const { jobs } = await caller.ok<{ jobs: JobSummary[] }>('GET', '/jobs');
    const galley = jobs.find(({ job }) => job.code === 'GALLEY');
    expect(galley).toMatchObject({ zonesWithoutSystem: 1, completion: null, pieces: 11 });
    expect(await caller.refused('POST', `/jobs/${galley?.job.id}/plan`)).toMatchObject({
      code: 'no-plan',
      message: expect.stringMatching(/Choose a finishing system for Lockers/),
    });
  });

  it('lets each member in with one press', async () => {
    const nobody = new Caller(server.address);
    const session = await nobody.ok<{ demoMembers: { id: string; name: string }[] }>('GET', '/session');
    expect(session.demoMembers.map(({ name }) => name)).toEqual(CREW.map(({ name }) => name));
    const response = await nobody.call('POST', '/session/demo', { memberId: session.demoMembers[1]?.id });
    expect(await response.json()).toMatchObject({ member: { name: 'Joss' } });
  });

  it('can be taken away whole', async () => {
    const file = await caller.ok<unknown>('GET', `/jobs/${quay.job.id}/export/job.json`);
    expect(readJobFile(file).ok).toBe(true);
  });
});
