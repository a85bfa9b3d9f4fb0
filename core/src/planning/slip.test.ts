import { describe, expect, it } from 'vitest';
import type { LogEntry } from '../jobs/log.ts';
import { toInstant } from '../shop/index.ts';
import { scheduleSlip } from './keep/slip.ts';
import type { PlannedOp } from './keep/snapshot.ts';

// A day of work from 480 to 960 and another one the next morning, in minutes.
const open = [
  { start: 480, end: 960 },
  { start: 1920, end: 2400 },
];
const op = (id: string, start: number, end: number, change: Partial<PlannedOp> = {}) =>
  ({
    id,
    name: id,
    stepId: id,
    side: 'all',
    action: 'do',
    pieceIds: ['a'],
    personId: 'ines',
    start,
    end,
    lags: null,
    waits: [],
    ...change,
  }) as unknown as PlannedOp;
const entry = (stepId: string, doneAt: number): LogEntry => ({
  id: `${stepId} ${doneAt}`,
  jobId: 'job',
  stepId,
  side: 'all',
  action: 'do',
  pieceIds: ['a'],
  doneAt: toInstant(doneAt).toISOString(),
  loggedAt: toInstant(doneAt).toISOString(),
  memberId: 'ines',
  memberName: 'Ines',
  coat: null,
  note: '',
  correctsId: null,
  isWithdrawal: false,
});
const prime = op('prime', 500, 560, {
  lags: { touch: 0, sand: 120, recoat: 240, handle: 300, pack: 900, refit: 2000 },
});
const sand = op('sand', 800, 830, {
  waits: [{ start: 560, end: 800, why: { kind: 'clock', clock: 'recoat', opId: 'prime' } }],
});
const plan = { ops: [prime, sand] };

describe('scheduleSlip', () => {
  it('is nothing while tasks are to come, or were logged in time', () => {
    expect(scheduleSlip(plan, [], open, 555)).toBeNull();
    expect(scheduleSlip(plan, [entry('prime', 558)], open, 700)).toBeNull();
  });

  it('counts what is overdue in working hours', () => {
    expect(scheduleSlip(plan, [], open, 620)).toEqual({ minutes: 60, opId: 'prime', because: 'overdue' });
    // 560 to 960, then the night, then ten minutes of the next morning.
    expect(scheduleSlip(plan, [], open, 1930)?.minutes).toBe(410);
  });

  it('knows at once that a late coat will not be dry for what follows', () => {
    // Ends 65 later than planned; planned it would just be ready at 800.
    expect(scheduleSlip(plan, [entry('prime', 625)], open, 630)).toEqual({
      minutes: 65,
      opId: 'prime',
      because: 'drying',
    });
    expect(scheduleSlip(plan, [entry('prime', 625), entry('sand', 900)], open, 990)).toBeNull();
  });

  it('takes what was withdrawn for not done, and history for done', () => {
    const withdrawn = { ...entry('prime', 558), id: 'w', correctsId: 'prime 558', isWithdrawal: true };
    expect(scheduleSlip(plan, [entry('prime', 558), withdrawn], open, 620)?.because).toBe('overdue');
    expect(scheduleSlip({ ops: [op('old', 0, 10, { personId: null })] }, [], open, 620)).toBeNull();
  });
});

describe('new pieces that are announced too late', () => {
  const from = (minute: number) => new Map([['a', minute]]);
  const ease = op('ease', 600, 620, { loadId: 'new' });
  const later = op('later', 700, 720, { loadId: 'new' });

  it('put the plan behind by as much as its first task lies before them', () => {
    expect(scheduleSlip({ ops: [ease, later] }, [], open, 500, from(1440))).toEqual({
      minutes: 840,
      opId: 'ease',
      because: 'delivery',
    });
  });

  it('do not where they come in time, or work on them was logged', () => {
    expect(scheduleSlip({ ops: [ease, later] }, [], open, 500, from(600))).toBeNull();
    expect(scheduleSlip({ ops: [ease, later] }, [entry('ease', 610)], open, 620, from(1440))).toBeNull();
  });
});
