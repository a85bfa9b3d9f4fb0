import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Running } from '../src/start.ts';
import { type FuzzCaller, fuzz } from './fuzz/fuzz.ts';
import { ENDING, startFuzzed } from './fuzz/twoShops.ts';
import { asServer, freshDatabase } from './harness.ts';

let server: Running;
let callers: FuzzCaller[];
let stop: () => Promise<void>;

beforeAll(async () => {
  const url = await freshDatabase();
  ({ server, callers, stop } = await startFuzzed(url, asServer(url)));
});
afterAll(() => stop());

it('odd and hostile calls of every kind break nothing, and tell nobody what another shop has', async () => {
  const { byStatus, found } = await fuzz({
    address: server.address,
    callers,
    start: ['/floor', '/shop', '/jobs', '/mixes'],
    seed: 20261130,
    calls: 1200,
    // How long it takes says nothing on a busy machine; `npm run fuzz` looks at that.
    mostMs: Number.POSITIVE_INFINITY,
    without: ENDING,
  });
  expect(found).toEqual([]);
  // It did get through, and was refused in every way that there is.
  for (const status of [200, 201, 400, 401, 403, 404, 409, 422])
    expect([status, (byStatus.get(status) ?? 0) > 3]).toEqual([status, true]);
});
