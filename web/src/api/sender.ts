import type { Session } from '@upholder/core/api';
import { MixRecordSchema } from '@upholder/core/mixing';
import { deviceClock } from '../base/deviceClock.ts';
import { momentOf } from '../base/stamp.ts';
import { forgetAnswers } from './kept.ts';
import { type Answer, backoffMs, drain } from './sync/drain.ts';
import { type Envelope, type MixEnvelope, momentIn, movedTo } from './sync/envelope.ts';
import { clockDoubted, mixKnown, queueRead, storageFound } from './sync/queueSlice.ts';
import { BrowserStorage, oldEnvelopes, type QueueStorage } from './sync/storage.ts';
import { refusalOf, upholder } from './upholder.ts';

const LOCK = 'upholder.sender';
const CHANNEL = 'upholder.queue';
const OLD_KEYS = ['upholder.outbox', 'upholder.pots'] as const;

/** What the queue needs of the store: kept this narrow, so that the store may import the queue's slice. */
interface Store {
  // biome-ignore lint/suspicious/noExplicitAny: thunks of the API and plain actions alike
  dispatch(action: any): any;
  // biome-ignore lint/suspicious/noExplicitAny: the API reads its own part of it
  getState(): any;
}

/** How keeping something ended; the message says what to do. */
export type Kept = { ok: true } | { ok: false; message: string };

const isFull = (error: unknown): boolean =>
  error instanceof DOMException && error.name === 'QuotaExceededError';

/** Runs with one tab of this browser at a time; where the browser knows no locks, ids keep everything from being written twice. */
async function alone<T>(work: () => Promise<T>): Promise<T> {
  return navigator.locks ? navigator.locks.request(LOCK, work) : work();
}

/** The call that takes what is no mix to the server. */
function callFor(envelope: Exclude<Envelope, MixEnvelope>, memberId: string) {
  const { endpoints } = upholder;
  switch (envelope.kind) {
    case 'log':
      return endpoints.log.initiate({ entry: envelope.body, memberId });
    case 'finding':
      return endpoints.addFinding.initiate({ finding: envelope.body, memberId });
    case 'answer': {
      const { jobId, ...answer } = envelope.body;
      return endpoints.answerFinding.initiate({ jobId, answer, memberId });
    }
    case 'event':
      return endpoints.addJobEvent.initiate({ event: envelope.body, memberId });
    case 'photo': {
      const { content, type, takenAt: _takenAt, ...rest } = envelope.body;
      const bytes = Uint8Array.from(atob(content), (letter) => letter.codePointAt(0) ?? 0);
      return endpoints.addPhoto.initiate({ ...rest, content: new Blob([bytes], { type }), memberId });
    }
  }
}

/** Keeps what is logged and mixed until the server has it, whichever tab, reload or restart lies between. */
export class Sender {
  private readonly storage: QueueStorage = new BrowserStorage();
  private readonly channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL);
  private timer: ReturnType<typeof setTimeout> | null = null;
  private isRunning = false;
  private isWantedAgain = false;
  private tries = 0;
  private hasAskedToStay = false;

  constructor(private readonly store: Store) {
    if (this.channel)
      this.channel.onmessage = ({ data }) => {
        if (data === 'session') void this.askSession();
        else void this.show();
      };
    deviceClock.onJump(() => {
      this.store.dispatch(clockDoubted(true));
      void this.askSession();
    });
  }

  /** Reads what is kept, once, and brings over what an earlier version kept elsewhere. */
  async open(): Promise<void> {
    try {
      const [outbox, mixes] = OLD_KEYS.map((key) => localStorage.getItem(key));
      for (const envelope of oldEnvelopes(outbox ?? null, mixes ?? null)) await this.storage.put(envelope);
      for (const key of OLD_KEYS) localStorage.removeItem(key);
    } catch {
      // Storage that is blocked has nothing to bring over; `show` says so.
    }
    await this.show();
    this.kick();
  }

  /** Other tabs find out who is signed in now. */
  tellSession(): void {
    this.channel?.postMessage('session');
  }

  /**
   * Keeps an envelope, or sends it at once where this browser keeps nothing.
   * @returns only when it is safe, or with the reason why it is not.
   */
  async keep(envelope: Envelope): Promise<Kept> {
    try {
      const kept = await this.put(envelope);
      if (kept.kind === 'mix') this.store.dispatch(mixKnown(kept.body));
      await this.show();
      this.channel?.postMessage('changed');
      this.askToStay();
      this.kick();
      return { ok: true };
    } catch (error) {
      return this.sendNow(envelope, error);
    }
  }

  /** Keeps it; where the device is full, what it only kept for reading makes room first. */
  private async put(envelope: Envelope): Promise<Envelope> {
    try {
      return await this.storage.put(envelope);
    } catch (error) {
      if (!isFull(error)) throw error;
      await forgetAnswers();
      return this.storage.put(envelope);
    }
  }

  /** Offers a refused envelope to the server once more. */
  async sendAgain(id: string): Promise<void> {
    await this.change(id, (known) => ({ ...known, refusal: null, failures: 0, notBefore: 0 }));
  }

  /** A person said when it was. */
  async settle(id: string, ms: number): Promise<void> {
    await this.change(id, (known) => movedTo({ ...known, choices: null }, new Date(ms).toISOString()));
  }

  /** A person said that what was kept without a name is theirs. */
  async claim(memberId: string, memberName: string): Promise<void> {
    for (const { id, memberId: owner } of await this.storage.all())
      if (owner === null) await this.change(id, (known) => ({ ...known, memberId, memberName }));
  }

  /** Throws away what the server refused. */
  async discard(id: string): Promise<void> {
    await this.storage.remove(id);
    await this.show();
    this.channel?.postMessage('changed');
  }

  /** The server can be reached again, or something new is there: try at once. */
  kick(isFresh = false): void {
    if (isFresh) this.tries = 0;
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    if (this.isRunning) this.isWantedAgain = true;
    else void this.run();
  }

  private async change(id: string, change: (envelope: Envelope) => Envelope): Promise<void> {
    await this.storage.change(id, change);
    await this.show();
    this.channel?.postMessage('changed');
    this.kick();
  }

  private session(): Session | undefined {
    return upholder.endpoints.session.select()(this.store.getState()).data;
  }

  /** Asks the server who is signed in, and with that for its time. */
  private async askSession(): Promise<void> {
    await this.store.dispatch(
      upholder.endpoints.session.initiate(undefined, { forceRefetch: true, subscribe: false }),
    );
  }

  /** Shows the screens what the storage holds. */
  private async show(): Promise<void> {
    try {
      this.store.dispatch(queueRead(await this.storage.all()));
      this.store.dispatch(storageFound(true));
    } catch {
      this.store.dispatch(storageFound(false));
    }
  }

  private async run(): Promise<void> {
    this.isRunning = true;
    try {
      do {
        this.isWantedAgain = false;
        await this.once();
      } while (this.isWantedAgain);
    } catch {
      // Storage that broke under a sending: what is in it is tried again.
      this.later(backoffMs(++this.tries, Math.random()));
    } finally {
      this.isRunning = false;
    }
  }

  private async once(): Promise<void> {
    const member = this.session()?.member;
    // Without a session nothing can be sent under the right name; signing in starts this again.
    if (!member) return;
    const ending = await alone(async () => {
      await this.settleTimes();
      return drain(
        this.storage,
        member.id,
        (envelope) => this.send(envelope),
        () => Date.now(),
        Math.random,
        () => {
          this.tries = 0;
          void this.show();
          this.channel?.postMessage('changed');
        },
      );
    });
    await this.show();
    if (ending.kind === 'session') await this.askSession();
    if (ending.kind === 'away' || ending.kind === 'session')
      this.later(backoffMs(++this.tries, Math.random()));
    else if (ending.kind === 'later') this.later(Math.max(0, ending.at - Date.now()));
  }

  private later(ms: number): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => this.kick(), ms);
  }

  /** Puts the times right that were taken while the device's clock was in doubt, as soon as it is not any more. */
  private async settleTimes(): Promise<void> {
    if (!deviceClock.isSure()) return;
    for (const one of await this.storage.all()) {
      if (one.stamp === null) continue;
      const { stamp } = one;
      const written = Date.parse(momentIn(one));
      const moments = momentOf(stamp, deviceClock.stamp(), deviceClock.now(), written);
      const choices = moments.length > 1 ? moments : null;
      await this.storage.change(one.id, (known) =>
        movedTo({ ...known, stamp: null, choices }, new Date(moments[0] ?? 0).toISOString()),
      );
    }
  }

  private async send(envelope: Envelope): Promise<Answer> {
    const memberId = envelope.memberId ?? '';
    try {
      if (envelope.kind === 'mix') {
        const call = upholder.endpoints.putMix.initiate({ mix: envelope.body, memberId });
        const mix = await this.store.dispatch(call).unwrap();
        this.store.dispatch(mixKnown(mix));
        return { kind: 'taken', mix };
      }
      await this.store.dispatch(callFor(envelope, memberId)).unwrap();
      return { kind: 'taken' };
    } catch (error) {
      return answerOf(error);
    }
  }

  /** Nothing is kept here: then it has to be at the server before the press counts. */
  private async sendNow(envelope: Envelope, error: unknown): Promise<Kept> {
    if (!isFull(error)) this.store.dispatch(storageFound(false));
    const answer = await this.send(envelope);
    if (answer.kind === 'taken') return { ok: true };
    const why = isFull(error) ? 'This device’s storage is full' : 'This browser’s storage is blocked';
    const what = answer.kind === 'refused' ? answer.message : 'The server cannot be reached either.';
    return {
      ok: false,
      message: `Not logged. ${why}. ${what} Free some space, or wait for the server, and log it again.`,
    };
  }

  private askToStay(): void {
    if (this.hasAskedToStay) return;
    this.hasAskedToStay = true;
    void navigator.storage?.persist?.().catch(() => false);
  }
}

/** What an answer of the server means for the queue. */
export function answerOf(error: unknown): Answer {
  const { status, code, message, current } = refusalOf(error);
  if (status === 'unreachable' || status === 503 || status === 429) return { kind: 'away' };
  if (status === 401 || code === 'csrf' || code === 'other-member') return { kind: 'session' };
  if (status >= 500) return { kind: 'failed' };
  const there = MixRecordSchema.safeParse(current);
  if (status === 409 && there.success) return { kind: 'joined', current: there.data };
  return { kind: 'refused', code, message };
}
