import type { RankedSystem } from '@upholder/core/survey';

/**
 * How a system fits, in words: what people ask first.
 * A catch is something the answers speak of; an open question that may still rule the system out is none.
 */
export function fitWords({
  exclusions,
  terms,
  open,
}: Pick<RankedSystem, 'exclusions' | 'terms' | 'open'>): string {
  if (exclusions.length > 0) return 'Ruled out';
  if (terms.some(({ points }) => points < 0)) return 'Fits with a catch';
  return open.some(({ ruledOutBy }) => ruledOutBy.length > 0) ? 'Fits so far' : 'Fits well';
}
