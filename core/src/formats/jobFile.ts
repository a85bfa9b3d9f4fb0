import { z } from 'zod';
import { failure, type Outcome, success } from '../base/outcome.ts';
import { ProductSheetSchema } from '../catalogue/sheet.ts';
import { SupplySchema } from '../catalogue/supplies.ts';
import { OpeningSchema, WallSchema } from '../elevation/index.ts';
import { JobEventSchema } from '../handover/index.ts';
import { FindingSchema } from '../inspection/index.ts';
import { DecisionSchema, JobSchema, LogEntrySchema, PhotoSchema, ZoneSchema } from '../jobs/index.ts';
import { MixRecordSchema } from '../mixing/index.ts';
import { PieceSchema } from '../pieces/index.ts';
import { PlanSnapshotSchema } from '../planning/keep/snapshot.ts';
import { jobFileOfToday } from '../recode/names.ts';
import { said, saidMoment } from '../said/index.ts';
import { StepSchema } from '../systems/index.ts';

export const JOB_FILE_FORMAT = 'upholder-job';
/** Files of version 1 had other names for some of it; they are still read. */
export const JOB_FILE_VERSION = 2;

/** A whole job in one file: everything that is needed to make the same job again elsewhere. */
export const JobFileSchema = z.object({
  format: z.literal(JOB_FILE_FORMAT, { error: said('file.this-is-not-an-upholder-job') }),
  version: z.literal(JOB_FILE_VERSION, {
    error: said('file.this-job-file-is-of-a'),
  }),
  exportedAt: z.iso.datetime(),
  timeZone: z.string(),
  job: JobSchema,
  zones: z.array(ZoneSchema),
  steps: z.array(StepSchema),
  pieces: z.array(PieceSchema),
  log: z.array(LogEntrySchema),
  plan: PlanSnapshotSchema.nullable(),
  walls: z.array(WallSchema).default([]),
  openings: z.array(OpeningSchema).default([]),
  decisions: z.array(DecisionSchema).default([]),
  /** Pictures with their content in Base64; a file may leave them out. */
  photos: z.array(PhotoSchema.extend({ content: z.base64() })).default([]),
  /** What was mixed for it: batches, amounts, readings, and what became of the rest. */
  mixes: z.array(MixRecordSchema).default([]),
  /** What was found wrong with pieces, and what became of it. */
  findings: z.array(FindingSchema).default([]),
  /** What happened to it besides its work: handover, follow-ups, call-backs, readings. */
  events: z.array(JobEventSchema).default([]),
  /** Data sheets of the products that the steps and the log name, by key. */
  products: z.record(z.string(), ProductSheetSchema),
  /** Cleaners, abrasives, fillers and the like that the steps name, by key. */
  supplies: z.record(z.string(), SupplySchema).default({}),
});
export type JobFile = z.infer<typeof JobFileSchema>;

/** What is wrong here is wrong with the file as a whole. */
const OF_THE_WHOLE = new Set(['', 'format', 'version']);

/** Most of each kind that one job brings: far more than any has. */
const MOST = {
  zones: 500,
  steps: 10_000,
  pieces: 20_000,
  log: 100_000,
  walls: 2000,
  openings: 20_000,
  decisions: 20_000,
  photos: 5000,
  mixes: 20_000,
  findings: 20_000,
  events: 20_000,
} as const;

/** Which list of a file is longer than one job can make it, before anything else is looked at; null where none is. */
function tooMuchOf(content: unknown): string | null {
  if (typeof content !== 'object' || content === null) return null;
  const given = new Map<string, unknown>(Object.entries(content));
  for (const [name, most] of Object.entries(MOST)) {
    const list = given.get(name);
    if (Array.isArray(list) && list.length > most)
      return said('file.a-job-file-may-have-at-most', { name, most, count: list.length });
  }
  return null;
}

/**
 * Reads a job file and checks that everything in it refers to something in it.
 * @returns the file, or the first thing that is wrong, with its place.
 */
export function readJobFile(content: unknown): Outcome<JobFile> {
  const tooMuch = tooMuchOf(content);
  if (tooMuch !== null) return failure(tooMuch);
  const parsed = JobFileSchema.safeParse(jobFileOfToday(content));
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    const place = issue?.path.join('.') ?? '';
    return failure(
      `${OF_THE_WHOLE.has(place) ? '' : `At ${place}: `}${issue?.message ?? said('file.this-is-not-a-job-file')}`,
    );
  }
  const file = parsed.data;
  const zones = new Set(file.zones.map(({ id }) => id));
  const steps = new Set(file.steps.map(({ id }) => id));
  const pieces = new Set(file.pieces.map(({ id }) => id));
  const walls = new Set(file.walls.map(({ id }) => id));
  const openings = new Set(file.openings.map(({ id }) => id));
  if (file.openings.some(({ wallId }) => !walls.has(wallId)))
    return failure(said('file.an-opening-belongs-to-a-wall'));
  const misplaced = file.pieces.find(({ openingId }) => openingId !== null && !openings.has(openingId));
  if (misplaced) return failure(said('file.piece-belongs-to-an-opening-that', { tag: misplaced.tag }));
  if ([...file.decisions, ...file.photos].some(({ zoneId }) => !zones.has(zoneId)))
    return failure(said('file.a-decision-or-a-picture-belongs'));
  const stray = file.pieces.find(({ zoneId }) => !zones.has(zoneId));
  if (stray) return failure(said('file.piece-belongs-to-a-zone-that', { tag: stray.tag }));
  if (file.steps.some(({ zoneId }) => !zones.has(zoneId)))
    return failure(said('file.a-step-belongs-to-a-zone'));
  if (file.findings.some(({ pieceId }) => !pieces.has(pieceId)))
    return failure(said('file.a-finding-belongs-to-a-piece'));
  const entries = new Set(file.log.map(({ id }) => id));
  for (const entry of file.log) {
    if (entry.correctsId !== null && !entries.has(entry.correctsId))
      return failure(
        said('file.the-log-entry-of-corrects-an', {
          doneAt: saidMoment('when', Date.parse(entry.doneAt) / 60_000),
        }),
      );
    if (!steps.has(entry.stepId))
      return failure(
        said('file.the-log-entry-of-names-a', {
          doneAt: saidMoment('when', Date.parse(entry.doneAt) / 60_000),
        }),
      );
    if (entry.pieceIds.some((id) => !pieces.has(id))) {
      return failure(
        said('file.the-log-entry-of-names-a-2', {
          doneAt: saidMoment('when', Date.parse(entry.doneAt) / 60_000),
        }),
      );
    }
  }
  return success(file);
}

/**
 * Gives everything in a job file new ids, consistently, so that it can stand beside the job it was made from.
 * Members keep their ids: they are people, not parts of the job.
 */
export function withNewIds(file: JobFile, mint: () => string): JobFile {
  const known = new Map<string, string>();
  for (const { id } of [
    file.job,
    ...file.zones,
    ...file.steps,
    ...file.pieces,
    ...file.log,
    ...file.walls,
    ...file.openings,
    ...file.decisions,
    ...file.photos,
    ...file.mixes,
    ...file.findings,
    ...file.findings.flatMap(({ answers }) => answers),
    ...file.events,
    ...(file.plan ? [file.plan] : []),
  ]) {
    known.set(id, mint());
  }
  // Load and operation ids hold the tails of zone and piece ids.
  const tails = new Map<string, string>();
  for (const [from, to] of known) {
    tails.set(from.slice(-8), to.slice(-8));
    tails.set(from.slice(-12), to.slice(-12));
  }
  const renameLoad = (id: string) =>
    id
      .split('.')
      .map((part) => tails.get(part) ?? part)
      .join('.');
  const replace = (text: string): string => {
    const whole = known.get(text);
    if (whole) return whole;
    if (/^[0-9a-f]{8}\.[0-9a-f]{12}\.\d+$/.test(text)) return renameLoad(text);
    const op = /^([0-9a-f-]{36})(\/[^@]*@)([^+#]*)(.*)$/.exec(text);
    if (op) return `${known.get(op[1] ?? '') ?? op[1]}${op[2]}${renameLoad(op[3] ?? '')}${op[4]}`;
    return text;
  };
  const walk = (value: unknown): unknown => {
    if (typeof value === 'string') return replace(value);
    if (Array.isArray(value)) return value.map(walk);
    if (value !== null && typeof value === 'object') {
      return Object.fromEntries(Object.entries(value).map(([key, inner]) => [replace(key), walk(inner)]));
    }
    return value;
  };
  return walk(file) as JobFile;
}
