import type { JobDetail } from '@upholder/core/api';
import { cureName, type Finding, lastAnswer, STATE_WORDS, statedFindings } from '@upholder/core/inspection';
import { does } from '@upholder/core/systems';

/** What was decided about a finding and where that stands, in words. */
export function answerWords(finding: Finding, { steps, log }: Pick<JobDetail, 'steps' | 'log'>): string {
  const [stated] = statedFindings({ steps, log, findings: [finding] });
  const words = stated ? STATE_WORDS[stated.state] : '';
  const answer = lastAnswer(finding);
  if (!answer?.cure) return words;
  const isRecoated = steps.some(
    ({ id, operation }) => answer.stepIds.includes(id) && does(operation, 'laysFilm'),
  );
  return `${cureName(answer.cure, isRecoated)}: ${words}`;
}
