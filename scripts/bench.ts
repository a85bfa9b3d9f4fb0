import { GENERIC_SUPPLIES } from '../core/src/catalogue/index.ts';
import { planJob } from '../core/src/planning/index.ts';
import {
  anotherRound,
  applyEdits,
  checkSequence,
  deviate,
  RULES,
  type RuleContext,
} from '../core/src/rules/index.ts';
import { FINISHING_SYSTEMS } from '../core/src/systems/index.ts';
import { contextOf } from '../core/test/ruleContext.ts';
import { SAMPLE_START, sampleJob, sampleShop } from '../core/test/sample.ts';
import { bringPot } from '../core/test/simulatedPot.ts';

// Plan times for growing jobs, and the heap they take. `npm run bench`.

const RUNS = 7;
const shop = sampleShop();

function median(values: number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
}

console.log('pieces  loads   ops   first ms  median ms   heap MB  hand-over after');
for (const pieces of [20, 60, 200, 1000]) {
  const upper = Math.round(pieces * 0.63);
  const job = sampleJob(
    [
      { systemId: 'A', doors: Math.round(upper * 0.2), fronts: upper - Math.round(upper * 0.2) },
      { systemId: 'D', doors: Math.floor((pieces - upper) / 2), fronts: Math.ceil((pieces - upper) / 2) },
    ],
    shop,
  );
  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  const times: number[] = [];
  let last: ReturnType<typeof planJob> | null = null;
  for (let run = 0; run < RUNS; run += 1) {
    const start = performance.now();
    last = planJob(job, shop, SAMPLE_START);
    times.push(performance.now() - start);
  }
  const heap = (process.memoryUsage().heapUsed - before) / 2 ** 20;
  if (!last?.ok) throw new Error(last?.message);
  const { plan, problem } = last.value;
  const days = (plan.handOver - SAMPLE_START) / 1440;
  console.log(
    [
      String(job.pieces.length).padStart(6),
      String(problem.loads.length).padStart(6),
      String(plan.ops.length).padStart(5),
      (times[0] ?? 0).toFixed(0).padStart(10),
      median(times).toFixed(0).padStart(10),
      heap.toFixed(1).padStart(9),
      `${days.toFixed(1)} days`.padStart(16),
    ].join(' '),
  );
}

// Rules over a long sequence with deviations: `checkSequence` runs at every edit.
const home = contextOf('A');
const { pieces } = sampleJob([{ systemId: 'A', doors: 30, fronts: 30 }], shop);
const more = applyEdits(home.steps, [
  ...anotherRound(home.steps, 'filling'),
  ...deviate('more-coat', home.steps, [pieces[0]?.id ?? ''], home.sheets),
]);
const context: RuleContext = {
  ...home,
  steps: more,
  pieces,
  supplies: GENERIC_SUPPLIES,
  options: FINISHING_SYSTEMS.A.defaults,
};
const checks = Array.from({ length: 200 }, () => {
  const start = performance.now();
  checkSequence(context);
  return performance.now() - start;
});
const warm = checks.slice(20);
console.log(
  `\n${RULES.length} rules over ${more.length} steps and ${pieces.length} pieces: first ${checks[0]?.toFixed(1)} ms, median ${median(warm).toFixed(2)} ms, slowest ${Math.max(...warm).toFixed(2)} ms`,
);

// The viscosity fit on a thousand simulated pots: random viscosity and slope, timing off by up to 3 %, three readings.
const pots = Array.from({ length: 1000 }, (_, index) => bringPot(index + 1));
const reachable = pots.filter(({ isReachable }) => isReachable);
const there = reachable.filter(({ seconds, targetS }) => Math.abs(seconds - targetS) <= 1);
const readings = reachable.reduce((sum, pot) => sum + pot.readings, 0) / reachable.length;
const past = pots.filter(({ fraction, maximum }) => fraction > maximum + 1e-9).length;
console.log(
  `\n${pots.length} simulated pots, ${reachable.length} of which can be thinned to their target: ${((100 * there.length) / reachable.length).toFixed(1)} % within 1 s, ${readings.toFixed(2)} readings each, ${past} past the sheet's maximum`,
);
