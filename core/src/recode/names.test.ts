import { describe, expect, it } from 'vitest';
import {
  coatOfToday,
  jobFileOfToday,
  mappingOfToday,
  mixOfToday,
  planOfToday,
  shopTablesOfToday,
  stepOfToday,
  withMethodsOfToday,
  workOfToday,
} from './index.ts';

const OLD_STEP = {
  key: 'fill-1',
  stock: 'old',
  reach: 'hung',
  leaves: 'filled',
  restMin: 30,
  potCount: 2,
  round: { loop: 'filling', number: 1, most: 3 },
  note: 'stock, leaves: a word of mine',
};
const STEP = {
  key: 'fill-1',
  appliesTo: 'old',
  loadFilter: 'hung',
  resultingSurface: 'filled',
  dryingMin: 30,
  mixCount: 2,
  repeat: { group: 'filling', number: 1, max: 3 },
  note: 'stock, leaves: a word of mine',
};

describe('what was kept under older names', () => {
  it.each([
    ['a step', stepOfToday, OLD_STEP, STEP],
    ['a step without repeats', stepOfToday, { round: null }, { repeat: null }],
    ['a coat', coatOfToday, { potId: 'a', paintMl: 5 }, { mixId: 'a', paintMl: 5 }],
    ['work', workOfToday, { leaves: null, restMin: 0 }, { resultingSurface: null, dryingMin: 0 }],
    [
      'a mix',
      mixOfToday,
      { leftTo: 'closed pot', pours: [{ fromPotId: 'b', ml: 3 }, { ml: 4 }] },
      { leftTo: 'closed container', pours: [{ fromMixId: 'b', ml: 3 }, { ml: 4 }] },
    ],
    ['a mix that went to waste', mixOfToday, { leftTo: 'waste' }, { leftTo: 'waste' }],
    [
      'a plan',
      planOfToday,
      { handOver: 9, wish: { roomInTurn: true, pins: {} }, ops: [{ holdUntil: 7 }] },
      { completion: 9, planOptions: { oneZoneAtATime: true, pins: {} }, ops: [{ occupiedUntil: 7 }] },
    ],
    [
      'a job',
      withMethodsOfToday,
      { practice: { ways: { fill: 'always' }, reasons: {} } },
      { methods: { choices: { fill: 'always' }, reasons: {} } },
    ],
    [
      'a saved table',
      mappingOfToday,
      [{ field: 'verdict' }, { field: null }],
      [{ field: 'treatment' }, { field: null }],
    ],
  ])('%s has the names of today, also when it is read twice', (_what, change, old, today) => {
    expect(change(old)).toEqual(today);
    expect(change(change(old))).toEqual(today);
    expect(change(today)).toEqual(today);
  });

  it.each([null, undefined, 7, 'text', []])('leaves %j alone', (value) => {
    for (const change of [stepOfToday, planOfToday, mixOfToday, jobFileOfToday])
      expect(change(value)).toEqual(value);
  });

  it('keeps a new name where both are there', () => {
    expect(stepOfToday({ stock: 'old', appliesTo: 'new' })).toEqual({ stock: 'old', appliesTo: 'new' });
  });

  it('never renames what somebody may have called so: keys of products', () => {
    const file = { version: 1, products: { stock: { hasHotRags: true }, leaves: {} }, pots: [] };
    expect(jobFileOfToday(file)).toEqual({
      version: 2,
      products: { stock: { isSelfHeating: true }, leaves: {} },
      mixes: [],
    });
  });

  it('brings a job file of version 1 up in all of its parts, and leaves any other version', () => {
    const old = {
      version: 1,
      job: { practice: { ways: {}, reasons: {} } },
      zones: [{ ownSystem: null }],
      steps: [OLD_STEP],
      pieces: [{ verdict: 'repair' }],
      log: [
        { coat: { potId: 'a' }, work: { leaves: 'primed', restMin: 5 } },
        { coat: null, work: null },
      ],
      plan: null,
      pots: [{ leftTo: 'closed pot', pours: [] }],
    };
    expect(jobFileOfToday(old)).toEqual({
      version: 2,
      job: { methods: { choices: {}, reasons: {} } },
      zones: [{ customSystem: null }],
      steps: [STEP],
      pieces: [{ treatment: 'repair' }],
      log: [
        { coat: { mixId: 'a' }, work: { resultingSurface: 'primed', dryingMin: 5 } },
        { coat: null, work: null },
      ],
      plan: null,
      mixes: [{ leftTo: 'closed container', pours: [] }],
    });
    expect(jobFileOfToday({ ...old, version: 3 })).toEqual({ ...old, version: 3 });
  });

  it('renames the tables of a shop and their columns, and no others', () => {
    expect(
      shopTablesOfToday({
        pot: [{ id: 1 }],
        own_system: [],
        job: [{ practice: {}, turn: 2 }],
        piece: [{ verdict: 'finish' }],
        zone: [{ own_system: null }],
        supply: [{ turn: 1 }],
      }),
    ).toEqual({
      mix: [{ id: 1 }],
      custom_system: [],
      job: [{ methods: {}, priority: 2 }],
      piece: [{ treatment: 'finish' }],
      zone: [{ custom_system: null }],
      supply: [{ turn: 1 }],
    });
  });
});
