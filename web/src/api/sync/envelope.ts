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

/** Something on its way to the server, with who wrote it and when. */
export type Envelope = LogEnvelope | MixEnvelope;

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
