import 'fake-indexeddb/auto';
import type { LogEntry, NewLogEntry } from '@upholder/core/jobs';
import type { MixRecord } from '@upholder/core/mixing';
import { v7 as uuid } from 'uuid';
import { beforeEach, describe, expect, it } from 'vitest';
import { answerOf } from '../sender.ts';
import { refusalOf } from '../upholder.ts';
import { type Answer, backoffMs, drain } from './drain.ts';
import { type Envelope, envelopeOf, type LogEnvelope, type MixEnvelope } from './envelope.ts';
import { queueRead, queueReducer, waitingEntries, waitingMix, withWaiting } from './queueSlice.ts';
import { BrowserStorage, MemoryStorage, oldEnvelopes, type QueueStorage } from './storage.ts';

const MAREN = { memberId: 'maren', memberName: 'Maren' };
const JOSS = { memberId: 'joss', memberName: 'Joss' };

function entry(number: number, change: Partial<NewLogEntry> = {}): NewLogEntry {
  return {
    id: `entry-${number}`,
    jobId: 'job',
    stepId: 'step',
    side: 'all',
    action: 'do',
    pieceIds: ['piece'],
    doneAt: `2026-11-25T10:4${number}:00.000Z`,
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
    ...change,
  };
}

function mix(pours: number, change: Partial<MixRecord> = {}): MixRecord {
  return {
    id: '019a0000-0000-7000-8000-00000000aaaa',
    revision: pours,
    productKey: 'bonding-primer',
    batch: '',
    jobId: null,
    stepId: null,
    purpose: '',
    applicator: 'turbine',
    recipe: {
      thinning: { convention: 'on-paint', value: 5 },
      conditionerPct: 0,
      hardenerBy: 'volume',
      dropsPerL: 0,
    },
    overrideReason: '',
    paintMl: 500,
    way: 'volume',
    pailMm: null,
    target: null,
    tinFraction: 0,
    gun: null,
    shakenAt: null,
    materialC: null,
    madeBy: 'Maren',
    startedAt: '2026-11-25T10:40:00.000Z',
    pours: Array.from({ length: pours }, (_, index) => ({
      id: `019a0000-0000-7000-8000-00000000000${index}`,
      role: 'paint' as const,
      ml: 100,
      at: '2026-11-25T10:40:00.000Z',
    })),
    readings: [],
    emptiedAt: null,
    leftMl: null,
    leftTo: 'closed container',
    note: '',
    ...change,
  };
}

const log = (number: number, writer = MAREN, change: Partial<NewLogEntry> = {}) =>
  envelopeOf<LogEnvelope>('log', entry(number, change), writer);
const mixOf = (mix: MixRecord, writer = MAREN) => envelopeOf<MixEnvelope>('mix', mix, writer);
const ids = async (storage: QueueStorage) => (await storage.all()).map(({ id }) => id);

/** Sends to a server that answers as it is told, and remembers what it got. */
function server(answer: (envelope: Envelope) => Answer = () => ({ kind: 'taken' })) {
  const got: string[] = [];
  return {
    got,
    send: async (envelope: Envelope) => {
      got.push(envelope.id);
      return answer(envelope);
    },
  };
}

const drainFor = (
  storage: QueueStorage,
  who: string,
  to: { send(envelope: Envelope): Promise<Answer> },
  now = 0,
) =>
  drain(
    storage,
    who,
    to.send,
    () => now,
    () => 0,
  );

for (const [name, make] of [
  ['in IndexedDB', () => new BrowserStorage(`test-${uuid()}`)],
  ['in memory', () => new MemoryStorage()],
] as const) {
  describe(`the queue ${name}`, () => {
    let storage: QueueStorage;
    beforeEach(() => {
      storage = make();
    });

    it('sends what a member wrote, in order, and keeps what others wrote', async () => {
      await storage.put(log(1));
      await storage.put(log(2, JOSS));
      await storage.put(log(3));
      const to = server();
      expect(await drainFor(storage, 'maren', to)).toEqual({ kind: 'idle' });
      expect(to.got).toEqual(['entry-1', 'entry-3']);
      expect(await ids(storage)).toEqual(['entry-2']);
      await drainFor(storage, 'joss', to);
      expect(await ids(storage)).toEqual([]);
    });

    it('lets the entries behind go on when the server breaks on one, and tries that one later', async () => {
      await storage.put(log(1));
      await storage.put(log(2));
      const to = server(({ id }) => ({ kind: id === 'entry-1' ? 'failed' : 'taken' }));
      expect(await drainFor(storage, 'maren', to)).toEqual({ kind: 'later', at: 1500 });
      expect(await ids(storage)).toEqual(['entry-1']);
      await drainFor(storage, 'maren', to, 1400);
      expect(to.got).toEqual(['entry-1', 'entry-2']);
      expect(await drainFor(storage, 'maren', to, 1500)).toEqual({ kind: 'later', at: 1500 + 3000 });
      expect((await storage.all())[0]).toMatchObject({ failures: 2, refusal: null });
    });

    it('keeps a correction behind the entry that it corrects', async () => {
      await storage.put(log(1));
      await storage.put(log(2, MAREN, { correctsId: 'entry-1' }));
      await storage.put(log(3));
      const to = server(({ id }) => ({ kind: id === 'entry-1' ? 'failed' : 'taken' }));
      await drainFor(storage, 'maren', to);
      expect(to.got).toEqual(['entry-1', 'entry-3']);
    });

    it('stops where nobody answers or the session is unknown, and loses nothing', async () => {
      await storage.put(log(1));
      await storage.put(log(2));
      for (const kind of ['away', 'session'] as const) {
        const to = server(() => ({ kind }));
        expect(await drainFor(storage, 'maren', to)).toEqual({ kind });
        expect(to.got).toEqual(['entry-1']);
      }
      expect(await ids(storage)).toEqual(['entry-1', 'entry-2']);
    });

    it('keeps what was refused, with the reason, and sends it again only when it is offered', async () => {
      await storage.put(log(1));
      await storage.put(log(2));
      const to = server(({ id }) =>
        id === 'entry-1'
          ? { kind: 'refused', code: 'bad-input', message: 'No such step.' }
          : { kind: 'taken' },
      );
      await drainFor(storage, 'maren', to);
      await drainFor(storage, 'maren', to);
      expect(to.got).toEqual(['entry-1', 'entry-2']);
      expect((await storage.all())[0]?.refusal).toEqual({ code: 'bad-input', message: 'No such step.' });
      await storage.change('entry-1', (known) => ({ ...known, refusal: null }));
      await drainFor(storage, 'maren', server());
      expect(await ids(storage)).toEqual([]);
    });

    it('does not send what a person has to say the time of first', async () => {
      await storage.put({ ...log(1), choices: [1, 2] });
      await storage.put({ ...log(2), stamp: { wallMs: 0, monoMs: 0, page: 'page' } });
      const to = server();
      await drainFor(storage, 'maren', to);
      expect(to.got).toEqual([]);
    });

    it('keeps a word of a mix that was written while the one before was on its way', async () => {
      await storage.put(mixOf(mix(1)));
      const to = server((envelope) => {
        void storage.put(mixOf(mix(2)));
        return { kind: 'taken', mix: envelope.body as MixRecord };
      });
      const first = (await storage.all())[0] as MixEnvelope;
      await to.send(first);
      await storage.remove(first.id, first.body.revision);
      const [left] = (await storage.all()) as MixEnvelope[];
      expect(left?.body.pours).toHaveLength(2);
      await drainFor(storage, 'maren', server());
      expect(await ids(storage)).toEqual([]);
    });

    it('joins what two tabs poured into the same mix', async () => {
      const own = mix(1);
      const other = mix(1, { pours: [{ ...own.pours[0]!, id: '019a0000-0000-7000-8000-000000000009' }] });
      await storage.put(mixOf(own));
      const kept = (await storage.put(mixOf(other))) as MixEnvelope;
      expect(kept.body.pours.map(({ id }) => id.at(-1))).toEqual(['0', '9']);
      expect(kept.body.revision).toBeGreaterThan(1);
      expect(await storage.all()).toHaveLength(1);
    });

    it('joins what another bench poured meanwhile, and sends it again', async () => {
      await storage.put(mixOf(mix(1)));
      const current = mix(1, {
        pours: [{ ...mix(1).pours[0]!, id: '019a0000-0000-7000-8000-000000000009' }],
      });
      const sent: MixRecord[] = [];
      const to = server((envelope) => {
        sent.push(envelope.body as MixRecord);
        return sent.length === 1 ? { kind: 'joined', current } : { kind: 'taken' };
      });
      await drainFor(storage, 'maren', to);
      expect(sent[1]?.pours.map(({ id }) => id.at(-1))).toEqual(['9', '0']);
      expect(await ids(storage)).toEqual([]);
    });
  });
}

describe('two tabs of a browser', () => {
  it('see the same envelopes, and overwrite none', async () => {
    const name = `test-${uuid()}`;
    const [one, two] = [new BrowserStorage(name), new BrowserStorage(name)];
    await Promise.all([one.put(log(1)), two.put(log(2)), one.put(log(3)), two.put(log(4))]);
    expect((await ids(one)).sort()).toEqual(['entry-1', 'entry-2', 'entry-3', 'entry-4']);
    expect(new Set((await two.all()).map(({ serial }) => serial)).size).toBe(4);
  });
});

describe('what an earlier version kept', () => {
  it('comes over without a name, refused entries as well, damaged text not', () => {
    const outbox = JSON.stringify({
      waiting: [entry(1)],
      refused: [{ entry: entry(2), message: 'The page is out of date.' }],
    });
    const mixes = JSON.stringify({ a: mix(1), b: { nonsense: true } });
    expect(oldEnvelopes(outbox, mixes).map(({ id, memberId }) => [id, memberId])).toEqual([
      ['entry-2', null],
      ['entry-1', null],
      [mix(1).id, null],
    ]);
    expect(oldEnvelopes('{', null)).toEqual([]);
  });
});

describe('what an answer means', () => {
  const refusal = (status: number, code: string, current?: unknown) =>
    answerOf({ status, data: { error: { code, message: 'Why.', current } } }).kind;

  it.each([
    [401, 'signed-out', 'session'],
    [403, 'csrf', 'session'],
    [403, 'other-member', 'session'],
    [429, 'too-many-tries', 'away'],
    [503, 'database-unavailable', 'away'],
    [500, 'internal', 'failed'],
    [422, 'bad-input', 'refused'],
    [404, 'not-found', 'refused'],
    [409, 'conflict', 'refused'],
  ])('%d %s: %s', (status, code, kind) => {
    expect(refusal(status, code)).toBe(kind);
  });

  it('takes silence, half an answer and a page of a proxy as nobody there', () => {
    expect(answerOf({ status: 'FETCH_ERROR' }).kind).toBe('away');
    expect(answerOf({ status: 'PARSING_ERROR', originalStatus: 200, data: '{"ent' }).kind).toBe('away');
    expect(answerOf({ status: 502, data: '<html>' }).kind).toBe('away');
  });

  it('joins a mix that somebody else wrote to', () => {
    expect(refusal(409, 'conflict', mix(2))).toBe('joined');
  });

  it('waits twice as long each time, up to a minute, and never the same for all', () => {
    expect([1, 2, 3, 9].map((tries) => backoffMs(tries, 0))).toEqual([1500, 3000, 6000, 60_000]);
    expect(backoffMs(1, 1)).toBe(750);
  });
});

describe('the log with what waits', () => {
  const kept: LogEntry = { ...entry(1), memberId: 'member', memberName: 'Maren', loggedAt: entry(1).doneAt };

  it('adds what the server has not seen yet, under the name of whoever wrote it', () => {
    const both = withWaiting(
      [kept],
      [log(2, JOSS), { ...log(3), refusal: { code: 'x', message: 'y' } }],
      'job',
    );
    expect(both.map(({ id, memberName }) => [id, memberName])).toEqual([
      ['entry-1', 'Maren'],
      ['entry-2', 'Joss'],
    ]);
  });

  it('shows an entry once while its delivery is being told, and none of other jobs', () => {
    expect(withWaiting([kept], [log(1)], 'job')).toHaveLength(1);
    expect(withWaiting([kept], [log(2, MAREN, { jobId: 'other' })], 'job')).toHaveLength(1);
  });

  it('never falls back to an older word of a mix', () => {
    const start = queueReducer(undefined, queueRead([mixOf(mix(2))]));
    const after = queueReducer(start, queueRead([]));
    expect(after.known[mix(1).id]?.pours).toHaveLength(2);
    expect(waitingMix(start.envelopes, mix(1).id)).toBeDefined();
    expect(waitingEntries(start.envelopes)).toEqual([]);
  });
});

describe('refusalOf', () => {
  it('reads what the server says', () => {
    const error = {
      status: 409,
      data: { error: { code: 'conflict', message: 'Someone was faster.', current: { version: 2 } } },
    };
    expect(refusalOf(error)).toEqual({
      status: 409,
      code: 'conflict',
      message: 'Someone was faster.',
      fields: {},
      current: { version: 2 },
    });
  });

  it.each([undefined, { status: 'FETCH_ERROR' }, { status: 502, data: '<html>' }])(
    'takes %j as out of reach',
    (error) => {
      expect(refusalOf(error)).toMatchObject({ status: 'unreachable', code: 'unreachable' });
    },
  );
});
