import {
  type CoatSide,
  type Geometry,
  PIECE_KIND_TRAITS,
  type PieceKind,
  profileLengthMm,
  sideAreaM2,
} from '../pieces/index.ts';
import type { Labour } from './step.ts';

/** Minutes that a yardstick gives for these pieces, without setting up and clearing away. */
export function handsOnMinutes(
  labour: Labour,
  pieces: readonly (Geometry & { kind?: PieceKind })[],
  side: CoatSide,
): number {
  return pieces.reduce((sum, piece) => {
    const sides =
      side === 'all' ? Number(piece.finishFront) + Number(piece.finishBack) : side === 'edges' ? 0 : 1;
    const isDrawer = piece.kind !== undefined && PIECE_KIND_TRAITS[piece.kind].isByDrawer;
    const perPiece = isDrawer ? (labour.perDrawerMin ?? labour.perPieceMin) : labour.perPieceMin;
    const profileM = (profileLengthMm(piece) * sides) / 1000;
    return sum + perPiece + labour.perM2Min * sideAreaM2(piece, side) + labour.perProfileMMin * profileM;
  }, 0);
}
