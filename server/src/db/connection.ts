import pg from 'pg';

/** Does something over one connection of its own, and ends it whatever happens. */
export async function withConnection<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000 });
  // Told by the query that is under way; without a listener it would end the program.
  client.on('error', () => undefined);
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end().catch(() => undefined);
  }
}

/** The same server, another database. */
export function urlOfDatabase(url: string, name: string): string {
  const other = new URL(url);
  other.pathname = `/${name}`;
  return other.toString();
}

/** Name of the database that a connection string leads to. */
export function databaseOf(url: string): string {
  return decodeURIComponent(new URL(url).pathname.slice(1));
}

/** Name of the role that a connection string signs in as. */
export function roleOf(url: string): string {
  return decodeURIComponent(new URL(url).username);
}
