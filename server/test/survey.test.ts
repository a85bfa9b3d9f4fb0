import type { Changes, JobDetail, PieceRow, ZoneRow } from '@upholder/core/api';
import type { Opening, Wall } from '@upholder/core/elevation';
import { NO_HARDWARE } from '@upholder/core/elevation';
import type { Photo } from '@upholder/core/jobs';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/expect.ts';
import type { Running } from '../src/start.ts';
import { type Caller, startTwoShops } from './harness.ts';
import { entryFor, makeJob } from './samples.ts';

let server: Running;
let ines: Caller;
let stranger: Caller;

beforeAll(async () => {
  ({ server, ines, stranger } = await startTwoShops('Surveyed', 'Elsewhere'));
});
afterAll(() => server.stop());

const load = (job: { id: string }) => ines.ok<JobDetail>('GET', `/jobs/${job.id}`);

/** A picture one pixel wide: the smallest PNG there is. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

/** What a picture shows: it is kept without what else was in its file. */
const pixelsOf = (content: Buffer | ArrayBuffer) => sharp(content).ensureAlpha().raw().toBuffer();

async function send(
  caller: Caller,
  detail: JobDetail,
  content: Buffer,
  type = 'image/jpeg',
): Promise<Response> {
  const query = new URLSearchParams({ id: uuid(), zoneId: detail.zones[0]?.id ?? '', topic: 'finish' });
  return caller.raw('POST', `/jobs/${detail.job.id}/photos?${query}`, content, type);
}

describe('answers', () => {
  it('are kept one by one, also when two people answer at once', async () => {
    const { job, zones } = await makeJob(ines, 0);
    const zone = zones[0] as ZoneRow;
    const patch = (change: object) => ines.ok<ZoneRow>('PATCH', `/zones/${zone.id}/survey`, change);
    await Promise.all([
      patch({ answers: { soil: 'heavy' } }),
      patch({ answers: { look: 'dead flat' } }),
      patch({ substrate: 'softwood', newColour: '#A9CFC0' }),
    ]);
    const after = (await load(job)).zones[0] as ZoneRow;
    expect(after.survey).toEqual({ soil: 'heavy', look: 'dead flat' });
    expect([after.substrate, after.newColour]).toEqual(['softwood', '#a9cfc0']);
    await patch({ answers: { soil: null }, substrate: null });
    const taken = (await load(job)).zones[0] as ZoneRow;
    expect([taken.survey, taken.substrate]).toEqual([{ look: 'dead flat' }, null]);
  });

  it('that no question has are refused at their field', async () => {
    const { zones } = await makeJob(ines, 0);
    const refusal = await ines.refused('PATCH', `/zones/${zones[0]?.id}/survey`, {
      answers: { adhesionGrade: 9 },
    });
    expect([refusal.status, Object.keys(refusal.fields ?? {})]).toEqual([422, ['answers.adhesionGrade']]);
  });
});

describe('stops', () => {
  it('hold a plan up until somebody takes them on in writing', async () => {
    const { job, zones } = await makeJob(ines);
    const zoneId = zones[0]?.id ?? '';
    await ines.ok('PATCH', `/zones/${zoneId}/survey`, {
      answers: { beforeLeadBan: true, existing: 'solvent paint' },
    });
    const refusal = await ines.refused('POST', `/jobs/${job.id}/plan`);
    expect(refusal).toMatchObject({ status: 409, code: 'open-stop' });
    expect(refusal.message).toMatch(/Counter: May hold lead/);
    const decision = { id: uuid(), zoneId, kind: 'acknowledged', code: 'lead' };
    const empty = await ines.refused('POST', `/jobs/${job.id}/decisions`, { ...decision, reason: ' ' });
    expect(empty.fields?.reason).toMatch(/Reason must be at least 3/);
    const taken = { ...decision, reason: 'tested, three layers, negative' };
    await ines.ok('POST', `/jobs/${job.id}/decisions`, taken);
    await ines.ok('POST', `/jobs/${job.id}/decisions`, taken);
    const other = await ines.refused('POST', `/jobs/${job.id}/decisions`, {
      ...decision,
      reason: 'other words',
    });
    expect(other.code).toBe('id-taken');
    await ines.ok('POST', `/jobs/${job.id}/plan`);
    const { decisions } = await load(job);
    expect(decisions.map(({ code, reason, memberName }) => [code, reason, memberName])).toEqual([
      ['lead', 'tested, three layers, negative', 'Ines'],
    ]);
  });

  it('record the choice of a system with its reason', async () => {
    const { job, zones } = await makeJob(ines, 0);
    const { id, position: _position, ...zone } = zones[0] as ZoneRow;
    const body = { ...zone, systemId: 'C', options: null, choiceReason: 'dark over open pores' };
    await ines.ok('PUT', `/zones/${id}`, body);
    const after = await load(job);
    expect(after.decisions.map(({ kind, code, reason }) => [kind, code, reason])).toEqual([
      ['chosen', 'C', 'dark over open pores'],
    ]);
    expect(after.steps.some(({ productKey }) => productKey === 'waterborne-block-primer')).toBe(true);
  });
});

describe('pictures', () => {
  it('are kept, shown to their own shop only, and deleted', async () => {
    const detail = await makeJob(ines, 0);
    const response = await send(ines, detail, PIXEL, 'text/plain');
    const { changes, ...photo } = (await response.json()) as Photo & { changes: Changes };
    expect(changes.jobs[0]?.photos).toEqual([photo]);
    // The declared type is not trusted: the content says PNG.
    expect(photo).toMatchObject({ type: 'image/png', widthPx: 1, heightPx: 1, topic: 'finish' });
    expect((await load(detail.job)).photos).toEqual([photo]);
    const shown = await ines.call('GET', `/photos/${photo.id}`);
    expect(shown.headers.get('content-type')).toBe('image/png');
    expect(await pixelsOf(await shown.arrayBuffer())).toEqual(await pixelsOf(PIXEL));
    expect((await stranger.refused('GET', `/photos/${photo.id}`)).status).toBe(404);
    expect((await stranger.refused('DELETE', `/photos/${photo.id}`)).status).toBe(404);
    await ines.ok('DELETE', `/photos/${photo.id}`);
    expect((await load(detail.job)).photos).toEqual([]);
  });

  it.each([
    ['a text', Buffer.from('<svg onload="alert(1)"/>'), 422],
    ['nothing', Buffer.alloc(0), 422],
    ['the head of a picture only', PIXEL.subarray(0, 12), 422],
    ['more than 3 MB', Buffer.concat([PIXEL, Buffer.alloc(3_000_001)]), 413],
  ])('refuse %s', async (_what, content, status) => {
    const detail = await makeJob(ines, 0);
    expect((await send(ines, detail, content)).status).toBe(status);
    expect((await load(detail.job)).photos).toEqual([]);
  });

  it('cannot be put into another shop’s job', async () => {
    const detail = await makeJob(ines, 0);
    expect((await send(stranger, detail, PIXEL)).status).toBe(404);
  });
});

function wallFor(position = 0): Wall {
  return { id: uuid(), position, name: 'North', letter: 'N', widthMm: 3000, heightMm: 2400 };
}

function openingFor(wallId: string, tag: string, xMm = 0): Opening {
  const place = { xMm, yMm: 100, widthMm: 400, heightMm: 720 };
  return { id: uuid(), wallId, tag, ...place, hardware: NO_HARDWARE, baggedAt: null, returnedAt: null };
}

describe('the map', () => {
  it('takes walls, openings and what belongs in them in one go', async () => {
    const { job, pieces } = await makeJob(ines);
    const wall = wallFor();
    const openings = [openingFor(wall.id, 'N1'), openingFor(wall.id, 'N2', 430)];
    const body = {
      walls: [wall],
      openings,
      assigned: [{ pieceId: pieces[0]?.id, openingId: openings[0]?.id }],
    };
    await ines.ok('POST', `/jobs/${job.id}/map`, body);
    const after = await load(job);
    expect([after.walls.length, after.openings.length]).toEqual([1, 2]);
    expect(after.pieces[0]?.openingId).toBe(openings[0]?.id);
    const twice = await ines.refused('POST', `/jobs/${job.id}/map`, {
      ...body,
      openings: [openingFor(wall.id, 'n1')],
    });
    expect(twice).toMatchObject({ status: 409, code: 'tag-taken' });
    // A wall goes with its openings; pieces stay, without a place.
    await ines.ok('DELETE', `/walls/${wall.id}`);
    const bare = await load(job);
    expect([bare.openings.length, bare.pieces[0]?.openingId, bare.pieces.length]).toEqual([0, null, 4]);
  });

  it('changes openings that are still as they were seen, and swaps nothing halfway', async () => {
    const { job } = await makeJob(ines, 0);
    const wall = wallFor();
    await ines.ok('POST', `/jobs/${job.id}/map`, {
      walls: [wall],
      openings: [openingFor(wall.id, 'N1'), openingFor(wall.id, 'N2', 430)],
      assigned: [],
    });
    const [first, second] = (await load(job)).openings;
    const bagged = { ...first, baggedAt: '2026-11-23T08:00:00.000Z' };
    await ines.ok('PUT', `/jobs/${job.id}/openings`, { openings: [bagged] });
    const late = await ines.refused('PUT', `/jobs/${job.id}/openings`, {
      openings: [
        { ...second, xMm: 900 },
        { ...first, xMm: 500 },
      ],
    });
    expect(late).toMatchObject({ status: 409, code: 'conflict' });
    const after = await load(job);
    expect(after.openings.map(({ tag, xMm, baggedAt }) => [tag, xMm, baggedAt])).toEqual([
      ['N1', 0, '2026-11-23T08:00:00.000Z'],
      ['N2', 430, null],
    ]);
  });
});

describe('changing several pieces', () => {
  it('lets tags change places, all or none', async () => {
    const { job, pieces } = await makeJob(ines, 2);
    const [one, two] = pieces as [PieceRow, PieceRow];
    const change = ({ version, ...piece }: PieceRow, part: object) => ({
      version,
      piece: { ...piece, ...part },
    });
    await ines.ok('PUT', `/jobs/${job.id}/pieces`, {
      changes: [change(one, { tag: 'D2' }), change(two, { tag: 'D1' })],
    });
    const after = await load(job);
    expect(after.pieces.map(({ id, tag }) => [id, tag])).toEqual([
      [one.id, 'D2'],
      [two.id, 'D1'],
    ]);
    const refusal = await ines.refused('PUT', `/jobs/${job.id}/pieces`, {
      changes: after.pieces.map((piece) => change(piece, { tag: 'D9' })),
    });
    expect(refusal).toMatchObject({ status: 409, code: 'tag-taken' });
    expect((await load(job)).pieces.map(({ tag }) => tag)).toEqual(['D2', 'D1']);
    const astray = await ines.refused('PUT', `/jobs/${job.id}/pieces`, {
      changes: [change(after.pieces[0] as PieceRow, { openingId: uuid() })],
    });
    expect(astray.fields).toEqual({ 'changes.0.piece.openingId': 'Choose an opening of this job.' });
  });
});

describe('treatments', () => {
  const keys = (detail: JobDetail) => detail.steps.map(({ key }) => key);
  const set = async (detail: JobDetail, index: number, treatment: string) => {
    const { version, ...piece } = detail.pieces[index] as PieceRow;
    await ines.ok('PUT', `/jobs/${detail.job.id}/pieces`, {
      changes: [{ version, piece: { ...piece, treatment } }],
    });
    return load(detail.job);
  };

  it('bring preparation of their own, and take it away again', async () => {
    const before = await makeJob(ines);
    expect(keys(before).some((key) => key.startsWith('raw-'))).toBe(false);
    const replaced = await set(before, 0, 'replace');
    expect(keys(replaced)).toContain('raw-seal-edges');
    expect(replaced.steps.find(({ key }) => key === 'key')?.appliesTo).toBe('old');
    expect(replaced.steps.find(({ key }) => key === 'colour-1')?.appliesTo).toBe('any');
    const repaired = await set(replaced, 1, 'repair');
    expect(keys(repaired)).toContain('repair');
    await ines.ok('PATCH', `/zones/${before.zones[0]?.id}/survey`, { answers: { replacementStock: 'wood' } });
    expect(keys(await load(before.job))).not.toContain('raw-seal-edges');
    const again = await set(await set(await load(before.job), 0, 'finish'), 1, 'finish');
    expect(keys(again)).toEqual(keys(before));
  });

  it('follow what is on them: bare stock is neither washed nor keyed, and what was changed by hand stays', async () => {
    const before = await makeJob(ines);
    const zoneId = before.zones[0]?.id ?? '';
    const answer = async (existing: string | null) => {
      await ines.ok('PATCH', `/zones/${zoneId}/survey`, { answers: { existing } });
      return load(before.job);
    };
    expect(keys(before)).toContain('clean-1');
    const bare = await answer('raw');
    expect(keys(bare).slice(0, 3)).toEqual(['unpack', 'ease', 'key']);
    expect(keys(bare)).not.toContain('clean-1');
    expect(keys(await answer(null))).toEqual(keys(before));
    const { steps, zones } = await load(before.job);
    const changed = steps
      .filter((step) => step.zoneId === zoneId)
      .map(({ id: _id, zoneId: _zone, position: _position, ...step }) =>
        step.key === 'key' ? { ...step, note: 'by hand, it is thin' } : step,
      );
    await ines.ok('PUT', `/zones/${zoneId}/steps`, { version: zones[0]?.version, steps: changed });
    expect(keys(await answer('raw'))).toEqual(keys(before));
  });

  it('add steps to work that has begun without touching what is logged', async () => {
    const before = await makeJob(ines);
    const { plan } = await ines.ok<{ plan: { ops: Parameters<typeof entryFor>[1][] } }>(
      'POST',
      `/jobs/${before.job.id}/plan`,
    );
    const first = plan.ops.find(({ stepId }) => stepId === before.steps[0]?.id);
    if (!first) throw new Error('the plan does not begin with the first step');
    await ines.ok(
      'POST',
      `/jobs/${before.job.id}/log`,
      entryFor(before.job.id, first, '2026-11-23T07:30:00.000Z'),
    );
    const after = await set(before, 0, 'replace');
    expect(keys(after)).toContain('raw-ease');
    for (const step of before.steps) expect(after.steps.map(({ id }) => id)).toContain(step.id);
    await ines.ok('POST', `/jobs/${before.job.id}/plan`);
    const raw = new Set(after.steps.filter(({ appliesTo }) => appliesTo === 'new').map(({ id }) => id));
    const planned = (await load(before.job)).plan?.ops.filter(({ stepId }) => raw.has(stepId)) ?? [];
    expect(planned.length).toBeGreaterThan(0);
    expect(new Set(planned.flatMap(({ pieceIds }) => pieceIds))).toEqual(new Set([before.pieces[0]?.id]));
  });
});

describe('taking a surveyed job away', () => {
  it('carries answers, map, decisions and pictures, and brings them back', async () => {
    const detail = await makeJob(ines);
    const zoneId = detail.zones[0]?.id ?? '';
    await ines.ok('PATCH', `/zones/${zoneId}/survey`, { answers: { soil: 'heavy', look: 'dead flat' } });
    const wall = wallFor();
    const opening = openingFor(wall.id, 'N1');
    await ines.ok('POST', `/jobs/${detail.job.id}/map`, {
      walls: [wall],
      openings: [opening],
      assigned: [{ pieceId: detail.pieces[0]?.id, openingId: opening.id }],
    });
    await ines.ok('POST', `/jobs/${detail.job.id}/decisions`, {
      id: uuid(),
      zoneId,
      kind: 'acknowledged',
      code: 'silicone',
      reason: 'washed three times, patch lies flat',
    });
    await send(ines, detail, PIXEL);
    const file = await ines.ok<Record<string, unknown[]>>('GET', `/jobs/${detail.job.id}/export/job.json`);
    const slim = await ines.ok<Record<string, unknown[]>>(
      'GET',
      `/jobs/${detail.job.id}/export/job.json?photos=no`,
    );
    expect([file.photos?.length, slim.photos?.length]).toEqual([1, 0]);
    const made = await stranger.ok<{ id: string }>('POST', '/import/job', { file });
    const copy = await stranger.ok<JobDetail>('GET', `/jobs/${made.id}`);
    expect(copy.zones[0]?.survey).toEqual({ soil: 'heavy', look: 'dead flat' });
    expect(copy.pieces[0]?.openingId).toBe(copy.openings[0]?.id);
    expect(copy.openings[0]?.wallId).toBe(copy.walls[0]?.id);
    expect(copy.decisions[0]).toMatchObject({ code: 'silicone', memberId: null, memberName: 'Ines' });
    const picture = await stranger.call('GET', `/photos/${copy.photos[0]?.id}`);
    expect(await pixelsOf(await picture.arrayBuffer())).toEqual(await pixelsOf(PIXEL));
  });

  it('refuses a file whose picture is none', async () => {
    const detail = await makeJob(ines, 0);
    await send(ines, detail, PIXEL);
    const file = await ines.ok<{ photos: { content: string }[] }>(
      'GET',
      `/jobs/${detail.job.id}/export/job.json`,
    );
    const forged = { ...file, photos: file.photos.map((photo) => ({ ...photo, content: btoa('hello') })) };
    expect(await ines.refused('POST', '/import/job', { file: forged })).toMatchObject({ status: 422 });
  });
});

describe('remembered columns', () => {
  it('belong to the shop and the last one wins', async () => {
    const signature = 'marke|breit|hoch';
    const mapping = (field: string) => [{ field, unit: 'cm' }];
    await ines.ok('PUT', '/import-mappings', { signature, mapping: mapping('tag') });
    await ines.ok('PUT', '/import-mappings', { signature, mapping: mapping('width') });
    const { mappings } = await ines.ok<{ mappings: unknown[] }>('GET', '/import-mappings');
    expect(mappings).toEqual([{ signature, mapping: mapping('width') }]);
    expect(await stranger.ok('GET', '/import-mappings')).toEqual({ mappings: [] });
    expect(
      (await ines.refused('PUT', '/import-mappings', { signature, mapping: mapping('gold') })).status,
    ).toBe(422);
  });
});
