import { type ChildProcess, spawn } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import type { JobDetail } from '@upholder/core/api';
import { effectiveLog, type LogEntry, type NewLogEntry } from '@upholder/core/jobs';
import { loggedEnd } from '@upholder/core/planning';
import { toInstant, toMinute } from '@upholder/core/shop';
import { v7 as uuid } from 'uuid';
import { seeded } from '../core/test/sample.ts';
import { sampleMix } from '../core/test/sampleMix.ts';
import { DEFAULT_SESSIONS } from '../server/src/base/config.ts';
import { freePort, startCluster } from '../server/src/db/cluster.ts';
import { openDatabase } from '../server/src/db/database.ts';
import { migrate } from '../server/src/db/migrate.ts';
import { checkChains } from '../server/src/keeping/chain.ts';
import { addMember } from '../server/src/people/store.ts';
import { openSession } from '../server/src/session/store.ts';
import { addShop, Caller } from '../server/test/caller.ts';
import { entryFor, makeJob } from '../server/test/samples.ts';
import { COMPILED_SERVER, compileServer } from './build.ts';
import { ensurePostgres } from './debian.ts';

// `npm run soak`: eight days of a shop of four people, two hundred times faster than they are lived. Everybody does what the plan
// says and logs it, now and then somebody finds a defect, mixes, or plans again; every evening there is a backup, and twice the
// server is replaced by another one. In the end everything that was logged is there once, nobody is planned twice for the same
// time, the log is whole, and the server has not grown.

const { values } = parseArgs({
  options: {
    days: { type: 'string', default: '8' },
    speed: { type: 'string', default: '200' },
    seed: { type: 'string', default: '1' },
  },
});
const days = Number(values.days);
const speed = Number(values.speed);
const random = seeded(Number(values.seed));
const pick = <T>(items: readonly T[]): T => items[Math.floor(random() * items.length)] as T;
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

const DAY_MS = 86_400_000;
const HOUR_MS = 3_600_000;
/** So much of the shop's time goes by between two looks of somebody. */
const LOOK_MS = 60_000;
const START = Date.parse('2026-11-23T07:00:00.000Z');
const PEOPLE = 4;
/** A server may have grown by this much between the second fifth of its life and the last, as what it remembers fills up. */
const MOST_GROWTH = 1.35;

const folder = mkdtempSync(join(tmpdir(), 'upholder-soak-'));
chmodSync(folder, 0o755);
ensurePostgres();
await compileServer();
const cluster = await startCluster(folder, { isTemporary: true });
const databaseUrl = await cluster.recreate('soak');
await migrate(databaseUrl);
const db = openDatabase(databaseUrl, () => undefined);

// ---- the server

const port = await freePort();
/** When the server was asked for its time last, and what it said. */
let anchor = { real: Date.now(), shop: START };
/** The shop's time: as the server has it. It stands still while one is replaced. */
const shopNow = () => anchor.shop + (Date.now() - anchor.real) * speed;
let server: ChildProcess | null = null;
/** What each server took, in MB, with the shop's time. */
const lives: { at: number; mb: number }[][] = [];

async function startServer(from: number): Promise<void> {
  server = spawn(process.execPath, ['--enable-source-maps', COMPILED_SERVER], {
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      UPHOLDER_HOME: join(folder, 'home'),
      BACKUP_EVERY_HOURS: '0',
      LOG_LEVEL: 'error',
      UPHOLDER_CLOCK: new Date(from).toISOString(),
      UPHOLDER_CLOCK_SPEED: String(speed),
    },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  lives.push([]);
  for (;;) {
    const isUp = await fetch(`http://127.0.0.1:${port}/api/health`).then(
      ({ ok }) => ok,
      () => false,
    );
    if (isUp) break;
    await wait(50);
  }
  const session = (await (await fetch(`http://127.0.0.1:${port}/api/session`)).json()) as { now: string };
  anchor = { real: Date.now(), shop: Date.parse(session.now) };
}

async function deploy(): Promise<void> {
  const child = server;
  const from = shopNow();
  const ended = new Promise((resolve) => child?.once('exit', resolve));
  child?.kill('SIGTERM');
  await ended;
  await startServer(from);
}

function measure(): void {
  const status = server?.pid ? readFileSync(`/proc/${server.pid}/status`, 'utf8') : '';
  const kb = Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0);
  if (kb > 0) lives.at(-1)?.push({ at: shopNow(), mb: kb / 1024 });
}

await startServer(START);

// ---- the people

const { shopId, memberIds, signIn } = await addShop(databaseUrl, 'Soak');
const owner = new Caller(`http://127.0.0.1:${port}`);
await owner.enterAs(signIn);
const people: { id: string; caller: Caller }[] = [];
for (let number = 0; number < PEOPLE; number += 1) {
  const id = memberIds[number] ?? uuid();
  if (number >= memberIds.length)
    await addMember(db, shopId, { id, name: `Person ${number + 1}`, role: 'planner' });
  const opening = { browser: 'soak', address: '127.0.0.1', tabletId: null, isByPassword: true };
  const { token } = await openSession(db, { id, shopId }, new Date(shopNow()), DEFAULT_SESSIONS, opening);
  const caller = new Caller(`http://127.0.0.1:${port}`).enter(token, '');
  await caller.call('GET', '/session');
  people.push({ id, caller });
}
const jobs: string[] = [];
for (const doors of [16, 24, 12, 20]) jobs.push((await makeJob(owner, doors)).job.id);

// ---- what they do

const written = new Map<string, NewLogEntry>();
const counts = {
  calls: 0,
  plans: 0,
  refusedPlans: 0,
  findings: 0,
  mixes: 0,
  backups: 0,
  deploys: 0,
  tries: 0,
};
const wrong: string[] = [];

/** Calls until the server answers: while it is replaced, what was written waits, as on a tablet. */
async function insist(caller: Caller, method: string, path: string, body?: unknown): Promise<Response> {
  for (;;) {
    counts.calls += 1;
    try {
      const answer = await caller.call(method, path, body);
      if (answer.status < 500) return answer;
    } catch {
      // Away.
    }
    counts.tries += 1;
    await wait(100);
  }
}

async function plan(): Promise<void> {
  const answer = await insist(owner, 'POST', `/jobs/${pick(jobs)}/plan`, {});
  counts.plans += 1;
  if (answer.status === 422) counts.refusedPlans += 1;
  else if (!answer.ok) wrong.push(`a plan was answered with ${answer.status}: ${await answer.text()}`);
}

let isOver = false;
const known = new Map<string, { tag: string; details: JobDetail[] }>();

/** All open jobs, as a page has them that asks with the tag of what it holds. */
async function openJobs(caller: Caller, who: string): Promise<JobDetail[]> {
  const held = known.get(who);
  counts.calls += 1;
  const answer = await caller.call('GET', '/jobs/open', undefined, held ? { 'if-none-match': held.tag } : {});
  if (answer.status === 304 && held) return held.details;
  const { details } = (await answer.json()) as { details: JobDetail[] };
  known.set(who, { tag: answer.headers.get('etag') ?? '', details });
  return details;
}

/** Logs what somebody's plan says is done by now. */
async function work({ id, caller }: (typeof people)[number]): Promise<void> {
  const now = toMinute(new Date(shopNow())) - 1;
  for (const detail of await openJobs(caller, id)) {
    const log: readonly LogEntry[] = effectiveLog(detail.log);
    for (const op of detail.plan?.ops ?? []) {
      if (op.personId !== id || op.task || op.end > now || loggedEnd(op, log) !== null) continue;
      const entry = entryFor(detail.job.id, op, toInstant(op.end).toISOString());
      const answer = await insist(caller, 'POST', `/jobs/${detail.job.id}/log`, entry);
      if (answer.ok) written.set(entry.id, entry);
      else if (answer.status !== 409)
        wrong.push(`${op.name} was answered with ${answer.status}: ${await answer.text()}`);
      if (random() < 0.03) await find(caller, detail);
      if (random() < 0.2) await mix(caller);
    }
  }
}

async function find(caller: Caller, { job, pieces }: JobDetail): Promise<void> {
  const body = {
    id: uuid(),
    jobId: job.id,
    pieceId: pick(pieces).id,
    stepId: null,
    spot: { side: 'front', part: 'face', x: random(), y: random() },
    defect: 'crater',
    severity: 'slight',
    note: '',
    foundAt: new Date(shopNow() - 60_000).toISOString(),
  };
  if ((await insist(caller, 'POST', `/jobs/${job.id}/findings`, body)).ok) counts.findings += 1;
}

async function mix(caller: Caller): Promise<void> {
  const body = sampleMix(uuid(), {
    productKey: 'bonding-primer',
    startedAt: new Date(shopNow()).toISOString(),
  });
  if ((await insist(caller, 'PUT', `/mixes/${body.id}`, body)).ok) counts.mixes += 1;
}

async function live(person: (typeof people)[number]): Promise<void> {
  while (!isOver) {
    try {
      await work(person);
    } catch {
      // The server is being replaced.
    }
    await wait(LOOK_MS / speed);
  }
}

// ---- the days

await insist(owner, 'POST', '/plans', {});
const measuring = setInterval(measure, 2000);
const living = people.map(live);
const deploys = [days * 0.3, days * 0.6];
for (let day = 0; day < days; day += 1) {
  const end = START + Math.min(days, day + 1) * DAY_MS;
  // There is always something to do.
  const { job } = await makeJob(owner, 12 + Math.floor(random() * 12));
  jobs.push(job.id);
  await insist(owner, 'POST', `/jobs/${job.id}/plan`, {});
  let planAt = shopNow() + 3 * HOUR_MS;
  while (shopNow() < end) {
    if (deploys.length > 0 && shopNow() > START + (deploys[0] ?? 0) * DAY_MS) {
      deploys.shift();
      await deploy();
      counts.deploys += 1;
    }
    if (shopNow() > planAt) {
      await plan();
      planAt = shopNow() + (2 + 4 * random()) * HOUR_MS;
    }
    await wait(200);
  }
  const backup = await insist(owner, 'POST', '/backups', {});
  if (backup.ok) counts.backups += 1;
  else wrong.push(`no backup: ${backup.status} ${await backup.text()}`);
  const mb = lives.at(-1)?.at(-1)?.mb ?? 0;
  console.log(
    `day ${day + 1}: ${written.size} entries, ${counts.plans} plans, ${counts.findings} findings, ${counts.mixes} mixes, ${counts.calls} calls; the server takes ${mb.toFixed(0)} MB`,
  );
}
isOver = true;
await Promise.all(living);
clearInterval(measuring);

// ---- and is as it was

const details: JobDetail[] = [];
for (const id of jobs) details.push(await owner.ok<JobDetail>('GET', `/jobs/${id}`));
const kept = new Map(details.flatMap(({ log }) => log).map((entry) => [entry.id, entry]));
if (details.reduce((sum, { log }) => sum + log.length, 0) !== kept.size)
  wrong.push('an entry is there twice');
for (const [id, entry] of written) {
  const there = kept.get(id);
  if (!there) wrong.push(`entry ${id} is lost`);
  else if (there.doneAt !== entry.doneAt || there.pieceIds.join() !== [...new Set(entry.pieceIds)].join())
    wrong.push(`entry ${id} was changed`);
}
const now = toMinute(new Date(shopNow()));
const booked = details.flatMap(({ job, plan, log }) =>
  (plan?.ops ?? [])
    .filter((op) => op.personId !== null && loggedEnd(op, effectiveLog(log)) === null)
    .flatMap((op) => op.segments.map((one) => ({ ...one, personId: op.personId, job: job.id })))
    .filter(({ start }) => start > now),
);
for (const one of booked)
  for (const other of booked)
    if (
      one.job < other.job &&
      one.personId === other.personId &&
      one.start < other.end &&
      other.start < one.end
    )
      wrong.push(`somebody is planned twice at ${toInstant(one.start).toISOString()}`);
for (const { faults } of await checkChains(db)) if (faults.length > 0) wrong.push('the log is not whole');
for (const [number, life] of lives.entries()) {
  const [first] = life;
  const last = life.at(-1);
  // One that was there for less than a day is still filling what it remembers.
  if (!first || !last || last.at - first.at < DAY_MS) continue;
  const median = (part: { mb: number }[]) =>
    part.map(({ mb }) => mb).sort((a, b) => a - b)[part.length >> 1] ?? 0;
  const fifth = Math.ceil(life.length / 5);
  const [early, late] = [median(life.slice(fifth, 2 * fifth)), median(life.slice(-fifth))];
  console.log(
    `server ${number + 1}: ${early.toFixed(0)} MB in the second fifth of its life, ${late.toFixed(0)} MB in the last`,
  );
  if (late > early * MOST_GROWTH) wrong.push(`server ${number + 1} has grown from ${early} to ${late} MB`);
}
console.log(
  `${days} days at ${speed} times their speed: ${written.size} entries, ${counts.plans} plans (${counts.refusedPlans} of them had nothing to plan), ${counts.findings} findings, ${counts.mixes} mixes, ${counts.backups} backups, ${counts.deploys} servers replaced, ${counts.tries} calls made again`,
);
const child = server as ChildProcess | null;
const ended = new Promise((resolve) => child?.once('exit', resolve));
child?.kill('SIGTERM');
await ended;
await db.close();
await cluster.stop();
rmSync(folder, { recursive: true, force: true });
for (const line of wrong.slice(0, 40)) console.error(line);
console.log(wrong.length === 0 ? 'nothing lost, doubled or changed' : `${wrong.length} wrong`);
process.exit(wrong.length === 0 ? 0 : 1);
