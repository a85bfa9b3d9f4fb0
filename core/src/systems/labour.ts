import { type CoatSide, type Geometry, profileLengthMm, sideAreaM2 } from '../pieces/index.ts';
import type { Labour } from './step.ts';

/** Minutes that a yardstick gives for these pieces, without setting up and clearing away. */
export function handsOnMinutes(labour: Labour, pieces: readonly Geometry[], side: CoatSide): number {
  return pieces.reduce((sum, piece) => {
    const sides =
      side === 'all' ? Number(piece.finishFront) + Number(piece.finishBack) : side === 'edges' ? 0 : 1;
    const profileM = (profileLengthMm(piece) * sides) / 1000;
    return (
      sum + labour.perPieceMin + labour.perM2Min * sideAreaM2(piece, side) + labour.perProfileMMin * profileM
    );
  }, 0);
}
