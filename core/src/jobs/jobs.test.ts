import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { sampleId } from '../../test/sample.ts';
import {
  CoatRecordSchema,
  JobSpecSchema,
  NewLogEntrySchema,
  neededByRemark,
  ZoneSpecSchema,
} from './index.ts';

const job = {
  code: 'QUAY',
  name: 'Apothecary wall',
  client: '',
  addressNote: '',
  startOn: '2026-11-23',
  neededBy: '2026-12-04',
  place: 'shop',
  status: 'open',
} as const;

function fieldsOf(
  schema: { safeParse(value: unknown): { success: boolean; error?: { issues: { path: PropertyKey[] }[] } } },
  value: unknown,
): string[] {
  const parsed = schema.safeParse(value);
  return parsed.success ? [] : (parsed.error?.issues.map(({ path }) => path.join('.')) ?? []);
}

describe('a job', () => {
  it.each([
    ['as it should be', {}, []],
    ['without a date', { neededBy: null }, []],
    ['without a name', { name: '  ' }, ['name']],
    ['with a code too long for a label', { code: 'APOTHECARYWALL' }, ['code']],
    ['with a code that is no code', { code: 'Q/1' }, ['code']],
    ['needed before it starts', { neededBy: '2026-11-22' }, ['neededBy']],
    ['with a date that is none', { startOn: '2026-02-30' }, ['startOn']],
    ['with a place that is none', { place: 'moon' }, ['place']],
  ])('%s', (_what, change, fields) => {
    expect(fieldsOf(JobSpecSchema, { ...job, ...change })).toEqual(fields);
  });

  it('is remarked on, not refused, when its date has passed', () => {
    expect(neededByRemark('2026-11-20', '2026-11-25')).toMatch(/has passed/);
    expect(neededByRemark('2026-11-25', '2026-11-25')).toBeNull();
    expect(neededByRemark(null, '2026-11-25')).toBeNull();
  });
});

describe('a zone', () => {
  const zone = {
    name: 'Counter',
    oldColour: '#4A2E1F',
    newColour: '#2c2f6e',
    substrate: 'MDF',
    systemId: null,
    options: null,
  };

  it('keeps colours in small letters', () => {
    expect(ZoneSpecSchema.parse(zone).oldColour).toBe('#4a2e1f');
  });

  it.each([
    ['a colour that is none', { newColour: 'indigo' }, ['newColour']],
    ['a substrate that is none', { substrate: 'cheese' }, ['substrate']],
    ['a system that is none', { systemId: 'Z' }, ['systemId']],
  ])('refuses %s', (_what, change, fields) => {
    expect(fieldsOf(ZoneSpecSchema, { ...zone, ...change })).toEqual(fields);
  });
});

describe('a log entry', () => {
  const entry = {
    id: sampleId(7, 1),
    jobId: sampleId(4, 1),
    stepId: sampleId(2, 1),
    side: 'all',
    action: 'do',
    pieceIds: [sampleId(3, 1)],
    doneAt: '2026-11-25T10:40:00.000Z',
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
  };
  const coat = {
    productKey: 'bonding-primer',
    paintMl: 620,
    thinnerMl: 31,
    cup: 'ISO 4 mm',
    cupSeconds: 28,
    climate: { airC: 18, rhPct: 60 },
    wftUm: null,
  };

  it.each([
    ['as it should be', {}, []],
    ['with a coat', { coat }, []],
    [
      'with unknown figures',
      { coat: { ...coat, paintMl: null, thinnerMl: null, cup: null, cupSeconds: null, climate: null } },
      [],
    ],
    ['without pieces', { pieceIds: [] }, ['pieceIds']],
    ['at no time', { doneAt: 'this morning' }, ['doneAt']],
    ['with negative paint', { coat: { ...coat, paintMl: -1 } }, ['coat.paintMl']],
    ['with a cup that never empties', { coat: { ...coat, cupSeconds: 601 } }, ['coat.cupSeconds']],
    ['at 140 % humidity', { coat: { ...coat, climate: { airC: 18, rhPct: 140 } } }, ['coat.climate.rhPct']],
    ['at 80 °C', { coat: { ...coat, climate: { airC: 80, rhPct: 40 } } }, ['coat.climate.airC']],
  ])('%s', (_what, change, fields) => {
    expect(fieldsOf(NewLogEntrySchema, { ...entry, ...change })).toEqual(fields);
  });

  it('needs a product for a coat', () => {
    expect(fieldsOf(CoatRecordSchema, { ...coat, productKey: undefined })).toEqual(['productKey']);
  });
});
