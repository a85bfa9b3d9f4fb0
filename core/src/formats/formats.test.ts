import ical from 'node-ical';
import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleId, sampleShop, sixtyPieces } from '../../test/sample.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import { PIECE_DEFAULTS } from '../pieces/index.ts';
import { planJob, snapshotOf } from '../planning/index.ts';
import { type JobFile, planCalendar, readJobFile, readTakeoff, withNewIds, writeTakeoff } from './index.ts';

const input = sixtyPieces();
const outcome = planJob(input, sampleShop(), SAMPLE_START);
if (!outcome.ok) throw new Error(outcome.message);
const plan = snapshotOf(sampleId(6, 1), '2026-11-23T06:00:00.000Z', { airC: 18, rhPct: 55 }, outcome.value);

const file: JobFile = {
  format: 'upholder-job',
  version: 1,
  exportedAt: '2026-11-23T06:00:00.000Z',
  timeZone: 'Europe/London',
  job: {
    id: sampleId(4, 1),
    code: 'QUAY',
    name: 'Apothecary wall',
    client: '',
    addressNote: '',
    startOn: '2026-11-23',
    neededBy: null,
    place: 'shop',
    status: 'open',
  },
  zones: input.zones,
  steps: input.steps,
  pieces: input.pieces,
  log: [],
  plan,
  products: { 'bonding-primer': GENERIC_PRODUCTS['bonding-primer']! },
};

describe('job file', () => {
  it('survives being written and read', () => {
    expect(readJobFile(JSON.parse(JSON.stringify(file)))).toEqual({ ok: true, value: file });
  });

  it('gets new ids throughout, and the same file when they are turned back', () => {
    let number = 0;
    const renamed = withNewIds(file, () => {
      number += 1;
      return sampleId(0xabc, number + 0x1000);
    });
    expect(readJobFile(renamed).ok).toBe(true);
    expect(renamed.pieces[0]?.zoneId).toBe(renamed.zones[0]?.id);
    expect(renamed.plan?.loads.map(({ id }) => id)).toContain(renamed.plan?.ops[0]?.loadId);
    expect(renamed.plan?.ops[0]?.id.startsWith(renamed.plan.ops[0]?.stepId ?? '-')).toBe(true);
    const original = JSON.stringify(file);
    for (const { id } of renamed.pieces) expect(original).not.toContain(id);
  });

  it.each([
    ['another format', { ...file, format: 'other' }, /not an Upholder job file/],
    ['a later version', { ...file, version: 2 }, /version/],
    [
      'a piece without its zone',
      { ...file, pieces: [{ ...file.pieces[0], zoneId: sampleId(1, 99) }] },
      /Piece P1/,
    ],
    [
      'a piece that cannot be',
      { ...file, pieces: [{ ...file.pieces[0], widthMm: 4 }] },
      /pieces\.0\.widthMm: 4 mm/,
    ],
    ['no object', 'hello', /./],
  ])('refuses %s', (_what, content, message) => {
    expect(readJobFile(content)).toEqual({ ok: false, message: expect.stringMatching(message) });
  });
});

describe('take-off table', () => {
  it('reads what it wrote', () => {
    const pieces = input.pieces.map(({ id: _id, zoneId: _zone, position: _position, ...spec }) => ({
      ...spec,
      note: 'a "quoted", note',
    }));
    const table = readTakeoff(writeTakeoff(pieces.map((piece) => ({ ...piece, zoneName: 'Wall' }))));
    expect(table.rows.map(({ piece }) => piece)).toEqual(pieces);
    expect(new Set(table.rows.map(({ zoneName }) => zoneName))).toEqual(new Set(['Wall']));
  });

  it('reads semicolons, decimal commas, inches, a byte-order mark, blank lines and a repeated heading', () => {
    const text =
      '\uFEFFTag;Width;Height;Kind;Sides\r\nD1;397,5;720;door;both\r\n\r\nTag;Width;Height;Kind;Sides\r\nD2;15 3/4";28";drawer;front edges\r\n';
    const { rows } = readTakeoff(text);
    expect(
      rows.map(({ piece, line }) => [line, piece?.widthMm, piece?.heightMm, piece?.kind, piece?.finishBack]),
    ).toEqual([
      [2, 397.5, 720, 'door', true],
      [5, 400.05, 711.2, 'drawer-front', false],
    ]);
  });

  it('takes the unit from the heading', () => {
    expect(readTakeoff('tag\twidth (cm)\theight (cm)\nD1\t40\t72').rows[0]?.piece?.widthMm).toBe(400);
  });

  it('keeps the good rows and explains the bad one in place', () => {
    const { rows } = readTakeoff(
      'tag,width,height\nD1,400,720\nD2,4,720\nD3,wide,720\nD1,400,720\nD4,500,720',
      ['D4'],
    );
    expect(rows.map(({ piece }) => piece?.tag ?? null)).toEqual(['D1', null, null, null, null]);
    expect(rows[1]?.errors.width).toMatch(/4 mm width cannot be right/);
    expect(rows[2]?.errors.width).toMatch(/“wide” is not a length/);
    expect(rows[3]?.errors.tag).toMatch(/already taken/);
    expect(rows[4]?.errors.tag).toMatch(/already taken/);
  });

  it('says what is missing when there is no heading or nothing at all', () => {
    expect(readTakeoff('D1,400,720').problem).toMatch(/name the columns/);
    expect(readTakeoff('  \n ').problem).toMatch(/nothing/);
    expect(readTakeoff('tag,width,height,colour of cat\nD1,400,720,x').unknownHeadings).toEqual([
      'colour of cat',
    ]);
  });

  it('names unknown words at their column', () => {
    const { rows } = readTakeoff('tag,width,height,kind,sides\nD1,400,720,window,inside');
    expect(Object.keys(rows[0]?.errors ?? {}).sort()).toEqual(['kind', 'sides']);
    expect(PIECE_DEFAULTS.kind).toBe('door');
  });
});

describe('plan as iCalendar', () => {
  const text = planCalendar(plan, {
    jobCode: 'QUAY',
    jobName: 'Apothecary wall',
    people: { [sampleId(9, 1)]: 'Ines' },
  });
  const events = Object.values(ical.sync.parseICS(text)).filter((item) => item?.type === 'VEVENT');

  it('is accepted by another parser, with every stretch of work', () => {
    const stretches = plan.ops.flatMap(({ segments }) => segments);
    expect(events).toHaveLength(stretches.length);
    const starts = events.map((event) => (event.start as Date).getTime() / 60_000).sort((a, b) => a - b);
    expect(starts).toEqual(stretches.map(({ start }) => start).sort((a, b) => a - b));
  });

  it('rings for every coat and flip', () => {
    const ringing = plan.ops.filter(({ isCoat, action }) => isCoat || action === 'flip').length;
    expect(events.filter((event) => event.alarms?.length === 1)).toHaveLength(ringing);
  });

  it('keeps lines within 75 octets', () => {
    const tooLong = text.split('\r\n').filter((line) => new TextEncoder().encode(line).length > 75);
    expect(tooLong).toEqual([]);
  });
});
