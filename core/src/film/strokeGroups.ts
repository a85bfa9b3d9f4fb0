import type { Geometry } from '../pieces/index.ts';
import { planOfCase, type SprayCase } from './cases.ts';
import type { StrokePlan } from './strokePlan.ts';

/** Pieces that are stroked alike. */
export interface StrokeGroup<T extends Geometry> {
  pieces: T[];
  plan: StrokePlan;
}

/** What of a piece decides its strokes. */
function shapeOf(piece: Geometry): string {
  const { widthMm, heightMm, construction, recessMm, bevelMm, frameMm, panelsAcross, panelsDown } = piece;
  const { topRailMm, bottomRailMm, midRailMm, midStileMm, finishEdges, bareEdges } = piece;
  return JSON.stringify([
    [widthMm, heightMm, construction, recessMm, bevelMm, frameMm, panelsAcross, panelsDown],
    [topRailMm, bottomRailMm, midRailMm, midStileMm, finishEdges, [...bareEdges].sort()],
  ]);
}

/** Pieces by how they are stroked in a case, the most numerous first; see {@link planOfCase}. */
export function strokeGroups<T extends Geometry>(pieces: readonly T[], one: SprayCase): StrokeGroup<T>[] {
  const groups = new Map<string, T[]>();
  for (const piece of pieces) {
    const shape = shapeOf(piece);
    const known = groups.get(shape);
    if (known) known.push(piece);
    else groups.set(shape, [piece]);
  }
  return [...groups.values()]
    .sort((a, b) => b.length - a.length)
    .flatMap((alike) => {
      const [first] = alike;
      return first ? [{ pieces: alike, plan: planOfCase(first, one) }] : [];
    });
}
