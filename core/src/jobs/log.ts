import { z } from 'zod';
import { ClimateSchema } from '../drying/climate.ts';

/** What was done: the step itself, a flip of a flat load, or the scuff and dust that a shut recoat window calls for. */
export const LOG_ACTIONS = ['do', 'flip', 'scuff', 'dust'] as const;
export type LogAction = (typeof LOG_ACTIONS)[number];

/** What the log keeps of a coat. */
export const CoatRecordSchema = z.object({
  productKey: z.string(),
  paintMl: z.number().min(0, 'Paint is 0 mL or more.').max(200_000).nullable(),
  thinnerMl: z.number().min(0, 'Thinner is 0 mL or more.').max(100_000).nullable(),
  cup: z.string().max(60).nullable(),
  cupSeconds: z
    .number()
    .min(1, 'A cup runs at least one second.')
    .max(600, 'A cup runs 600 s at most.')
    .nullable(),
  climate: ClimateSchema.nullable(),
  /** Wet film by comb, in µm, when it was measured. */
  wftUm: z.number().min(5).max(1000).nullable(),
  /** The pot it came from, when it was mixed at the bench. */
  potId: z.uuid().nullable().optional(),
});
export type CoatRecord = z.infer<typeof CoatRecordSchema>;

const what = {
  jobId: z.uuid(),
  stepId: z.uuid(),
  side: z.enum(['all', 'front', 'back', 'edges']),
  action: z.enum(LOG_ACTIONS),
  pieceIds: z.array(z.uuid()).min(1, 'Choose at least one piece.').max(5000),
  /** When the work ended. */
  doneAt: z.iso.datetime({ error: 'Enter when it was done.' }),
  coat: CoatRecordSchema.nullable(),
  note: z.string().max(1000, 'Keep the note to 1000 characters.'),
  /** The entry that this one puts right, or null. */
  correctsId: z.uuid().nullable(),
  /** True for a correction that only takes the old entry back. */
  isWithdrawal: z.boolean(),
};

/** A log entry as a client sends it; it makes its own id, so that a repeated request is written once. */
export const NewLogEntrySchema = z.object({ id: z.uuid(), ...what });
export type NewLogEntry = z.infer<typeof NewLogEntrySchema>;

/** A log entry as it is kept. Entries are never changed. */
export const LogEntrySchema = z.object({
  id: z.uuid(),
  ...what,
  /** Null when the member belongs to another shop, as after an import. */
  memberId: z.uuid().nullable(),
  memberName: z.string(),
  loggedAt: z.iso.datetime(),
});
export type LogEntry = z.infer<typeof LogEntrySchema>;

/**
 * The entries that count: those that no later entry corrects, less withdrawals, in the order in which the work ended.
 */
export function effectiveLog(entries: readonly LogEntry[]): LogEntry[] {
  const corrected = new Set(entries.map((entry) => entry.correctsId).filter((id) => id !== null));
  return entries
    .filter((entry) => !corrected.has(entry.id) && !entry.isWithdrawal)
    .sort(
      (a, b) =>
        a.doneAt.localeCompare(b.doneAt) || a.loggedAt.localeCompare(b.loggedAt) || a.id.localeCompare(b.id),
    );
}
