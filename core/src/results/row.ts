import { z } from 'zod';
import { agreedOf, type JobEvent, quotesOf } from '../handover/index.ts';
import { type Job, type LogEntry, PLACES, type Zone } from '../jobs/index.ts';
import { type Piece, totalAreas } from '../pieces/index.ts';
import { jobPrice, type PriceInput, resultOf, termsOf } from '../pricing/index.ts';
import type { Step } from '../systems/index.ts';

/** What one job asked, took and left, for comparing jobs. Money in minor currency units. */
export const ResultRowSchema = z.object({
  jobId: z.uuid(),
  code: z.string(),
  name: z.string(),
  client: z.string(),
  /** Whether everything was done in the client's room. */
  place: z.enum(PLACES),
  /** Still being worked on: its sums grow. */
  isOpen: z.boolean(),
  /** Letters of its systems, or names of the shop's own. */
  systems: z.array(z.string()),
  pieces: z.int(),
  areaM2: z.number(),
  /** Agreed before tax; null where no quote was accepted. */
  agreedNet: z.int().nullable(),
  cost: z.int(),
  isAtLeast: z.boolean(),
  marginPct: z.number().nullable(),
  /** Hours that the accepted quote reckoned with; null where there is none. */
  quotedHours: z.number().nullable(),
  loggedHours: z.number(),
  /** Of these, timed on the floor. */
  timedHours: z.number(),
  days: z.int(),
});
export type ResultRow = z.infer<typeof ResultRowSchema>;

/** A job as far as its result goes by it. */
export interface ResultJob {
  job: Job;
  zones: readonly Zone[];
  steps: readonly Step[];
  pieces: readonly Piece[];
  log: readonly LogEntry[];
  events: readonly JobEvent[];
}

type ResultShop = Pick<PriceInput, 'sheets' | 'supplies' | 'items' | 'settings' | 'timeZone' | 'people'>;

/** What a job came to, in one row. @param today shop-local. */
export function resultRow(detail: ResultJob, shop: ResultShop, today: string): ResultRow {
  const { job, zones, steps, pieces, log, events } = detail;
  const agreed = agreedOf(quotesOf(events, today));
  const price = jobPrice({ ...shop, job, zones, steps, pieces, ops: null });
  const { settings, sheets, timeZone } = shop;
  const result = resultOf({
    steps,
    pieces,
    yardsticks: settings.yardsticks,
    log,
    sheets,
    rates: settings.rates,
    terms: termsOf(settings, job.pricing),
    timeZone,
    price,
    agreed,
  });
  return {
    jobId: job.id,
    code: job.code,
    name: job.name,
    client: job.client,
    place: job.place,
    isOpen: job.status === 'open',
    systems: [...new Set(zones.flatMap((zone) => zone.customSystem?.name ?? zone.systemId ?? []))],
    pieces: pieces.length,
    areaM2: totalAreas(pieces).totalMm2 / 1e6,
    agreedNet: result.agreedNet,
    cost: result.cost.amount,
    isAtLeast: result.cost.isAtLeast,
    marginPct: result.marginPct,
    quotedHours: agreed?.hours ?? null,
    loggedHours: result.minutes / 60,
    timedHours: result.timedMinutes / 60,
    days: result.days,
  };
}

/** Jobs of one system, or of one place, together. */
export interface ResultGroup {
  key: string;
  jobs: number;
  /** Share of what was agreed that stayed, in %; of those with an accepted quote. Null where none has one. */
  marginPct: number | null;
  /** Logged hours against those that were quoted; null where none was. */
  hoursRatio: number | null;
}

/** Finished jobs with an accepted quote, together by system or by place: the sums of all, not the mean of their shares. */
export function groupedResults(
  rows: readonly ResultRow[],
  keysOf: (row: ResultRow) => readonly string[],
): ResultGroup[] {
  const done = rows.filter(({ isOpen, agreedNet }) => !isOpen && agreedNet !== null);
  const keys = [...new Set(done.flatMap(keysOf))].sort();
  return keys.map((key): ResultGroup => {
    const own = done.filter((row) => keysOf(row).includes(key));
    const net = own.reduce((sum, { agreedNet }) => sum + (agreedNet ?? 0), 0);
    const cost = own.reduce((sum, one) => sum + one.cost, 0);
    const quoted = own.reduce((sum, { quotedHours }) => sum + (quotedHours ?? 0), 0);
    const logged = own.reduce((sum, { loggedHours }) => sum + loggedHours, 0);
    return {
      key,
      jobs: own.length,
      marginPct: net === 0 ? null : ((net - cost) / net) * 100,
      hoursRatio: quoted === 0 ? null : logged / quoted,
    };
  });
}
