import type { SideState } from '@upholder/core/floor';
import { figureOf, type Geometry } from '@upholder/core/pieces';

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

export function Half({
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
export function Lines({ piece, scale, isCoarse }: { piece: Geometry; scale: number; isCoarse: boolean }) {
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

/** A corner that is cut off: something was found on the piece. Its shape says so, whatever the colours. */
export function Notch({ width, isCoarse }: { width: number; isCoarse: boolean }) {
  const depth = Math.min(width * 0.6, isCoarse ? 9 : 14);
  return (
    <>
      <path d={`M${width - depth} -2 H${width + 2} V${depth} Z`} fill="var(--sheet)" />
      <path
        d={`M${width - depth} 0 L${width} ${depth}`}
        stroke="var(--stop)"
        strokeWidth={isCoarse ? 2 : 2.5}
        fill="none"
      />
    </>
  );
}
