import ical from 'node-ical';
import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { SAMPLE_START, sampleId, sampleShop, sixtyPieces } from '../../test/sample.ts';
import { TENT } from '../../test/waysCase.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import { planJob, snapshotOf } from '../planning/index.ts';
import { NO_METHOD_CHOICES } from '../systems/index.ts';
import { PLAIN_VOICE } from '../words/index.ts';
import { type JobFile, planCalendar, readJobFile, withNewIds } from './index.ts';

const input = sixtyPieces();
const outcome = planJob(input, sampleShop(), SAMPLE_START);
if (!outcome.ok) throw new Error(outcome.message);
const plan = snapshotOf(sampleId(6, 1), '2026-11-23T06:00:00.000Z', { airC: 18, rhPct: 55 }, outcome.value);

const file: JobFile = {
  format: 'upholder-job',
  version: 2,
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
    methods: NO_METHOD_CHOICES,
    status: 'open',
    room: null,
    pricing: null,
  },
  zones: input.zones,
  steps: input.steps,
  pieces: input.pieces,
  log: [],
  plan,
  walls: [],
  openings: [],
  decisions: [],
  findings: [],
  events: [],
  photos: [],
  mixes: [],
  supplies: {},
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
    ['a later version', { ...file, version: 3 }, /version/],
    [
      'a piece without its zone',
      { ...file, pieces: [{ ...file.pieces[0], zoneId: sampleId(1, 99) }] },
      /Piece P1/,
    ],
    [
      'a piece that cannot be',
      { ...file, pieces: [{ ...file.pieces[0], widthMm: 4 }] },
      /pieces\.0\.widthMm: Width must be at least 20 mm/,
    ],
    ['no object', 'hello', /./],
  ])('refuses %s', (_what, content, message) => {
    expect(readJobFile(content)).toEqual({ ok: false, message: expect.stringMatching(message) });
  });
});

describe('plan as iCalendar', () => {
  const text = planCalendar(plan, {
    jobCode: 'QUAY',
    jobName: 'Apothecary wall',
    people: { [sampleId(9, 1)]: 'Ines' },
    pieces: input.pieces,
    settings: { places: [], holders: [] },
    voice: PLAIN_VOICE,
  });
  const events = Object.values(ical.sync.parseICS(text)).filter((item) => item?.type === 'VEVENT');

  it('is accepted by another parser, with every stretch of work', () => {
    const stretches = plan.ops.flatMap(({ segments }) => segments);
    expect(events).toHaveLength(stretches.length);
    const starts = events.map((event) => (event.start as Date).getTime() / 60_000).sort((a, b) => a - b);
    expect(starts).toEqual(stretches.map(({ start }) => start).sort((a, b) => a - b));
  });

  it('names the pieces by their tags', () => {
    const words = String(events[0]?.description);
    const tags = input.pieces.map(({ tag }) => tag);
    expect(tags.some((tag) => words.includes(tag))).toBe(true);
    expect(words).toMatch(/^Apothecary wall\. \S.*, \d+ pieces?: \S.*\.$/);
  });

  it('names the place that is not the shop’s own, and the rack that a film dries on', () => {
    const away = {
      ...plan,
      loads: plan.loads.map((load) => ({ ...load, holderId: 'posts' })),
      ops: plan.ops.map((op) => ({ ...op, placeId: 'tent' })),
    };
    const told = planCalendar(away, {
      jobCode: 'QUAY',
      jobName: 'Apothecary wall',
      people: {},
      pieces: input.pieces,
      settings: {
        places: [{ ...TENT, name: 'Carport tent' }],
        holders: [{ kind: 'posts', id: 'posts', name: 'Posts', placeId: 'tent', area: 'any', slots: 6 }],
      },
      voice: PLAIN_VOICE,
    });
    const all = Object.values(ical.sync.parseICS(told)).filter((item) => item?.type === 'VEVENT');
    const inRoom = plan.ops.flatMap(({ row, segments }) => (row === 'room' ? segments : [])).length;
    expect(all.filter(({ location }) => location === 'Carport tent')).toHaveLength(all.length - inRoom);
    const held = plan.ops.flatMap(({ hold, segments }) => (hold ? segments : [])).length;
    expect(all.filter(({ description }) => /Then onto Posts\.$/.test(String(description)))).toHaveLength(
      held,
    );
    expect(events.some(({ description }) => /Then onto/.test(String(description)))).toBe(false);
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
