import type { RankedSystem } from '@upholder/core/survey';

/** How a system fits, in words: what people ask first. */
export function fitWords({ exclusions, terms, open }: RankedSystem): string {
  if (exclusions.length > 0) return 'Ruled out';
  const hasCatch =
    terms.some(({ points }) => points < 0) || open.some(({ ruledOutBy }) => ruledOutBy.length > 0);
  return hasCatch ? 'Fits with a catch' : 'Fits well';
}
