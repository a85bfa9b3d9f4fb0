import { chmodSync, existsSync, mkdtempSync, statSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Cluster, freePort, startCluster } from '../src/db/cluster.ts';

const folder = mkdtempSync(join(tmpdir(), 'upholder-cluster-'));
let cluster: Cluster;
let url: string;

beforeAll(async () => {
  chmodSync(folder, 0o755);
  cluster = await startCluster(folder, { isTemporary: true });
  url = await cluster.database('shop');
});

afterAll(() => cluster.stop());

async function ask<T>(sql: string, at = url): Promise<T[]> {
  const client = new pg.Client({ connectionString: at });
  await client.connect();
  try {
    return (await client.query(sql)).rows as T[];
  } finally {
    await client.end();
  }
}

describe('a cluster of one’s own', () => {
  it('listens on loopback alone', async () => {
    expect(await ask('show listen_addresses')).toEqual([{ listen_addresses: '127.0.0.1' }]);
    expect(new URL(url).hostname).toBe('127.0.0.1');
  });

  it('does not run as root and asks for a password', async () => {
    expect(statSync(join(folder, 'pg')).uid).not.toBe(0);
    const open = new URL(url);
    open.password = '';
    await expect(ask('select 1', open.toString())).rejects.toThrow(/password|SASL/i);
  });

  it('keeps its data over a halt and comes back at the same place', async () => {
    await ask('create table kept (what text)');
    await ask("insert into kept values ('the log')");
    await cluster.halt();
    await expect(ask('select 1')).rejects.toThrow();
    await cluster.resume();
    expect(await ask('select what from kept')).toEqual([{ what: 'the log' }]);
  });

  it('makes a database once, and again when asked', async () => {
    expect(await cluster.database('shop')).toBe(url);
    const other = await cluster.database('other');
    await ask('create table old (n int)', other);
    await cluster.recreate('other');
    expect(await ask("select to_regclass('old') as found", other)).toEqual([{ found: null }]);
  });
});

describe('a temporary cluster', () => {
  it('leaves nothing behind', async () => {
    const home = mkdtempSync(join(tmpdir(), 'upholder-gone-'));
    chmodSync(home, 0o755);
    const other = await startCluster(home, { isTemporary: true });
    const port = Number(new URL(await other.database('x')).port);
    await other.stop();
    expect(existsSync(home)).toBe(false);
    const socket = connect(port, '127.0.0.1');
    const outcome = await new Promise((resolve) => {
      socket.once('connect', () => resolve('answered'));
      socket.once('error', () => resolve('silent'));
    });
    socket.destroy();
    expect(outcome).toBe('silent');
  });
});

describe('freePort', () => {
  it('finds a port that nobody listens on', async () => {
    const port = await freePort();
    expect(port).toBeGreaterThan(1024);
    expect(port).toBeLessThan(65_536);
  });
});
