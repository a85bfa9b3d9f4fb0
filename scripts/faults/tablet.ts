import type { NewLogEntry } from '@upholder/core/jobs';
import { continuesMix, joinMixes, type MixRecord } from '@upholder/core/mixing';
import { answerOf } from '../../web/src/api/sender.ts';
import { type Answer, drain } from '../../web/src/api/sync/drain.ts';
import {
  type Envelope,
  envelopeOf,
  type LogEnvelope,
  type MixEnvelope,
} from '../../web/src/api/sync/envelope.ts';
import { BrowserStorage } from '../../web/src/api/sync/storage.ts';

/** A member that works at tablets. */
export interface Worker {
  id: string;
  name: string;
}

/** Longer than any delay on the line: then the tablet takes the server for gone, and sends again. */
const PATIENCE_MS = 2500;

/** A tablet in the shop: the queue as the browser has it, over a line that can be bad. */
export class Tablet {
  private storage: BrowserStorage;
  private cookie = '';
  private csrf = '';
  private signedIn: Worker | null = null;
  /** Mixes as this tablet knows them. */
  readonly mixes = new Map<string, MixRecord>();

  constructor(
    readonly name: string,
    private readonly address: string,
    private readonly chance: () => number,
  ) {
    this.storage = new BrowserStorage(name);
  }

  /** The page is loaded again: nothing is left but what the browser keeps. */
  reload(): void {
    this.storage = new BrowserStorage(this.name);
    this.signedIn = null;
    this.mixes.clear();
  }

  /** Signs in again with the next call. */
  forget(): void {
    this.signedIn = null;
  }

  /** What was refused is tried once more, as somebody does who sees it. @returns how many that were. */
  async sendRefusedAgain(): Promise<number> {
    const refused = (await this.storage.all()).filter(({ refusal }) => refusal !== null);
    for (const { id } of refused)
      await this.storage.change(id, (known) => ({ ...known, refusal: null, failures: 0, notBefore: 0 }));
    return refused.length;
  }

  async log(entry: NewLogEntry, worker: Worker): Promise<void> {
    await this.storage.put(
      envelopeOf<LogEnvelope>('log', entry, { memberId: worker.id, memberName: worker.name }),
    );
  }

  async mix(mix: MixRecord, worker: Worker): Promise<void> {
    const kept = await this.storage.put(
      envelopeOf<MixEnvelope>('mix', mix, { memberId: worker.id, memberName: worker.name }),
    );
    if (kept.kind === 'mix') this.mixes.set(kept.id, kept.body);
  }

  waiting(): Promise<Envelope[]> {
    return this.storage.all();
  }

  /** Calls the server as a page does. @throws what the queue understands as an error. */
  private async call(method: string, path: string, body?: unknown, memberId?: string): Promise<unknown> {
    let response: Response;
    let text: string;
    try {
      response = await fetch(`${this.address}/api${path}`, {
        method,
        headers: {
          ...(body === undefined ? {} : { 'content-type': 'application/json' }),
          ...(this.cookie === '' ? {} : { cookie: this.cookie }),
          ...(this.csrf === '' ? {} : { 'x-csrf-token': this.csrf }),
          ...(memberId === undefined ? {} : { 'x-upholder-member': memberId }),
        },
        signal: AbortSignal.timeout(PATIENCE_MS),
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
      text = await response.text();
    } catch (error) {
      throw { status: 'FETCH_ERROR', error: String(error) };
    }
    const [cookie] = response.headers.getSetCookie();
    if (cookie) this.cookie = cookie.split(';')[0] ?? '';
    const data: unknown = text === '' ? null : JSON.parse(text);
    if (!response.ok) throw { status: response.status, data };
    return data;
  }

  /** Reads what the server has. @throws when it does not answer. */
  read<T>(path: string): Promise<T> {
    return this.call('GET', path) as Promise<T>;
  }

  /** @returns whether the server answered. */
  async signIn(worker: Worker): Promise<boolean> {
    if (this.signedIn?.id === worker.id) return true;
    try {
      const session = (await this.call('POST', '/session/demo', { memberId: worker.id })) as {
        csrfToken: string;
      };
      this.csrf = session.csrfToken;
      this.signedIn = worker;
      return true;
    } catch {
      return false;
    }
  }

  /** Sends what a worker wrote here, as far as it goes. */
  async send(worker: Worker): Promise<'idle' | 'later' | 'away' | 'session'> {
    if (!(await this.signIn(worker))) return 'away';
    const ending = await drain(
      this.storage,
      worker.id,
      (envelope) => this.sendOne(envelope),
      Date.now,
      this.chance,
    );
    if (ending.kind === 'session') this.signedIn = null;
    return ending.kind;
  }

  private async sendOne(envelope: Envelope): Promise<Answer> {
    const memberId = envelope.memberId ?? '';
    try {
      if (envelope.kind === 'log') {
        await this.call('POST', `/jobs/${envelope.body.jobId}/log`, envelope.body, memberId);
        return { kind: 'taken' };
      }
      const mix = (await this.call('PUT', `/mixes/${envelope.id}`, envelope.body, memberId)) as MixRecord;
      const mine = this.mixes.get(mix.id);
      this.mixes.set(mix.id, mine && !continuesMix(mine, mix) ? joinMixes(mix, mine) : mix);
      return { kind: 'taken', mix };
    } catch (error) {
      return answerOf(error);
    }
  }
}
