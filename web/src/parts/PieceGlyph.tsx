import type { PieceStates, SideState } from '@upholder/core/floor';
import type { Geometry, Piece } from '@upholder/core/pieces';
import { formatDuration } from '@upholder/core/units';
import { memo } from 'react';
import { Half, Lines, Notch } from './glyphParts.tsx';

const BARE: PieceStates = {
  isFaulty: false,
  front: { state: 'bare', wetUntil: null, isColour: false },
  back: { state: 'bare', wetUntil: null, isColour: false },
};
/** Below this height, in px, textures are drawn coarser. */
const COARSE_BELOW_PX = 44;

const WORDS: Record<SideState['state'], string> = {
  bare: 'bare',
  clean: 'clean',
  keyed: 'keyed',
  filled: 'filled',
  primed: 'primed',
  wet: 'wet',
  dry: 'dry',
  cured: 'cured',
};

/** The states of both sides in words: `front wet, 42 min; back primed`. */
export function stateWords(states: PieceStates, now: number): string {
  const side = (state: SideState | null, name: string) => {
    if (!state) return null;
    const left = state.wetUntil === null ? '' : `, ${formatDuration(state.wetUntil - now)}`;
    return `${name} ${WORDS[state.state]}${left}`;
  };
  const fault = states.isFaulty ? 'finding open' : null;
  if (
    states.front &&
    states.back &&
    states.front.state === states.back.state &&
    states.front.wetUntil === states.back.wetUntil
  ) {
    return [side(states.front, 'both sides'), fault].filter(Boolean).join('; ');
  }
  return [side(states.front, 'front'), side(states.back, 'back'), fault].filter(Boolean).join('; ');
}

interface GlyphProps {
  piece: Geometry & Partial<Pick<Piece, 'tag'>>;
  states?: PieceStates;
  /** The zone's new colour. */
  colour: string;
  /** px of the longer side, or of a metre when `perMetre` is set, so that pieces keep their relative size. */
  size: number;
  perMetre?: boolean;
  now?: number;
  /** Shows the minutes left on a wet piece. */
  withCountdown?: boolean;
}

/**
 * A piece in true proportion: left half front, right half back, state by texture first and colour second.
 */
export const PieceGlyph = memo(function PieceGlyph({
  piece,
  states = BARE,
  colour,
  size,
  perMetre = false,
  now = 0,
  withCountdown = false,
}: GlyphProps) {
  const scale = perMetre ? size / 1000 : size / Math.max(piece.widthMm, piece.heightMm);
  const width = Math.max(8, piece.widthMm * scale);
  const height = Math.max(8, piece.heightMm * scale);
  const isCoarse = Math.max(width, height) < COARSE_BELOW_PX;
  const half = width / 2;
  const isCured = states.front?.state === 'cured' && (states.back === null || states.back.state === 'cured');
  const wetUntil = Math.max(states.front?.wetUntil ?? 0, states.back?.wetUntil ?? 0);
  const title = `${piece.tag ?? ''} ${stateWords(states, now)}`.trim();
  const empty: SideState = { state: 'bare', wetUntil: null, isColour: false };
  const pad = 3;
  return (
    <svg
      width={width + pad * 2}
      height={height + pad * 2}
      viewBox={`${-pad} ${-pad} ${width + pad * 2} ${height + pad * 2}`}
      role="img"
      aria-label={title}
    >
      <title>{title}</title>
      <svg
        aria-hidden="true"
        x={0}
        y={0}
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        overflow="hidden"
      >
        {states.back ? (
          <>
            <Half
              side={states.front ?? empty}
              x={0}
              width={half}
              height={height}
              colour={colour}
              isCoarse={isCoarse}
            />
            <Half
              side={states.back}
              x={half}
              width={half}
              height={height}
              colour={colour}
              isCoarse={isCoarse}
            />
          </>
        ) : (
          <Half
            side={states.front ?? empty}
            x={0}
            width={width}
            height={height}
            colour={colour}
            isCoarse={isCoarse}
          />
        )}
        <Lines piece={piece} scale={scale} isCoarse={isCoarse} />
        {states.back && (
          <line
            x1={half}
            x2={half}
            y1={0}
            y2={height}
            stroke="var(--glyph)"
            strokeWidth="0.8"
            strokeDasharray={isCoarse ? '1.5 2' : '2 3'}
          />
        )}
      </svg>
      <rect
        x={0}
        y={0}
        width={width}
        height={height}
        fill="none"
        stroke="var(--glyph)"
        strokeWidth={isCoarse ? 1.1 : 1.5}
      />
      {isCured && (
        <rect
          x={-2.5}
          y={-2.5}
          width={width + 5}
          height={height + 5}
          fill="none"
          stroke="var(--glyph)"
          strokeWidth="0.9"
        />
      )}
      {states.isFaulty && <Notch width={width} isCoarse={isCoarse} />}
      {withCountdown && wetUntil > now && (
        <g transform={`translate(${width / 2} ${height / 2})`}>
          <rect x={-24} y={-9} width={48} height={18} rx={2} fill="var(--ink)" />
          <text textAnchor="middle" y={4.5} fontSize="12" fontWeight="650" fill="var(--sheet)">
            {formatDuration(wetUntil - now)}
          </text>
        </g>
      )}
    </svg>
  );
});
