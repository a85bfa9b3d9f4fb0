import { isSprayed } from '../src/catalogue/index.ts';
import { checkPlan, planJob, snapshotOf } from '../src/planning/index.ts';
import { minuteAt, toInstant } from '../src/shop/index.ts';
import { entryFor } from './lives.ts';
import { sampleId } from './sample.ts';
import { waysCase } from './waysCase.ts';

// Jobs with every way of working that are worked a while, lose a gun, and are planned again: for tests and the benchmark.

const MONDAY = minuteAt('2026-11-23', '06:00', 'Europe/London');
/** Plans, works a while, lets a gun fail, and plans again; what the checker has against either plan. */
export function liveWithWays(seed: number): string[] {
  const { job, shop, random } = waysCase(seed, MONDAY);
  const first = planJob(job, shop, MONDAY);
  if (!first.ok) return [`no plan: ${first.message}`];
  const found = checkPlan(first.value.problem, first.value.plan).map(({ code, opId }) => `${code} ${opId}`);
  const done = first.value.plan.ops
    .filter(({ op, personId }) => personId !== null && !op.task && !op.id.includes('#'))
    .sort((a, b) => a.end - b.end)
    .slice(0, Math.floor(random() * 14));
  const now = (done.at(-1)?.end ?? MONDAY) + Math.floor(random() * 90);
  const log = done.map(({ op, end }) => entryFor(op, op.pieceIds, end, { memberId: null }));
  const sprayed = job.steps.filter(({ applicator }) => isSprayed(applicator));
  const failing = sprayed[Math.floor(random() * sprayed.length)];
  const events = failing
    ? [
        {
          id: sampleId(5, 1),
          at: toInstant(now).toISOString(),
          what: {
            kind: 'tool',
            stepId: failing.id,
            pieceIds: job.pieces.filter(() => random() < 0.5).map(({ id }) => id),
            to: 'brush',
          },
        },
      ]
    : [];
  const roomUp = first.value.plan.ops.some(({ op, end }) => op.task === 'floor' && end <= now)
    ? [
        ...(['floor', 'wall'] as const).map((task, index) => ({
          id: sampleId(5, 10 + index),
          at: toInstant(now).toISOString(),
          what: { kind: 'room', task, isOn: true },
        })),
      ]
    : [];
  const kept = snapshotOf(sampleId(6, 1), '2026-11-23T06:00:00.000Z', shop.climate, first.value);
  const lived = { ...job, log, events: [...events, ...roomUp] };
  const again = planJob(lived, shop, now, { loads: kept.loads, ops: kept.ops });
  if (!again.ok) return [...found, `no second plan: ${again.message}`];
  return [
    ...found,
    ...checkPlan(again.value.problem, again.value.plan).map(({ code, opId }) => `again ${code} ${opId}`),
  ];
}
