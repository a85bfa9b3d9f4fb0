import type pg from 'pg';
import { databaseOf, roleOf, withConnection } from './connection.ts';

/** What the server may only add to and read: the log. */
const ADDED_TO = ['log_entry', 'log_piece'];
/** What it may only read: what migrations write, and the chain, which the database writes itself. */
const READ = ['migration', 'log_chain'];

/** Any number that nothing else in the database locks. */
const LOCK = 4313;

const quoted = (name: string) => `"${name.replaceAll('"', '""')}"`;

/** Makes the role that a server signs in as, or gives it this password. */
export async function ensureRole(client: pg.Client, role: string, password: string): Promise<void> {
  const found = await client.query('select 1 from pg_roles where rolname = $1', [role]);
  const secret = `'${password.replaceAll("'", "''")}'`;
  const verb = found.rowCount === 0 ? 'create' : 'alter';
  await client.query(`${verb} role ${quoted(role)} login password ${secret}`);
}

/**
 * Gives the role of the server what it needs and nothing more: it reads and writes, but it can neither change nor delete what
 * is in the log, nor empty a table, nor make or drop one. Does nothing where server and owner sign in as the same role.
 */
export async function grantServer(ownerUrl: string, serverUrl: string): Promise<void> {
  const role = quoted(roleOf(serverUrl));
  if (roleOf(ownerUrl) === roleOf(serverUrl)) return;
  await withConnection(ownerUrl, async (client) => {
    const all = 'all tables in schema public';
    await client.query('begin');
    // Servers that start at once take turns.
    await client.query('select pg_advisory_xact_lock($1)', [LOCK]);
    await client.query(`grant connect, temporary on database ${quoted(databaseOf(ownerUrl))} to ${role}`);
    await client.query(`grant usage on schema public to ${role}`);
    await client.query(`revoke all on ${all} from ${role}`);
    await client.query(`grant select, insert, update, delete on ${all} to ${role}`);
    await client.query(`revoke update, delete on ${ADDED_TO.join(', ')} from ${role}`);
    await client.query(`revoke insert, update, delete on ${READ.join(', ')} from ${role}`);
    await client.query(`grant usage, select on all sequences in schema public to ${role}`);
    await client.query('commit');
  });
}
