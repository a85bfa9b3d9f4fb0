import { type CallName, mayCall } from '@upholder/core/api';
import type { Role } from '@upholder/core/people';
import type { Caller } from '../caller.ts';

/** Somebody who calls: of which shop, and in which role. */
export interface Who {
  shop: number;
  role: Role;
  caller: Caller;
}

/** What the model knows of a piece. */
export interface PieceModel {
  id: string;
  zoneId: string;
  tag: string;
  note: string;
  version: number;
}

/** What the model knows of an entry of the log. */
export interface EntryModel {
  id: string;
  stepId: string;
  zoneId: string;
  pieceId: string;
  isCorrected: boolean;
  body: object;
}

/** What the model knows of a job. */
export interface JobModel {
  id: string;
  shop: number;
  sent: object;
  name: string;
  version: number;
  isChanged: boolean;
  /** Zones, each with a step that work can be logged on. */
  zones: Map<string, string>;
  pieces: PieceModel[];
  log: EntryModel[];
  findings: { id: string; pieceId: string; answers: number }[];
}

/** What there is, as far as one run of calls made it. */
export interface Model {
  jobs: JobModel[];
  /** Jobs that were deleted again. */
  gone: JobModel[];
}

/** The system under test: who may call it, and a name that no other run has. */
export interface Real {
  who: Who[];
  run: number;
}

/** What is answered to somebody who may not make a call, or whose shop has no such job; null where the call goes on. */
export function refusalOf(who: Who, call: CallName, job: JobModel | null): number | null {
  if (!mayCall(who.role, call)) return 403;
  return job && job.shop !== who.shop ? 404 : null;
}

export const pickOf = <T>(items: readonly T[], at: number): T | undefined =>
  items.length === 0 ? undefined : items[at % items.length];
