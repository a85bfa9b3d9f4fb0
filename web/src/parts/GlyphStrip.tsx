import type { PieceStates } from '@upholder/core/floor';
import type { Piece } from '@upholder/core/pieces';
import { PieceGlyph } from './PieceGlyph.tsx';

interface StripProps {
  pieces: readonly Piece[];
  states: Map<string, PieceStates>;
  zones: readonly { id: string; newColour: string }[];
  /** As for a single glyph: px of the longer side, or of a metre. */
  size: number;
  perMetre?: boolean;
  now: number;
  className?: string;
}

/** Pieces side by side, each in its zone's colour and its present state. */
export function GlyphStrip({
  pieces,
  states,
  zones,
  size,
  perMetre = false,
  now,
  className = '',
}: StripProps) {
  const colours = new Map(zones.map(({ id, newColour }) => [id, newColour]));
  return (
    <div className={`flex flex-wrap items-end gap-x-0.5 gap-y-1 ${className}`}>
      {pieces.map((piece) => (
        <PieceGlyph
          key={piece.id}
          piece={piece}
          states={states.get(piece.id)}
          colour={colours.get(piece.zoneId) ?? '#888888'}
          size={size}
          perMetre={perMetre}
          now={now}
        />
      ))}
    </div>
  );
}
