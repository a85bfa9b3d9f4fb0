import type { Session } from '@upholder/core/api';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** An answer of the server as this device last saw it. */
export interface KeptAnswer {
  /** The call and what it was told, as one text. */
  key: string;
  data: unknown;
  /** Epoch ms by this device. */
  at: number;
}

interface Schema extends DBSchema {
  answer: { key: string; value: KeptAnswer };
}

/** What nobody asked for so long is forgotten, in ms: 30 days. */
const FORGET_MS = 30 * 24 * 3_600_000;
/** The session is kept under this name. */
const SESSION_KEY = 'session(undefined)';
/** What only helps while the server is there, or says too much about people, is not kept on a device. */
const UNKEPT = /^(members|sessions|tablets|backups|clientLinks)\(/;

let opened: Promise<IDBPDatabase<Schema>> | null = null;

function open(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('upholder-answers', 1, {
    upgrade: (db) => {
      db.createObjectStore('answer', { keyPath: 'key' });
    },
    blocking: (_current, _next, event) => (event.target as IDBDatabase).close(),
    terminated: () => {
      opened = null;
    },
  });
  opened.catch(() => {
    opened = null;
  });
  return opened;
}

/** Answers on this page that came from the device: they are no newer for being read. */
const wasKept = new WeakSet<object>();

/**
 * What the server last answered to a call, as this device kept it.
 * @param key the call and what it was told.
 * @returns null where nothing is kept, or where this browser keeps nothing.
 */
export async function keptAnswer(key: string): Promise<KeptAnswer | null> {
  try {
    const kept = (await (await open()).get('answer', key)) ?? null;
    if (typeof kept?.data === 'object' && kept.data !== null) wasKept.add(kept.data);
    return kept;
  } catch {
    return null;
  }
}

/** Forgets every answer: nobody is signed in any more, or somebody else is. */
export async function forgetAnswers(): Promise<void> {
  try {
    await (await open()).clear('answer');
  } catch {
    // A browser that keeps nothing has nothing to forget.
  }
}

/** Whose answers are kept here. */
async function keeper(): Promise<string | null> {
  const kept = await keptAnswer(SESSION_KEY);
  return (kept?.data as Session | undefined)?.member?.id ?? null;
}

/**
 * Keeps answers under their keys. Where another member is signed in than before, what the other one saw is forgotten first.
 * @param memberId who is signed in.
 */
export async function keepAnswers(memberId: string, answers: readonly KeptAnswer[]): Promise<void> {
  try {
    const before = await keeper();
    if (before !== null && before !== memberId) await forgetAnswers();
    const transaction = (await open()).transaction('answer', 'readwrite');
    for (const answer of answers) await transaction.store.put(answer);
    const oldest = Date.now() - FORGET_MS;
    for (const key of before === null ? await transaction.store.getAllKeys() : []) {
      const known = await transaction.store.get(key);
      if (known && known.at < oldest) await transaction.store.delete(key);
    }
    await transaction.done;
  } catch {
    // A device that is full or keeps nothing shows what it knows for as long as the page is open.
  }
}

/** What the store holds of the answers: the part that keeping needs. */
export interface HeldAnswers {
  queries: Record<string, { status: string; data?: unknown } | undefined>;
}

/** So long after a change it is kept, in ms: a burst of answers is written once. */
const SETTLE_MS = 800;

/**
 * Keeps on this device what the page knows, whenever it changed, for a start without network.
 * @param read what the store holds now; @param subscribe tells when it changed.
 */
export function keepWhatIsKnown(read: () => HeldAnswers, subscribe: (changed: () => void) => void): void {
  const written = new Map<string, unknown>();
  let member: string | null = null;
  let timer: ReturnType<typeof setTimeout> | null = null;
  function write(): void {
    if (timer) clearTimeout(timer);
    timer = null;
    const { queries } = read();
    const session = queries[SESSION_KEY]?.data as Session | undefined;
    if (!session) return;
    const now = session.member?.id ?? null;
    if (now !== member) written.clear();
    member = now;
    if (now === null) return;
    const fresh = Object.entries(queries).flatMap(([key, query]): KeptAnswer[] => {
      if (query?.status !== 'fulfilled' || UNKEPT.test(key) || written.get(key) === query.data) return [];
      if (typeof query.data === 'object' && query.data !== null && wasKept.has(query.data)) return [];
      written.set(key, query.data);
      return [{ key, data: query.data, at: Date.now() }];
    });
    if (fresh.length > 0) void keepAnswers(now, fresh);
  }
  subscribe(() => {
    timer ??= setTimeout(write, SETTLE_MS);
  });
  if (typeof document !== 'undefined')
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'hidden' && timer) write();
    });
}
