import type { ResponseOf, ROUTES } from '@upholder/core/api';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Running } from '../src/start.ts';
import { type Caller, startTwoShops } from './harness.ts';
import { jobSpec, pieceFor, zoneSpec } from './samples.ts';

let server: Running;
let ines: Caller;
let stranger: Caller;
beforeAll(async () => {
  ({ server, ines, stranger } = await startTwoShops('Finding', 'Not finding'));
});
afterAll(() => server.stop());

/** A job without a plan that has one piece of this tag. */
async function jobWith(code: string, tag: string, status: 'open' | 'closed' = 'open'): Promise<string> {
  const id = uuid();
  await ines.ok('POST', '/jobs', { id, ...jobSpec, code, status });
  const zone = await ines.ok<{ id: string }>('POST', `/jobs/${id}/zones`, { id: uuid(), ...zoneSpec });
  await ines.ok('POST', `/jobs/${id}/pieces`, { pieces: [pieceFor(zone.id, 1, { tag })] });
  return id;
}

async function found(caller: Caller, tag: string, jobCode: string | null = null): Promise<string[]> {
  const { hits } = await caller.ok<ResponseOf<typeof ROUTES.findTag>>('POST', '/pieces/find', {
    tag,
    jobCode,
  });
  return hits.map(({ job, piece }) => `${job.code} ${piece.tag}${job.isOpen ? '' : ', past'}`);
}

describe('a piece by its tag', () => {
  it('is found in every open job, whether that is planned or not, and in past ones by their code', async () => {
    await jobWith('QUAY', 'Ü07');
    await jobWith('VESTRY', 'ü07');
    await jobWith('OLD', 'Ü07', 'closed');
    expect(await found(ines, ' ü07 ')).toEqual(['VESTRY ü07', 'QUAY Ü07']);
    expect(await found(ines, 'Ü07', 'quay')).toEqual(['QUAY Ü07']);
    expect(await found(ines, 'ü07', 'old')).toEqual(['OLD Ü07, past']);
    expect(await found(ines, 'U07')).toEqual([]);
    expect(await found(ines, '%07')).toEqual([]);
  });

  it('of another shop is not there', async () => {
    await jobWith('HIDDEN', 'X1');
    expect(await found(ines, 'x1')).toEqual(['HIDDEN X1']);
    expect(await found(stranger, 'x1')).toEqual([]);
    expect(await found(stranger, 'x1', 'HIDDEN')).toEqual([]);
  });

  it('needs a tag to look for', async () => {
    expect(await ines.refused('POST', '/pieces/find', { tag: '', jobCode: null })).toMatchObject({
      status: 422,
    });
  });
});
