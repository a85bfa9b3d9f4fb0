import type { PieceStates, SideState } from '@upholder/core/floor';
import { figureOf, type Geometry, type Piece } from '@upholder/core/pieces';
import { formatDuration } from '@upholder/core/units';
import { memo } from 'react';

const BARE: PieceStates = {
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
  if (
    states.front &&
    states.back &&
    states.front.state === states.back.state &&
    states.front.wetUntil === states.back.wetUntil
  ) {
    return side(states.front, 'both sides') ?? '';
  }
  return [side(states.front, 'front'), side(states.back, 'back')].filter(Boolean).join('; ');
}

/** Patterns that all glyphs share; stands once in the page. */
export function GlyphPatterns() {
  const pattern = (name: string, step: number, drawing: React.ReactNode, turn = 0) => (
    <pattern
      id={name}
      width={step}
      height={step}
      patternUnits="userSpaceOnUse"
      patternTransform={turn === 0 ? undefined : `rotate(${turn})`}
    >
      {drawing}
    </pattern>
  );
  return (
    <svg width="0" height="0" aria-hidden="true" className="absolute">
      <defs>
        {pattern(
          'hatch-fine',
          4,
          <line x1="0" y1="0" x2="0" y2="4" stroke="var(--glyph)" strokeWidth="0.9" />,
          45,
        )}
        {pattern(
          'hatch-coarse',
          5,
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--glyph)" strokeWidth="1.3" />,
          45,
        )}
        {pattern('dots-fine', 5, <circle cx="2" cy="2" r="1" fill="var(--glyph)" />)}
        {pattern('dots-coarse', 6, <circle cx="2.5" cy="2.5" r="1.4" fill="var(--glyph)" />)}
        {pattern(
          'tone-fine',
          3,
          <>
            <rect width="3" height="3" fill="var(--primer)" />
            <rect width="1.5" height="1.5" fill="var(--glyph)" opacity="0.55" />
            <rect x="1.5" y="1.5" width="1.5" height="1.5" fill="var(--glyph)" opacity="0.55" />
          </>,
        )}
        {pattern(
          'tone-coarse',
          4,
          <>
            <rect width="4" height="4" fill="var(--primer)" />
            <rect width="2" height="2" fill="var(--glyph)" opacity="0.55" />
            <rect x="2" y="2" width="2" height="2" fill="var(--glyph)" opacity="0.55" />
          </>,
        )}
        <linearGradient id="wet-sheen" x1="0" x2="1" y1="0" y2="0.4">
          <stop offset="0" stopColor="#fff" stopOpacity="0" />
          <stop offset="0.5" stopColor="#fff" stopOpacity="0.75" />
          <stop offset="1" stopColor="#fff" stopOpacity="0" />
        </linearGradient>
      </defs>
    </svg>
  );
}

function Half({
  side,
  x,
  width,
  height,
  colour,
  isCoarse,
}: {
  side: SideState;
  x: number;
  width: number;
  height: number;
  colour: string;
  isCoarse: boolean;
}) {
  const grain = isCoarse ? 'coarse' : 'fine';
  const box = { x, y: 0, width, height };
  const film = side.isColour ? colour : 'var(--primer)';
  switch (side.state) {
    case 'bare':
      return <rect {...box} fill="var(--raised)" />;
    case 'clean':
      return (
        <>
          <rect {...box} fill="var(--raised)" />
          <rect
            x={x + 2}
            y={2}
            width={Math.max(0, width - 4)}
            height={Math.max(0, height - 4)}
            fill="none"
            stroke="var(--glyph)"
            strokeWidth="0.9"
          />
        </>
      );
    case 'keyed':
    case 'filled':
    case 'primed': {
      const pattern = { keyed: 'hatch', filled: 'dots', primed: 'tone' }[side.state];
      return (
        <>
          <rect {...box} fill="var(--raised)" />
          <rect {...box} fill={`url(#${pattern}-${grain})`} />
        </>
      );
    }
    case 'wet':
      return (
        <>
          <rect {...box} fill={film} />
          <rect
            x={x + width * 0.2}
            y={0}
            width={width * 0.6}
            height={height}
            fill="url(#wet-sheen)"
            className="wet-edge"
          />
        </>
      );
    case 'dry':
    case 'cured':
      return <rect {...box} fill={film} />;
  }
}

/** Panels, glass, bevels and beads of a piece, in px. */
function Lines({ piece, scale, isCoarse }: { piece: Geometry; scale: number; isCoarse: boolean }) {
  const { panels, insets, backWall } = figureOf(piece);
  const px = (box: { x: number; y: number; width: number; height: number }) => ({
    x: box.x * scale,
    y: box.y * scale,
    width: box.width * scale,
    height: box.height * scale,
  });
  const line = { stroke: 'var(--glyph)', opacity: 0.75 };
  const fills = { wood: 'none', glass: 'var(--ground)', open: 'var(--ground)' };
  return (
    <>
      {panels.map((panel) => (
        <g key={`${panel.x} ${panel.y}`}>
          <rect {...px(panel)} {...line} fill={fills[panel.fill]} strokeWidth={isCoarse ? 0.7 : 1} />
          {panel.fill === 'glass' && (
            <line
              x1={panel.x * scale}
              y1={(panel.y + panel.height) * scale}
              x2={(panel.x + panel.width) * scale}
              y2={panel.y * scale}
              {...line}
              strokeWidth={0.6}
            />
          )}
        </g>
      ))}
      {!isCoarse &&
        insets.map((box) => (
          <rect key={`${box.x} ${box.y} ${box.width}`} {...px(box)} {...line} fill="none" strokeWidth={0.6} />
        ))}
      {backWall && (
        <>
          <rect {...px(backWall)} {...line} fill="none" strokeWidth={isCoarse ? 0.7 : 1} />
          {[
            [0, 0, backWall.x, backWall.y],
            [piece.widthMm, 0, backWall.x + backWall.width, backWall.y],
            [0, piece.heightMm, backWall.x, backWall.y + backWall.height],
            [piece.widthMm, piece.heightMm, backWall.x + backWall.width, backWall.y + backWall.height],
          ].map(([x1 = 0, y1 = 0, x2 = 0, y2 = 0]) => (
            <line
              key={`${x1} ${y1}`}
              x1={x1 * scale}
              y1={y1 * scale}
              x2={x2 * scale}
              y2={y2 * scale}
              {...line}
              strokeWidth={0.7}
            />
          ))}
        </>
      )}
    </>
  );
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
