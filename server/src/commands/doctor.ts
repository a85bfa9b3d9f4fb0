import { accessSync, constants, existsSync, mkdirSync, statfsSync, statSync } from 'node:fs';
import { resolve } from 'node:path';
import { plural } from '@upholder/core/said';
import { isLoopback } from '../base/config.ts';
import { roleOf, withConnection } from '../db/connection.ts';
import { many, one, type Queryable } from '../db/database.ts';
import { knownMigrations } from '../db/migrate.ts';
import { type Reached, serverOn } from '../db/own.ts';
import { findPostgres } from '../db/programs.ts';
import { checkChains } from '../keeping/chain.ts';
import { picturesIn } from '../photos/pictureStore.ts';
import { namedContents } from '../photos/store.ts';
import { MOST_SECONDS_APART, secondsAhead } from '../watch/clocks.ts';
import { backupsOf } from './keep.ts';
import { type Base, reach } from './reach.ts';

/** What was found: all right, worth a look, or wrong; in words, with what to do. */
interface Finding {
  level: 'good' | 'look' | 'wrong';
  words: string;
}
const good = (words: string): Finding => ({ level: 'good', words });
const look = (words: string): Finding => ({ level: 'look', words });
const wrong = (words: string): Finding => ({ level: 'wrong', words });

const SIGNS = { good: 'ok   ', look: 'LOOK ', wrong: 'WRONG' };
const LEAST_FREE_BYTES = 2 * 1024 ** 3;
const HOUR_MS = 3_600_000;

function machine({ home, isGiven, config }: Base): Finding[] {
  const found: Finding[] = [good(`Node.js ${process.versions.node}`)];
  found.push(
    existsSync(config.webDist)
      ? good('The interface is built.')
      : wrong('The interface is not built. Run npm start, which builds it.'),
  );
  if (!isGiven && findPostgres() === null)
    found.push(wrong('PostgreSQL is missing: sudo apt-get install postgresql, or set DATABASE_URL.'));
  try {
    mkdirSync(home, { recursive: true });
    accessSync(home, constants.W_OK);
    const { bavail, bsize } = statfsSync(home);
    const free = bavail * bsize;
    const words = `${(free / 1024 ** 3).toFixed(0)} GB free for data in ${resolve(home)}.`;
    found.push(free < LEAST_FREE_BYTES ? wrong(`Only ${words} Make room.`) : good(words));
  } catch {
    found.push(wrong(`The data folder ${resolve(home)} cannot be written to by this user.`));
  }
  if (!isLoopback(config.host) && config.trustProxy === false)
    found.push(
      look(
        `HOST=${config.host} can be reached by other machines, without encryption. Put a reverse proxy with TLS in front; see docs/run-it.md.`,
      ),
    );
  return found;
}

async function answers({ config }: Base, home: string): Promise<Finding[]> {
  const running = serverOn(home);
  const address = running?.address || `http://${config.host}:${config.port}`;
  try {
    const response = await fetch(`${address}/api/health`, { signal: AbortSignal.timeout(3000) });
    const { status, version } = (await response.json()) as { status?: string; version?: string };
    if (status === undefined) return [look(`Something else answers at ${address}.`)];
    return [
      status === 'ready'
        ? good(`The server at ${address} is ready, version ${version}.`)
        : wrong(`The server at ${address} says: ${status}.`),
    ];
  } catch {
    return [
      running
        ? wrong(`The server (process ${running.pid}) does not answer at ${address}.`)
        : look('The server is not running.'),
    ];
  }
}

async function rights(db: Queryable, { databaseUrl, ownerUrl }: Reached): Promise<Finding[]> {
  const [log] = await many<{ found: string | null }>(db, `select to_regclass('public.log_entry') as found`);
  // Before the first start there is nothing to have rights to.
  if (!log?.found) return [];
  const { may } = await one<{ may: boolean }>(
    db,
    `select has_table_privilege('log_entry', 'delete') or has_table_privilege('log_entry', 'update') as may`,
  );
  if (!may) return [good('The server cannot change or delete what is in the log.')];
  return [
    roleOf(databaseUrl) === roleOf(ownerUrl)
      ? look(
          'Server and owner of the tables sign in as the same role, so only triggers protect the log. Give DATABASE_URL its own role and DATABASE_OWNER_URL the owner.',
        )
      : wrong('The server’s role could change the log. Start the server once: it sets the rights.'),
  ];
}

async function database(reached: Reached, isGiven: boolean): Promise<Finding[]> {
  const found: Finding[] = [];
  await withConnection(reached.ownerUrl, async (client) => {
    const db: Queryable = client;
    const { version } = await one<{ version: string }>(
      db,
      `select current_setting('server_version') as version`,
    );
    found.push(good(`PostgreSQL ${version} answers${isGiven ? '' : ', from the data folder'}.`));
    const [table] = await many<{ found: string | null }>(
      db,
      `select to_regclass('public.migration') as found`,
    );
    const applied = table?.found
      ? await many<{ name: string }>(db, 'select name from migration order by id')
      : [];
    const known = knownMigrations();
    const foreign = applied.find(({ name }) => !known.includes(name));
    if (foreign)
      found.push(
        wrong(`The database is newer than this program: it has had ${foreign.name}. Update Upholder.`),
      );
    else if (applied.length < known.length) {
      found.push(
        look(
          `${known.length - applied.length} migrations are pending: the next start makes a backup and applies them.`,
        ),
      );
      return;
    } else found.push(good('The database is up to date.'));
    const ahead = await secondsAhead(db);
    const apart = `${Math.abs(ahead).toFixed(1)} s`;
    found.push(
      Math.abs(ahead) > MOST_SECONDS_APART
        ? wrong(
            `The clock of the database is ${apart} ${ahead > 0 ? 'ahead of' : 'behind'} this machine’s. Sync both with a time server.`,
          )
        : good(`The clocks of database and server are ${apart} apart.`),
    );
    for (const { shopName, entries, faults } of await checkChains(db))
      found.push(
        faults.length === 0
          ? good(`${shopName}: ${plural(entries, 'log entry', 'log entries')}, none changed, none missing.`)
          : wrong(`${shopName}: the log was changed in ${faults.length} places. Run upholder check.`),
      );
    found.push(...(await people(db)));
  });
  // As the server signs in: its rights are what counts.
  if (reached.databaseUrl !== reached.ownerUrl || isGiven)
    found.push(...(await withConnection(reached.databaseUrl, (client) => rights(client, reached))));
  return found;
}

async function people(db: Queryable): Promise<Finding[]> {
  const shops = await many<{ name: string; owners: number; time_zone: string }>(
    db,
    `select name, time_zone, (select count(*) from member where shop_id = shop.id and role = 'owner' and left_at is null
        and password_hash is not null) as owners from shop order by name`,
  );
  if (shops.length === 0)
    return [look('There is no shop yet. Open the first run with the code that npm start prints.')];
  return shops.map(({ name, owners }) =>
    owners === 0
      ? wrong(`${name} has no owner who can sign in: upholder member reset NAME.`)
      : owners === 1
        ? look(
            `${name} has one owner. If they lose the password, only the command line can help: make someone else an owner too.`,
          )
        : good(`${name} has ${owners} owners.`),
  );
}

async function backups(base: Base, { ownerUrl }: Reached, version: string): Promise<Finding[]> {
  const kept = backupsOf(base, ownerUrl, version);
  const { backups: list, trouble, everyHours, hasPassphrase, folder } = await kept.state();
  const [latest] = list;
  const found: Finding[] = [];
  if (trouble !== null) found.push(wrong(`The last backup failed: ${trouble}`));
  if (!latest)
    found.push(
      everyHours === 0
        ? wrong('There is no backup, and none are scheduled.')
        : look('There is no backup yet. The first one comes a minute after the start.'),
    );
  else {
    const hours = (Date.now() - Date.parse(latest.madeAt)) / HOUR_MS;
    const words = `The last backup is ${hours < 48 ? plural(Math.round(hours), 'hour', 'hours') : plural(Math.round(hours / 24), 'day', 'days')} old and was test-restored; kept in all: ${list.length}, in ${resolve(folder)}.`;
    found.push(hours > Math.max(48, everyHours * 2) ? wrong(`${words} That is too old.`) : good(words));
  }
  if (!hasPassphrase)
    found.push(look('Backups are not encrypted: set BACKUP_PASSPHRASE if they leave this machine.'));
  if (existsSync(folder) && statSync(folder).dev === statSync(base.home).dev)
    found.push(
      look('Backups are on the same disk as the data. Copy them somewhere else too, or set BACKUP_FOLDER.'),
    );
  return found;
}

/** Whether everything that pictures name lies in their folder, as it was put there. */
async function pictures({ config }: Base, { ownerUrl }: Reached): Promise<Finding[]> {
  const store = picturesIn(config.pictureFolder);
  const named = await withConnection(ownerUrl, async (client) => {
    // Before the database is up to date they may still lie in it.
    const column = await client.query(
      `select 1 from information_schema.columns where table_name = 'photo' and column_name = 'content_hash'`,
    );
    return column.rowCount === 0 ? new Map<string, Set<string>>() : namedContents(client);
  });
  let [count, missing] = [0, 0];
  for (const [shopId, hashes] of named)
    for (const hash of hashes) {
      count += 1;
      if (!(await store.get(shopId, hash))) missing += 1;
    }
  if (count === 0) return [];
  const where = resolve(config.pictureFolder);
  return [
    missing === 0
      ? good(`Every picture is in ${where}.`)
      : wrong(`${missing} of ${count} pictures are missing or damaged in ${where}. Backups hold them.`),
  ];
}

/** `doctor`: what is wrong with this installation, in plain words. */
export async function doctor(base: Base, version: string): Promise<void> {
  const found = machine(base);
  found.push(...(await answers(base, base.home)));
  try {
    const reached = await reach(base);
    found.push(...(await database(reached, base.isGiven)), ...(await backups(base, reached, version)));
    found.push(...(await pictures(base, reached)));
  } catch (error) {
    found.push(wrong(`The database cannot be reached: ${(error as Error).message}`));
  }
  for (const { level, words } of found) console.log(`${SIGNS[level]} ${words}`);
  const count = (level: Finding['level']) => found.filter((one) => one.level === level).length;
  console.log(
    count('wrong') > 0
      ? `\n${count('wrong')} wrong, ${count('look')} worth a look.`
      : `\nNothing is wrong${count('look') > 0 ? `; ${count('look')} worth a look` : ''}.`,
  );
  if (count('wrong') > 0) process.exitCode = 1;
}
