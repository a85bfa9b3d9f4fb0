import { joinMixes, type MixRecord } from '@upholder/core/mixing';
import type { Envelope } from './envelope.ts';
import type { QueueStorage } from './storage.ts';

/** What became of one sending. */
export type Answer =
  /** The server has it; of a mix, as it stands there. */
  | { kind: 'taken'; mix?: MixRecord }
  /** Somebody else wrote to the mix meanwhile. */
  | { kind: 'joined'; current: MixRecord }
  /** Nobody answers, or somebody says: not now. */
  | { kind: 'away' }
  /** The server broke on it. */
  | { kind: 'failed' }
  /** This page does not know its session any more. */
  | { kind: 'session' }
  | { kind: 'refused'; code: string; message: string };

export type Send = (envelope: Envelope) => Promise<Answer>;

/** How a drain ended: nothing left to do, later again, or first find out who is signed in. */
export type Ending =
  | { kind: 'idle' }
  | { kind: 'later'; at: number }
  | { kind: 'away' }
  | { kind: 'session' };

const SHORTEST_MS = 1500;
const LONGEST_MS = 60_000;

/**
 * How long to wait after so many tries that failed: doubling from 1.5 s to a minute, less up to a half by chance, so that the
 * tablets of a shop do not all come back at once.
 * @param chance between 0 and 1.
 */
export function backoffMs(tries: number, chance: number): number {
  const full = Math.min(LONGEST_MS, SHORTEST_MS * 2 ** Math.max(0, tries - 1));
  return full * (1 - chance / 2);
}

/** Whether this member may send it now. */
function isDue(envelope: Envelope, memberId: string, now: number): boolean {
  return (
    envelope.memberId === memberId &&
    envelope.refusal === null &&
    envelope.choices === null &&
    envelope.stamp === null &&
    envelope.notBefore <= now
  );
}

/** The envelope that has to arrive first: the entry that is put right, the finding that is answered. */
function needs(envelope: Envelope): string | null {
  if (envelope.kind === 'log') return envelope.body.correctsId;
  return envelope.kind === 'answer' ? envelope.body.findingId : null;
}

function waitsFor(envelope: Envelope, all: readonly Envelope[]): boolean {
  const first = needs(envelope);
  return first !== null && all.some(({ id }) => id === first);
}

/**
 * Sends what a member wrote, one after another in the order of writing, until nothing of theirs is due. What the server
 * breaks on waits longer each time while the ones behind it go on; what it refuses stays, with the reason.
 * @param now epoch ms; @param chance a number between 0 and 1, for each wait.
 */
export async function drain(
  storage: QueueStorage,
  memberId: string,
  send: Send,
  now: () => number,
  chance: () => number,
  onChange: (answer: Answer, envelope: Envelope) => void = () => undefined,
): Promise<Ending> {
  for (;;) {
    const all = await storage.all();
    const next = all.find((one) => isDue(one, memberId, now()) && !waitsFor(one, all));
    if (!next) {
      const later = all
        .filter((one) => one.memberId === memberId && one.refusal === null && one.notBefore > now())
        .map(({ notBefore }) => notBefore);
      return later.length === 0 ? { kind: 'idle' } : { kind: 'later', at: Math.min(...later) };
    }
    const answer = await send(next);
    switch (answer.kind) {
      case 'taken':
        await storage.remove(next.id, next.kind === 'mix' ? next.body.revision : undefined);
        break;
      case 'joined':
        await storage.change(next.id, (known) =>
          known.kind === 'mix' ? { ...known, body: joinMixes(answer.current, known.body) } : known,
        );
        break;
      case 'failed':
        await storage.change(next.id, (known) => ({
          ...known,
          failures: known.failures + 1,
          notBefore: now() + backoffMs(known.failures + 1, chance()),
        }));
        break;
      case 'refused':
        await storage.change(next.id, (known) => ({
          ...known,
          refusal: { code: answer.code, message: answer.message },
        }));
        break;
      case 'away':
      case 'session':
        return { kind: answer.kind };
    }
    onChange(answer, next);
  }
}
