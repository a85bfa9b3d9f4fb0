import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PlanSnapshot } from '@upholder/core/planning';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { afterEach, beforeEach, describe, it, vi } from 'vitest';
import { expect } from '../../core/test/expect.ts';
import { readConfig } from '../src/base/config.ts';
import { Lifetime } from '../src/base/lifetime.ts';
import { doctor } from '../src/commands/doctor.ts';
import { backup, check, exportTo, importFrom, restore } from '../src/commands/keep.ts';
import { member, setUp } from '../src/commands/people.ts';
import type { Base, Told } from '../src/commands/reach.ts';
import { withConnection } from '../src/db/connection.ts';
import { addShop, Caller, freshDatabase, startTestServer } from './harness.ts';
import { entryFor, makeJob } from './samples.ts';

const PASSWORD = 'four plain oak boards';
const VERSION = '0.1.0';

let folder: string;
let said: string[];
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'upholder-commands-'));
  said = [];
  vi.spyOn(console, 'log').mockImplementation((line: string) => void said.push(line));
  vi.stubEnv('UPHOLDER_PASSWORD', PASSWORD);
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllEnvs();
  process.exitCode = 0;
  rmSync(folder, { recursive: true });
});

/** A command on an installation with a database that was given. */
async function run(
  url: string,
  command: (base: Base, told: Told) => Promise<void>,
  words: string[] = [],
  options: Told['options'] = {},
): Promise<string> {
  said = [];
  const lifetime = new Lifetime();
  // Nobody serves at this address: the doctor must not take a server of the machine for its own.
  const config = readConfig({ DATABASE_URL: url, UPHOLDER_HOME: folder, WEB_DIST: folder, PORT: '1' });
  try {
    await command({ lifetime, config, home: folder, isGiven: true }, { words, options });
    return said.join('\n');
  } finally {
    await lifetime.stop();
  }
}
const sql = (url: string, text: string) => withConnection(url, (client) => client.query(text));

describe('setting up at the terminal', () => {
  it('makes a shop on an empty database, once, and its owner can sign in', async () => {
    const url = await freshDatabase();
    const options = {
      name: 'Harbour Finishes',
      owner: 'Maren',
      'sign-in': 'maren-t',
      'time-zone': 'Europe/Dublin',
    };
    expect(await run(url, setUp, [], options)).toBe('Harbour Finishes is set up. Maren signs in as maren-t.');
    await expect(run(url, setUp, [], options)).rejects.toThrow(/has a shop already/);
    const server = await startTestServer(url);
    await new Caller(server.address).ok('POST', '/session', { signIn: 'Maren-T', password: PASSWORD });
    await server.stop();
  });

  it('refuses what a shop cannot be, in sentences', async () => {
    const url = await freshDatabase();
    const options = { name: 'X', owner: 'Maren', 'sign-in': 'm', 'time-zone': 'Europe/Atlantis' };
    const refused = await run(url, setUp, [], options).catch((error: Error) => error.message);
    expect(refused).toMatch(/Enter a time zone[\s\S]*Sign-in name must be at least 2/);
    vi.stubEnv('UPHOLDER_PASSWORD', 'password123');
    const named = { ...options, 'sign-in': 'maren', 'time-zone': 'UTC' };
    expect(await run(url, setUp, [], named).catch((error: Error) => error.message)).toMatch(/common ones/);
    vi.stubEnv('UPHOLDER_PASSWORD', '');
    await expect(run(url, setUp, [], options)).rejects.toThrow(/is needed; see upholder help/);
  });
});

describe('members at the terminal', () => {
  it('are listed, added with a code, given a new one, and removed; the last owner stays', async () => {
    const url = await freshDatabase();
    const server = await startTestServer(url);
    await addShop(url, 'Terminal');
    const invited = await run(url, member, ['add', 'Pia'], { role: 'planner' });
    const code = /enters (\S+)/.exec(invited)?.[1] ?? '';
    const pia = new Caller(server.address);
    await pia.ok('POST', '/invites/accept', { code, signIn: 'pia-t', password: PASSWORD });
    expect(await run(url, member, ['list'])).toMatch(/Pia {2}planner {2}pia-t/);
    const again = await run(url, member, ['reset', 'PIA-T']);
    expect(await pia.refused('GET', '/jobs')).toMatchObject({ code: 'signed-out' });
    expect(/enters (\S+)/.exec(again)?.[1]).not.toBe(code);
    expect(await run(url, member, ['remove', 'Pia'])).toMatch(/can no longer sign in/);
    expect(await run(url, member, ['list'])).toMatch(/Pia {2}planner {2}has left/);
    await run(url, member, ['remove', 'Tam']);
    await expect(run(url, member, ['remove', 'Ines'])).rejects.toThrow(/no owner who can sign in/);
    await expect(run(url, member, ['remove', 'No one'])).rejects.toThrow(/No one here is called No one/);
    await expect(run(url, member, ['add', 'X'], { role: 'boss' })).rejects.toThrow(
      /one of owner, planner, floor, reader/,
    );
    await expect(run(url, member, ['promote', 'X'])).rejects.toThrow(/no “member promote”/);
    await server.stop();
  });

  it('of two shops want to know which one', async () => {
    const url = await freshDatabase();
    await (await startTestServer(url)).stop();
    await expect(run(url, member, ['list'])).rejects.toThrow(/no shop yet/);
    await addShop(url, 'One');
    await addShop(url, 'Two');
    await expect(run(url, member, ['list'])).rejects.toThrow(/--shop: One, Two/);
    expect(await run(url, member, ['list'], { shop: 'Two' })).toMatch(/Ines/);
  });
});

describe('keeping at the terminal', () => {
  it('backs up, checks, rehearses, replaces only when told, exports and imports', async () => {
    const url = await freshDatabase();
    await (await startTestServer(url)).stop();
    await addShop(url, 'Kept');
    expect(await run(url, (base) => backup(base, VERSION))).toMatch(/not encrypted\. It was test-restored/);
    const [name = ''] = readdirSync(join(folder, 'backups'));
    const file = join(folder, 'backups', name);
    const doCheck = (base: Base, told: Told) => check(base, told, VERSION);
    const doRestore = (base: Base, told: Told) => restore(base, told, VERSION);
    expect(await run(url, doCheck)).toMatch(/Kept: 0 log entries, none changed/);
    expect(await run(url, doCheck, [], { against: 'backup' })).toMatch(/restores completely/);
    expect(await run(url, doCheck, [], { against: file })).toMatch(/restores completely/);
    await expect(run(url, doCheck, [], { against: join(folder, 'none') })).rejects.toThrow(/no such backup/);
    await expect(run(url, doRestore, [])).rejects.toThrow(/say which file/);
    await expect(run(url, doRestore, [file])).rejects.toThrow(/Add --replace/);
    expect(await run(url, doRestore, [file], { replace: true })).toMatch(
      /is kept in[\s\S]*Restored[\s\S]*previous database is kept as/,
    );
    const out = join(folder, 'export');
    expect(await run(url, exportTo, [out])).toMatch(/Kept is in/);
    await expect(run(url, exportTo, [out])).rejects.toThrow(/not empty/);
    expect(await run(await freshDatabase(), importFrom, [out])).toMatch(/Kept is imported: 0 log entries/);
  });
});

describe('the log against the last backup', () => {
  it('shows that it was taken out and started over, though its chain holds', async () => {
    const url = await freshDatabase();
    const server = await startTestServer(url);
    const { signIn } = await addShop(url, 'Robbed');
    const caller = new Caller(server.address);
    await caller.signIn(signIn);
    const { job } = await makeJob(caller);
    const { plan } = await caller.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`);
    const [first, second] = plan.ops;
    await caller.ok('POST', `/jobs/${job.id}/log`, entryFor(job.id, first!, '2026-11-23T07:00:00.000Z'));
    await run(url, (base) => backup(base, VERSION));
    const doCheck = (base: Base, told: Told) => check(base, told, VERSION);
    expect(await run(url, doCheck)).toMatch(/1 log entry, none changed/);
    expect(process.exitCode).not.toBe(1);
    for (const table of ['log_chain', 'log_piece', 'log_entry'])
      await sql(
        url,
        `alter table ${table} disable trigger user; delete from ${table}; alter table ${table} enable trigger user`,
      );
    await caller.ok('POST', `/jobs/${job.id}/log`, entryFor(job.id, second!, '2026-11-23T07:00:00.000Z'));
    expect(await run(url, doCheck)).toMatch(
      /1 log entry, none changed[\s\S]*entries have been removed or replaced since/,
    );
    expect(process.exitCode).toBe(1);
    await server.stop();
  });
});

describe('the doctor', () => {
  const look = (url: string) => run(url, (base) => doctor(base, VERSION));

  it('finds nothing wrong where nothing is, and says what is worth a look', async () => {
    const url = await freshDatabase();
    await (await startTestServer(url)).stop();
    await addShop(url, 'Healthy');
    await run(url, (base) => backup(base, VERSION));
    const words = await look(url);
    expect(words).toMatch(/ok {4}Healthy has 2 owners\./);
    expect(words).toMatch(/ok {4}The last backup is 0 hours old/);
    expect(words).toMatch(/LOOK {2}Server and owner of the tables sign in as the same role/);
    expect(words).toMatch(/LOOK {2}The server is not running\./);
    expect(words).toMatch(/Nothing is wrong/);
    expect(process.exitCode).not.toBe(1);
  });

  it('finds a shop without an owner, and an installation without a shop', async () => {
    const url = await freshDatabase();
    await (await startTestServer(url)).stop();
    expect(await look(url)).toMatch(/LOOK {2}There is no shop yet/);
    await addShop(url, 'Ownerless');
    await sql(url, `update member set role = 'floor'`);
    expect(await look(url)).toMatch(/WRONG Ownerless has no owner who can sign in/);
    expect(process.exitCode).toBe(1);
  });

  it('finds pictures that are missing in their folder', async () => {
    const url = await freshDatabase();
    const pictureFolder = join(folder, 'pictures');
    const server = await startTestServer(url, { pictureFolder });
    const caller = await new Caller(server.address).enterAs((await addShop(url, 'Pictured')).signIn);
    const { job, zones } = await makeJob(caller, 0);
    const query = new URLSearchParams({ id: uuid(), zoneId: zones[0]?.id ?? '', topic: 'finish' });
    const picture = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#abc' } })
      .png()
      .toBuffer();
    await caller.raw('POST', `/jobs/${job.id}/photos?${query}`, picture, 'image/png');
    await server.stop();
    expect(await look(url)).toMatch(/ok {4}Every picture is in .*pictures\./);
    rmSync(pictureFolder, { recursive: true });
    expect(await look(url)).toMatch(
      /WRONG 2 of 2 pictures are missing or damaged in .*\. Backups hold them\./,
    );
  });

  it('says in words that the database is behind, newer, or away', async () => {
    const url = await freshDatabase();
    const migrations = readdirSync(new URL('../migrations/', import.meta.url)).length;
    expect(await look(url)).toContain(`${migrations} migrations are pending`);
    await (await startTestServer(url)).stop();
    await sql(url, `insert into migration (name, run_on) values ('9999_later', now())`);
    expect(await look(url)).toMatch(/WRONG The database is newer than this program: it has had 9999_later/);
    expect(await look(url.replace(/:\d+\//, ':1/'))).toMatch(
      /WRONG The database cannot be reached: .*ECONNREFUSED/,
    );
  });
});
