import { PIECE_DEFAULTS, type Piece } from '../src/pieces/index.ts';
import { type Application, ApplicationSchema } from '../src/systems/index.ts';
import { sampleId } from './sample.ts';

/** A shaker door of 500 × 700 × 20, frame 70 wide, both recesses 8 deep, both sides and all edges finished. */
export const SHAKER_DOOR: Piece = {
  ...PIECE_DEFAULTS,
  id: sampleId(3, 1),
  zoneId: sampleId(1, 1),
  position: 0,
  tag: 'D1',
  construction: 'five-piece',
  widthMm: 500,
  heightMm: 700,
  thicknessMm: 20,
  frameMm: 70,
  recessMm: 8,
  recessBackMm: 8,
  bevelMm: 0,
  finishFront: true,
  finishBack: true,
  finishEdges: true,
};

/** A move of a step, on the flats unless it says otherwise. */
export const moveOn = (part: Partial<Application>): Application =>
  ApplicationSchema.parse({ parts: ['flats'], ...part });
