import { planJob } from '../core/src/planning/index.ts';
import { SAMPLE_START, sampleJob, sampleShop } from '../core/test/sample.ts';

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
