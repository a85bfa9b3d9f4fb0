/** Dry film in µm that one pass with a grit takes off. */
export interface SandedOff {
  /** FEPA P-grade. */
  grit: number;
  um: number;
}

/** What a light pass takes off a hard film, as a rule of thumb until a shop has measured its own: coarse paper cuts, fine paper dulls. */
export const SANDED_OFF: readonly SandedOff[] = [
  { grit: 80, um: 30 },
  { grit: 120, um: 20 },
  { grit: 180, um: 12 },
  { grit: 220, um: 8 },
  { grit: 320, um: 4 },
  { grit: 400, um: 3 },
  { grit: 800, um: 1.5 },
  { grit: 2000, um: 0.5 },
];

/**
 * Dry film in µm that one pass with a grit takes off: between two grits of the table in a straight line over the logarithms,
 * beyond its ends as at its ends.
 * @param table in any order; nothing is taken off by an empty one.
 */
export function sandedOffUm(grit: number, table: readonly SandedOff[] = SANDED_OFF): number {
  const rising = [...table].sort((a, b) => a.grit - b.grit);
  const above = rising.findIndex((entry) => entry.grit >= grit);
  const [from, to] = [rising[above - 1], rising[above]];
  if (!to) return rising.at(-1)?.um ?? 0;
  if (!from || to.grit === grit) return to.um;
  if (from.um <= 0 || to.um <= 0) return Math.min(from.um, to.um);
  const share = Math.log(grit / from.grit) / Math.log(to.grit / from.grit);
  return from.um * (to.um / from.um) ** share;
}
