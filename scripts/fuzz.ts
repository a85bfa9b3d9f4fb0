import { chmodSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { startCluster } from '../server/src/db/cluster.ts';
import { fuzz } from '../server/test/fuzz/fuzz.ts';
import { ENDING, startFuzzed } from '../server/test/fuzz/twoShops.ts';
import { ensurePostgres } from './debian.ts';

// `npm run fuzz -- --seed 1 --calls 10000`: calls of every kind that the API declares, good, odd and hostile, by two shops and
// by nobody. No answer may be a fault of the server, take over two seconds, or tell what it must not.

const { values } = parseArgs({
  options: { seed: { type: 'string', default: '1' }, calls: { type: 'string', default: '10000' } },
});
const MOST_MS = 2000;
const SHOWN = 40;

const folder = mkdtempSync(join(tmpdir(), 'upholder-fuzz-'));
chmodSync(folder, 0o755);
ensurePostgres();
const cluster = await startCluster(folder, { isTemporary: true });
const url = await cluster.recreate('fuzz');
const { server, callers, stop } = await startFuzzed(url, url, {
  logLevel: process.env.LOG_LEVEL ?? 'silent',
});
const { calls, byStatus, slowest, found } = await fuzz({
  address: server.address,
  callers,
  start: ['/floor', '/shop', '/jobs', '/mixes'],
  seed: Number(values.seed),
  calls: Number(values.calls),
  mostMs: MOST_MS,
  without: ENDING,
});
await stop();
await cluster.stop();
const kinds = new Map<string, typeof found>();
for (const one of found) {
  const kind = `${one.what} ${one.status} ${one.call}`;
  kinds.set(kind, [...(kinds.get(kind) ?? []), one]);
}
for (const [kind, all] of [...kinds].slice(0, SHOWN))
  console.log(`${kind} (${all.length} times)\n   sent     ${all[0]?.sent}\n   answered ${all[0]?.answer}`);
console.log(
  `${calls} calls by seed ${values.seed}: ${[...byStatus]
    .sort(([a], [b]) => a - b)
    .map(([status, count]) => `${status} ${count} times`)
    .join(', ')}`,
);
console.log(
  `slowest ${Math.round(slowest.ms)} ms: ${slowest.call}; ${found.length} answers that none may be`,
);
process.exitCode = found.length === 0 ? 0 : 1;
