import { figureOf, type Piece } from '../pieces/index.ts';
import type { FindingPart } from './defects.ts';

/** So near to the outline, in mm, a spot is on the edge; a finger on a drawing is not finer. */
const EDGE_MM = 14;
/** And at most this share of a small piece. */
const EDGE_SHARE = 0.09;

/**
 * The part of a piece that a spot on its drawing is on: its edge near the outline, the recess inside a panel, else the face.
 * @param x @param y share of width and height from the upper left corner, 0 to 1.
 */
export function partAt(piece: Piece, x: number, y: number): FindingPart {
  const [across, down] = [x * piece.widthMm, y * piece.heightMm];
  const reach = Math.min(EDGE_MM, EDGE_SHARE * Math.min(piece.widthMm, piece.heightMm));
  const toOutline = Math.min(across, piece.widthMm - across, down, piece.heightMm - down);
  if (toOutline <= reach) return 'edge';
  const isInPanel = figureOf(piece).panels.some(
    (panel) =>
      across >= panel.x &&
      across <= panel.x + panel.width &&
      down >= panel.y &&
      down <= panel.y + panel.height,
  );
  return isInPanel ? 'recess' : 'face';
}
