import { chmodSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TraceRequest } from '@upholder/core/api';
import { GENERIC_PRODUCTS } from '@upholder/core/catalogue';
import { DEFAULT_SHOP_SETTINGS } from '@upholder/core/shop';
import { startCluster } from '../server/src/db/cluster.ts';
import { openDatabase } from '../server/src/db/database.ts';
import { migrate } from '../server/src/db/migrate.ts';
import { talliesOfShop } from '../server/src/lessons/store.ts';
import { tracedCoats } from '../server/src/trace/store.ts';

// How soon the coats of a mix, a batch or a day are found among 300 jobs and 200,000 log entries. `npm run bench -- trace`.

const JOBS = 300;
const ENTRIES = 200_000;
const PER_JOB = Math.ceil(ENTRIES / JOBS);
const ROUNDS = 40;
const ZONE = 'Europe/London';

/** A shop of its own with so many jobs; every fifth entry is a coat, every mix coats about eight times. */
async function fill(url: string, shopId: string): Promise<void> {
  const db = openDatabase(url, () => undefined);
  try {
    const run = (sql: string, values: unknown[] = []) => db.query(sql, values);
    await run(`insert into shop (id, name, time_zone, settings) values ($1, 'Bench', '${ZONE}', '{}')`, [
      shopId,
    ]);
    await run(
      `insert into job (id, shop_id, code, name, client, address_note, start_on, place, status, created_at)
       select gen_random_uuid(), $1, 'J' || n, 'Job ' || n, 'Client ' || n, '', date '2024-01-01' + n, 'shop',
              case when n % 3 = 0 then 'open' else 'handed-over' end, now()
         from generate_series(1, ${JOBS}) as n`,
      [shopId],
    );
    await run(
      `insert into zone (id, shop_id, job_id, position, name, old_colour, new_colour)
       select gen_random_uuid(), $1, id, 0, 'Zone', '#8a5a33', '#e2ddcf' from job where shop_id = $1`,
      [shopId],
    );
    await run(
      `insert into step (id, shop_id, zone_id, position, key, body)
       select gen_random_uuid(), $1, id, 0, 'colour-1', '{"name":"Colour 1","operation":"coat","applicator":"turbine","faces":"both","isEdgesOnly":false,"resultingSurface":"colour","appliesTo":"any","loadFilter":"all","pieceIds":[],"productKey":"colour-1","wftUm":null,"thinning":null}' from zone where shop_id = $1`,
      [shopId],
    );
    await run(
      `insert into piece (id, shop_id, job_id, zone_id, position, tag, kind, construction, width_mm, height_mm, thickness_mm,
                          frame_mm, recess_mm, panels_across, panels_down, finish_front, finish_back, finish_edges)
       select gen_random_uuid(), $1, zone.job_id, zone.id, n, 'D' || n, 'door', 'slab', 400, 720, 20, 60, 8, 1, 1, true, true, true
         from zone, generate_series(1, 20) as n where zone.shop_id = $1`,
      [shopId],
    );
    await run(
      `insert into mix (id, shop_id, body, revision, started_at)
       select gen_random_uuid(), $1, jsonb_build_object('productKey', 'colour-' || n % 6, 'batch', 'L-' || n / 10), 1, now()
         from generate_series(1, 5000) as n`,
      [shopId],
    );
    await db.transaction(async (connection) => {
      // Nothing is sealed here: it is the looking up that is timed.
      await connection.query("set local session_replication_role = 'replica'");
      await connection.query(
        `with mixes as (select array_agg(id) as ids from mix where shop_id = $1),
            work as (
              select job.id as job_id, step.id as step_id, row_number() over (order by job.code) as job_no
                from job join zone on zone.job_id = job.id join step on step.zone_id = zone.id where job.shop_id = $1
            )
       insert into log_entry (id, shop_id, job_id, step_id, side, action, done_at, coat, member_name, logged_at)
       select gen_random_uuid(), $1, job_id, step_id, 'all', 'do',
              timestamptz '2024-01-01' + (job_no * 3 + n / 40.0) * interval '1 day',
              case when n % 5 = 0 then jsonb_build_object(
                'productKey', 'colour-' || n % 6, 'mixId', ids[1 + (job_no * 17 + n / 5) % 5000]) end,
              'Person', now()
         from work, mixes, generate_series(1, ${PER_JOB}) as n`,
        [shopId],
      );
      await connection.query(
        `insert into log_piece (entry_id, shop_id, piece_id, position)
       select entry.id, $1, piece.id, piece.position
         from log_entry as entry join piece on piece.job_id = entry.job_id and piece.position <= 8
        where entry.shop_id = $1 and entry.coat is not null`,
        [shopId],
      );
    });
    await run('analyze');
  } finally {
    await db.close();
  }
}

/** Starts a database of its own, fills it, asks, and tells how long the answers took. */
export async function benchTrace(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'upholder-bench-'));
  chmodSync(folder, 0o755);
  const cluster = await startCluster(folder, { isTemporary: true });
  try {
    const url = await cluster.database('bench');
    await migrate(url);
    const shopId = '00000001-0000-4000-8000-000000000001';
    await fill(url, shopId);
    const db = openDatabase(url, () => undefined);
    const { rows } = await db.query('select id from mix where shop_id = $1 order by id limit 40', [shopId]);
    const ids = rows.map(({ id }) => String(id));
    const wanted: Record<string, (round: number) => TraceRequest> = {
      mix: (round) => ({ by: 'mix', mixId: ids[round % ids.length] ?? '' }),
      batch: (round) => ({ by: 'batch', productKey: `colour-${round % 6}`, batch: `l-${round * 7}` }),
      day: (round) => ({ by: 'day', productKey: `colour-${round % 6}`, day: `2025-0${1 + (round % 9)}-15` }),
    };
    for (const [name, of] of Object.entries(wanted)) {
      const times: number[] = [];
      let found = 0;
      for (let round = 0; round < ROUNDS; round += 1) {
        const start = performance.now();
        found += (await tracedCoats(db, shopId, ZONE, of(round))).length;
        times.push(performance.now() - start);
      }
      times.sort((a, b) => a - b);
      console.log(
        `trace by ${name} over ${JOBS} jobs and ${JOBS * PER_JOB} entries: median ${times[ROUNDS / 2]?.toFixed(1)} ms, slowest ${times.at(-1)?.toFixed(1)} ms, ${(found / ROUNDS).toFixed(1)} coats each`,
      );
    }
    const enamel = GENERIC_PRODUCTS['urethane-enamel-satin'];
    if (!enamel) throw new Error('no such product');
    const sheets = Object.fromEntries(Array.from({ length: 6 }, (_, n) => [`colour-${n}`, enamel]));
    const around = { sheets, settings: DEFAULT_SHOP_SETTINGS, climate: { airC: 20, rhPct: 50 } };
    for (const which of ['worked out', 'kept'] as const) {
      const start = performance.now();
      const { tallies } = await talliesOfShop(db, shopId, around, Number.POSITIVE_INFINITY);
      const coats = tallies
        .filter(({ dimension }) => dimension === 'product')
        .reduce((sum, { of }) => sum + of, 0);
      console.log(
        `what ${JOBS} jobs teach, ${which}: ${(performance.now() - start).toFixed(0)} ms over ${coats} coats on pieces`,
      );
    }
    await db.close();
  } finally {
    await cluster.stop();
  }
}
