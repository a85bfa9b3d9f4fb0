/** Ways to make a finding good. */
export const CURES = [
  'denib',
  'level-recoat',
  'block-spot',
  'block-whole',
  'spot-prime',
  'barrier',
  'one-more-coat',
  'strip',
  'fill-spot',
  'hard-topcoat',
  'wait',
] as const;
export type Cure = (typeof CURES)[number];
