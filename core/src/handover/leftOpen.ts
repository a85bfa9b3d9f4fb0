import type { Opening, Wall } from '../elevation/index.ts';
import { pieceStates } from '../floor/index.ts';
import { type Finding, isUnsettled, statedFindings } from '../inspection/index.ts';
import { effectiveLog, type Job } from '../jobs/index.ts';
import { type Piece, tagsOf } from '../pieces/index.ts';
import {
  type JobForPlanning,
  loggedEnd,
  type PlanSnapshot,
  type ShopForPlanning,
} from '../planning/index.ts';
import { said } from '../said/index.ts';
import type { Minute } from '../shop/index.ts';
import { refitRows, tickedOf, touchUpsOf } from './checks.ts';
import type { Check, JobEvent } from './events.ts';

/** A job as far as its handover asks about it. */
export interface HandoverJob extends Pick<JobForPlanning, 'zones' | 'steps' | 'pieces' | 'log'> {
  job: Pick<Job, 'place'>;
  plan: Pick<PlanSnapshot, 'ops'> | null;
  findings: readonly Finding[];
  events: readonly JobEvent[];
  openings: readonly Opening[];
  walls: readonly Wall[];
}

/** Something that still stands in the way of a handover. */
export interface LeftOpen {
  /** `work`: planned, wet or found and not settled; `list`: not ticked or touched up yet. */
  kind: 'work' | 'list';
  /** A sentence by code. */
  words: string;
}

const CHECK_LEFT: Partial<Record<Check, (count: number, tags: string) => string>> = {
  counted: (count, tags) => said('handover.not-counted', { count, tags }),
  refitted: (count, tags) => said('handover.not-refitted', { count, tags }),
  level: (count, tags) => said('handover.not-level', { count, tags }),
  hinges: (count, tags) => said('handover.not-adjusted', { count, tags }),
  bumpers: (count, tags) => said('handover.no-bumpers', { count, tags }),
};

function plannedLeft({ plan, log }: HandoverJob): LeftOpen[] {
  const counting = effectiveLog(log);
  const open = (plan?.ops ?? [])
    .filter((op) => op.personId !== null && loggedEnd(op, counting) === null)
    .sort((a, b) => a.start - b.start);
  const [first] = open;
  if (!first) return [];
  return [{ kind: 'work', words: said('handover.planned-left', { count: open.length, name: first.name }) }];
}

/** Pieces that nobody worked on and no plan speaks of: added late, or a job that was never planned. */
function untouchedLeft(job: HandoverJob): LeftOpen[] {
  const counting = effectiveLog(job.log);
  const touched = new Set(counting.flatMap(({ pieceIds }) => pieceIds));
  for (const { pieceIds, personId } of job.plan?.ops ?? [])
    if (personId !== null) for (const id of pieceIds) touched.add(id);
  return tagged(
    job.pieces.filter(({ id }) => !touched.has(id)),
    job,
    'work',
    (count, tags) => said('handover.nothing-logged', { count, tags }),
  );
}

function wetLeft(
  job: HandoverJob,
  shop: Pick<ShopForPlanning, 'sheets' | 'settings' | 'climate'>,
  now: Minute,
) {
  const states = pieceStates(job, shop, now);
  const wet = job.pieces.filter(({ id }) => {
    const state = states.get(id);
    return state?.front?.state === 'wet' || state?.back?.state === 'wet';
  });
  return tagged(wet, job, 'work', (count, tags) => said('handover.wet-left', { count, tags }));
}

function tagged(
  some: readonly Piece[],
  { pieces }: HandoverJob,
  kind: LeftOpen['kind'],
  words: (count: number, tags: string) => string,
): LeftOpen[] {
  if (some.length === 0) return [];
  return [
    {
      kind,
      words: words(
        some.length,
        tagsOf(
          pieces,
          some.map(({ id }) => id),
        ),
      ),
    },
  ];
}

/**
 * Everything that is not done on the day of a handover, in sentences: work first, then what is not ticked. Nothing of it
 * forbids the handover; whoever hands over all the same has seen it, and it is kept with the sheet.
 */
export function leftOpenOf(
  job: HandoverJob,
  shop: Pick<ShopForPlanning, 'sheets' | 'settings' | 'climate'>,
  now: Minute,
): LeftOpen[] {
  const found = statedFindings(job).filter(({ state }) => isUnsettled(state));
  const faulty = new Set(found.map(({ finding }) => finding.pieceId));
  const rows = refitRows(job);
  const ticked = tickedOf(job.events, job.openings);
  const lists = (Object.entries(CHECK_LEFT) as [Check, (count: number, tags: string) => string][]).flatMap(
    ([check, words]) => {
      const missing = rows.filter(
        ({ piece, checks }) => checks.includes(check) && !ticked.get(check)?.has(piece.id),
      );
      return tagged(
        missing.map(({ piece }) => piece),
        job,
        'list',
        words,
      );
    },
  );
  const bags = job.openings.filter(({ id }) => !ticked.get('bag')?.has(id));
  const touchUps = touchUpsOf(job.events).filter(({ isDone }) => !isDone);
  return [
    ...plannedLeft(job),
    ...untouchedLeft(job),
    ...wetLeft(job, shop, now),
    ...tagged(
      job.pieces.filter(({ id }) => faulty.has(id)),
      job,
      'work',
      (_count, tags) => said('handover.found-left', { count: found.length, tags }),
    ),
    ...lists,
    ...(bags.length > 0
      ? [
          {
            kind: 'list' as const,
            words: said('handover.bags-left', {
              count: bags.length,
              tags: tagsOf(
                bags,
                bags.map(({ id }) => id),
              ),
            }),
          },
        ]
      : []),
    ...(touchUps.length > 0
      ? [{ kind: 'list' as const, words: said('handover.touch-ups-left', { count: touchUps.length }) }]
      : []),
  ];
}
