import type { Config } from '../base/config.ts';
import { readConfig } from '../base/config.ts';
import type { Lifetime } from '../base/lifetime.ts';
import { type Database, many, openDatabase } from '../db/database.ts';
import { type Reached, reachOwn } from '../db/own.ts';

/** What a command is told: words and options behind its name. */
export interface Told {
  words: string[];
  options: Record<string, string | boolean | undefined>;
}

/** A failure that is said in words, without where in the program it came from. */
export class Refused extends Error {}

/** Everything that commands work with. */
export interface Base {
  lifetime: Lifetime;
  config: Config;
  /** Data folder of its own PostgreSQL. */
  home: string;
  /** Whether a PostgreSQL was given. */
  isGiven: boolean;
}

/** Reads the settings; where no database is named, it is the one in the data folder. */
export function createBase(lifetime: Lifetime, home: string, webDist: string): Base {
  const { env } = process;
  const isGiven = Boolean(env.DATABASE_URL);
  const config = readConfig({
    ...env,
    DATABASE_URL: env.DATABASE_URL || 'postgres://own',
    UPHOLDER_HOME: home,
    WEB_DIST: env.WEB_DIST || webDist,
    UPHOLDER_DEMO: '0',
    UPHOLDER_CLOCK: '',
  });
  return { lifetime, config, home, isGiven };
}

/** The database of this installation, started where nobody runs it. */
export async function reach({ lifetime, config, home, isGiven }: Base): Promise<Reached> {
  return isGiven ? config : reachOwn(lifetime, home);
}

/** Opens the database of this installation as its owner, for as long as the command runs. */
export async function openAsOwner(base: Base): Promise<Database & { ownerUrl: string }> {
  const { ownerUrl } = await reach(base);
  const db = await base.lifetime.own(
    async () => openDatabase(ownerUrl, () => undefined, { connections: 2, statementMs: 600_000 }),
    (opened) => opened.close(),
  );
  return { ...db, ownerUrl };
}

/** The shop that is meant: the one of this name, or the only one. @throws Refused where that is not clear. */
export async function chosenShop(db: Database, { options }: Told): Promise<{ id: string; name: string }> {
  const shops = await many<{ id: string; name: string }>(db, 'select id, name from shop order by name');
  const { shop: wanted } = options;
  const found = typeof wanted === 'string' ? shops.filter(({ name }) => name === wanted) : shops;
  const [only] = found;
  if (only && found.length === 1) return only;
  if (shops.length === 0)
    throw new Refused(
      'There is no shop yet. Start the server and open the first run, or use upholder setup.',
    );
  throw new Refused(`Name the shop with --shop: ${shops.map(({ name }) => name).join(', ')}.`);
}
