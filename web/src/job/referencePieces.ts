import { PIECE_DEFAULTS, type Piece } from '@upholder/core/pieces';

/** Twenty framed doors of 400 × 720 mm, both sides: what figures stand for where there is no job. */
export const REFERENCE_PIECES: readonly Piece[] = Array.from({ length: 20 }, (_, index) => ({
  ...PIECE_DEFAULTS,
  id: `00000000-0000-4000-8000-${String(index).padStart(12, '0')}`,
  zoneId: '',
  position: index,
  tag: `D${index + 1}`,
  widthMm: 400,
  heightMm: 720,
}));
