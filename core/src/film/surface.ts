import { EDGES, type Edge, type FigureBox, figureOf, type Geometry } from '../pieces/index.ts';

/** What a point of a surface belongs to. */
export const SURFACE_PARTS = ['face', 'recess', 'slope', 'wall', 'edge'] as const;
export type SurfacePart = (typeof SURFACE_PARTS)[number];
const PART = { face: 0, recess: 1, slope: 2, wall: 3, edge: 4 } as const;

/**
 * The front of a piece as points that catch paint. First the cells of a grid, row by row from the upper left corner, then strips of recess
 * walls and outer edges. x to the right, y down, z out of the face, in mm; the face lies at z = 0.
 */
export interface Surface {
  widthMm: number;
  heightMm: number;
  columns: number;
  rows: number;
  /** Size of a cell, in mm: both near the wanted one, so that whole cells cover the piece. */
  dx: number;
  dy: number;
  /** All points: `columns·rows` cells, then the strips. */
  count: number;
  x: Float32Array;
  y: Float32Array;
  z: Float32Array;
  nx: Float32Array;
  ny: Float32Array;
  nz: Float32Array;
  /** True area of each, in mm²; 0 where there is no surface: glass, openings. */
  area: Float32Array;
  part: Uint8Array;
  /** So far around it nothing stands higher, in mm, as far as that is known without looking. */
  clear: Float32Array;
  /** Highest point of the front, and the lowest of all points. */
  topZ: number;
  bottomZ: number;
  /** Tiles of the plane, row by row: the strips of a tile are the points from its first to before that of the next. */
  tiles: { size: number; columns: number; rows: number; first: Int32Array };
}

const BEAD_MM = 12;
const BEAD_USUAL_MM = 2;
const WALL_ROWS = 3;
const EDGE_ROWS = 2;
const TILE_MM = 40;

/** Height of a bead of so much girth on its width: a sine bump, whose length is about `w·(1 + (π·h/w)²/4)`. */
function beadHeight(girthMm: number): number {
  return girthMm <= BEAD_MM ? BEAD_USUAL_MM : ((2 * BEAD_MM) / Math.PI) * Math.sqrt(girthMm / BEAD_MM - 1);
}

/** Distance of a point from the sides of a box, in mm: above 0 inside, below 0 outside. */
function insideBy({ x, y, width, height }: FigureBox, px: number, py: number): number {
  return Math.min(px - x, x + width - px, py - y, y + height - py);
}

interface Relief {
  z(x: number, y: number): number;
  clear(x: number, y: number): number;
  isOpen(x: number, y: number): boolean;
  boxes: readonly (FigureBox & { fill: 'wood' | 'glass' | 'open' })[];
}

function reliefOf(piece: Geometry): Relief {
  const boxes = figureOf(piece).panels;
  const { construction, recessMm, bevelMm, marginMm, raiseMm, girthMm } = piece;
  const bead = construction === 'beaded' ? beadHeight(girthMm) : 0;
  const inPanel = (t: number): number => {
    if (t < bevelMm) return (-recessMm * t) / bevelMm;
    if (construction !== 'raised-panel' || raiseMm === 0) return -recessMm;
    return -recessMm + raiseMm * (marginMm === 0 ? 1 : Math.min(1, (t - bevelMm) / marginMm));
  };
  const z = (x: number, y: number): number => {
    let nearest = Number.NEGATIVE_INFINITY;
    for (const box of boxes) nearest = Math.max(nearest, insideBy(box, x, y));
    if (nearest >= 0) return inPanel(nearest);
    return bead > 0 && nearest > -BEAD_MM ? bead * Math.sin((-nearest / BEAD_MM) * Math.PI) : 0;
  };
  // In a plain recess only its own walls are higher; among beads and raised fields one has to look.
  const clear = (x: number, y: number): number => {
    if (bead > 0 || construction === 'raised-panel') return 0;
    return Math.max(0, ...boxes.map((box) => insideBy(box, x, y) - bevelMm));
  };
  const isOpen = (x: number, y: number) =>
    boxes.some((box) => box.fill !== 'wood' && insideBy(box, x, y) > 0);
  return { z, clear, isOpen, boxes };
}

interface Point {
  x: number;
  y: number;
  z: number;
  n: readonly [number, number, number];
  area: number;
  part: number;
}

/** Points along the four sides of a box, on walls that look inwards (sign 1) or outwards (sign −1), `depth` deep from z = 0 down. */
function stripsAround(
  { x, y, width, height }: FigureBox,
  wall: { depth: number; sign: 1 | -1; rows: number; part: number; edges: readonly Edge[]; cellMm: number },
): Point[] {
  const { depth, sign, rows, part, edges, cellMm } = wall;
  if (depth <= 0) return [];
  const side = (edge: Edge): Point[] => {
    const isLevel = edge === 'top' || edge === 'bottom';
    const length = isLevel ? width : height;
    const steps = Math.max(1, Math.round(length / cellMm));
    const far = edge === 'bottom' || edge === 'right';
    const n: [number, number, number] = isLevel ? [0, far ? -sign : sign, 0] : [far ? -sign : sign, 0, 0];
    return Array.from({ length: steps * rows }, (_, index): Point => {
      const along = ((index % steps) + 0.5) * (length / steps);
      const down = -((Math.floor(index / steps) + 0.5) * depth) / rows;
      return {
        x: isLevel ? x + along : x + (far ? width : 0),
        y: isLevel ? y + (far ? height : 0) : y + along,
        z: down,
        n,
        area: (length / steps) * (depth / rows),
        part,
      };
    });
  };
  return edges.flatMap(side);
}

function stripsOf(piece: Geometry, boxes: Relief['boxes'], cellMm: number): Point[] {
  const walls = boxes.flatMap((box) => {
    const depth = box.fill === 'open' ? piece.thicknessMm : piece.recessMm;
    if (box.fill !== 'open' && piece.bevelMm > 0) return [];
    return stripsAround(box, { depth, sign: 1, rows: WALL_ROWS, part: PART.wall, edges: EDGES, cellMm });
  });
  const whole = { x: 0, y: 0, width: piece.widthMm, height: piece.heightMm };
  const edges = piece.finishEdges ? EDGES.filter((edge) => !piece.bareEdges.includes(edge)) : [];
  const outer = {
    depth: piece.thicknessMm,
    sign: -1 as const,
    rows: EDGE_ROWS,
    part: PART.edge,
    edges,
    cellMm,
  };
  return [...walls, ...stripsAround(whole, outer)];
}

const NUDGE_MM = 0.2;

/** Slope at a point along one axis: of both sides the flatter one, so that an upright wall beside it does not count. */
function slope(z: (at: number) => number, at: number): number {
  const here = z(at);
  const [before, after] = [(here - z(at - NUDGE_MM)) / NUDGE_MM, (z(at + NUDGE_MM) - here) / NUDGE_MM];
  return Math.abs(before) < Math.abs(after) ? before : after;
}

/** Strips in the order of their tiles, and where those of each tile begin, counted from `first`. */
function intoTiles(points: readonly Point[], first: number, widthMm: number, heightMm: number) {
  // Edges lie on the very border: one tile more on each side.
  const columns = Math.ceil(widthMm / TILE_MM) + 2;
  const rows = Math.ceil(heightMm / TILE_MM) + 2;
  const lists = Array.from({ length: columns * rows }, (): Point[] => []);
  for (const point of points) {
    const [column, row] = [Math.floor(point.x / TILE_MM) + 1, Math.floor(point.y / TILE_MM) + 1];
    lists[row * columns + column]?.push(point);
  }
  const starts = new Int32Array(lists.length + 1);
  lists.forEach((list, index) => {
    starts[index + 1] = (starts[index] as number) + list.length;
  });
  return {
    strips: lists.flat(),
    tiles: { size: TILE_MM, columns, rows, first: starts.map((start) => start + first) },
  };
}

/**
 * The front of a piece as points: face, recesses, slopes and beads as a height-field, upright recess walls and finished outer edges as strips.
 * A bead is a sine bump 12 mm wide that has the girth of the piece.
 * @param cellMm wanted size of a cell, 2 to 4 mm in practice. Impossible frames are slabs.
 */
export function surfaceOf(piece: Geometry, cellMm: number): Surface {
  const { widthMm, heightMm } = piece;
  const columns = Math.max(1, Math.round(widthMm / cellMm));
  const rows = Math.max(1, Math.round(heightMm / cellMm));
  const [dx, dy] = [widthMm / columns, heightMm / rows];
  const relief = reliefOf(piece);
  const cells = columns * rows;
  const { strips, tiles } = intoTiles(stripsOf(piece, relief.boxes, cellMm), cells, widthMm, heightMm);
  const count = cells + strips.length;
  const column = () => new Float32Array(count);
  const surface = {
    x: column(),
    y: column(),
    z: column(),
    nx: column(),
    ny: column(),
    nz: column(),
    area: column(),
  };
  const part = new Uint8Array(count);
  const clear = new Float32Array(count);
  let topZ = 0;
  let bottomZ = 0;
  const put = (index: number, point: Point) => {
    surface.x[index] = point.x;
    surface.y[index] = point.y;
    surface.z[index] = point.z;
    [surface.nx[index], surface.ny[index], surface.nz[index]] = point.n;
    surface.area[index] = point.area;
    part[index] = point.part;
    if (point.z > topZ) topZ = point.z;
    if (point.z < bottomZ) bottomZ = point.z;
  };
  for (let index = 0; index < cells; index += 1) {
    const x = ((index % columns) + 0.5) * dx;
    const y = (Math.floor(index / columns) + 0.5) * dy;
    const z = relief.z(x, y);
    clear[index] = relief.clear(x, y);
    const sx = slope((at) => relief.z(at, y), x);
    const sy = slope((at) => relief.z(x, at), y);
    const length = Math.hypot(sx, sy, 1);
    const isSloped = Math.abs(sx) + Math.abs(sy) > 0.01;
    put(index, {
      x,
      y,
      z,
      n: [-sx / length, -sy / length, 1 / length],
      area: relief.isOpen(x, y) ? 0 : dx * dy * length,
      part: isSloped ? PART.slope : z < -0.01 ? PART.recess : PART.face,
    });
  }
  strips.forEach((point, index) => {
    put(cells + index, point);
  });
  return { widthMm, heightMm, columns, rows, dx, dy, count, ...surface, part, clear, topZ, bottomZ, tiles };
}
