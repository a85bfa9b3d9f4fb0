import type { JobDetail } from '@upholder/core/api';
import { nextTag, PIECE_DEFAULTS, type Piece, PieceSchema, tagStart } from '@upholder/core/pieces';
import { v7 as uuid } from 'uuid';

/** The next piece to type: like the one before, under the next tag. */
export function proposePiece(detail: JobDetail, last: Piece | null): Piece {
  const previous = last ?? detail.pieces.at(-1);
  const taken = [...detail.pieces.map(({ tag }) => tag), ...(last ? [last.tag] : [])];
  const position = Math.max(-1, last?.position ?? -1, ...detail.pieces.map((piece) => piece.position)) + 1;
  if (!previous) {
    return {
      ...PIECE_DEFAULTS,
      id: uuid(),
      zoneId: detail.zones[0]?.id ?? '',
      position,
      tag: nextTag(tagStart(detail.zones, detail.zones[0]?.id ?? ''), taken),
      widthMm: 400,
      heightMm: 720,
    };
  }
  const { id: _id, note: _note, openingId: _opening, ...like } = previous;
  return (
    PieceSchema.safeParse({
      ...like,
      id: uuid(),
      note: '',
      openingId: null,
      treatment: 'finish',
      position,
      tag: nextTag(previous.tag, taken),
    }).data ?? {
      ...PIECE_DEFAULTS,
      id: uuid(),
      zoneId: previous.zoneId,
      position,
      tag: nextTag(previous.tag, taken),
      widthMm: 400,
      heightMm: 720,
    }
  );
}
