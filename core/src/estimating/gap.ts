import type { Applicator } from '../catalogue/applicators.ts';
import { geometricEfficiency } from '../film/index.ts';
import { type Piece, sideAreaM2 } from '../pieces/index.ts';
import type { Step } from '../systems/index.ts';
import { sideOf } from '../systems/index.ts';
import { type CountedRole, STANDARD_DOOR, STANDARD_FILM_UM, seededPerSide } from './standardDoor.ts';

/** Why a count by doors is not what the film gives. */
export const GAP_CAUSES = ['figure', 'area', 'film', 'edges', 'rest'] as const;
export type GapCause = (typeof GAP_CAUSES)[number];

/** One cause, and by how much it alone makes the count larger (above 0) or smaller than the film, in %. */
export interface GapReason {
  cause: GapCause;
  pct: number;
}

/** A cause that moves the count by less than this is not worth a word, in %. */
const WORTH_PCT = 5;

/**
 * Takes the gap between count and film apart: the shop's own figure against a standard door, pieces larger or smaller than the doors they
 * count for, another wet film, more or less spray past the edges; what is left is mostly residue in the tool. The factors multiply to the
 * whole gap. Largest first; small ones are left out.
 */
export function gapReasons(
  step: Pick<Step, 'wftUm' | 'applicator' | 'isEdgesOnly' | 'faces'>,
  pieces: readonly Piece[],
  role: CountedRole,
  counted: { perSideMl: number; equivalentSides: number; paintMl: number },
  filmMl: number,
): GapReason[] {
  if (filmMl <= 0 || counted.paintMl <= 0) return [];
  const tool: Applicator = step.applicator ?? 'brush';
  const side = sideOf(step as Step);
  const areas = pieces.map((piece) => ({
    areaM2: sideAreaM2(piece, side),
    met: geometricEfficiency(piece, tool),
  }));
  const areaM2 = areas.reduce((sum, one) => sum + one.areaM2, 0);
  const sprayed = areas.reduce((sum, one) => sum + one.areaM2 / one.met, 0);
  if (areaM2 <= 0) return [];
  const standardM2 = sideAreaM2(STANDARD_DOOR, 'all') / 2;
  const factors: Record<Exclude<GapCause, 'rest'>, number> = {
    figure: counted.perSideMl / seededPerSide(role, tool),
    area: (standardM2 * counted.equivalentSides) / areaM2,
    film: STANDARD_FILM_UM[role] / (step.wftUm ?? STANDARD_FILM_UM[role]),
    edges: areaM2 / sprayed / geometricEfficiency(STANDARD_DOOR, tool),
  };
  const known = Object.values(factors).reduce((product, factor) => product * factor, 1);
  const all = { ...factors, rest: counted.paintMl / filmMl / known };
  return GAP_CAUSES.map((cause) => ({ cause, pct: (all[cause] - 1) * 100 }))
    .filter(({ pct }) => Math.abs(pct) >= WORTH_PCT)
    .sort((a, b) => Math.abs(b.pct) - Math.abs(a.pct));
}
