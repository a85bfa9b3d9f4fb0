import { GENERIC_SUPPLIES } from '../src/catalogue/index.ts';
import {
  type CureOption,
  cureCaseOf,
  curesFor,
  DEFECTS,
  type Finding,
  type FindingAnswer,
  faultyPieces,
  filmSteps,
  findingState,
  lastDoneKey,
  SEVERITIES,
  vanishesUnder,
} from '../src/inspection/index.ts';
import { effectiveLog, isStepItself, type Zone } from '../src/jobs/index.ts';
import type { Piece } from '../src/pieces/index.ts';
import type { JobForPlanning, PlanSnapshot, ShopForPlanning } from '../src/planning/index.ts';
import { applyEdits } from '../src/rules/index.ts';
import { type Minute, toInstant } from '../src/shop/index.ts';
import { draftOf, fitEdited, generateSteps, type Step, stepAppliesTo } from '../src/systems/index.ts';
import { entryFor, replan } from './lives.ts';
import { randomCase, SAMPLE_START, sampleId, seeded } from './sample.ts';

/** How the pieces of a life ended. */
export interface FindingLife {
  findings: number;
  cured: number;
  accepted: number;
  left: number;
  replaced: number;
}

interface Job extends JobForPlanning {
  findings: Finding[];
}

let minted = 0;
const mint = () => {
  minted += 1;
  return sampleId(12, minted);
};

/** A zone's steps as they stand after edits; those that are known keep their ids. */
function withSteps(job: Job, zoneId: string, steps: readonly Step[]): Job {
  const others = job.steps.filter((step) => step.zoneId !== zoneId);
  return { ...job, steps: [...others, ...steps.map((step, position) => ({ ...step, position }))] };
}

function edited(job: Job, zoneId: string, option: CureOption, isAlone: boolean): { job: Job; ids: string[] } {
  const known = job.steps.filter((step) => step.zoneId === zoneId).sort((a, b) => a.position - b.position);
  const byKey = new Map(known.map(({ key, id }) => [key, id]));
  const steps = applyEdits(known.map(draftOf), option.edits).map(
    (draft, position): Step => ({ ...draft, id: byKey.get(draft.key) ?? mint(), zoneId, position }),
  );
  const keys = new Set(option.steps.map(({ key }) => key));
  const written = steps.map((step) => (keys.has(step.key) ? { ...step, goesAlone: isAlone } : step));
  return {
    job: withSteps(job, zoneId, written),
    ids: steps.filter(({ key }) => keys.has(key)).map(({ id }) => id),
  };
}

function zoneOf(job: Job, piece: Piece): Zone {
  const zone = job.zones.find(({ id }) => id === piece.zoneId);
  if (!zone) throw new Error('a piece without a zone');
  return zone;
}

/** A piece that is made anew: its zone gets what raw pieces need besides. */
function replaced(job: Job, piece: Piece, shop: ShopForPlanning): Job {
  const zone = zoneOf(job, piece);
  if (!zone.systemId || !zone.options) return job;
  const drafts = generateSteps({
    systemId: zone.systemId,
    options: zone.options,
    sheets: shop.sheets,
    shop: shop.settings,
    isOnSite: job.job.place === 'client',
    treatments: ['finish', 'replace'],
  });
  if (!drafts.ok) throw new Error(drafts.message);
  const known = job.steps.filter(({ zoneId }) => zoneId === zone.id).sort((a, b) => a.position - b.position);
  const logged = new Set(job.log.map(({ stepId }) => stepId));
  const steps = fitEdited(known, drafts.value, zone.id, logged, mint);
  const pieces = job.pieces.map((one) =>
    one.id === piece.id ? { ...one, treatment: 'replace' as const } : one,
  );
  return withSteps({ ...job, pieces }, zone.id, steps);
}

/** Something is found on a piece that has had something, and answered in one of the ways that there are. */
function found(job: Job, shop: ShopForPlanning, now: Minute, random: () => number, life: FindingLife): Job {
  const pick = <T>(items: readonly T[]): T => items[Math.floor(random() * items.length)] as T;
  const piece = pick(job.pieces);
  const zone = zoneOf(job, piece);
  const steps = job.steps.filter(({ zoneId }) => zoneId === zone.id);
  const lastDone = lastDoneKey(steps, job.log, piece.id);
  const packed = steps.some(
    ({ id, operation }) =>
      (operation === 'pack' || operation === 'refit') &&
      job.log.some((entry) => entry.stepId === id && entry.pieceIds.includes(piece.id)),
  );
  if (lastDone === null || packed) return job;
  const at = toInstant(now).toISOString();
  const author = { memberId: sampleId(9, 1), memberName: 'Person 1', loggedAt: at };
  const side = piece.finishBack && random() < 0.4 ? ('back' as const) : ('front' as const);
  const finding: Finding = {
    id: mint(),
    jobId: job.job.id,
    pieceId: piece.id,
    stepId: steps.find(({ key }) => key === lastDone)?.id ?? null,
    spot: { side, part: 'face', x: random(), y: random() },
    defect: pick(DEFECTS),
    severity: pick(SEVERITIES),
    note: '',
    callBackId: null,
    foundAt: at,
    ...author,
    answers: [],
  };
  const around = { job: { ...job.job, neededBy: null }, zone, steps, piece, log: job.log, shop };
  const question = cureCaseOf(finding, around, GENERIC_SUPPLIES);
  const cures = curesFor(question);
  const answered = (next: Job, part: Partial<FindingAnswer> & Pick<FindingAnswer, 'answer'>): Job => ({
    ...next,
    findings: [
      ...next.findings,
      {
        ...finding,
        answers: [
          {
            id: mint(),
            findingId: finding.id,
            cure: null,
            cause: null,
            isAlone: false,
            reason: 'as agreed',
            at,
            stepIds: [],
            ...author,
            ...part,
          },
        ],
      },
    ],
  });
  life.findings += 1;
  const chance = random();
  if (chance < 0.6 && cures.length > 0) {
    const option = pick(cures);
    const isAlone = random() < 0.5;
    const made = edited(job, zone.id, option, isAlone);
    life.cured += 1;
    return answered(made.job, { answer: 'cure', cure: option.cure, isAlone, stepIds: made.ids });
  }
  if (chance < 0.75 && vanishesUnder(question) !== null) {
    life.left += 1;
    return answered(job, { answer: 'leave' });
  }
  if (chance < 0.85 && piece.treatment !== 'replace') {
    life.replaced += 1;
    return answered(replaced(job, piece, shop), { answer: 'replace' });
  }
  life.accepted += 1;
  return answered(job, { answer: 'accept' });
}

/**
 * A job from its first task to its last, with things found on the way and mended, left, accepted or replaced. Its plan is made
 * anew after each of them and has to hold; in the end every piece has had all its steps.
 * @throws Error where a plan breaks a promise, none is found, or a piece is lost.
 */
export function liveWithFindings(seed: number): FindingLife {
  const random = seeded(seed * 7919 + 3);
  // The same life whichever was lived before it.
  minted = 0;
  const { job: start, shop } = randomCase(seed + 20_000);
  const life: FindingLife = { findings: 0, cured: 0, accepted: 0, left: 0, replaced: 0 };
  let job: Job = { ...start, findings: [] };
  let now = SAMPLE_START;
  let plan: PlanSnapshot | null = null;
  for (let round = 0; round < 60; round += 1) {
    try {
      plan = replan(job, shop, now, plan);
    } catch (error) {
      throw new Error(`seed ${seed}, round ${round}: ${(error as Error).message}`);
    }
    const open = plan.ops.filter(({ personId }) => personId !== null).sort((a, b) => a.end - b.end);
    if (open.length === 0) return settled(job, life, seed);
    // A stretch of the plan is worked as it stands; more of it the longer the life goes on, so that it ends.
    const stretch = open.slice(0, Math.ceil(open.length * (0.2 + random() * 0.4 + round * 0.05)));
    for (const op of stretch) {
      job = { ...job, log: [...job.log, entryFor(op, op.pieceIds, op.end)] };
      now = Math.max(now, op.end);
    }
    if (round < 12)
      for (let count = 0; count < 2; count += 1)
        if (random() < 0.7) job = found(job, shop, now, random, life);
  }
  throw new Error(`seed ${seed}: never ends`);
}

/** Every piece has had its last coat and all that was put in for it, and every finding came to an end. */
function settled(job: Job, life: FindingLife, seed: number): FindingLife {
  const log = effectiveLog(job.log).filter(isStepItself);
  const had = new Set(log.flatMap(({ stepId, pieceIds }) => pieceIds.map((id) => `${stepId} ${id}`)));
  for (const piece of job.pieces) {
    const own = job.steps.filter(
      (step) => step.zoneId === piece.zoneId && step.loadFilter === 'all' && stepAppliesTo(step, piece),
    );
    const last = own.sort((a, b) => a.position - b.position).at(-1);
    if (last && !had.has(`${last.id} ${piece.id}`))
      throw new Error(`seed ${seed}: ${piece.tag} never came to ${last.key}`);
  }
  const coats = filmSteps(job.steps);
  for (const finding of job.findings) {
    const state = findingState(finding, log, coats);
    if (state === 'curing') throw new Error(`seed ${seed}: a repair of ${finding.defect} was never done`);
  }
  const faulty = faultyPieces(job);
  const lost = [...faulty].filter(
    (id) =>
      !job.findings.some((one) => one.pieceId === id && one.answers.some(({ answer }) => answer === 'leave')),
  );
  if (lost.length > 0) throw new Error(`seed ${seed}: ${lost.length} pieces are not settled`);
  return life;
}
