import { PIECE_DEFAULTS, type PieceSpec } from '../src/pieces/index.ts';

/** A piece for a sample, so large in mm; a plain door with finished edges where nothing else is said. */
export function pieceOf(widthMm: number, heightMm: number, part: Partial<PieceSpec> = {}): PieceSpec {
  return {
    ...PIECE_DEFAULTS,
    tag: 'T1',
    finishFront: true,
    finishBack: true,
    finishEdges: true,
    ...part,
    widthMm,
    heightMm,
  };
}
