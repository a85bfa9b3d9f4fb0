import type { PieceSpec } from './model.ts';

/** Finished areas of a piece in mm². A side that is not finished counts nothing. */
export interface PieceAreas {
  frontMm2: number;
  backMm2: number;
  edgesMm2: number;
  /** Inner walls of all recesses on the finished sides: what a gun pointed straight down misses. */
  recessWallsMm2: number;
  totalMm2: number;
}

type Geometry = Omit<PieceSpec, 'tag' | 'note' | 'kind'>;

/** Inner perimeters of all panels of one side, in mm; 0 for a slab. */
export function panelPerimeterMm(piece: Geometry): number {
  if (piece.construction === 'slab') return 0;
  const width = (piece.widthMm - piece.frameMm * (piece.panelsAcross + 1)) / piece.panelsAcross;
  const height = (piece.heightMm - piece.frameMm * (piece.panelsDown + 1)) / piece.panelsDown;
  return Math.max(0, 2 * (width + height) * piece.panelsAcross * piece.panelsDown);
}

/**
 * Areas to be finished: faces W·H, edges 2(W+H)·T, recess walls Σ inner perimeter × depth on each finished side.
 * The floor of a recess is as large as its opening, so a face is W·H whatever its construction.
 *
 * @returns mm²; all parts are ≥ 0.
 */
export function pieceAreas(piece: Geometry): PieceAreas {
  const face = piece.widthMm * piece.heightMm;
  const frontMm2 = piece.finishFront ? face : 0;
  const backMm2 = piece.finishBack ? face : 0;
  const edgesMm2 = piece.finishEdges ? 2 * (piece.widthMm + piece.heightMm) * piece.thicknessMm : 0;
  const recessedSides = Number(piece.finishFront) + Number(piece.finishBack);
  const recessWallsMm2 = panelPerimeterMm(piece) * piece.recessMm * recessedSides;
  return {
    frontMm2,
    backMm2,
    edgesMm2,
    recessWallsMm2,
    totalMm2: frontMm2 + backMm2 + edgesMm2 + recessWallsMm2,
  };
}

/** What one visit to a piece covers: everything, one face (the front takes the edges along), or only the edges. */
export type CoatSide = 'all' | 'front' | 'back' | 'edges';

/** Area in m² that a visit to one side covers, including its share of the recess walls. */
export function sideAreaM2(piece: Geometry, side: CoatSide): number {
  const areas = pieceAreas(piece);
  const recessedSides = Number(piece.finishFront) + Number(piece.finishBack);
  const wallsPerSide = recessedSides === 0 ? 0 : areas.recessWallsMm2 / recessedSides;
  switch (side) {
    case 'all':
      return areas.totalMm2 / 1e6;
    case 'edges':
      return areas.edgesMm2 / 1e6;
    case 'back':
      return (areas.backMm2 + (piece.finishBack ? wallsPerSide : 0)) / 1e6;
    case 'front':
      return (areas.frontMm2 + areas.edgesMm2 + (piece.finishFront ? wallsPerSide : 0)) / 1e6;
  }
}

/** Sum of the areas of many pieces. */
export function totalAreas(pieces: readonly Geometry[]): PieceAreas {
  const sum: PieceAreas = { frontMm2: 0, backMm2: 0, edgesMm2: 0, recessWallsMm2: 0, totalMm2: 0 };
  for (const piece of pieces) {
    const areas = pieceAreas(piece);
    sum.frontMm2 += areas.frontMm2;
    sum.backMm2 += areas.backMm2;
    sum.edgesMm2 += areas.edgesMm2;
    sum.recessWallsMm2 += areas.recessWallsMm2;
    sum.totalMm2 += areas.totalMm2;
  }
  return sum;
}

/**
 * The trade's finger-count: an ordinary door 1, a large or several-panelled piece 2, a small front or flap ½.
 * Thresholds are on the face area in m².
 */
export function doorEquivalents(piece: Geometry, smallBelowM2 = 0.12, largeAboveM2 = 0.6): number {
  const faceM2 = (piece.widthMm * piece.heightMm) / 1e6;
  if (faceM2 < smallBelowM2) return 0.5;
  const panels = piece.construction === 'five-piece' ? piece.panelsAcross * piece.panelsDown : 1;
  return faceM2 > largeAboveM2 || panels > 2 ? 2 : 1;
}
