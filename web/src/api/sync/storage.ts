import { continuesMix, joinMixes, MixRecordSchema } from '@upholder/core/mixing';
import { entryOfToday, mixOfToday } from '@upholder/core/recode/names';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Envelope } from './envelope.ts';

/** Where envelopes lie until the server has them. Every method rejects when the storage is blocked or full. */
export interface QueueStorage {
  /** All of them, in the order in which they were written. */
  all(): Promise<Envelope[]>;
  /** Keeps an envelope; what was poured into the same mix before stays in it. Answers with what is kept now. */
  put(envelope: Envelope): Promise<Envelope>;
  /** Changes an envelope that is still there. */
  change(id: string, change: (envelope: Envelope) => Envelope): Promise<void>;
  /** Forgets one, unless a newer word of it was written meanwhile. */
  remove(id: string, revision?: number): Promise<void>;
}

interface Schema extends DBSchema {
  envelope: { key: string; value: Envelope };
}

/**
 * What is kept when a new word of something comes in: the place in the order stays; pours and readings of two tabs that
 * wrote to one mix are joined.
 */
export function mergedEnvelope(known: Envelope | undefined, next: Envelope, serial: number): Envelope {
  if (!known) return { ...next, serial };
  if (known.kind !== 'mix' || next.kind !== 'mix') return known;
  const body = continuesMix(known.body, next.body)
    ? { ...next.body, revision: Math.max(next.body.revision, known.body.revision + 1) }
    : joinMixes(known.body, next.body);
  return { ...next, serial: known.serial, body };
}

/** An envelope that an earlier version kept, under the names of today. */
export function envelopeOfToday(kept: object): Envelope {
  const envelope = kept as { kind: string; body: unknown };
  if (envelope.kind === 'pot' || envelope.kind === 'mix')
    return { ...envelope, kind: 'mix', body: mixOfToday(envelope.body) } as Envelope;
  return { ...envelope, body: entryOfToday(envelope.body) } as Envelope;
}

/** The envelopes of this browser in IndexedDB, one record each, safe with several tabs. */
export class BrowserStorage implements QueueStorage {
  private opened: Promise<IDBPDatabase<Schema>> | null = null;

  constructor(private readonly name = 'upholder-queue') {}

  private open(): Promise<IDBPDatabase<Schema>> {
    this.opened ??= openDB<Schema>(this.name, 2, {
      async upgrade(db, before, _now, transaction) {
        if (before < 1) db.createObjectStore('envelope', { keyPath: 'id' });
        if (before !== 1) return;
        const store = transaction.objectStore('envelope');
        for (const kept of await store.getAll()) await store.put(envelopeOfToday(kept));
      },
      blocking: (_current, _next, event) => (event.target as IDBDatabase).close(),
      terminated: () => {
        this.opened = null;
      },
    });
    // A storage that could not be opened may be there again at the next try.
    this.opened.catch(() => {
      this.opened = null;
    });
    return this.opened;
  }

  async all(): Promise<Envelope[]> {
    const kept = await (await this.open()).getAll('envelope');
    return kept.sort((a, b) => a.serial - b.serial);
  }

  async put(envelope: Envelope): Promise<Envelope> {
    const transaction = (await this.open()).transaction('envelope', 'readwrite', { durability: 'strict' });
    const done = transaction.done;
    // Who waits for the store hears of a full disk there; this one must not count as unheard.
    done.catch(() => undefined);
    const kept = await transaction.store.getAll();
    const serial = Math.max(0, ...kept.map((one) => one.serial)) + 1;
    const known = kept.find(({ id }) => id === envelope.id);
    const merged = mergedEnvelope(known, envelope, serial);
    await transaction.store.put(merged);
    await done;
    return merged;
  }

  async change(id: string, change: (envelope: Envelope) => Envelope): Promise<void> {
    const transaction = (await this.open()).transaction('envelope', 'readwrite');
    const known = await transaction.store.get(id);
    if (known) await transaction.store.put(change(known));
    await transaction.done;
  }

  async remove(id: string, revision?: number): Promise<void> {
    const transaction = (await this.open()).transaction('envelope', 'readwrite', { durability: 'strict' });
    const known = await transaction.store.get(id);
    const isNewer = known?.kind === 'mix' && revision !== undefined && known.body.revision > revision;
    if (known && !isNewer) await transaction.store.delete(id);
    await transaction.done;
  }
}

/** Envelopes in memory, for tests and for whoever drives the queue without a browser. */
export class MemoryStorage implements QueueStorage {
  private readonly kept = new Map<string, Envelope>();

  async all(): Promise<Envelope[]> {
    return [...this.kept.values()].sort((a, b) => a.serial - b.serial);
  }

  async put(envelope: Envelope): Promise<Envelope> {
    const serial = Math.max(0, ...[...this.kept.values()].map((one) => one.serial)) + 1;
    const merged = mergedEnvelope(this.kept.get(envelope.id), envelope, serial);
    this.kept.set(envelope.id, merged);
    return merged;
  }

  async change(id: string, change: (envelope: Envelope) => Envelope): Promise<void> {
    const known = this.kept.get(id);
    if (known) this.kept.set(id, change(known));
  }

  async remove(id: string, revision?: number): Promise<void> {
    const known = this.kept.get(id);
    if (known?.kind === 'mix' && revision !== undefined && known.body.revision > revision) return;
    this.kept.delete(id);
  }
}

interface OldBox {
  waiting?: { id: string }[];
  refused?: { entry: { id: string } }[];
}

/**
 * Envelopes that an earlier version kept in local storage. They carry no name, so nobody sends them before somebody says
 * whose they are.
 */
export function oldEnvelopes(outbox: string | null, mixes: string | null): Envelope[] {
  const found: Envelope[] = [];
  const cover = {
    memberId: null,
    memberName: '',
    serial: 0,
    failures: 0,
    notBefore: 0,
    refusal: null,
    stamp: null,
    choices: null,
  };
  try {
    const box = JSON.parse(outbox ?? 'null') as OldBox | null;
    for (const body of [...(box?.refused ?? []).map(({ entry }) => entry), ...(box?.waiting ?? [])])
      found.push(envelopeOfToday({ ...cover, kind: 'log', id: body.id, body }));
  } catch {
    // Damaged text holds nothing to bring over.
  }
  try {
    for (const mix of Object.values(JSON.parse(mixes ?? '{}') as object)) {
      const read = MixRecordSchema.safeParse(mixOfToday(mix));
      if (read.success) found.push({ ...cover, kind: 'mix', id: read.data.id, body: read.data });
    }
  } catch {
    // As above.
  }
  return found;
}
