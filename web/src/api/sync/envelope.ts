import type { NewJobEvent } from '@upholder/core/handover';
import type { NewAnswer, NewFinding } from '@upholder/core/inspection';
import type { NewLogEntry } from '@upholder/core/jobs';
import type { MixRecord } from '@upholder/core/mixing';
import type { Stamp } from '../../base/stamp.ts';

/** Who wrote something on this device. */
export interface Writer {
  memberId: string;
  memberName: string;
}

/** What the server said when it did not take something. */
export interface Refusal {
  code: string;
  message: string;
}

interface Cover {
  /** Id of the entry or the mix: one envelope each. */
  id: string;
  /** Null for what an earlier version kept without a name: nobody sends it before somebody says whose it is. */
  memberId: string | null;
  memberName: string;
  /** Order in which the envelopes of this device were written. */
  serial: number;
  /** How often the server failed on it; a refusal or a lost line does not count. */
  failures: number;
  /** It is not sent before this moment (epoch ms by this device). */
  notBefore: number;
  refusal: Refusal | null;
  /** The device's clocks at the press; null where the time was typed or no clock was known. */
  stamp: Stamp | null;
  /** Moments between which a person must choose, because the device's clock jumped; epoch ms. */
  choices: number[] | null;
}

export interface LogEnvelope extends Cover {
  kind: 'log';
  body: NewLogEntry;
}

export interface MixEnvelope extends Cover {
  kind: 'mix';
  body: MixRecord;
}

export interface FindingEnvelope extends Cover {
  kind: 'finding';
  body: NewFinding;
}

export interface AnswerEnvelope extends Cover {
  kind: 'answer';
  body: NewAnswer & { jobId: string };
}

export interface EventEnvelope extends Cover {
  kind: 'event';
  body: NewJobEvent;
}

/** A picture with its content in Base64. */
export interface PhotoBody {
  id: string;
  jobId: string;
  zoneId: string;
  pieceId: string;
  topic: string;
  takenAt: string;
  type: string;
  content: string;
}

export interface PhotoEnvelope extends Cover {
  kind: 'photo';
  body: PhotoBody;
}

/** Something on its way to the server, with who wrote it and when. */
export type Envelope =
  | LogEnvelope
  | MixEnvelope
  | FindingEnvelope
  | AnswerEnvelope
  | EventEnvelope
  | PhotoEnvelope;

/** When that happened of which an envelope tells. */
export function momentIn(envelope: Envelope): string {
  switch (envelope.kind) {
    case 'log':
      return envelope.body.doneAt;
    case 'finding':
      return envelope.body.foundAt;
    case 'answer':
    case 'event':
      return envelope.body.at;
    case 'mix':
      return envelope.body.startedAt;
    case 'photo':
      return envelope.body.takenAt;
  }
}

/** An envelope whose time is put right; a mix and a picture keep theirs. */
export function movedTo(envelope: Envelope, at: string): Envelope {
  switch (envelope.kind) {
    case 'log':
      return { ...envelope, body: { ...envelope.body, doneAt: at } };
    case 'finding':
      return { ...envelope, body: { ...envelope.body, foundAt: at } };
    case 'answer':
      return { ...envelope, body: { ...envelope.body, at } };
    case 'event':
      return { ...envelope, body: { ...envelope.body, at } };
    case 'mix':
    case 'photo':
      return envelope;
  }
}

/** A new envelope; storage gives it its place in the order. */
export function envelopeOf<T extends Envelope>(
  kind: T['kind'],
  body: T['body'],
  { memberId, memberName }: Writer,
  stamp: Stamp | null = null,
): T {
  const cover: Cover = {
    id: body.id,
    memberId,
    memberName,
    serial: 0,
    failures: 0,
    notBefore: 0,
    refusal: null,
    stamp,
    choices: null,
  };
  return { ...cover, kind, body } as T;
}
