import type { JobDetail, JobRow, ZoneRow } from '@upholder/core/api';
import type { NewLogEntry } from '@upholder/core/jobs';
import { PIECE_DEFAULTS, type Piece } from '@upholder/core/pieces';
import type { PlannedOp } from '@upholder/core/planning';
import { v7 as uuid } from 'uuid';
import type { Caller } from './caller.ts';

export const jobSpec = {
  code: 'QUAY',
  name: 'Apothecary wall',
  client: 'The chemist on the quay',
  addressNote: 'Key at the harbour office',
  startOn: '2026-11-23',
  neededBy: '2026-12-04',
  place: 'shop',
  status: 'open',
} as const;

export const zoneSpec = {
  name: 'Counter',
  oldColour: '#5b3a24',
  newColour: '#2b2f6b',
  substrate: 'open-grain hardwood',
  systemId: 'D',
  options: null,
} as const;

export function pieceFor(zoneId: string, number: number, change: Partial<Piece> = {}): Piece {
  return {
    ...PIECE_DEFAULTS,
    id: uuid(),
    zoneId,
    position: number,
    tag: `D${number}`,
    widthMm: 400,
    heightMm: 720,
    ...change,
  };
}

/** A job with one zone and some doors, made through the API. */
export async function makeJob(caller: Caller, doors = 4): Promise<JobDetail> {
  const job = await caller.ok<JobRow>('POST', '/jobs', { id: uuid(), ...jobSpec });
  const zone = await caller.ok<ZoneRow>('POST', `/jobs/${job.id}/zones`, { id: uuid(), ...zoneSpec });
  const pieces = Array.from({ length: doors }, (_, index) => pieceFor(zone.id, index + 1));
  if (doors > 0) await caller.ok('POST', `/jobs/${job.id}/pieces`, { pieces });
  return caller.ok<JobDetail>('GET', `/jobs/${job.id}`);
}

/** A log entry for a task of a plan. */
export function entryFor(jobId: string, op: PlannedOp, doneAt: string): NewLogEntry {
  return {
    id: uuid(),
    jobId,
    stepId: op.stepId,
    side: op.side,
    action: op.action,
    pieceIds: op.pieceIds,
    doneAt,
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
  };
}
