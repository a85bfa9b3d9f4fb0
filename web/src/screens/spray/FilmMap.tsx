import { type FilmLimits, type Run, runsOf, type Surface } from '@upholder/core/film';
import { figureOf, type Geometry } from '@upholder/core/pieces';
import { type ReactNode, type Ref, useEffect, useRef } from 'react';
import { paintPixel } from './filmColours.ts';

/** A mark in every so many cells, where the film is too thin or too thick. */
const DOT_EVERY = 3;
const HATCH_EVERY = 3;

/** Paints a film into a canvas, a pixel a cell; too thin is dotted, too thick is hatched, so that it can be told without colours. */
export function paintFilm(
  canvas: HTMLCanvasElement,
  surface: Surface,
  filmUm: Float64Array,
  limits: FilmLimits,
): void {
  const { columns, rows } = surface;
  // Two pixels a cell each way: marks are finer than cells.
  const [width, height] = [columns * 2, rows * 2];
  if (canvas.width !== width) canvas.width = width;
  if (canvas.height !== height) canvas.height = height;
  const context = canvas.getContext('2d');
  if (!context) return;
  const picture = context.createImageData(width, height);
  const { data } = picture;
  for (let row = 0; row < height; row += 1)
    for (let column = 0; column < width; column += 1) {
      const cell = (row >> 1) * columns + (column >> 1);
      if (surface.area[cell] === 0) continue;
      const um = filmUm[cell] as number;
      const at = (row * width + column) * 4;
      const isDot =
        um < limits.leastUm && um > 0 && row % (2 * DOT_EVERY) === 0 && column % (2 * DOT_EVERY) === 0;
      const isHatch = um > limits.sagUm && (row + column) % (2 * HATCH_EVERY) < 2;
      paintPixel(data, at, isDot ? limits.sagUm : isHatch ? 0 : um, limits);
    }
  context.putImageData(picture, 0, 0);
}

/** Runs as drips, straight down from where they would start. */
function Drips({ runs, isUpright }: { runs: readonly Run[]; isUpright: boolean }) {
  return runs.map(({ x, y }) => (
    <g key={`${x} ${y}`} stroke="#fff" strokeWidth={1.5} fill="#34123a">
      {isUpright ? (
        <path d={`M${x - 3} ${y} v16 a3 4 0 0 0 6 0 v-16 z`} />
      ) : (
        <ellipse cx={x} cy={y} rx={9} ry={5} />
      )}
    </g>
  ));
}

/** The film on the front of a piece, in true proportion, with its lines, where it would run, and what else lies over it. */
export function FilmMap({
  piece,
  surface,
  filmUm,
  limits,
  isUpright,
  label,
  canvasRef,
  children,
  className = '',
}: {
  piece: Geometry;
  surface: Surface;
  filmUm: Float64Array | null;
  limits: FilmLimits;
  isUpright: boolean;
  label: string;
  /** Where somebody paints into it from moment to moment. */
  canvasRef?: Ref<HTMLCanvasElement>;
  /** Lies over the map, in mm of the piece. */
  children?: ReactNode;
  className?: string;
}) {
  const own = useRef<HTMLCanvasElement | null>(null);
  useEffect(() => {
    if (own.current && filmUm) paintFilm(own.current, surface, filmUm, limits);
  }, [surface, filmUm, limits]);
  const { panels, insets } = figureOf(piece);
  const runs = filmUm ? runsOf(surface, filmUm, limits.sagUm) : [];
  return (
    <div
      className={`relative ${className}`}
      style={{ aspectRatio: `${piece.widthMm} / ${piece.heightMm}` }}
      role="img"
      aria-label={label}
    >
      <canvas
        ref={(node) => {
          own.current = node;
          if (typeof canvasRef === 'function') canvasRef(node);
          else if (canvasRef) canvasRef.current = node;
        }}
        className="absolute inset-0 h-full w-full border border-quiet bg-closed"
      />
      <svg
        viewBox={`0 0 ${piece.widthMm} ${piece.heightMm}`}
        className="absolute inset-0 h-full w-full overflow-visible"
        aria-hidden="true"
      >
        {[...panels, ...insets].map(({ x, y, width, height }) => (
          <rect
            key={`${x} ${y} ${width}`}
            x={x}
            y={y}
            width={width}
            height={height}
            fill="none"
            stroke="#00000066"
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
        ))}
        <Drips runs={runs} isUpright={isUpright} />
        {children}
      </svg>
    </div>
  );
}
