import { z } from 'zod';
import { APPLICATORS, ThinningSchema } from '../catalogue/sheet.ts';
import { ClimateSchema } from '../drying/climate.ts';
import { numberField, quantityField, textField } from '../fields/index.ts';
import { said } from '../said/index.ts';
import { ApplicationSchema } from '../systems/application.ts';
import { LOG_ACTIONS } from './actions.ts';

/** What the log keeps of a coat. */
export const CoatRecordSchema = z.object({
  productKey: z.string(),
  paintMl: quantityField('paint', 'volume', 0, 200_000).nullable(),
  thinnerMl: quantityField('thinner', 'volume', 0, 100_000).nullable(),
  cup: z.string().max(60).nullable(),
  cupSeconds: numberField('cup-time', 1, 600, ' s').nullable(),
  climate: ClimateSchema.nullable(),
  /** Wet film by comb, in µm, when it was measured. */
  wftUm: quantityField('wet-film', 'film', 5, 1000).nullable(),
  /** The mix it came from, when it was mixed at the bench. */
  mixId: z.uuid().nullable().optional(),
  /**
   * Where the amounts come from: a mix at the bench, typed by hand, or only the plan, when nobody measured. Unknown where an
   * older entry does not say.
   */
  amountsFrom: z.enum(['mix', 'typed', 'plan']).optional(),
});
export type CoatRecord = z.infer<typeof CoatRecordSchema>;

/**
 * What was done, as the step said it at the time: changing the step afterwards changes nothing here. Words are kept as words
 * where the list behind them may grow or change.
 */
export const WorkRecordSchema = z.object({
  stepName: z.string().max(120),
  /** One of the operations of a step. */
  operation: z.string().max(30),
  /** What it left on the surface; null where it changed nothing that shows. */
  resultingSurface: z.string().max(30).nullable(),
  productKey: z.string().max(60).nullable(),
  supplyKey: z.string().max(60).nullable(),
  grit: z.int().nullable(),
  applicator: z.enum(APPLICATORS).nullable(),
  /** Name of the gun, where the mix named one. */
  gun: z.string().max(80).nullable().default(null),
  thinning: ThinningSchema.nullable(),
  /** Wet film that was asked for, in µm; what was measured is in the coat. */
  wftUm: quantityField('wet-film', 'film', 5, 1000).nullable(),
  /** Conditioner or retarder that was asked for, in % on the paint. */
  conditionerPct: z.number().min(0).default(0),
  /** Passes that it was done in. */
  passes: z.int().min(1).default(1),
  /** The moves that it was done in; none: in one go. */
  applications: z.array(ApplicationSchema).default([]),
  /** Where it was done: a row of the plan. */
  place: z.string().max(30).nullable(),
  /** Rest that the step asked for, in minutes. */
  dryingMin: z.int().min(0).default(0),
  /** What it takes by the shop’s yardsticks, without setting up and clearing away; null where nobody reckoned it. */
  minutes: z.number().min(0).nullable().default(null),
  /** What it really took from the start on the pieces to their end, in minutes of work; null where nobody started it. */
  tookMin: z.number().min(0).max(10_000).nullable().default(null),
});
export type WorkRecord = z.infer<typeof WorkRecordSchema>;

const what = {
  jobId: z.uuid(),
  stepId: z.uuid(),
  side: z.enum(['all', 'front', 'back', 'edges']),
  action: z.enum(LOG_ACTIONS),
  pieceIds: z.array(z.uuid()).min(1, said('job.choose-at-least-one-piece')).max(5000),
  /** When the work ended. */
  doneAt: z.iso.datetime({ error: said('job.enter-when-it-was-done') }),
  coat: CoatRecordSchema.nullable(),
  note: textField('note', 1000),
  /** The entry that this one puts right, or null. */
  correctsId: z.uuid().nullable(),
  /** True for a correction that only takes the old entry back. */
  isWithdrawal: z.boolean(),
};

/** A log entry as a client sends it; it makes its own id, so that a repeated request is written once. */
export const NewLogEntrySchema = z.object({
  id: z.uuid(),
  ...what,
  /** What the step said when it was logged; left out, the server takes what it says now. */
  work: WorkRecordSchema.nullish(),
});
export type NewLogEntry = z.infer<typeof NewLogEntrySchema>;

/** A log entry as it is kept. Entries are never changed. */
export const LogEntrySchema = z.object({
  id: z.uuid(),
  ...what,
  /** Null when the member belongs to another shop, as after an import. */
  memberId: z.uuid().nullable(),
  memberName: z.string(),
  loggedAt: z.iso.datetime(),
  /** Left out only in what an older job file brought. */
  work: WorkRecordSchema.nullish(),
  /** Who brought it in with a job file, and when; null for what was logged here. */
  imported: z.object({ memberName: z.string(), at: z.iso.datetime() }).nullish(),
});
export type LogEntry = z.infer<typeof LogEntrySchema>;

/** The entry that takes another one back: it says the same, and that it no longer counts. @param id its own. */
export function withdrawalOf(entry: LogEntry, id: string): NewLogEntry {
  const { memberId: _member, memberName: _name, loggedAt: _at, imported: _imported, ...kept } = entry;
  return { ...kept, id, correctsId: entry.id, isWithdrawal: true };
}

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
