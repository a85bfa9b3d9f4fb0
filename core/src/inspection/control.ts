import type { ProductSheet } from '../catalogue/index.ts';
import { effectiveLog, type LogEntry, stepAsLogged } from '../jobs/index.ts';
import type { Step } from '../systems/index.ts';

/** One wet-film reading by comb. */
export interface CombReading {
  entryId: string;
  at: string;
  um: number;
  stepName: string;
  memberName: string;
}

/** How the readings of a product run: beyond its band, or drifting though each is still within. */
export interface CombChart {
  productKey: string;
  /** What the sheet allows, and what it calls typical, in µm. */
  from: number;
  typical: number;
  to: number;
  readings: CombReading[];
  /** Readings beyond the band. */
  outside: number;
  drift: Drift | null;
}

/** A run that chance seldom makes: so many readings up, down, or on one side of the typical film. */
export interface Drift {
  kind: 'rising' | 'falling' | 'above' | 'below';
  /** How many readings, counted from the last. */
  count: number;
}

/** So many steps one way, and so many readings on one side, are no chance (rules 3 and 2 of Nelson, 1984). */
const STEPS_ONE_WAY = 6;
const ON_ONE_SIDE = 9;

/** How many of the last values hold a condition, counted backwards. */
function runOf<T>(items: readonly T[], holds: (item: T, index: number) => boolean): number {
  let count = 0;
  for (let index = items.length - 1; index >= 0 && holds(items[index] as T, index); index -= 1) count += 1;
  return count;
}

/**
 * Whether the last readings drift.
 * @param values in the order in which they were taken, in µm. @param typical middle of the band.
 */
export function driftOf(values: readonly number[], typical: number): Drift | null {
  const steps = values.slice(1).map((value, index) => value - (values[index] ?? value));
  const rising = runOf(steps, (step) => step > 0);
  const falling = runOf(steps, (step) => step < 0);
  if (rising >= STEPS_ONE_WAY) return { kind: 'rising', count: rising + 1 };
  if (falling >= STEPS_ONE_WAY) return { kind: 'falling', count: falling + 1 };
  const above = runOf(values, (value) => value > typical);
  const below = runOf(values, (value) => value < typical);
  if (above >= ON_ONE_SIDE) return { kind: 'above', count: above };
  if (below >= ON_ONE_SIDE) return { kind: 'below', count: below };
  return null;
}

/** The comb readings of a job, one chart for each product, in the order in which they were taken. */
export function combCharts(
  { steps, log }: { steps: readonly Step[]; log: readonly LogEntry[] },
  sheets: Readonly<Record<string, ProductSheet>>,
): CombChart[] {
  const byId = new Map(steps.map((step) => [step.id, step]));
  const charts = new Map<string, CombReading[]>();
  for (const entry of effectiveLog(log)) {
    const um = entry.coat?.wftUm;
    const step = byId.get(entry.stepId);
    if (um == null || !step || !entry.coat) continue;
    const { productKey } = entry.coat;
    charts.set(productKey, [
      ...(charts.get(productKey) ?? []),
      {
        entryId: entry.id,
        at: entry.doneAt,
        um,
        stepName: stepAsLogged(step, entry).name,
        memberName: entry.memberName,
      },
    ]);
  }
  return [...charts].flatMap(([productKey, readings]) => {
    const sheet = sheets[productKey];
    if (!sheet) return [];
    const { wftMinUm: from, wftTypUm: typical, wftMaxUm: to } = sheet;
    const values = readings.map(({ um }) => um);
    return [
      {
        productKey,
        from,
        typical,
        to,
        readings,
        outside: values.filter((um) => um < from || um > to).length,
        drift: driftOf(values, typical),
      },
    ];
  });
}
