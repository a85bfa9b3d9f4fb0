import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { BackupState, JobDetail } from '@upholder/core/api';
import type { PlanSnapshot } from '@upholder/core/planning';
import { planOfToday, recodePlan, recodeStep } from '@upholder/core/recode';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/expect.ts';
import { withConnection } from '../src/db/connection.ts';
import { many, openDatabase } from '../src/db/database.ts';
import { Backups } from '../src/keeping/backup.ts';
import { checkChains } from '../src/keeping/chain.ts';
import { unpackBackup } from '../src/keeping/container.ts';
import { restoreDump } from '../src/keeping/programs.ts';
import { holdsShop, restoreInPlace } from '../src/keeping/restore.ts';
import { expired } from '../src/keeping/rotation.ts';
import { isDue } from '../src/keeping/schedule.ts';
import { countRows, inScratch } from '../src/keeping/scratch.ts';
import { exportShop, shopSchema } from '../src/keeping/shopExport.ts';
import { importShop } from '../src/keeping/shopImport.ts';
import { columnsOf, SHOP_TABLES } from '../src/keeping/shopTables.ts';
import { picturesIn } from '../src/photos/pictureStore.ts';
import { addShop, asServer, Caller, freshDatabase, PASSWORD, PICTURES, startTestServer } from './harness.ts';
import { entryFor, makeJob } from './samples.ts';

const FIXTURE = fileURLToPath(new URL('./fixtures/demo-0015.dump', import.meta.url));
const PASSPHRASE = 'a long drawer of oak';
/** Where sessions, invitations and the like hold: not taken elsewhere. */
const STAYS = [
  'job_count',
  'job_import',
  'job_lesson',
  'job_seen',
  'client_link',
  'invite',
  'migration',
  'session',
  'setup_code',
  'sign_in_attempt',
  'tablet',
  'log_chain',
];

let folder: string;
/** A shop at work: a job that is planned and logged, with a picture. */
let url: string;
let shopId: string;
let signIn: string;
let stop: () => Promise<void>;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'upholder-keeping-'));
  url = await freshDatabase();
  const server = await startTestServer(url);
  stop = () => server.stop();
  ({ shopId, signIn } = await addShop(url, 'Kept'));
  const caller = new Caller(server.address);
  await caller.signIn(signIn);
  const { job, zones, pieces } = await makeJob(caller);
  const { plan } = await caller.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`);
  for (const [at, op] of plan.ops.slice(0, 3).entries())
    await caller.ok('POST', `/jobs/${job.id}/log`, {
      ...entryFor(job.id, op, `2026-11-23T07:0${at}:00.000Z`),
      note: at === 0 ? '=HYPERLINK("x"), “Grün” 5 ½″' : '',
    });
  await caller.ok('POST', `/jobs/${job.id}/findings`, {
    id: op(2),
    jobId: job.id,
    pieceId: pieces[0]?.id,
    stepId: null,
    spot: { side: 'front', part: 'face', x: 0.123456789, y: 0.5 },
    defect: 'crater',
    severity: 'slight',
    note: '',
    foundAt: '2026-11-23T07:05:00.000Z',
  });
  // The later answer has the smaller id: they keep the order in which they were given.
  for (const [id, answer, cure] of [
    [op(4), 'cure', 'fill-spot'],
    [op(3), 'leave', null],
  ])
    await caller.ok('POST', `/jobs/${job.id}/findings/${op(2)}/answers`, {
      id,
      findingId: op(2),
      answer,
      cure,
      cause: 'damage',
      reason: '',
      at: '2026-11-23T07:06:00.000Z',
    });
  for (const [id, isOn] of [
    [op(6), true],
    [op(5), false],
  ])
    await caller.ok('POST', `/jobs/${job.id}/events`, {
      id,
      jobId: job.id,
      at: '2026-11-23T07:07:00.000Z',
      what: { kind: 'tick', check: 'level', subjectIds: [pieces[0]?.id], isOn },
    });
  const query = new URLSearchParams({ id: op(1), zoneId: zones[0]?.id ?? '', topic: 'finish' });
  expect((await caller.raw('POST', `/jobs/${job.id}/photos?${query}`, PICTURE, 'image/jpeg')).status).toBe(
    201,
  );
});
afterAll(async () => {
  await stop();
  rmSync(folder, { recursive: true });
});

const op = (at: number) => `0193a5a0-0000-7000-8000-00000000000${at}`;
const PICTURE = Buffer.from(
  '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wAALCAABAAEBAREA/8QAFAABAAAAAAAAAAAAAAAAAAAAA//EABQQAQAAAAAAAAAAAAAAAAAAAAD/2gAIAQEAAD8AN//Z',
  'base64',
);

function backupsIn(name: string, passphrase = '', owner = url): Backups {
  return new Backups(
    owner,
    { folder: join(folder, name), everyHours: 24, keepDays: 14, passphrase },
    '0.1.0',
    HERE,
  );
}
/** Pictures of this machine, and of one that a backup or an export is taken to. */
const HERE = picturesIn(PICTURES);
const asOwner = (sql: string, values: unknown[] = [], at = url) =>
  withConnection(at, (client) => client.query(sql, values));
const chainsOf = (at: string) => withConnection(at, (client) => checkChains(client));

describe('a backup', () => {
  it('is made, restored for a test, listed, and says what it holds', async () => {
    const backups = backupsIn('plain');
    const made = await backups.make('asked');
    expect(made).toMatchObject({ isEncrypted: false, reason: 'asked', entries: 3 });
    expect(await backups.state()).toMatchObject({ trouble: null, backups: [made], hasPassphrase: false });
    // Neither what was unpacked nor a database for the test is left behind.
    expect(readdirSync(join(folder, 'plain'))).toEqual([made.name]);
    const { rows } = await asOwner(`select datname from pg_database where datname like 'upholder_scratch%'`);
    expect(rows).toEqual([]);
  });

  it('comes back whole in another database: every row, people and their passwords, the chain', async () => {
    const backups = backupsIn('moved');
    const { name } = await backups.make('asked');
    const other = await freshDatabase();
    const elsewhere = join(folder, 'pictures-elsewhere');
    const kept = { folder, pictures: picturesIn(elsewhere) };
    const { keptAs } = await restoreInPlace(other, backups.fileOf(name) ?? '', '', kept, new Date());
    expect(keptAs).toBeNull();
    const [before, after] = await Promise.all([
      withConnection(url, countRows),
      withConnection(other, countRows),
    ]);
    expect({ ...after, session: 0 }).toEqual({ ...before, session: 0 });
    expect(await chainsOf(other)).toEqual(await chainsOf(url));
    const server = await startTestServer(other, { pictureFolder: elsewhere });
    const caller = new Caller(server.address);
    await caller.ok('POST', '/session', { signIn, password: PASSWORD });
    for (const size of ['', '?size=small'])
      expect((await caller.call('GET', `/photos/${op(1)}${size}`)).status).toBe(200);
    expect(await caller.ok<{ jobs: unknown[] }>('GET', '/jobs')).toMatchObject({ jobs: [{ entries: 3 }] });
    await server.stop();
  });

  it('keeps what it takes the place of, under another name', async () => {
    const backups = backupsIn('replaces');
    const { name } = await backups.make('asked');
    const other = await freshDatabase();
    const server = await startTestServer(other);
    await addShop(other, 'In the way');
    const restored = await restoreInPlace(
      other,
      backups.fileOf(name) ?? '',
      '',
      { folder, pictures: HERE },
      new Date(),
    );
    expect(restored.keptAs).toMatch(/_before_\d{14}$/);
    const kept = new URL(other);
    kept.pathname = `/${restored.keptAs}`;
    expect(await holdsShop(kept.toString())).toBe(true);
    // The server that was running on it goes on, with what is there now.
    await asOwner(`grant all on all tables in schema public to upholder_server`, [], other);
    const caller = new Caller(server.address);
    await caller.ok('POST', '/session', { signIn, password: PASSWORD });
    await server.stop();
  });

  it('is unreadable without its passphrase, and opens with it', async () => {
    const backups = backupsIn('secret', PASSPHRASE);
    const { name, isEncrypted } = await backups.make('asked');
    expect(isEncrypted).toBe(true);
    const path = backups.fileOf(name) ?? '';
    const text = readFileSync(path, 'latin1');
    expect(text).not.toMatch(/Ines|PGDMP/);
    const open = (passphrase: string) =>
      inScratch(url, path, passphrase, folder, async ({ chains }) => chains);
    await expect(open('')).rejects.toThrow(/is encrypted. Set its passphrase/);
    await expect(open('another long drawer')).rejects.toThrow(/Wrong passphrase/);
    expect(await open(PASSPHRASE)).toMatchObject([{ entries: 3, faults: [] }]);
    // What it says of itself is vouched for as well.
    const forged = join(folder, 'forged.upholder-backup');
    writeFileSync(forged, Buffer.from(text.replace('"entries":3', '"entries":2'), 'latin1'));
    await expect(unpackBackup(forged, PASSPHRASE, join(folder, 'out'))).rejects.toThrow(/Wrong passphrase/);
  });

  it('that is damaged, cut short or something else is refused, and nothing changes', async () => {
    const backups = backupsIn('damaged');
    const { name } = await backups.make('asked');
    const whole = readFileSync(backups.fileOf(name) ?? '');
    const broken = {
      flipped: Buffer.from(whole),
      cut: whole.subarray(0, whole.length - 5_000),
      head: whole.subarray(0, 900),
    };
    broken.flipped[whole.length - 3_000] = (whole[whole.length - 3_000] ?? 0) ^ 1;
    const files: Record<string, [Buffer, RegExp]> = {
      flipped: [broken.flipped, /damaged/],
      cut: [broken.cut, /damaged/],
      text: [Buffer.from('not a backup\n'), /not a backup/],
      empty: [Buffer.alloc(0), /not a backup/],
    };
    const other = await freshDatabase();
    for (const [kind, [content, message]] of Object.entries(files)) {
      const path = join(folder, `${kind}.upholder-backup`);
      writeFileSync(path, content);
      await expect(
        restoreInPlace(other, path, '', { folder, pictures: HERE }, new Date()),
        kind,
      ).rejects.toThrow(message);
      expect(await holdsShop(other)).toBe(false);
    }
  });

  it('that cannot be made leaves no file and says why', async () => {
    const backups = backupsIn('fails', '', url.replace(/:\d+\//, ':1/'));
    await expect(backups.make('scheduled')).rejects.toThrow();
    const state: BackupState = await backups.state();
    expect(state.backups).toEqual([]);
    expect(state.trouble).toMatch(/ECONNREFUSED/);
  });

  it('is due by the age of the last one, whatever hours the computer was off', () => {
    const now = new Date('2026-11-28T09:00:00Z');
    expect([
      isDue(null, now, 24),
      isDue('2026-11-27T09:00:00Z', now, 24),
      isDue('2026-11-27T09:01:00Z', now, 24),
      isDue('2026-11-20T09:00:00Z', now, 24),
      isDue(null, now, 0),
    ]).toEqual([true, true, false, true, false]);
  });

  it('is let go by age: all of two weeks, then one a week, then one a month', () => {
    const now = new Date('2026-11-28T12:00:00Z');
    const daily = Array.from({ length: 420 }, (_, days) => {
      const madeAt = new Date(now.getTime() - days * 86_400_000).toISOString();
      return { name: madeAt.slice(0, 10), madeAt, reason: 'scheduled' };
    });
    const gone = new Set(expired(daily, now, 14));
    const kept = daily.map(({ name }) => name).filter((name) => !gone.has(name));
    expect(kept.slice(0, 15)).toEqual(daily.slice(0, 15).map(({ name }) => name));
    // Sundays are the last of their weeks; the last day of each month stays for a year.
    expect(kept).toContain('2026-11-08');
    expect(kept).toContain('2026-10-31');
    expect(kept).toContain('2026-01-31');
    expect(kept).not.toContain('2026-11-10');
    expect(kept).not.toContain('2026-09-15');
    expect(kept.length).toBeLessThan(36);
    const upgrades = Array.from({ length: 8 }, (_, at) => ({
      name: `upgrade ${at}`,
      madeAt: new Date(now.getTime() - (500 + at) * 86_400_000).toISOString(),
      reason: 'before-upgrade',
    }));
    expect(expired([...daily.slice(0, 3), ...upgrades], now, 14)).toEqual([
      'upgrade 5',
      'upgrade 6',
      'upgrade 7',
    ]);
    // The only one there is stays, however old it is.
    expect(expired(upgrades.slice(7), now, 14)).toEqual([]);
  });
});

describe('a new installation', () => {
  it('takes a backup in its first run, with the code, and serves what was in it', async () => {
    const backups = backupsIn('first-run', PASSPHRASE);
    const { name } = await backups.make('asked');
    const content = readFileSync(backups.fileOf(name) ?? '');
    const at = await freshDatabase();
    const backup = { folder: join(folder, 'first-run-there'), everyHours: 0, keepDays: 14, passphrase: '' };
    const server = await startTestServer(at, { backup });
    const nobody = new Caller(server.address);
    expect(await nobody.ok('GET', '/session')).toMatchObject({ needsSetup: true });
    const send = (code: string, passphrase: string, sent = content) =>
      nobody.raw('POST', '/first-run/restore', sent, 'application/octet-stream', {
        'x-upholder-code': code,
        'x-upholder-passphrase': encodeURIComponent(passphrase),
      });
    const code = server.setupCode ?? '';
    expect((await send('ABCD-EFGH', PASSPHRASE)).status).toBe(401);
    const refused = await send(code, 'nö, another');
    expect([refused.status, await refused.text()]).toEqual([
      422,
      expect.stringContaining('Wrong passphrase'),
    ]);
    expect((await send(code, PASSPHRASE, Buffer.from('something else'))).status).toBe(422);
    expect((await send(code, PASSPHRASE)).status).toBe(200);
    expect(readdirSync(backup.folder)).toEqual([]);
    // The same server, without being started again.
    const session = async () => (await nobody.ok<{ needsSetup: boolean }>('GET', '/session')).needsSetup;
    await expect.poll(session).toBe(false);
    await nobody.ok('POST', '/session', { signIn, password: PASSWORD });
    expect(await nobody.ok<{ jobs: unknown[] }>('GET', '/jobs')).toMatchObject({ jobs: [{ entries: 3 }] });
    expect((await send(code, PASSPHRASE)).status).toBe(409);
    await server.stop();
  });

  it('makes one shop, however many press at once, and its code works no more', async () => {
    const at = await freshDatabase();
    const server = await startTestServer(at);
    const code = server.setupCode ?? '';
    const owner = { name: 'Ines', signIn: 'ines', password: 'four plain oak boards' };
    const shop = { name: 'First', timeZone: 'Europe/London', owner };
    const answers = await Promise.all(
      Array.from({ length: 4 }, () => new Caller(server.address).call('POST', '/first-run', { code, shop })),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409, 409, 409]);
    expect(await new Caller(server.address).refused('POST', '/first-run', { code, shop })).toMatchObject({
      status: 409,
    });
    await server.stop();
    const again = await startTestServer(at);
    expect(again.setupCode).toBeNull();
    await again.stop();
  });
});

describe('the sealed log', () => {
  it('can be added to and read by the server, and neither changed nor emptied', async () => {
    const server = asServer(url);
    for (const sql of [
      `update log_entry set note = 'changed'`,
      'delete from log_entry',
      'delete from log_piece',
      'update log_piece set position = 9',
      'truncate log_entry cascade',
      'truncate log_piece',
      'delete from log_chain',
      `insert into log_chain select shop_id, seq + 1000, entry_id, digest, link from log_chain limit 1`,
      'alter table log_entry disable trigger all',
      'drop table log_chain',
      'delete from migration',
    ])
      await expect(asOwner(sql, [], server), sql).rejects.toThrow(/permission denied|must be owner/);
    // Not even its owner does it by accident.
    await expect(asOwner('truncate log_entry cascade')).rejects.toThrow(/append-only/);
    await expect(asOwner('delete from log_piece')).rejects.toThrow(/append-only/);
    await expect(asOwner('delete from job')).rejects.toThrow(/append-only|violates foreign key/);
    await expect(
      asOwner(`insert into log_piece select entry_id, shop_id, gen_random_uuid(), 99 from log_piece limit 1`),
    ).rejects.toThrow(/append-only/);
  });

  const TAMPERED: [what: string, sql: string[], fault: string][] = [
    ['a changed note', [`update log_entry set note = 'never' where id = $1`], 'changed'],
    [
      'another time',
      [`update log_entry set done_at = done_at + interval '1 minute' where id = $1`],
      'changed',
    ],
    ['another name', [`update log_entry set member_name = 'Tam' where id = $1`], 'changed'],
    [
      'a piece taken out',
      [`delete from log_piece where ctid = (select min(ctid) from log_piece where entry_id = $1)`],
      'changed',
    ],
    [
      'an entry put in',
      [
        `alter table log_entry disable trigger log_entry_sealed`,
        `insert into log_entry select (jsonb_populate_record(e, jsonb_build_object('id', gen_random_uuid()))).* from log_entry as e where id = $1`,
      ],
      'unsealed',
    ],
    [
      'an entry taken out',
      [
        `delete from log_chain where entry_id = $1`,
        `delete from log_piece where entry_id = $1`,
        `delete from log_entry where id = $1`,
      ],
      'gap',
    ],
    ['a forged link', [`update log_chain set link = sha256('forged') where entry_id = $1`], 'broken'],
  ];
  it.each(TAMPERED)('shows %s', async (_what, statements, fault) => {
    const backups = backupsIn('tampered');
    const [latest] = await backups.list();
    const { name } = latest ?? (await backups.make('asked'));
    await inScratch(url, backups.fileOf(name) ?? '', '', folder, async (scratch) => {
      expect(scratch.chains[0]?.faults).toEqual([]);
      await withConnection(scratch.url, async (client) => {
        const { rows } = await client.query(`select entry_id from log_chain order by seq offset 1 limit 1`);
        const trigger = (table: string, how: string) =>
          client.query(`alter table ${table} ${how} trigger user`);
        for (const table of ['log_entry', 'log_piece', 'log_chain']) await trigger(table, 'disable');
        for (const sql of statements) await client.query(sql, sql.includes('$1') ? [rows[0]?.entry_id] : []);
      });
      const [report] = await chainsOf(scratch.url);
      expect(report?.faults.map((one) => one.fault)).toContain(fault);
    });
  });

  it('is one chain, however many write at once', async () => {
    const at = await freshDatabase();
    const server = await startTestServer(at);
    const { signIn: name } = await addShop(at, 'Busy');
    const caller = new Caller(server.address);
    await caller.signIn(name);
    const { job } = await makeJob(caller);
    const { plan } = await caller.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`);
    await Promise.all(
      plan.ops
        .slice(0, 12)
        .map((planned) =>
          caller.ok('POST', `/jobs/${job.id}/log`, entryFor(job.id, planned, '2026-11-23T07:00:00.000Z')),
        ),
    );
    expect(await chainsOf(at)).toMatchObject([{ entries: Math.min(12, plan.ops.length), faults: [] }]);
    await server.stop();
  });
});

describe('a shop taken elsewhere', () => {
  it('is the same shop: exported again, every file is the same', async () => {
    const [first, second] = [join(folder, 'export'), join(folder, 'again')];
    const now = new Date('2026-11-28T12:00:00Z');
    const source = openDatabase(url, () => undefined);
    await source.transaction((db) => exportShop(db, shopId, first, now, HERE));
    await source.close();
    const at = await freshDatabase();
    const server = await startTestServer(at);
    const target = openDatabase(at, () => undefined);
    const elsewhere = picturesIn(join(folder, 'pictures-imported'));
    expect(await importShop(target, first, elsewhere)).toEqual({ name: 'Kept', entries: 3 });
    await target.transaction((db) => exportShop(db, shopId, second, now, elsewhere));
    const files = (root: string) =>
      readdirSync(root, { recursive: true, withFileTypes: true })
        .filter((entry) => entry.isFile())
        .map(({ parentPath, name }) => join(parentPath, name).slice(root.length));
    expect(files(second).sort()).toEqual(files(first).sort());
    for (const file of files(first))
      expect(readFileSync(join(second, file)), file).toEqual(readFileSync(join(first, file)));
    expect(readdirSync(join(first, 'pictures'))).toEqual([`${op(1)}.jpg`]);
    const [kept] = await many<{ answers: string[] }>(
      target,
      'select array_agg(answer order by serial) as answers from finding_answer',
    );
    expect(kept?.answers).toEqual(['cure', 'leave']);
    const [ticks] = await many<{ order: string[] }>(
      target,
      "select array_agg(what ->> 'isOn' order by serial) as order from job_event",
    );
    expect(ticks?.order).toEqual(['true', 'false']);
    // Members sign in as before.
    await new Caller(server.address).ok('POST', '/session', { signIn, password: PASSWORD });
    await expect(importShop(target, first, elsewhere)).rejects.toThrow(/in this database already/);
    await target.close();
    await server.stop();
  });

  it('is refused where its log was changed, where a picture is missing, or where it is no shop', async () => {
    const source = openDatabase(url, () => undefined);
    const whole = join(folder, 'whole');
    await source.transaction((db) => exportShop(db, shopId, whole, new Date(), HERE));
    await source.close();
    const target = openDatabase(await freshDatabase(), () => undefined);
    const server = await startTestServer(await freshDatabase());
    const changed = (name: string, change: (copy: string) => void) => {
      const copy = join(folder, name);
      cpSync(whole, copy, { recursive: true });
      change(copy);
      return copy;
    };
    const rewrite = (copy: string, from: RegExp, to: string) => {
      const path = join(copy, 'shop.json');
      writeFileSync(path, readFileSync(path, 'utf8').replace(from, to));
    };
    const at = await freshDatabase();
    await (await startTestServer(at)).stop();
    const empty = openDatabase(at, () => undefined);
    const refused = (copy: string) => expect(importShop(empty, copy, HERE)).rejects;
    await refused(
      changed('other-name', (copy) => rewrite(copy, /"member_name":"Ines"/, '"member_name":"Tam"')),
    ).toThrow(/log in this export was changed.*entry 1 on/);
    await refused(
      changed('no-picture', (copy) => rmSync(join(copy, 'pictures'), { recursive: true })),
    ).toThrow(/picture/);
    await refused(changed('cut', (copy) => rewrite(copy, /"log_piece"[\s\S]*/, ''))).toThrow(
      /not valid JSON/,
    );
    await refused(
      changed('later', (copy) => rewrite(copy, /"migration": "[^"]+"/, '"migration": "9999_later"')),
    ).toThrow(/newer version/);
    await refused(join(folder, 'nowhere')).toThrow(/no shop\.json/);
    expect(await holdsShop(at)).toBe(false);
    await empty.close();
    await target.close();
    await server.stop();
  });

  it('leaves no table of a shop out, and its schema is the published one', async () => {
    const columns = await withConnection(url, (client) => columnsOf(client));
    const tables = new Set(columns.map(({ table }) => table));
    expect([...tables].filter((table) => !STAYS.includes(table)).sort()).toEqual([...SHOP_TABLES].sort());
    const published = fileURLToPath(new URL('../../docs/schemas/shop-2.json', import.meta.url));
    expect(JSON.parse(readFileSync(published, 'utf8'))).toEqual(shopSchema(columns));
  });

  it('has tables that a spreadsheet opens without running anything in them', async () => {
    const csv = join(folder, 'csv-check');
    const source = openDatabase(url, () => undefined);
    await source.transaction((db) => exportShop(db, shopId, csv, new Date(), HERE));
    await source.close();
    const { data } = Papa.parse<Record<string, string>>(
      readFileSync(join(csv, 'csv', 'log_entry.csv'), 'utf8'),
      {
        header: true,
        skipEmptyLines: true,
      },
    );
    expect(data).toHaveLength(3);
    expect(data[0]?.note).toBe(`'=HYPERLINK("x"), “Grün” 5 ½″`);
  });
});

describe('an installation of an earlier version', () => {
  it('is backed up first and then brought up, with nothing lost', async () => {
    const at = await freshDatabase();
    await restoreDump(at, FIXTURE);
    const before = await withConnection(at, countRows);
    const contentOf = async (table: string, columns: string) =>
      (await asOwner(`select ${columns} from ${table} order by 1`, [], at)).rows;
    const kept = {
      log: await contentOf('log_entry', 'id, note, member_name, done_at, logged_at, coat, work'),
      pieces: await contentOf(
        'piece',
        `to_jsonb(piece) - 'verdict' || jsonb_build_object('treatment', verdict) as piece`,
      ),
      plans: await contentOf('plan', 'id, body'),
      steps: await contentOf(
        'step',
        "id, body->>'name' as name, body->>'why' as why, body->'cautions' as cautions",
      ),
      members: await contentOf('member', 'id, name, sign_in, password_hash'),
    };
    const backup = { folder: join(folder, 'upgrade'), everyHours: 0, keepDays: 14, passphrase: '' };
    const server = await startTestServer(at, { backup });
    const after = await withConnection(at, countRows);
    const today: Record<string, string> = {
      pot: 'mix',
      own_system: 'custom_system',
      own_system_version: 'custom_system_version',
    };
    for (const [table, rows] of Object.entries(before)) {
      const name = today[table] ?? table;
      // Stores are filled up with what a new shop begins with: a film disc, a closed foam pad and ten sundries came since.
      const more = name === 'supply' ? 12 : 0;
      if (table !== 'migration') expect([name, after[name]]).toEqual([name, rows + more]);
    }
    expect(await contentOf('log_entry', 'id, note, member_name, done_at, logged_at, coat, work')).toEqual(
      kept.log,
    );
    expect(await contentOf('piece', 'to_jsonb(piece) as piece')).toEqual(kept.pieces);
    // Read, it says what it said; kept, what the program wrote is by code.
    expect(await contentOf('plan', 'id, body')).toEqual(
      kept.plans.map(({ id, body }) => ({ id, body: planOfToday(recodePlan(body)) })),
    );
    const { rows: oldKeys } = await asOwner(
      `select id from step where body ?| array['stock', 'reach', 'leaves', 'restMin', 'potCount', 'round']
       union select id from plan where body ?| array['handOver', 'wish']
       union select id from mix where body::text like '%fromPotId%' or body ->> 'leftTo' = 'closed pot'
       union select id from job where methods ? 'ways'
       union select id from product where sheet ? 'hasHotRags'
       union select id from shop where settings ? 'practice'`,
      [],
      at,
    );
    expect(oldKeys).toEqual([]);
    expect(
      await contentOf('step', "id, body->>'name' as name, body->>'why' as why, body->'cautions' as cautions"),
    ).toEqual(kept.steps.map((step) => recodeStep(step)));
    const { rows: worded } = await asOwner(
      `select body->>'name' as name from step where body->>'name' not like '⟦%' union select body->>'why' from step where body->>'why' not like '⟦%'`,
      [],
      at,
    );
    expect(worded).toEqual([]);
    expect(await contentOf('member', 'id, name, sign_in, password_hash')).toEqual(kept.members);
    expect(await chainsOf(at)).toMatchObject([{ entries: kept.log.length, faults: [] }]);
    expect(kept.log.length).toBeGreaterThan(20);
    const caller = new Caller(server.address);
    await caller.ok('POST', '/session', { signIn: 'maren', password: 'tide and varnish' });
    await caller.ok('GET', '/members');
    // The sealed log keeps its old names where it is stored, and is read under those of today.
    const { jobs } = await caller.ok<{ jobs: { job: { id: string } }[] }>('GET', '/jobs');
    const read = [];
    for (const { job } of jobs) read.push(...(await caller.ok<JobDetail>('GET', `/jobs/${job.id}`)).log);
    expect(read.length).toBe(kept.log.length);
    const stored = new Map(kept.log.map((entry) => [entry.id, entry]));
    for (const { id, coat, work } of read) {
      expect(work?.resultingSurface).toBe(stored.get(id)?.work?.leaves);
      expect(work?.dryingMin).toBe(stored.get(id)?.work?.restMin);
      expect(coat?.mixId).toBe(stored.get(id)?.coat?.potId);
    }
    await server.stop();
    const [name = ''] = readdirSync(backup.folder);
    expect(name).toMatch(/before-upgrade/);
    // The dump is of the database as it was: it knows nothing of the chain yet.
    const unpacked = join(folder, 'before.dump');
    const head = await unpackBackup(join(backup.folder, name), '', unpacked);
    expect(head.migration).toBe('0015_drawers_take_longer');
    expect(head.rows).toEqual(before);
    const old = await freshDatabase();
    await restoreDump(old, unpacked);
    expect(await withConnection(old, countRows)).toEqual(before);
  });

  it('is left as it was where no backup can be made first', async () => {
    const at = await freshDatabase();
    await restoreDump(at, FIXTURE);
    writeFileSync(join(folder, 'a-file'), '');
    const backup = { folder: join(folder, 'a-file', 'backups'), everyHours: 0, keepDays: 14, passphrase: '' };
    await expect(startTestServer(at, { backup })).rejects.toThrow(/nothing was upgraded/);
    const { rows } = await asOwner('select count(*)::int as count from migration', [], at);
    expect(rows).toEqual([{ count: 15 }]);
    expect(existsSync(join(folder, 'a-file', 'backups'))).toBe(false);
  });
});
