import { type CellBox, type FilmLimits, type Run, runsOf, type Surface } from '@upholder/core/film';
import { figureOf, type Geometry } from '@upholder/core/pieces';
import { type ReactNode, type Ref, useEffect, useRef } from 'react';
import { paintPixel } from './filmColours.ts';

/** Where a pointer is on a piece that an element shows all of, in mm. */
export function placeOn(
  shown: Element,
  { widthMm, heightMm }: Pick<Surface, 'widthMm' | 'heightMm'>,
  { clientX, clientY }: { clientX: number; clientY: number },
): { x: number; y: number } {
  const box = shown.getBoundingClientRect();
  return {
    x: ((clientX - box.left) / box.width) * widthMm,
    y: ((clientY - box.top) / box.height) * heightMm,
  };
}

/** A mark in every so many cells, where the film is too thin or too thick. */
const DOT_EVERY = 3;
const HATCH_EVERY = 3;

/** A picture for a surface, two pixels a cell each way, since marks are finer than cells; what it is painted with writes the four bytes of a pixel. */
function paintCells(
  canvas: HTMLCanvasElement,
  surface: Surface,
  write: (data: Uint8ClampedArray, at: number, place: { cell: number; row: number; column: number }) => void,
  box?: CellBox,
): void {
  const { columns, rows } = surface;
  const [width, height] = [columns * 2, rows * 2];
  const isSame = canvas.width === width && canvas.height === height;
  if (!isSame) [canvas.width, canvas.height] = [width, height];
  const context = canvas.getContext('2d');
  if (!context) return;
  // A picture of another size is empty: all of it is painted.
  const part = isSame && box ? box : { fromColumn: 0, toColumn: columns - 1, fromRow: 0, toRow: rows - 1 };
  const [left, top] = [part.fromColumn * 2, part.fromRow * 2];
  const [right, bottom] = [part.toColumn * 2 + 2, part.toRow * 2 + 2];
  const picture = context.createImageData(right - left, bottom - top);
  const place = { cell: 0, row: 0, column: 0 };
  for (let row = top; row < bottom; row += 1)
    for (let column = left; column < right; column += 1) {
      place.cell = (row >> 1) * columns + (column >> 1);
      if (surface.area[place.cell] === 0) continue;
      place.row = row;
      place.column = column;
      write(picture.data, ((row - top) * (right - left) + column - left) * 4, place);
    }
  context.putImageData(picture, left, top);
}

/** Paints what is seen of a piece: a colour by the dry film of each cell, out of a table from no film on. */
export function paintSeen(
  canvas: HTMLCanvasElement,
  surface: Surface,
  dryUm: Float64Array,
  { table, stepUm }: { table: readonly (readonly [number, number, number])[]; stepUm: number },
): void {
  paintCells(canvas, surface, (data, at, { cell }) => {
    const seen = table[Math.min(table.length - 1, Math.round((dryUm[cell] as number) / stepUm))];
    [data[at], data[at + 1], data[at + 2]] = seen ?? [0, 0, 0];
    data[at + 3] = 255;
  });
}

/**
 * Paints a film into a canvas, a pixel a cell; too thin is dotted, too thick is hatched, so that it can be told without colours.
 * @param box cells that changed; all where it is left out.
 */
export function paintFilm(
  canvas: HTMLCanvasElement,
  surface: Surface,
  filmUm: Float64Array,
  limits: FilmLimits,
  box?: CellBox,
): void {
  const write = (
    data: Uint8ClampedArray,
    at: number,
    { cell, row, column }: { cell: number; row: number; column: number },
  ) => {
    const um = filmUm[cell] as number;
    const isDot =
      um < limits.leastUm && um > 0 && row % (2 * DOT_EVERY) === 0 && column % (2 * DOT_EVERY) === 0;
    const isHatch = um > limits.sagUm && (row + column) % (2 * HATCH_EVERY) < 2;
    paintPixel(data, at, isDot ? limits.sagUm : isHatch ? 0 : um, limits);
  };
  paintCells(canvas, surface, write, box);
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
  paint = paintFilm,
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
  /** What a film looks like; its thickness by the scale where it is left out. The same function as long as nothing changed. */
  paint?: typeof paintFilm;
  /** Lies over the map, in mm of the piece. */
  children?: ReactNode;
  className?: string;
}) {
  const own = useRef<HTMLCanvasElement | null>(null);
  useEffect(() => {
    if (own.current && filmUm) paint(own.current, surface, filmUm, limits);
  }, [surface, filmUm, limits, paint]);
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
