import { z } from 'zod';
import { CAUSES } from '../causes/index.ts';
import { textField } from '../fields/index.ts';
import { effectiveLog, isStepItself, type LogEntry } from '../jobs/index.ts';
import { said } from '../said/index.ts';
import type { Step } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import { CURES } from './cureNames.ts';
import { DEFECTS, FINDING_PARTS, SEVERITIES } from './defects.ts';

/** Where on a piece something was found, as shares of the drawing from its upper left corner. */
export const SpotSchema = z.object({
  side: z.enum(['front', 'back']),
  part: z.enum(FINDING_PARTS),
  x: z.number().min(0).max(1),
  y: z.number().min(0).max(1),
});
export type Spot = z.infer<typeof SpotSchema>;

/** Something that is wrong with a piece, as a client sends it; it makes its own id, so that it is written once. */
export const NewFindingSchema = z.object({
  id: z.uuid(),
  jobId: z.uuid(),
  pieceId: z.uuid(),
  /** The step in whose work it shows: the last one that the piece had had; null before the first. */
  stepId: z.uuid().nullable(),
  spot: SpotSchema,
  defect: z.enum(DEFECTS),
  severity: z.enum(SEVERITIES),
  note: textField('note', 1000),
  foundAt: z.iso.datetime({ error: said('inspect.enter-when-it-was-found') }),
  /** The call-back that it was found for; null where it was found at work. */
  callBackId: z.uuid().nullable().default(null),
});
export type NewFinding = z.infer<typeof NewFindingSchema>;

/**
 * What is to become of a finding. `cure`: steps were put in for the piece. `leave`: goes away under what is still to come.
 * `accept`: stays, and somebody agreed to it. `replace`: a new piece is made. `withdraw`: it was a mistake, or the answer
 * before it was.
 */
export const ANSWERS = ['cure', 'leave', 'accept', 'replace', 'withdraw'] as const;
export type AnswerKind = (typeof ANSWERS)[number];

const answerFields = {
  id: z.uuid(),
  findingId: z.uuid(),
  answer: z.enum(ANSWERS),
  /** Which cure, where the answer is one. */
  cure: z.enum(CURES).nullable(),
  /** Whether the piece leaves its load for a repair, so that the others need not wait for it. */
  isAlone: z.boolean().default(false),
  /** The cause that somebody confirmed; null where nobody did. */
  cause: z.enum(CAUSES).nullable(),
  reason: textField('reason', 500),
  at: z.iso.datetime(),
};

/** An answer to a finding, as a client sends it. */
export const NewAnswerSchema = z
  .object(answerFields)
  .refine(({ answer, cure }) => (answer === 'cure') === (cure !== null), {
    path: ['cure'],
    message: said('inspect.choose-a-cure'),
  })
  .refine(({ answer, reason }) => answer !== 'accept' || reason !== '', {
    path: ['reason'],
    message: said('inspect.write-who-accepted-it'),
  });
export type NewAnswer = z.infer<typeof NewAnswerSchema>;

const author = {
  /** Null when the member belongs to another shop, as after an import. */
  memberId: z.uuid().nullable(),
  memberName: z.string(),
  loggedAt: z.iso.datetime(),
};

/** An answer as it is kept, with the steps that it put in. */
export const FindingAnswerSchema = z.object({ ...answerFields, ...author, stepIds: z.array(z.uuid()) });
export type FindingAnswer = z.infer<typeof FindingAnswerSchema>;

/** A finding as it is kept, with all its answers in the order in which they were given; the last one counts. */
export const FindingSchema = NewFindingSchema.extend({ ...author, answers: z.array(FindingAnswerSchema) });
export type Finding = z.infer<typeof FindingSchema>;

/** Where a finding stands. */
export const FINDING_STATES = [
  'open',
  'curing',
  'cured',
  'left',
  'accepted',
  'replaced',
  'withdrawn',
] as const;
export type FindingState = (typeof FINDING_STATES)[number];

/** The answer that counts; null while there is none. */
export function lastAnswer({ answers }: Pick<Finding, 'answers'>): FindingAnswer | null {
  return answers.at(-1) ?? null;
}

/** Entries that speak of steps of a piece, as far as the state of a finding needs them. */
type Logged = readonly { stepId: string; pieceIds: readonly string[]; doneAt: string }[];

/**
 * Where a finding stands. A cure is through when every step that it put in is logged for the piece; one that was left is
 * looked at again once a coat went on after it.
 * @param log entries that count.
 * @param coats ids of the steps that lay a film.
 */
export function findingState(
  finding: Pick<Finding, 'answers' | 'pieceId'>,
  log: Logged,
  coats: ReadonlySet<string>,
): FindingState {
  const answer = lastAnswer(finding);
  if (!answer) return 'open';
  const own = log.filter(({ pieceIds }) => pieceIds.includes(finding.pieceId));
  switch (answer.answer) {
    case 'cure':
      return answer.stepIds.every((id) => own.some(({ stepId }) => stepId === id)) ? 'cured' : 'curing';
    case 'leave':
      return own.some(({ stepId, doneAt }) => coats.has(stepId) && doneAt > answer.at) ? 'open' : 'left';
    case 'accept':
      return 'accepted';
    case 'replace':
      return 'replaced';
    case 'withdraw':
      return 'withdrawn';
  }
}

/** Whether somebody still has to decide or to do something about it. */
export function isUnsettled(state: FindingState): boolean {
  return state === 'open' || state === 'curing' || state === 'left';
}

/** A job as far as its findings go. */
interface FoundJob {
  steps: readonly Step[];
  log: readonly LogEntry[];
  findings?: readonly Finding[];
}

/** The findings of a job, each with where it stands. */
export function statedFindings({
  steps,
  log,
  findings = [],
}: FoundJob): { finding: Finding; state: FindingState }[] {
  if (findings.length === 0) return [];
  const entries = effectiveLog(log).filter(isStepItself);
  const coats = filmSteps(steps);
  return findings.map((finding) => ({ finding, state: findingState(finding, entries, coats) }));
}

/** Ids of pieces with a finding that is not settled. */
export function faultyPieces(job: FoundJob): Set<string> {
  return new Set(
    statedFindings(job)
      .filter(({ state }) => isUnsettled(state))
      .map(({ finding }) => finding.pieceId),
  );
}

/** Ids of the steps that lay a film. */
export function filmSteps(steps: readonly Step[]): Set<string> {
  return new Set(steps.filter((step) => does(step, 'laysFilm')).map(({ id }) => id));
}

/** Where a finding stands, in words. */
export const STATE_WORDS: Record<FindingState, string> = {
  open: said('inspect.state-open'),
  curing: said('inspect.state-curing'),
  cured: said('inspect.state-cured'),
  left: said('inspect.state-left'),
  accepted: said('inspect.state-accepted'),
  replaced: said('inspect.state-replaced'),
  withdrawn: said('inspect.state-withdrawn'),
};
