import 'fake-indexeddb/auto';
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import type { JobDetail } from '@upholder/core/api';
import type { NewLogEntry } from '@upholder/core/jobs';
import type { MixRecord } from '@upholder/core/mixing';
import pg from 'pg';
import { v7 as uuid } from 'uuid';
import { seeded } from '../core/test/sample.ts';
import { sampleMix } from '../core/test/sampleMix.ts';
import { seedDemo } from '../demo/seed.ts';
import { freePort, startCluster } from '../server/src/db/cluster.ts';
import { migrate } from '../server/src/db/migrate.ts';
import { COMPILED_SERVER, compileServer } from './build.ts';
import { ensurePostgres } from './debian.ts';
import { LINE_FAULTS, openLine } from './faults/line.ts';
import { Tablet, type Worker } from './faults/tablet.ts';

// Tablets log and mix while the server, the database and the line between them break in every way; afterwards everything
// that was written must be there, once, as it was written. The same seed makes the same operations and the same faults.

const { values } = parseArgs({
  options: {
    seed: { type: 'string', default: '1' },
    operations: { type: 'string', default: '10000' },
    faults: { type: 'string', default: '300' },
  },
});
const seed = Number(values.seed);
const operations = Number(values.operations);
const faults = Number(values.faults);
const random = seeded(seed);
const upTo = (most: number) => Math.floor(random() * most);
const pick = <T>(items: readonly T[]): T => items[upTo(items.length)] as T;
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

const TIN_ML = 1_000_000;
const folder = mkdtempSync(join(tmpdir(), 'upholder-faults-'));
chmodSync(folder, 0o755);
ensurePostgres();
await compileServer();
/** A disk of its own for the database, so that it can be full; null where this account may not mount one. */
const disk = ((): string | null => {
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=1500m,mode=755', 'tmpfs', folder], {
    stdio: 'ignore',
  });
  return mounted.status === 0 ? folder : null;
})();
if (!disk) console.log('no disk can be mounted here: it is never full');
const cluster = await startCluster(folder, { isTemporary: true });
const databaseUrl = await cluster.recreate('faults');
await migrate(databaseUrl);
await seedDemo(databaseUrl, new Date(Date.now() - 3600_000));

// ---- two servers behind one line

/** A server as a process of its own, on a port that it keeps. */
interface Place {
  port: number;
  child: ChildProcess | null;
  /** By how much its clock is wrong, in ms. */
  clockMs: number;
}
const places: Place[] = [];
for (let number = 0; number < 2; number += 1)
  places.push({ port: await freePort(), child: null, clockMs: 0 });

async function isUp({ port }: Place): Promise<boolean> {
  try {
    return (await fetch(`http://127.0.0.1:${port}/api/session`, { signal: AbortSignal.timeout(2000) })).ok;
  } catch {
    return false;
  }
}

/** Starts a server; one that cannot start, as its database is away, is started again. */
async function startServer(place: Place): Promise<void> {
  for (let tries = 0; tries < 20; tries += 1) {
    const child = spawn(process.execPath, ['--enable-source-maps', COMPILED_SERVER], {
      env: {
        ...process.env,
        DATABASE_URL: databaseUrl,
        HOST: '127.0.0.1',
        PORT: String(place.port),
        PICTURE_FOLDER: join(folder, 'pictures'),
        BACKUP_EVERY_HOURS: '0',
        UPHOLDER_DEMO: '1',
        LOG_LEVEL: 'silent',
        ...(place.clockMs !== 0 && { UPHOLDER_CLOCK: new Date(Date.now() + place.clockMs).toISOString() }),
      },
      stdio: 'ignore',
    });
    place.child = child;
    for (let looks = 0; looks < 150 && child.exitCode === null; looks += 1) {
      if (await isUp(place)) return;
      await wait(100);
    }
    child.kill('SIGKILL');
  }
  throw new Error('the server does not start any more');
}

function killServer(place: Place): Promise<void> {
  const { child } = place;
  place.child = null;
  if (!child || child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    child.once('exit', () => resolve());
    child.kill('SIGKILL');
  });
}

await Promise.all(places.map(startServer));
const line = await openLine(() => places.map(({ port }) => port));

const client = new pg.Client({ connectionString: databaseUrl });
await client.connect();
const workers = (
  await client.query<Worker>(
    `select member.id, member.name from member join shop on shop.id = member.shop_id
      where shop.id = (select shop_id from job limit 1) order by member.position`,
  )
).rows;
await client.query('update product set stock_ml = $1', [TIN_ML]);
const jobs = (
  await client.query<{ job: string; step: string; pieces: string[] }>(
    `select zone.job_id as job, step.id as step, array_agg(piece.id order by piece.position) as pieces
       from step join zone on zone.id = step.zone_id join piece on piece.zone_id = zone.id
      group by zone.job_id, step.id, step.position order by zone.job_id, step.position`,
  )
).rows;
const before = new Set(
  (await client.query<{ id: string }>('select id from log_entry')).rows.map(({ id }) => id),
);
await client.end();

const tablets = ['bench', 'booth', 'rail', 'office'].map((name) => new Tablet(name, line.address, random));

// ---- what was written

const entries = new Map<string, { entry: NewLogEntry; worker: Worker; tablet: Tablet }>();
const corrected = new Set<string>();
const pours = new Map<string, { mixId: string; ml: number; productKey: string }>();
const PRODUCTS = ['urethane-enamel-satin', 'bonding-primer', 'build-primer'];

function newEntry(): NewLogEntry {
  const place = pick(jobs);
  const from = upTo(place.pieces.length);
  return {
    id: uuid(),
    jobId: place.job,
    stepId: place.step,
    side: 'all',
    action: 'do',
    pieceIds: place.pieces.slice(from, from + 1 + upTo(4)),
    doneAt: new Date(Date.now() - 60_000 * (1 + upTo(600))).toISOString(),
    coat: null,
    note: random() < 0.2 ? `run ${seed}, number ${entries.size}` : '',
    correctsId: null,
    isWithdrawal: false,
  };
}

async function operate(): Promise<void> {
  const tablet = pick(tablets);
  const worker = pick(workers);
  const kind = random();
  if (kind < 0.7) {
    const entry = newEntry();
    await tablet.log(entry, worker);
    entries.set(entry.id, { entry, worker, tablet });
  } else if (kind < 0.8) {
    // Whoever logged it takes it back, or puts it right, at the same tablet.
    const own = [...entries.values()].filter(
      (one) => one.tablet === tablet && one.worker === worker && !corrected.has(one.entry.id),
    );
    if (own.length === 0) return operate();
    const { entry } = pick(own);
    const isWithdrawal = random() < 0.5;
    const next = {
      ...entry,
      id: uuid(),
      correctsId: entry.id,
      isWithdrawal,
      note: isWithdrawal ? entry.note : 'put right',
    };
    await tablet.log(next, worker);
    corrected.add(entry.id);
    entries.set(next.id, { entry: next, worker, tablet });
  } else {
    // A new mix, one custom, or one that another bench pours into as well.
    const known = [...(random() < 0.3 ? pick(tablets) : tablet).mixes.values()];
    const pour = { id: uuid(), role: 'paint' as const, ml: 1 + upTo(400), at: new Date().toISOString() };
    const mix: MixRecord =
      known.length === 0 || random() < 0.3
        ? sampleMix(uuid(), {
            productKey: pick(PRODUCTS),
            startedAt: new Date().toISOString(),
            target: null,
            madeBy: worker.name,
          })
        : structuredClone(pick(known));
    const poured = {
      ...mix,
      revision: mix.revision + (mix.pours.length > 0 ? 1 : 0),
      pours: [...mix.pours, pour],
    };
    await tablet.mix(poured, worker);
    pours.set(pour.id, { mixId: mix.id, ml: pour.ml, productKey: mix.productKey });
  }
}

// ---- what breaks

/** All space that is left on the disk of the database, until it is given back. */
function fillDisk(): void {
  spawnSync('dd', ['if=/dev/zero', `of=${disk}/ballast`, 'bs=64k'], { stdio: 'ignore' });
}

/** Whether the database answers; one that found no room ended itself, and comes back when there is some. */
async function reviveDatabase(): Promise<void> {
  await cluster.crash();
  await cluster.resume();
}

async function onlyReads(isOn: boolean): Promise<void> {
  const admin = new pg.Client({ connectionString: databaseUrl });
  await admin.connect();
  await admin.query('set default_transaction_read_only = off');
  const name = new URL(databaseUrl).pathname.slice(1);
  await admin.query(`alter database "${name}" set default_transaction_read_only = ${isOn ? 'on' : 'off'}`);
  // Whoever is connected goes by what held when they came.
  await admin.query(
    'select pg_terminate_backend(pid) from pg_stat_activity where datname = $1 and pid <> pg_backend_pid()',
    [name],
  );
  await admin.end();
}

const FAULTS: Record<string, () => Promise<void>> = {
  async 'one server killed'() {
    const place = pick(places);
    await killServer(place);
    await wait(100 + upTo(500));
    await startServer(place);
  },
  async 'both servers killed'() {
    await Promise.all(places.map(killServer));
    await wait(100 + upTo(500));
    await Promise.all(places.map(startServer));
  },
  async 'one server stopped for a while'() {
    const place = pick(places);
    place.child?.kill('SIGSTOP');
    await wait(300 + upTo(3000));
    place.child?.kill('SIGCONT');
  },
  async 'database killed'() {
    await cluster.crash();
    await wait(100 + upTo(600));
    await cluster.resume();
  },
  async 'database stopped for a while'() {
    cluster.pause();
    await wait(300 + upTo(3000));
    cluster.continue();
  },
  async 'servers and database killed'() {
    await Promise.all([...places.map(killServer), cluster.crash()]);
    await wait(upTo(500));
    await cluster.resume();
    await Promise.all(places.map(startServer));
  },
  async 'line down'() {
    line.cut(true);
    await wait(300 + upTo(2500));
    line.cut(false);
  },
  async 'clock of a server jumps'() {
    const place = pick(places);
    place.clockMs = (random() < 0.5 ? -1 : 1) * upTo(3 * 3_600_000);
    await killServer(place);
    await startServer(place);
    await wait(500 + upTo(1500));
    place.clockMs = 0;
    await killServer(place);
    await startServer(place);
  },
  async 'database only reads'() {
    await onlyReads(true);
    await wait(500 + upTo(2000));
    await onlyReads(false);
  },
  ...(disk && {
    async 'disk full'() {
      fillDisk();
      await wait(500 + upTo(2000));
      rmSync(`${disk}/ballast`, { force: true });
      await reviveDatabase();
    },
  }),
};
for (const fault of LINE_FAULTS) {
  FAULTS[`line: ${fault}`] = async () => {
    line.spoil(fault, 3 + upTo(6));
    await wait(200);
  };
}

// ---- the run

/** How long after each kind of fault the first call came through again, in ms. */
const recovery = new Map<string, number[]>();
const probe = new Tablet('probe', line.address, random);
async function recovered(name: string): Promise<void> {
  const ended = performance.now();
  for (;;) {
    try {
      probe.forget();
      if (await probe.signIn(workers[0] as Worker)) break;
    } catch {
      // Not yet.
    }
    await wait(20);
    if (performance.now() - ended > 60_000) throw new Error(`nothing comes through a minute after “${name}”`);
  }
  recovery.set(name, [...(recovery.get(name) ?? []), performance.now() - ended]);
}

const names = Object.keys(FAULTS);
// Every kind comes equally often, in an order of its own.
const order = Array.from({ length: faults }, (_, number) => names[number % names.length] as string)
  .map((name) => ({ name, at: random() }))
  .sort((a, b) => a.at - b.at)
  .map(({ name }) => name);
const counts = new Map<string, number>();
const began = Date.now();
let isOver = false;
const report = setInterval(
  () =>
    console.log(
      `${entries.size} entries and ${pours.size} pours written, ${counts.size ? [...counts.values()].reduce((a, b) => a + b) : 0} faults`,
    ),
  10_000,
);

/** Each tablet sends whenever it can, for whoever stands at it; now and then from two tabs at once. */
async function keepSending(tablet: Tablet): Promise<void> {
  while (!isOver) {
    const worker = pick(workers);
    const isTwice = random() < 0.1;
    await Promise.all(isTwice ? [tablet.send(worker), tablet.send(worker)] : [tablet.send(worker)]);
    if (random() < 0.05) tablet.reload();
    await wait(20 + upTo(60));
  }
}

const sending = tablets.map(keepSending);
for (let number = 0, done = 0; number < order.length; number += 1) {
  const name = order[number] as string;
  const until = Math.round(((number + 1) * operations) / order.length);
  const breaking = FAULTS[name]?.();
  for (; done < until; done += 1) {
    await operate();
    if (done % 4 === 0) await wait(5 + upTo(20));
  }
  await breaking;
  await recovered(name);
  counts.set(name, (counts.get(name) ?? 0) + 1);
}
isOver = true;
await Promise.all(sending);
clearInterval(report);
line.spoil('delayed', 0);

// ---- everything arrives

// What a server with a wrong clock refused is sent again by whoever sees it on the tablet.
let resent = 0;
const deadline = Date.now() + 180_000;
for (;;) {
  let left = 0;
  for (const tablet of tablets) {
    resent += await tablet.sendRefusedAgain();
    for (const worker of workers) await tablet.send(worker);
    left += (await tablet.waiting()).filter(({ refusal }) => refusal === null).length;
  }
  if (left === 0) break;
  if (Date.now() > deadline) {
    console.error(`${left} still wait after three minutes`);
    break;
  }
  await wait(500);
}

// ---- and is as it was written

const wrong: string[] = [];
const reader = new Tablet('reader', `http://127.0.0.1:${places[0]?.port}`, random);
await reader.signIn(workers[0] as Worker);
const details: JobDetail[] = [];
for (const job of new Set(jobs.map((one) => one.job)))
  details.push(await reader.read<JobDetail>(`/jobs/${job}`));
const log = details.flatMap((detail) => detail.log).filter(({ id }) => !before.has(id));
const seen = new Set<string>();
for (const kept of log) {
  const written = entries.get(kept.id);
  if (!written) wrong.push(`${kept.id} was never written`);
  if (seen.has(kept.id)) wrong.push(`${kept.id} is there twice`);
  seen.add(kept.id);
  if (!written) continue;
  if (kept.memberId !== written.worker.id)
    wrong.push(`${kept.id} was written by ${written.worker.name} and stands under ${kept.memberName}`);
  for (const key of [
    'jobId',
    'stepId',
    'side',
    'action',
    'doneAt',
    'note',
    'correctsId',
    'isWithdrawal',
  ] as const)
    if (kept[key] !== written.entry[key])
      wrong.push(`${kept.id}: ${key} is ${kept[key]}, not ${written.entry[key]}`);
  if ([...kept.pieceIds].sort().join() !== [...written.entry.pieceIds].sort().join())
    wrong.push(`${kept.id} has other pieces`);
}
for (const id of entries.keys()) if (!seen.has(id)) wrong.push(`${id} is lost`);

const check = new pg.Client({ connectionString: databaseUrl });
await check.connect();
const mixRows = (await check.query<{ id: string; body: MixRecord }>('select id, body from mix')).rows;
const found = new Map<string, number>();
for (const { body } of mixRows)
  for (const pour of body.pours) {
    if (!pours.has(pour.id)) continue;
    if (found.has(pour.id)) wrong.push(`pour ${pour.id} is there twice`);
    found.set(pour.id, pour.ml);
  }
for (const [id, { ml }] of pours) {
  if (!found.has(id)) wrong.push(`pour ${id} is lost`);
  else if (found.get(id) !== ml) wrong.push(`pour ${id} is ${found.get(id)} mL, not ${ml}`);
}
const stock = (
  await check.query<{ key: string; stock_ml: number }>(
    'select key, stock_ml::float8 as stock_ml from product',
  )
).rows;
for (const key of PRODUCTS) {
  const used = [...pours.values()]
    .filter((one) => one.productKey === key)
    .reduce((sum, { ml }) => sum + ml, 0);
  const left = stock.find((one) => one.key === key)?.stock_ml ?? Number.NaN;
  if (Math.abs(TIN_ML - used - left) > 0.5)
    wrong.push(`${key}: ${TIN_ML - left} mL taken from the tin, ${used} mL poured`);
}
await check.end();
for (const tablet of tablets)
  for (const { refusal, id } of await tablet.waiting())
    wrong.push(
      `${id} waits on ${tablet.name}${refusal ? `, refused: ${refusal.code}, ${refusal.message}` : ''}`,
    );

await line.close();
await Promise.all(places.map(killServer));
await cluster.halt();
if (disk) spawnSync('umount', [disk], { stdio: 'ignore' });
rmSync(folder, { recursive: true, force: true });

for (const [name, count] of [...counts].sort()) {
  const times = [...(recovery.get(name) ?? [])].sort((a, b) => a - b);
  const at = (part: number) =>
    (times[Math.min(times.length - 1, Math.floor(times.length * part))] ?? 0).toFixed(0);
  console.log(
    `${String(count).padStart(4)} × ${name.padEnd(32)} writes again after ${at(0.5)} ms, the longest ${at(1)} ms`,
  );
}
console.log(
  `seed ${seed}: ${operations} operations (${entries.size} log entries, ${pours.size} pours into ${new Set([...pours.values()].map(({ mixId }) => mixId)).size} mixes), ${order.length} faults, ${Math.round((Date.now() - began) / 1000)} s; ${resent} were refused by a wrong clock and sent again`,
);
for (const line of wrong.slice(0, 40)) console.error(line);
console.log(wrong.length === 0 ? 'nothing lost, doubled or changed' : `${wrong.length} wrong`);
process.exit(wrong.length === 0 ? 0 : 1);
