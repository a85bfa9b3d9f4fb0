import { GENERIC_SUPPLIES } from '../core/src/catalogue/index.ts';
import {
  PlanSearch,
  planJob,
  planQuality,
  type Reservation,
  reservationsOf,
  searchPlan,
  snapshotOf,
  WHOLE_LOADS,
  weigh,
} from '../core/src/planning/index.ts';
import {
  anotherRepeat,
  applyEdits,
  checkSequence,
  deviate,
  RULES,
  type RuleContext,
} from '../core/src/rules/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../core/src/shop/index.ts';
import { FINISHING_SYSTEMS } from '../core/src/systems/index.ts';
import { exactCompletion, tinyProblem } from '../core/test/exactPlan.ts';
import { liveWithFindings } from '../core/test/findingLives.ts';
import { liveThrough } from '../core/test/lives.ts';
import { contextOf } from '../core/test/ruleContext.ts';
import { randomCase, SAMPLE_START, sampleId, sampleJob, sampleShop, seeded } from '../core/test/sample.ts';
import { bringMix } from '../core/test/simulatedMix.ts';
import { liveWithWays } from '../core/test/waysLives.ts';
import { benchFilm } from './benchFilm.ts';
import { benchServer } from './benchServer.ts';
import { benchTrace } from './benchTrace.ts';
import { benchWeb } from './benchWeb.ts';

// `npm run bench -- film`: the film alone.
if (process.argv.includes('film')) {
  benchFilm();
  process.exit(0);
}

// `npm run bench -- web`: what the screens of a running demo cost.
if (process.argv.includes('web')) {
  await benchWeb(process.argv.find((word) => word.startsWith('http')) ?? 'http://127.0.0.1:4310');
  process.exit(0);
}

// `npm run bench -- server`: what calls cost in a shop that has grown, and how a hundred crews are answered.
if (process.argv.includes('server')) {
  await benchServer();
  process.exit(0);
}

// Plan times for growing jobs, and the heap they take. `npm run bench`.

const shop = sampleShop();

function median(values: number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
}

// Large jobs: 200 pieces, three people, a booth, 36 slots, 9 m of rail. How soon the first plan is there, what the search
// wins, and how far the best is from what no plan can end before. `npm run bench -- full` for twenty of them, and for
// 5,000 re-plans.
const isFull = process.argv.includes('full');
const crew = [1, 2, 3].map((number) => ({ id: sampleId(9, number), name: `Person ${number}`, daysOff: [] }));
// The shop with its trips, its carrying and its last half hour, as a new shop starts.
const three = sampleShop({ crew, settings: DEFAULT_SHOP_SETTINGS });
const days = (minute: number) => ((minute - SAMPLE_START) / 1440).toFixed(1);
const gaps: number[] = [];
console.log(
  '\nlarge job  loads  first ms  first  after 5 s  after 10 s  bound  gap   sessions  least  gun set-up  trips  switches  held by',
);
for (let seed = 1; seed <= (isFull ? 20 : 4); seed += 1) {
  const random = seeded(seed * 31);
  const upTo = (most: number) => Math.floor(random() * most);
  const [doors, fronts, more] = [20 + upTo(60), 20 + upTo(40), 20 + upTo(30)];
  const system = () => (['A', 'D', 'F', 'C'] as const)[upTo(4)] ?? 'A';
  const job = sampleJob(
    [
      { systemId: system(), doors, fronts },
      { systemId: system(), doors: more, fronts: Math.max(0, 200 - doors - fronts - more) },
    ],
    three,
  );
  const before = performance.now();
  planJob(job, three, SAMPLE_START);
  const firstMs = performance.now() - before;
  const start = performance.now();
  const made = searchPlan({ input: job, shop: three, now: SAMPLE_START, earlier: { loads: [], ops: [] } });
  if (!made.ok) throw new Error(made.message);
  const search = made.value;
  const ends = [search.found?.plan.completion ?? 0];
  for (const seconds of [5, 10]) {
    while (performance.now() - start < seconds * 1000 && !search.isProven) search.step();
    ends.push(search.found?.plan.completion ?? 0);
  }
  const { found } = search;
  if (!found) throw new Error('no plan');
  const [first = 0, five = 0, ten = 0] = ends;
  const because = search.bound.because;
  const gap = (ten - search.bound.at) / (ten - SAMPLE_START);
  gaps.push(gap);
  const kept = snapshotOf(sampleId(6, 1), '2026-11-23T06:00:00.000Z', three.climate, found);
  const { gun, takeDowns, refits, switches } = planQuality(kept.ops, three.timeZone);
  const gunMin = (gun?.sprayingMin ?? 0) + (gun?.setUpMin ?? 0) + (gun?.cleaningMin ?? 0);
  console.log(
    [
      String(seed).padStart(9),
      String(found.problem.loads.length).padStart(6),
      firstMs.toFixed(0).padStart(9),
      days(first).padStart(6),
      days(five).padStart(10),
      days(ten).padStart(11),
      days(search.bound.at).padStart(6),
      `${(100 * gap).toFixed(0)} %`.padStart(5),
      String(gun?.sessions ?? 0).padStart(9),
      String(gun?.leastSessions ?? 0).padStart(6),
      `${((100 * (gunMin - (gun?.sprayingMin ?? 0))) / Math.max(1, gunMin)).toFixed(0)} %`.padStart(11),
      `${takeDowns}+${refits}`.padStart(6),
      String(switches ?? 0).padStart(9),
      ` ${because.kind === 'place' ? because.resourceId : because.kind}`,
    ].join(' '),
  );
}
console.log(
  `gap: median ${(100 * median(gaps)).toFixed(0)} %, largest ${(100 * Math.max(...gaps)).toFixed(0)} %`,
);

// Relaxations: the same small job with more rail, rack, benches or people, searched from the plan that stands.
{
  const relaxations = isFull ? 200 : 20;
  let later = 0;
  for (let seed = 1; seed <= relaxations; seed += 1) {
    const { job, shop: home } = randomCase(seed + 9000);
    const question = { input: job, shop: home, now: SAMPLE_START, earlier: { loads: [], ops: [] } };
    const base = weigh(question, 'earliest', 10);
    if (!base) throw new Error('no plan');
    const { settings } = home;
    const wider = [
      { ...home, settings: { ...settings, railLengthMm: settings.railLengthMm * 2 } },
      { ...home, settings: { ...settings, rackSlots: settings.rackSlots * 2 } },
      { ...home, settings: { ...settings, benches: settings.benches + 1 } },
      { ...home, crew: [...home.crew, { id: sampleId(9, 99), name: 'Another', daysOff: [] }] },
    ][seed % 4] as typeof home;
    const facts = weigh({ ...question, shop: wider }, 'earliest', 10, base.standing);
    if (!facts || facts.completion > base.completion) later += 1;
  }
  console.log(`\n${relaxations} relaxations, searched from the plan that stands: ${later} end later`);
}

// Ten jobs in one shop, each planned round what the ones before it have taken.
{
  const start = performance.now();
  const reserved: Reservation[] = [];
  for (let number = 1; number <= 10; number += 1) {
    const job = sampleJob([{ systemId: number % 2 === 0 ? 'A' : 'D', doors: 60, fronts: 40 }], three);
    const outcome = planJob(job, { ...three, reserved: [...reserved] }, SAMPLE_START);
    if (!outcome.ok) throw new Error(outcome.message);
    const plan = snapshotOf(sampleId(6, number), '2026-11-23T06:00:00.000Z', three.climate, outcome.value);
    reserved.push(...reservationsOf(plan, [], SAMPLE_START, `Job ${number}`));
  }
  console.log(`\nten jobs of 100 pieces, one after the other: ${(performance.now() - start).toFixed(0)} ms`);
}

console.log(
  `most memory of this process so far, large jobs and searches: ${(process.resourceUsage().maxRSS / 1024).toFixed(0)} MB\n`,
);

// One like job in growing sizes: how the time of a first plan grows with the pieces, once the code is warm.
const growing: { pieces: number; ms: number }[] = [];
console.log('pieces  loads   ops   first ms  median ms   heap MB  hand-over after');
for (const pieces of [20, 60, 100, 200, 500, 1000, 2000]) {
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
  const runs = pieces > 500 ? 3 : 7;
  for (let run = 0; run < runs; run += 1) {
    const start = performance.now();
    last = planJob(job, shop, SAMPLE_START);
    times.push(performance.now() - start);
  }
  const heap = (process.memoryUsage().heapUsed - before) / 2 ** 20;
  if (!last?.ok) throw new Error(last?.message);
  const { plan, problem } = last.value;
  const days = (plan.completion - SAMPLE_START) / 1440;
  growing.push({ pieces, ms: median(times) });
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
{
  const [from, until] = [growing.find(({ pieces }) => pieces === 100), growing.at(-1)];
  if (from && until)
    console.log(
      `from ${from.pieces} to ${until.pieces} pieces the time grows as n^${(Math.log(until.ms / from.ms) / Math.log(until.pieces / from.pieces)).toFixed(2)}`,
    );
}

// Small jobs against every plan there is.
{
  const exact = Array.from({ length: 60 }, (_, index) => {
    const problem = tinyProblem(index + 1);
    const search = new PlanSearch([{ cut: WHOLE_LOADS, problem }], 'earliest', index + 1);
    while (search.tries < 1200 && !search.isProven) search.step();
    const found = search.found?.plan.completion ?? 0;
    return found / exactCompletion(problem, found + 1);
  });
  const best = exact.filter((ratio) => ratio === 1).length;
  console.log(
    `${exact.length} small jobs solved exactly: the search is best in ${best}, at worst ${((Math.max(...exact) - 1) * 100).toFixed(1)} % later`,
  );
}

// Lives: logged early, late, in part, pinned, cooled, reworked, and planned again.
{
  const lives = isFull ? 720 : 20;
  const start = performance.now();
  let replans = 0;
  for (let seed = 1; seed <= lives; seed += 1) replans += liveThrough(seed, 6).replans;
  console.log(
    `${replans} re-plans, none breaks a promise: ${((performance.now() - start) / replans).toFixed(0)} ms each`,
  );
}

// Lives with every way of working: tents in the weather, racks by area, protected rooms, machines kept for a product, guns that fail.
{
  const lives = isFull ? 5000 : 20;
  const start = performance.now();
  const broken: string[] = [];
  for (let seed = 1; seed <= lives; seed += 1)
    broken.push(...liveWithWays(seed).map((what) => `${seed}: ${what}`));
  console.log(
    `${lives} re-plans with failures and weather, ${broken.length} broken promises: ${((performance.now() - start) / lives).toFixed(0)} ms a life`,
  );
  for (const what of broken.slice(0, 10)) console.log(`  ${what}`);
}

// Lives with things found on the way: mended, left, accepted, replaced.
{
  const lives = isFull ? 2000 : 20;
  const start = performance.now();
  let findings = 0;
  for (let seed = 1; seed <= lives; seed += 1) findings += liveWithFindings(seed).findings;
  console.log(
    `${findings} findings in ${lives} lives, no piece lost: ${((performance.now() - start) / lives).toFixed(0)} ms a life`,
  );
}

// Rules over a long sequence with deviations: `checkSequence` runs at every edit.
const home = contextOf('A');
const { pieces } = sampleJob([{ systemId: 'A', doors: 30, fronts: 30 }], shop);
const more = applyEdits(home.steps, [
  ...anotherRepeat(home.steps, 'filling'),
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

// The viscosity fit on a thousand simulated mixes: random viscosity and slope, timing off by up to 3 %, three readings.
const mixes = Array.from({ length: 1000 }, (_, index) => bringMix(index + 1));
const reachable = mixes.filter(({ isReachable }) => isReachable);
const there = reachable.filter(({ seconds, targetS }) => Math.abs(seconds - targetS) <= 1);
const readings = reachable.reduce((sum, mix) => sum + mix.readings, 0) / reachable.length;
const past = mixes.filter(({ fraction, maximum }) => fraction > maximum + 1e-9).length;
console.log(
  `\n${mixes.length} simulated mixes, ${reachable.length} of which can be thinned to their target: ${((100 * there.length) / reachable.length).toFixed(1)} % within 1 s, ${readings.toFixed(2)} readings each, ${past} past the sheet's maximum`,
);

if (isFull || process.argv.includes('trace')) await benchTrace();

console.log(`\nmost memory of this process: ${(process.resourceUsage().maxRSS / 1024).toFixed(0)} MB`);
