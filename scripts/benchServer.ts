import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { chmodSync, mkdtempSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { JobDetail } from '@upholder/core/api';
import { type JobFile, JobFileSchema, withNewIds } from '@upholder/core/formats';
import { type LogEntry, type NewLogEntry, workOf } from '@upholder/core/jobs';
import type { PlanSnapshot } from '@upholder/core/planning';
import { toInstant, toMinute } from '@upholder/core/shop';
import { v7 as uuid } from 'uuid';
import { freePort, startCluster } from '../server/src/db/cluster.ts';
import { type Database, openDatabase } from '../server/src/db/database.ts';
import { migrate } from '../server/src/db/migrate.ts';
import { addEntries } from '../server/src/log/store.ts';
import { writeJobFile } from '../server/src/routes/transfer.ts';
import { addShop, Caller, PASSWORD } from '../server/test/caller.ts';
import { entryFor, makeJob } from '../server/test/samples.ts';
import { ensurePostgres } from './debian.ts';
import { openLine } from './faults/line.ts';

// `npm run bench -- server`: what floor, job list, log and planning cost in a shop with 300 open jobs of 70 pieces and 200,000
// log entries, and how a hundred crews with a job each are answered for a minute. The load comes from the same machine.

const OPEN_JOBS = 300;
const PIECES = 70;
const ENTRIES = 200_000;
const CLOSED_JOBS = 300;
const ROUNDS = 30;
const PLAN_ROUNDS = 3;
const DAY = 24 * 60;
/** One job begins each day; so many have begun. */
const BEGUN = 6;
const CREWS = 100;
const CREW_MS = 60_000;
/** A crew that works hard logs something, and looks at the floor, this often. */
const CREW_PAUSE_MS = 2000;

const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
const share = (values: number[], part: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * part))] ?? 0;

/** The moments of a plan that its own work stands at. */
const MOMENTS = new Set(['start', 'end', 'occupiedUntil', 'completion', 'at']);

/** A plan as if it had been made for other days. */
function shifted(value: unknown, minutes: number, key = ''): unknown {
  if (typeof value === 'number') return MOMENTS.has(key) && value > DAY * 365 ? value + minutes : value;
  if (Array.isArray(value)) return value.map((one) => shifted(one, minutes, key));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, shifted(one, minutes, name)]));
}

/** What of a plan has ended, logged piece by piece, as whoever holds the gun does it. */
function loggedSo(file: JobFile, now: number): LogEntry[] {
  const steps = new Map(file.steps.map((step) => [step.id, step]));
  return (file.plan?.ops ?? []).flatMap((op) => {
    if (op.end >= now || op.personId === null || op.task) return [];
    const doneAt = toInstant(op.end).toISOString();
    const step = steps.get(op.stepId);
    const coat = op.isCoat && {
      productKey: step?.productKey ?? '',
      paintMl: 412,
      thinnerMl: 21,
      cup: null,
      cupSeconds: null,
      climate: { airC: 19.5, rhPct: 52 },
      wftUm: null,
      amountsFrom: 'typed',
    };
    return op.pieceIds.map(
      (pieceId) =>
        ({
          ...entryFor(file.job.id, { ...op, pieceIds: [pieceId] }, doneAt),
          id: uuid(),
          work: step ? workOf(step, op.row) : null,
          coat: coat || null,
          imported: null,
          memberId: null,
          memberName: 'Ines',
          loggedAt: doneAt,
        }) as LogEntry,
    );
  });
}

/** Jobs that are done, with what is left of the entries. */
async function addClosed(db: Database, shopId: string, entries: number): Promise<void> {
  await db.query(
    `insert into job (id, shop_id, code, name, client, address_note, start_on, place, status, created_at)
     select gen_random_uuid(), $1, 'C' || n, 'Closed ' || n, 'Client ' || n, '', date '2024-01-01' + n, 'shop', 'closed', now()
       from generate_series(1, $2::int) as n`,
    [shopId, CLOSED_JOBS],
  );
  await db.query(
    `insert into zone (id, shop_id, job_id, position, name, old_colour, new_colour)
     select gen_random_uuid(), $1, id, 0, 'Zone', '#8a5a33', '#e2ddcf' from job where shop_id = $1 and status = 'closed'`,
    [shopId],
  );
  await db.query(
    `insert into step (id, shop_id, zone_id, position, key, body)
     select gen_random_uuid(), $1, zone.id, 0, 'colour-1', '{"name":"Colour 1"}' from zone join job on job.id = zone.job_id
      where zone.shop_id = $1 and job.status = 'closed'`,
    [shopId],
  );
  await db.query(
    `insert into piece (id, shop_id, job_id, zone_id, position, tag, kind, construction, width_mm, height_mm, thickness_mm,
                        frame_mm, recess_mm, panels_across, panels_down, finish_front, finish_back, finish_edges)
     select gen_random_uuid(), $1, job.id, zone.id, n, 'D' || n, 'door', 'slab', 400, 720, 20, 60, 8, 1, 1, true, true, true
       from zone join job on job.id = zone.job_id, generate_series(1, ${PIECES}) as n
      where zone.shop_id = $1 and job.status = 'closed'`,
    [shopId],
  );
  await db.transaction(async (connection) => {
    // Nothing is sealed here: it is the looking up that is timed.
    await connection.query("set local session_replication_role = 'replica'");
    await connection.query(
      `insert into log_entry (id, shop_id, job_id, step_id, side, action, done_at, member_name, logged_at)
       select gen_random_uuid(), $1, job.id, step.id, 'all', 'do', now() - n * interval '1 hour', 'Ines', now()
         from job join zone on zone.job_id = job.id join step on step.zone_id = zone.id,
              generate_series(1, $2::int) as n
        where job.shop_id = $1 and job.status = 'closed'`,
      [shopId, Math.ceil(entries / CLOSED_JOBS)],
    );
    await connection.query(
      `insert into log_piece (entry_id, shop_id, piece_id, position)
       select entry.id, $1, piece.id, piece.position
         from log_entry as entry join job on job.id = entry.job_id
         join piece on piece.job_id = entry.job_id and piece.position <= 4
        where entry.shop_id = $1 and job.status = 'closed'`,
      [shopId],
    );
  });
}

interface Answer {
  status: number;
  bytes: number;
  ms: number;
}

/** Calls as a browser does, and counts what comes over the wire. */
class Wire {
  private readonly agent = new Agent({ keepAlive: true });
  constructor(
    private readonly port: number,
    private readonly headers: Record<string, string>,
  ) {}

  call(method: string, path: string, body?: unknown): Promise<Answer> {
    const begun = performance.now();
    return new Promise((resolve, reject) => {
      const sent = request(
        {
          host: '127.0.0.1',
          port: this.port,
          method,
          path: `/api${path}`,
          agent: this.agent,
          headers: { ...this.headers, 'accept-encoding': 'br, gzip', 'content-type': 'application/json' },
        },
        (answer) => {
          let bytes = 0;
          answer.on('data', (chunk: Buffer) => {
            bytes += chunk.length;
          });
          answer.on('error', reject);
          answer.on('end', () =>
            resolve({ status: answer.statusCode ?? 0, bytes, ms: performance.now() - begun }),
          );
        },
      );
      sent.on('error', reject);
      sent.end(body === undefined ? undefined : JSON.stringify(body));
    });
  }
}

/** Signs in, and says what goes with every call from then on. */
async function wireOf(address: string, port: number, signIn: string): Promise<Wire> {
  const response = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ signIn, password: PASSWORD }),
  });
  const cookie = response.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  const { csrfToken } = (await response.json()) as { csrfToken: string };
  return new Wire(port, { cookie, 'x-csrf-token': csrfToken });
}

async function startServer(
  databaseUrl: string,
): Promise<{ address: string; port: number; child: ChildProcess }> {
  const port = await freePort();
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    env: { ...process.env, DATABASE_URL: databaseUrl, PORT: String(port), LOG_LEVEL: 'error' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  for (let text = ''; !text.includes('Upholder is at'); ) {
    const [chunk] = (await once(child.stdout as NodeJS.ReadableStream, 'data')) as [Buffer];
    text += chunk.toString();
  }
  return { address: `http://127.0.0.1:${port}`, port, child };
}

async function timed(name: string, rounds: number, aim: string, call: () => Promise<Answer>): Promise<void> {
  const answers: Answer[] = [];
  // The first finds everything cold.
  await call();
  for (let round = 0; round < rounds; round += 1) answers.push(await call());
  const wrong = answers.filter(({ status }) => status >= 400);
  const ms = answers.map((one) => one.ms);
  console.log(
    `${name.padEnd(18)} median ${median(ms).toFixed(0).padStart(5)} ms, slowest ${Math.max(...ms)
      .toFixed(0)
      .padStart(
        5,
      )} ms, ${((answers[0]?.bytes ?? 0) / 1024).toFixed(0).padStart(5)} kB  (aim: ${aim})${wrong.length > 0 ? `  ${wrong.length} REFUSED ${wrong[0]?.status}` : ''}`,
  );
}

/** An entry that can be logged: the next of a plan that nobody logged. */
const entryOf = (detail: JobDetail): NewLogEntry | null => {
  const op = detail.plan?.ops.find(({ personId, task }) => personId !== null && !task);
  return op
    ? { ...entryFor(detail.job.id, op, new Date(Date.now() - 60_000).toISOString()), id: uuid() }
    : null;
};

async function benchGrown(url: string, db: Database): Promise<void> {
  const { shopId, signIn } = await addShop(url, 'Grown');
  const { address, port, child } = await startServer(url);
  try {
    const caller = await new Caller(address).enterAs(signIn);
    const template = await makeJob(caller, PIECES);
    await caller.ok('POST', `/jobs/${template.job.id}/plan`, {});
    const file = JobFileSchema.parse(
      await caller.ok('GET', `/jobs/${template.job.id}/export/job.json?photos=no`),
    );
    const now = toMinute(new Date());
    const first = Math.min(...(file.plan?.ops.map(({ start }) => start) ?? [now]));
    let logged = 0;
    const begun: string[] = [];
    for (let number = 1; number <= OPEN_JOBS; number += 1) {
      const days = number - BEGUN;
      const plan = shifted(file.plan, now - first + days * DAY - 60) as PlanSnapshot;
      const copy = withNewIds({ ...file, plan: { ...plan, id: uuid() }, log: [], mixes: [] }, uuid);
      const job = { ...copy.job, code: `J${number}`, name: `Job ${number}` };
      const made = { ...copy, job };
      const log = loggedSo(made, now);
      await db.transaction(async (connection) => {
        await writeJobFile(connection, shopId, made, new Date(), null, []);
        await addEntries(connection, shopId, log);
      });
      logged += log.length;
      if (days === 0) begun.push(job.id);
    }
    await addClosed(db, shopId, ENTRIES - logged);
    // As PostgreSQL does by itself after so much was written.
    // Nothing was counted where nothing was sealed.
    await db.query(
      'update job_count set entries = (select count(*) from log_entry where log_entry.job_id = job_count.job_id)',
    );
    await db.query('vacuum analyze');
    const [{ count } = { count: 0 }] = (
      await db.query<{ count: number }>('select count(*) as count from log_entry where shop_id = $1', [
        shopId,
      ])
    ).rows;
    console.log(
      `${OPEN_JOBS + 1} open jobs of ${PIECES} pieces, ${CLOSED_JOBS} closed ones, ${count} log entries (${logged} of them in the ${BEGUN} jobs that have begun)`,
    );
    const wire = await wireOf(address, port, signIn);
    await timed('floor', ROUNDS, '100 ms, 150 kB', () => wire.call('GET', '/floor'));
    await timed('job list', ROUNDS, '60 ms', () => wire.call('GET', '/jobs'));
    await timed('all open jobs', 5, 'none', () => wire.call('GET', '/jobs/open'));
    const [jobId = ''] = begun;
    const detail = await caller.ok<JobDetail>('GET', `/jobs/${jobId}`);
    await timed('one job', ROUNDS, 'none', () => wire.call('GET', `/jobs/${jobId}`));
    await timed('log write', ROUNDS, '25 ms', () => wire.call('POST', `/jobs/${jobId}/log`, entryOf(detail)));
    await timed('floor, changed', ROUNDS, '100 ms, 150 kB', async () => {
      await wire.call('POST', `/jobs/${jobId}/log`, entryOf(detail));
      return wire.call('GET', '/floor');
    });
    await timed('surroundings', ROUNDS, 'none', () => wire.call('GET', `/jobs/${jobId}/plan/context`));
    const [piece] = detail.pieces;
    await timed('find', ROUNDS, 'none', () => wire.call('GET', `/pieces/${piece?.id}`));
    await timed('planning one job', PLAN_ROUNDS, '1,500 ms', () =>
      wire.call('POST', `/jobs/${jobId}/plan`, {}),
    );
  } finally {
    child.kill('SIGTERM');
    await once(child, 'exit');
  }
}

async function benchCrews(url: string, servers: number): Promise<void> {
  const started = [await startServer(url)];
  while (started.length < servers) started.push(await startServer(url));
  const line =
    servers > 1 ? await openLine(() => started.map(({ port }) => port), { staysOpen: true }) : null;
  const address = line?.address ?? started[0]?.address ?? '';
  const port = Number(new URL(address).port);
  try {
    const crews: { wire: Wire; detail: JobDetail }[] = [];
    for (let number = 0; number < CREWS; number += 1) {
      const { signIn } = await addShop(url, `Crew ${number}`);
      const caller = await new Caller(address).enterAs(signIn);
      const job = await makeJob(caller, 12);
      await caller.ok('POST', `/jobs/${job.job.id}/plan`, {});
      crews.push({
        wire: await wireOf(address, port, signIn),
        detail: await caller.ok('GET', `/jobs/${job.job.id}`),
      });
    }
    const floor: number[] = [];
    const log: number[] = [];
    let errors = 0;
    const until = performance.now() + CREW_MS;
    const work = async ({ wire, detail }: (typeof crews)[number], number: number): Promise<void> => {
      await new Promise((resolve) => setTimeout(resolve, (number * CREW_PAUSE_MS) / CREWS));
      while (performance.now() < until) {
        const written = await wire.call('POST', `/jobs/${detail.job.id}/log`, entryOf(detail));
        const seen = await wire.call('GET', '/floor');
        log.push(written.ms);
        floor.push(seen.ms);
        if (written.status >= 400 || seen.status >= 400) errors += 1;
        await new Promise((resolve) => setTimeout(resolve, CREW_PAUSE_MS));
      }
    };
    await Promise.all(crews.map(work));
    for (const [name, ms] of [
      ['floor', floor],
      ['log', log],
    ] as const)
      console.log(
        `${CREWS} crews for ${CREW_MS / 1000} s, ${name.padEnd(5)} ${ms.length} calls, median ${median(ms).toFixed(0)} ms, p95 ${share(ms, 0.95).toFixed(0)} ms, slowest ${Math.max(...ms).toFixed(0)} ms  (aim: p95 250 ms)`,
      );
    console.log(`${errors} errors`);
  } finally {
    await line?.close();
    for (const { child } of started) {
      child.kill('SIGTERM');
      await once(child, 'exit');
    }
  }
}

const UPLOAD_BYTES = 100 * 1024 * 1024;
const UPLOADS = 6;

/** Sends 100 MB without a session, as fast as they are taken. @returns milliseconds until the answer, and its status. */
function upload(port: number, path: string): Promise<{ ms: number; status: number }> {
  const begun = performance.now();
  return new Promise((resolve, reject) => {
    const sent = request({
      host: '127.0.0.1',
      port,
      method: 'POST',
      path: `/api${path}`,
      headers: { 'content-type': 'application/json', 'content-length': UPLOAD_BYTES },
    });
    const chunk = Buffer.alloc(64 * 1024, 0x20);
    let left = UPLOAD_BYTES;
    const push = () => {
      while (left > 0 && !sent.destroyed) {
        left -= chunk.length;
        if (!sent.write(chunk)) {
          sent.once('drain', push);
          return;
        }
      }
    };
    let isAnswered = false;
    sent.on('response', (answer) => {
      isAnswered = true;
      resolve({ ms: performance.now() - begun, status: answer.statusCode ?? 0 });
      answer.resume();
      left = 0;
      sent.destroy();
    });
    // Whoever is refused may find the line closed before all is sent.
    sent.on('error', (error) => (isAnswered ? undefined : reject(error)));
    push();
  });
}

/** What a flood of bodies that nobody may send costs its senders, and whoever works meanwhile. */
async function benchUploads(url: string, servers: number): Promise<void> {
  const started = [await startServer(url)];
  while (started.length < servers) started.push(await startServer(url));
  const line =
    servers > 1 ? await openLine(() => started.map(({ port }) => port), { staysOpen: true }) : null;
  const address = line?.address ?? started[0]?.address ?? '';
  const port = Number(new URL(address).port);
  try {
    const { signIn } = await addShop(url, 'Flooded');
    const caller = await new Caller(address).enterAs(signIn);
    const { job } = await makeJob(caller, 12);
    await caller.ok('POST', `/jobs/${job.id}/plan`, {});
    const wire = await wireOf(address, port, signIn);
    await wire.call('GET', '/floor');
    const floor: number[] = [];
    let isDone = false;
    const work = async (): Promise<void> => {
      while (!isDone) floor.push((await wire.call('GET', '/floor')).ms);
    };
    const working = work();
    working.catch(() => undefined);
    for (const path of [
      '/import/job',
      `/jobs/${job.id}/photos`,
      '/session',
      `/jobs/${job.id}/log`,
      '/no/such/call',
    ]) {
      const alone = await upload(port, path);
      const answers = await Promise.all(Array.from({ length: UPLOADS }, () => upload(port, path)));
      const statuses = [...new Set(answers.map(({ status }) => status))].join(', ');
      console.log(
        `100 MB to ${path.replace(job.id, '…').padEnd(16)} without a session: ${statuses}, alone ${alone.ms.toFixed(0)} ms, ${UPLOADS} at once slowest ${Math.max(...answers.map(({ ms }) => ms)).toFixed(0)} ms  (aim: 100 ms)`,
      );
    }
    isDone = true;
    await working;
    console.log(
      `floor meanwhile    median ${median(floor).toFixed(0)} ms, slowest ${Math.max(...floor).toFixed(0)} ms of ${floor.length}`,
    );
  } finally {
    await line?.close();
    for (const { child } of started) {
      child.kill('SIGTERM');
      await once(child, 'exit');
    }
  }
}

/** Starts a database and servers of its own, fills them, and prints what the calls cost. */
export async function benchServer(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'upholder-bench-'));
  chmodSync(folder, 0o755);
  ensurePostgres();
  const cluster = await startCluster(folder, { isTemporary: true });
  try {
    // `npm run bench -- server crews`: the crews alone; `… crews two`: by two servers behind one line; `… grown`: the shop alone;
    // `… uploads`, `… uploads two`: bodies that nobody may send.
    const servers = process.argv.includes('two') ? 2 : 1;
    if (process.argv.includes('uploads')) {
      const uploads = await cluster.database('uploads');
      await migrate(uploads);
      await benchUploads(uploads, servers);
      return;
    }
    if (!process.argv.includes('crews')) {
      const url = await cluster.database('grown');
      await migrate(url);
      const db = openDatabase(url, () => undefined);
      await benchGrown(url, db);
      await db.close();
    }
    if (process.argv.includes('grown')) return;
    const crews = await cluster.database('crews');
    await migrate(crews);
    await benchCrews(crews, servers);
  } finally {
    await cluster.stop();
  }
}
