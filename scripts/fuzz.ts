import { chmodSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { readConfig } from '../server/src/base/config.ts';
import { startCluster } from '../server/src/db/cluster.ts';
import { type Running, startServer } from '../server/src/start.ts';
import { threadFile } from '../server/src/threads/bundle.ts';
import { fuzz } from '../server/test/fuzz/fuzz.ts';
import { ENDING, startFuzzed } from '../server/test/fuzz/twoShops.ts';
import { ensurePostgres } from './debian.ts';
import { type Line, openLine } from './faults/line.ts';

// `npm run fuzz -- --seed 1 --calls 10000 --servers 2`: calls of every kind that the API declares, good, odd and hostile, by two shops and
// by nobody. No answer may be a fault of the server, take over two seconds, or tell what it must not.

const { values } = parseArgs({
  options: {
    seed: { type: 'string', default: '1' },
    calls: { type: 'string', default: '10000' },
    servers: { type: 'string', default: '1' },
  },
});
const MOST_MS = 2000;
const SHOWN = 40;

const folder = mkdtempSync(join(tmpdir(), 'upholder-fuzz-'));
chmodSync(folder, 0o755);
ensurePostgres();
// A compiled server has its threads beside it; from sources they are put together here, not while somebody waits for an answer.
await Promise.all([threadFile('import'), threadFile('planning')]);
const cluster = await startCluster(folder, { isTemporary: true });
const url = await cluster.recreate('fuzz');
const logLevel = process.env.LOG_LEVEL ?? 'silent';
/** Servers beside the first, and the line to all of them. */
const beside: Running[] = [];
let line: Line | null = null;
const { server, callers, stop } = await startFuzzed(url, url, { logLevel }, async (first) => {
  if (Number(values.servers) < 2) return first.address;
  for (let number = 1; number < Number(values.servers); number += 1)
    beside.push(
      await startServer(
        readConfig({
          DATABASE_URL: url,
          PORT: '0',
          LOG_LEVEL: logLevel,
          UPHOLDER_HOME: folder,
          BACKUP_EVERY_HOURS: '0',
          CALLS_PER_MINUTE: '100000',
        }),
      ),
    );
  line = await openLine(() => [first.port, ...beside.map(({ port }) => port)], { staysOpen: true });
  return line.address;
});
const address = (line as Line | null)?.address ?? server.address;
const { calls, byStatus, slowest, found } = await fuzz({
  address,
  callers,
  start: ['/floor', '/shop', '/jobs', '/mixes'],
  seed: Number(values.seed),
  calls: Number(values.calls),
  mostMs: MOST_MS,
  without: ENDING,
});
await (line as Line | null)?.close();
for (const one of beside) await one.stop();
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
