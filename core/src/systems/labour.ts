import {
  type CoatSide,
  EDGES,
  type Geometry,
  PIECE_KIND_TRAITS,
  type PieceKind,
  profileLengthMm,
  sideAreaM2,
} from '../pieces/index.ts';
import type { Labour } from './step.ts';

/** How many outer edges of a piece are finished. */
function finishedEdges({ finishEdges, bareEdges }: Geometry): number {
  return finishEdges ? EDGES.length - new Set(bareEdges).size : 0;
}

/**
 * Minutes that a yardstick gives for these pieces, without setting up and clearing away.
 * @param pace how much longer than usual a square metre of a piece takes; 1 where it is left out.
 */
export function handsOnMinutes(
  labour: Labour,
  pieces: readonly (Geometry & { kind?: PieceKind })[],
  side: CoatSide,
  pace: (piece: Geometry) => number = () => 1,
): number {
  return pieces.reduce((sum, piece) => {
    const sides =
      side === 'all' ? Number(piece.finishFront) + Number(piece.finishBack) : side === 'edges' ? 0 : 1;
    const isDrawer = piece.kind !== undefined && PIECE_KIND_TRAITS[piece.kind].isByDrawer;
    const perPiece = isDrawer ? (labour.perDrawerMin ?? labour.perPieceMin) : labour.perPieceMin;
    const faces = sides * (labour.perFaceSec ?? 0);
    const edges = side === 'back' ? 0 : finishedEdges(piece) * (labour.perEdgeSec ?? 0);
    const profileM = (profileLengthMm(piece) * sides) / 1000;
    return (
      sum +
      perPiece +
      labour.perM2Min * sideAreaM2(piece, side) * pace(piece) +
      labour.perProfileMMin * profileM +
      (faces + edges) / 60
    );
  }, 0);
}
