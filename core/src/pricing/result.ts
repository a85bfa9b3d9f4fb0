import type { ProductSheet } from '../catalogue/index.ts';
import { addedUp, type PhaseWork, phasesOf, skillOf, totalMinutes } from '../estimating/index.ts';
import type { Agreed } from '../handover/quotes.ts';
import { effectiveLog, isStepItself, type LogEntry, leavesOut, stepAsLogged } from '../jobs/index.ts';
import type { Piece } from '../pieces/index.ts';
import type { Rates } from '../rates/index.ts';
import { localDate, type ShopSettings, toMinute } from '../shop/index.ts';
import { minutesOfStep, type Step } from '../systems/index.ts';
import type { JobPrice } from './jobPrice.ts';
import { labourLines, litrePrice, marginOf, type Sum, sumOf, type Terms } from './price.ts';

/** What a job really took, as far as it is logged. Money in minor currency units. */
export interface JobResult {
  /** Logged work by phase and by who did it; what nobody timed counts by the yardsticks. */
  work: PhaseWork[];
  minutes: number;
  /** Of these, timed on the floor. */
  timedMinutes: number;
  /** Paint as it was logged, at the price of a litre. */
  material: Sum;
  /** Days on which something was logged. */
  days: number;
  cost: Sum;
  /** Agreed before tax; null where no quote was accepted. */
  agreedNet: number | null;
  /** What stays, in % of that; null where nothing was agreed. */
  marginPct: number | null;
}

/** What a result is worked out from. */
export interface ResultInput {
  steps: readonly Step[];
  pieces: readonly Piece[];
  /** The shop's own yardsticks, for work that an older log does not say the minutes of. */
  yardsticks?: ShopSettings['yardsticks'];
  log: readonly LogEntry[];
  sheets: Readonly<Record<string, ProductSheet>>;
  rates: Rates;
  terms: Terms;
  timeZone: string;
  /** The job as it is priced, for what no log tells: tools, travel, waste, extras. */
  price: JobPrice;
  agreed: Agreed | null;
}

/** Work that was logged, by phase: as it was timed, else by the yardsticks of the time, else by those of today. */
export function workOfLog({
  steps,
  pieces,
  log,
  sheets,
  yardsticks,
}: Pick<ResultInput, 'steps' | 'pieces' | 'log' | 'sheets' | 'yardsticks'>): {
  work: PhaseWork[];
  timedMinutes: number;
} {
  const phases = phasesOf(steps, sheets);
  const byId = new Map(steps.map((step) => [step.id, step]));
  let timedMinutes = 0;
  const work = effectiveLog(log)
    .filter((entry) => !leavesOut(entry))
    .flatMap((entry): PhaseWork[] => {
      const planned = byId.get(entry.stepId);
      const phase = phases.get(entry.stepId);
      if (!planned || !phase) return [];
      const step = stepAsLogged(planned, entry);
      const own = () => pieces.filter(({ id }) => entry.pieceIds.includes(id));
      const minutes =
        entry.work?.tookMin ??
        entry.work?.minutes ??
        (isStepItself(entry) ? minutesOfStep(step, own(), entry.side, yardsticks).handsOnMin : 0);
      timedMinutes += entry.work?.tookMin ?? 0;
      return [{ phase, skill: skillOf(step), minutes }];
    });
  return { work: addedUp(work), timedMinutes };
}

/**
 * What a job came to: work and paint as they were logged, everything else as it is priced, overhead on all of it, against what was agreed
 * with the client.
 */
export function resultOf(input: ResultInput): JobResult {
  const { log, sheets, rates, terms, timeZone, price, agreed } = input;
  const { work, timedMinutes } = workOfLog(input);
  const minutes = totalMinutes(work);
  const entries = effectiveLog(log).filter((entry) => !leavesOut(entry));
  const paints = entries.flatMap(({ coat }) => {
    const sheet = coat && sheets[coat.productKey];
    if (!coat || !sheet) return [];
    const each = litrePrice({ sheet });
    return [each === null || coat.paintMl === null ? null : Math.round((coat.paintMl / 1000) * each)];
  });
  const material = sumOf(paints);
  const labour = sumOf(labourLines(work, rates).map(({ amount }) => amount));
  const rest = sumOf(
    price.price.lines
      .filter(({ part }) => part !== 'coatings' && part !== 'labour')
      .map(({ amount }) => amount),
  );
  const direct = material.amount + labour.amount + rest.amount;
  const cost = {
    amount: Math.round(direct * (1 + (terms.overheadPct ?? 0) / 100)),
    isAtLeast: material.isAtLeast || labour.isAtLeast || rest.isAtLeast || terms.overheadPct === null,
  };
  const agreedNet = agreed?.net ?? null;
  return {
    work,
    minutes,
    timedMinutes,
    material,
    days: new Set(entries.map(({ doneAt }) => localDate(toMinute(doneAt), timeZone))).size,
    cost,
    agreedNet,
    marginPct: agreedNet === null ? null : marginOf(agreedNet, cost.amount),
  };
}
