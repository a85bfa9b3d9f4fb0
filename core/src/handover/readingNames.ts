/** Tests of a finished film, and of the wood below it. The comb on a wet film is noted with its coat. */
export const READINGS = ['cross-cut', 'pencil', 'gloss', 'thumb', 'moisture'] as const;
export type Reading = (typeof READINGS)[number];
