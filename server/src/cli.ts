import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { loadEnvFile } from 'node:process';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { parseArgs } from 'node:util';
import packageJson from '../package.json' with { type: 'json' };
import { isLoopback, settingsHelp } from './base/config.ts';
import { Lifetime, runUntilStopped } from './base/lifetime.ts';
import { inWords } from './base/words.ts';
import { doctor } from './commands/doctor.ts';
import { backup, check, exportTo, importFrom, restore } from './commands/keep.ts';
import { member, setUp } from './commands/people.ts';
import { type Base, createBase, type Told } from './commands/reach.ts';
import { noteAddress, startOwn, takeFolder } from './db/own.ts';
import { type Extras, serve } from './start.ts';

/** The project, from where the compiled program lies. */
const ROOT = fileURLToPath(new URL('../..', import.meta.url));
/** Serves the sample shop; compiled beside this program. */
const SAMPLE = new URL('./sample.mjs', import.meta.url);

/** Serves the sample shop beside, once, on a database of its own in the same data folder. */
function sampleOf({ lifetime, home, isGiven, config }: Base, ownerUrl: string): Extras['openSample'] {
  // In a PostgreSQL that was given nobody may make databases; from elsewhere nobody may walk in without a password.
  if (isGiven || !existsSync(SAMPLE) || !isLoopback(config.host)) return null;
  let opened: Promise<string> | null = null;
  return () => {
    opened ??= import(pathToFileURL(fileURLToPath(SAMPLE)).href).then(
      (sample: { openSample(lifetime: Lifetime, base: object): Promise<string> }) =>
        sample.openSample(lifetime, { ownerUrl, home, config }),
    );
    opened.catch(() => {
      opened = null;
    });
    return opened;
  };
}

async function start(base: Base): Promise<void> {
  const { lifetime, home, isGiven, config } = base;
  await takeFolder(lifetime, home);
  const reached = isGiven ? config : await startOwn(lifetime, home);
  const { databaseUrl, ownerUrl } = reached;
  const running = await serve(
    lifetime,
    { ...config, databaseUrl, ownerUrl },
    { openSample: sampleOf(base, ownerUrl) },
  );
  noteAddress(home, running.address);
  console.log('Ctrl-C stops it and everything it started.');
}

const OPTIONS = {
  shop: { type: 'string' },
  role: { type: 'string' },
  replace: { type: 'boolean' },
  against: { type: 'string' },
  name: { type: 'string' },
  owner: { type: 'string' },
  'sign-in': { type: 'string' },
  'time-zone': { type: 'string' },
} as const;

const { version } = packageJson;
/** Commands that do one thing and end. */
const COMMANDS: Record<string, (base: Base, told: Told) => Promise<void>> = {
  setup: setUp,
  member,
  backup: (base) => backup(base, version),
  restore: (base, told) => restore(base, told, version),
  check: (base, told) => check(base, told, version),
  'export-shop': exportTo,
  'import-shop': importFrom,
  doctor: (base) => doctor(base, version),
};

const HELP = `upholder start                    serves the shop until it is stopped
upholder setup                    sets up the shop of a new installation at the terminal
                                  (--name, --owner, --sign-in, --time-zone; asks for the password)
upholder member list              who works here
upholder member add NAME          adds a member and prints a code to sign in with (--role owner|planner|floor|reader)
upholder member reset NAME        signs a member out everywhere and prints a code for a new password
upholder member remove NAME       ends a member’s sign-in; the log keeps the name
upholder backup                   makes a backup now and test-restores it
upholder restore FILE             restores a backup (--replace if there is a shop already)
upholder check                    checks the sealed log against itself and the last backup
upholder check --against FILE     rehearses an upgrade on a restored backup (backup: the last one)
upholder export-shop FOLDER       exports a whole shop as JSON, CSV and pictures (--shop NAME)
upholder import-shop FOLDER       imports an exported shop
upholder doctor                   says what is wrong with this installation
upholder help                     shows this

Settings, from the environment or from the file .env in the folder it is started in:

${settingsHelp()}`;

/** Reads what was typed. @throws Error that says which option there is not. */
function told(args: string[]): Told {
  const { values, positionals } = parseArgs({ args, options: OPTIONS, allowPositionals: true });
  return { words: positionals, options: values };
}

/** Does one thing and ends, also where it fails or is broken off. */
async function runOnce(
  command: (base: Base, told: Told) => Promise<void>,
  args: string[],
  home: string,
): Promise<void> {
  const lifetime = new Lifetime();
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
    process.on(signal, () => void lifetime.stop().then(() => process.exit(130)));
  try {
    await command(createBase(lifetime, home, join(ROOT, 'web/dist')), told(args));
  } catch (error) {
    console.error(inWords((error as Error).message));
    process.exitCode = 1;
  } finally {
    await lifetime.stop();
  }
}

const [name = 'help', ...args] = process.argv.slice(2);
if (existsSync('.env')) loadEnvFile('.env');
const home = process.env.UPHOLDER_HOME || join(ROOT, 'data');
const command = COMMANDS[name];
if (name === 'start')
  runUntilStopped((lifetime) => start(createBase(lifetime, home, join(ROOT, 'web/dist'))));
else if (command) await runOnce(command, args, home);
else if (['help', '--help', '-h'].includes(name)) console.log(HELP);
else {
  console.error(`There is no command “${name}”.\n\n${HELP}`);
  process.exitCode = 2;
}
