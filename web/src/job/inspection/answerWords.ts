import type { JobDetail } from '@upholder/core/api';
import {
  cureName,
  type Finding,
  filmSteps,
  findingState,
  lastAnswer,
  STATE_WORDS,
} from '@upholder/core/inspection';
import { effectiveLog, isStepItself } from '@upholder/core/jobs';
import { does } from '@upholder/core/systems';

/** What was decided about a finding and where that stands, in words. */
export function answerWords(finding: Finding, { steps, log }: Pick<JobDetail, 'steps' | 'log'>): string {
  const state = findingState(finding, effectiveLog(log).filter(isStepItself), filmSteps(steps));
  const answer = lastAnswer(finding);
  if (!answer?.cure) return STATE_WORDS[state];
  const isRecoated = steps.some(
    ({ id, operation }) => answer.stepIds.includes(id) && does(operation, 'laysFilm'),
  );
  return `${cureName(answer.cure, isRecoated)}: ${STATE_WORDS[state]}`;
}
