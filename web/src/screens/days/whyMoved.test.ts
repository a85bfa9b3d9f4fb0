import type { Move, PlannedOp, PlanSnapshot } from '@upholder/core/planning';
import { DEFAULT_PLAN_OPTIONS } from '@upholder/core/planning';
import { describe, it } from 'vitest';
import { expect } from '../../../../core/test/expect.ts';
import { causes, whyThere } from './whyMoved.ts';

const load = (id: string, pieces: number) =>
  ({
    id,
    zoneId: 'z',
    label: id,
    lie: 'flat',
    placeId: 'shop',
    way: null,
    area: '',
    holderId: null,
    pieceIds: Array.from({ length: pieces }, (_, at) => `${id}${at}`),
  }) as const;
const plan = (change: Partial<PlanSnapshot> = {}): PlanSnapshot => ({
  id: 'plan',
  madeAt: '2026-11-23T06:00:00.000Z',
  climate: { airC: 18, rhPct: 55 },
  completion: 1000,
  planOptions: DEFAULT_PLAN_OPTIONS,
  bound: null,
  stepMarks: {},
  loads: [load('a', 4)],
  ops: [],
  ...change,
});
const logged = (loggedAt: string, isWithdrawal = false) => ({ loggedAt, isWithdrawal });

describe('what can have moved things', () => {
  it('is nothing where nothing has changed', () => {
    expect(
      causes(plan(), plan({ climate: { airC: 18.5, rhPct: 57 } }), [logged('2026-11-23T05:00:00.000Z')]),
    ).toEqual([]);
  });

  it('is the air, the log, pieces, loads, pins and wishes', () => {
    const said = (change: Partial<PlanSnapshot>, log = [] as ReturnType<typeof logged>[]) =>
      causes(plan(), plan(change), log).join(' ');
    expect(said({ climate: { airC: 12, rhPct: 71 } })).toBe(
      'Expected air changed from 18 °C, 55 % to 12 °C, 71 %, so all drying times changed.',
    );
    expect(said({}, [logged('2026-11-23T08:00:00.000Z'), logged('2026-11-23T09:00:00.000Z', true)])).toBe(
      '2 entries in the log since, 1 withdrawn.',
    );
    expect(said({ loads: [load('a', 5)] })).toBe('5 pieces now, 4 before.');
    expect(said({ loads: [load('b', 4)] })).toBe('Loads were regrouped.');
    expect(said({ planOptions: { ...DEFAULT_PLAN_OPTIONS, pins: { one: 5 } } })).toBe(
      'Other tasks are pinned.',
    );
    expect(said({ planOptions: { ...DEFAULT_PLAN_OPTIONS, objective: 'room' } })).toBe(
      'The objective changed.',
    );
    expect(said({ planOptions: { ...DEFAULT_PLAN_OPTIONS, roomClosed: ['2026-11-30'] } })).toBe(
      'The client’s room is closed on other days.',
    );
  });
});

describe('why a task lies where it lies', () => {
  const names = { op: () => 'Prime 1', place: () => 'The rail is' };
  const op = (id: string, waits: PlannedOp['waits']) => ({ id, waits }) as PlannedOp;
  const move = (change: Partial<Move>): Move => ({
    opId: 'coat',
    name: 'Colour 1',
    loadId: 'a',
    before: 100,
    after: 900,
    ...change,
  });
  const waits: PlannedOp['waits'] = [
    { start: 0, end: 100, why: { kind: 'clock', clock: 'recoat', opId: 'prime' } },
    { start: 100, end: 700, why: { kind: 'closed' } },
    { start: 700, end: 900, why: { kind: 'resource', resourceId: 'rail', by: 'other doors' } },
  ];

  it('is what held it longest, nights aside', () => {
    expect(whyThere(move({}), { ops: [op('coat', waits)] }, names)).toBe('The rail is taken by other doors.');
    expect(whyThere(move({}), { ops: [op('coat', waits.slice(0, 2))] }, names)).toContain('Prime 1 must be');
    expect(whyThere(move({}), { ops: [op('coat', waits.slice(1, 2))] }, names)).toBe(
      'the next working hours',
    );
    expect(whyThere(move({}), { ops: [op('coat', [])] }, names)).toBe('follows directly');
  });

  it('tells what came sooner, fell away or was put in', () => {
    expect(whyThere(move({ after: 50 }), { ops: [op('coat', waits)] }, names)).toContain('earlier');
    expect(whyThere(move({ after: null }), { ops: [] }, names)).toBe('not needed any more');
    expect(
      whyThere(move({ opId: 'coat#scuff', before: null }), { ops: [op('coat#scuff', [])] }, names),
    ).toContain('window closes');
  });
});
