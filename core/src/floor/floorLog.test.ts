import { describe, expect, it } from 'vitest';
import { words } from '../../test/expect.ts';
import { SAMPLE_START, sampleId, sampleJob, sampleShop, seeded } from '../../test/sample.ts';
import { effectiveLog, type LogEntry } from '../jobs/index.ts';
import { finishedAt, planJob, scheduleSlip, snapshotOf } from '../planning/index.ts';
import { toInstant } from '../shop/index.ts';
import { floorAgenda, floorLog, pieceStates, plannedPaint, zoneProgress } from './index.ts';

const shop = sampleShop();
const job = sampleJob(
  [
    { systemId: 'D', doors: 5, fronts: 3, options: { laying: 'flat' } },
    { systemId: 'A', doors: 4, fronts: 2 },
  ],
  shop,
);
const DAY = 1440;
const isoOf = (minute: number) => toInstant(minute).toISOString();

function planned(log: LogEntry[], at: number) {
  const made = planJob({ ...job, log }, shop, at);
  if (!made.ok) throw new Error(made.message);
  return snapshotOf(sampleId(6, 1), isoOf(at), shop.climate, made.value);
}
const first = planned([], SAMPLE_START);

/** What was done by a moment, logged piece by piece or load by load, some of it wrong and put right or taken back. */
function logged(until: number, random: () => number): LogEntry[] {
  let number = 0;
  const log: LogEntry[] = [];
  const entry = (change: Partial<LogEntry>): LogEntry => {
    number += 1;
    return {
      id: sampleId(7, number),
      jobId: job.job.id,
      stepId: '',
      side: 'all',
      action: 'do',
      pieceIds: [],
      doneAt: '',
      coat: null,
      note: '',
      correctsId: null,
      isWithdrawal: false,
      memberId: sampleId(9, 1),
      memberName: 'Ines',
      loggedAt: '',
      ...change,
    };
  };
  for (const op of [...first.ops].sort((a, b) => a.end - b.end)) {
    if (op.end > until) continue;
    const parts = random() < 0.5 ? [op.pieceIds] : op.pieceIds.map((id) => [id]);
    parts.forEach((pieceIds, at) => {
      const end = isoOf(op.end - (parts.length - 1 - at) * 2);
      const { stepId, side, action } = op;
      const one = entry({ stepId, side, action, pieceIds, doneAt: end, loggedAt: end });
      log.push(one);
      if (random() > 0.12) return;
      const kind = random();
      const later = isoOf(op.end + 5);
      if (kind < 0.4) {
        log.push({
          ...one,
          ...entry({}),
          ...same(one),
          correctsId: one.id,
          loggedAt: later,
          note: 'put right',
        });
      } else {
        const back = { ...same(one), correctsId: one.id, isWithdrawal: true, loggedAt: later };
        log.push(entry(back));
        log.push(entry({ ...same(one), loggedAt: later }));
      }
    });
  }
  return log.sort((a, b) => a.loggedAt.localeCompare(b.loggedAt) || a.id.localeCompare(b.id));
}
const same = ({ stepId, side, action, pieceIds, doneAt }: LogEntry) => ({
  stepId,
  side,
  action,
  pieceIds,
  doneAt,
});

const msOf = (minute: number) => toInstant(minute).getTime();

describe('the log as the floor needs it', () => {
  it('says the same of what is to be done, of films, of paint, of how far it is and whether it is late', () => {
    let shorter = 0;
    for (let seed = 1; seed <= 24; seed += 1) {
      const random = seeded(seed);
      const done = SAMPLE_START + Math.floor(random() * 16 * DAY);
      const log = logged(done, random);
      const at = done + Math.floor(random() * 3 * DAY);
      const plan = planned(log, at);
      const now = at + Math.floor(random() * 2 * DAY);
      const short = floorLog({ steps: job.steps, plan, log }, msOf(now));
      shorter += log.length - short.length;
      const told = (entries: LogEntry[]) => {
        const one = { ...job, log: entries, plan };
        return {
          agenda: floorAgenda([one], shop, now),
          states: [...pieceStates(one, shop, now)],
          progress: zoneProgress(one),
          paint: plannedPaint([{ ...one, job: { ...job.job, status: 'open' } }], shop.sheets),
          end: finishedAt(plan, entries),
          slip: scheduleSlip(plan, entries, [{ start: SAMPLE_START, end: now }], now),
        };
      };
      expect(told(short)).toEqual(told(log));
    }
    expect(shorter).toBeGreaterThan(300);
  });

  const op = first.ops.find(({ name }) => words(name).startsWith('Degrease'));
  const colour = first.ops.find(({ isCoat, loadId }) => isCoat && loadId === op?.loadId);
  if (!op || !colour) throw new Error('nothing to log');
  const entry = (number: number, change: Partial<LogEntry>): LogEntry => ({
    id: sampleId(8, number),
    jobId: job.job.id,
    stepId: op.stepId,
    side: 'all',
    action: 'do',
    pieceIds: op.pieceIds,
    doneAt: isoOf(SAMPLE_START),
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: null,
    memberName: 'Ines',
    loggedAt: isoOf(SAMPLE_START),
    ...change,
  });
  const film = entry(2, {
    stepId: colour.stepId,
    doneAt: isoOf(SAMPLE_START + 60),
    loggedAt: isoOf(SAMPLE_START + 60),
  });
  const short = (log: LogEntry[], madeAt: number, now: number) =>
    floorLog({ steps: job.steps, plan: { madeAt: isoOf(madeAt), loads: first.loads }, log }, msOf(now)).map(
      ({ id }) => id,
    );
  const [piece = '', ...others] = op.pieceIds;

  it('joins what was done to one load piece by piece, under a later film', () => {
    const parts = op.pieceIds.map((id, at) =>
      entry(10 + at, { pieceIds: [id], doneAt: isoOf(SAMPLE_START + at) }),
    );
    const log = [...parts, film];
    const made = SAMPLE_START + DAY;
    expect(short(log, made, SAMPLE_START + 5 * DAY)).toEqual([parts.at(-1)?.id, film.id]);
    const joined = floorLog(
      { steps: job.steps, plan: { madeAt: isoOf(made), loads: first.loads }, log },
      msOf(SAMPLE_START + 5 * DAY),
    );
    expect(new Set(joined[0]?.pieceIds)).toEqual(new Set(op.pieceIds));
  });

  it('leaves alone what is newer than the plan, or no older than three days, or has no plan at all', () => {
    const parts = op.pieceIds.map((id, at) => entry(10 + at, { pieceIds: [id] }));
    const log = [...parts, film];
    expect(short(log, SAMPLE_START - 1, SAMPLE_START + 5 * DAY)).toHaveLength(log.length);
    expect(short(log, SAMPLE_START + DAY, SAMPLE_START + 2 * DAY)).toHaveLength(log.length);
    expect(floorLog({ steps: job.steps, plan: null, log }, msOf(SAMPLE_START + 90 * DAY))).toEqual(log);
  });

  it('leaves alone what has no later film on it, or only on the other side', () => {
    const parts = op.pieceIds.map((id, at) => entry(10 + at, { pieceIds: [id] }));
    const made = SAMPLE_START + DAY;
    const now = SAMPLE_START + 9 * DAY;
    expect(short(parts, made, now)).toHaveLength(parts.length);
    expect(short([...parts, { ...film, side: 'front' }], made, now)).toHaveLength(parts.length + 1);
    expect(short([...parts, { ...film, pieceIds: others }], made, now)).toContain(
      parts.find(({ pieceIds }) => pieceIds[0] === piece)?.id,
    );
  });

  it('never brings back what was put right or taken back', () => {
    const wrong = entry(20, { doneAt: isoOf(SAMPLE_START + 20 * DAY) });
    const back = { ...wrong, id: sampleId(8, 21), correctsId: wrong.id, isWithdrawal: true };
    const log = [wrong, { ...back, doneAt: isoOf(SAMPLE_START) }, film];
    const now = SAMPLE_START + 21 * DAY;
    const left = floorLog(
      { steps: job.steps, plan: { madeAt: isoOf(SAMPLE_START + DAY), loads: first.loads }, log },
      msOf(now),
    );
    // What was taken back is dated three weeks on by mistake: it stays, and with it what takes it back.
    expect(left.map(({ id }) => id)).toEqual(log.map(({ id }) => id));
    expect(effectiveLog(left)).toEqual([film]);
    const old = [entry(30, {}), entry(31, { correctsId: sampleId(8, 30), isWithdrawal: true }), film];
    expect(short(old, SAMPLE_START + DAY, now)).toEqual([film.id]);
  });
});
