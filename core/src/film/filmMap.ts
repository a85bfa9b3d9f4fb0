import { SURFACE_PARTS, type Surface, type SurfacePart } from './surface.ts';

/** What a film is held against, in µm: too little to hold, and so much that it runs. */
export interface FilmLimits {
  leastUm: number;
  sagUm: number;
}

/** A film over the true area of what counts. */
export interface FilmFigures {
  areaM2: number;
  meanUm: number;
  /** Standard deviation over mean. */
  cv: number;
  leastUm: number;
  mostUm: number;
  /** Shares of the area below the least and above the sag limit. */
  underShare: number;
  overShare: number;
}

/** Figures of a film by area. @param isCounted parts that count; the whole surface where it is left out. */
export function filmFigures(
  surface: Surface,
  filmUm: Float64Array,
  limits: FilmLimits,
  isCounted: (part: SurfacePart) => boolean = () => true,
): FilmFigures {
  const counts = SURFACE_PARTS.map(isCounted);
  let [area, sum, squares, under, over] = [0, 0, 0, 0, 0];
  let [least, most] = [Number.POSITIVE_INFINITY, 0];
  for (let index = 0; index < surface.count; index += 1) {
    const a = surface.area[index] as number;
    if (a === 0 || !counts[surface.part[index] as number]) continue;
    const um = filmUm[index] as number;
    area += a;
    sum += a * um;
    squares += a * um * um;
    if (um < limits.leastUm) under += a;
    if (um > limits.sagUm) over += a;
    if (um < least) least = um;
    if (um > most) most = um;
  }
  if (area === 0) return { areaM2: 0, meanUm: 0, cv: 0, leastUm: 0, mostUm: 0, underShare: 0, overShare: 0 };
  const mean = sum / area;
  const variance = Math.max(0, squares / area - mean * mean);
  return {
    areaM2: area / 1e6,
    meanUm: mean,
    cv: mean === 0 ? 0 : Math.sqrt(variance) / mean,
    leastUm: least,
    mostUm: most,
    underShare: under / area,
    overShare: over / area,
  };
}

/** A score with everything that was taken off it. */
export interface FilmScore {
  score: number;
  under: number;
  over: number;
  uneven: number;
}

/** A film may vary by so much of its mean before it costs. */
const FREE_CV = 0.1;

/** Score of a film: 100, less 100 × the share below the least and above the sag limit, less 100 × what its variation is above 0.10; not below 0. */
export function filmScore({ underShare, overShare, cv }: FilmFigures): FilmScore {
  const [under, over] = [100 * underShare, 100 * overShare];
  const uneven = 100 * Math.max(0, cv - FREE_CV);
  return { score: Math.max(0, 100 - under - over - uneven), under, over, uneven };
}

/** Area in m² by film, in bins of equal width from 0 on; the last holds everything above. */
export function filmHistogram(surface: Surface, filmUm: Float64Array, binUm: number, bins: number): number[] {
  const areas = new Array<number>(bins).fill(0);
  for (let index = 0; index < surface.count; index += 1) {
    const bin = Math.min(bins - 1, Math.floor((filmUm[index] as number) / binUm));
    areas[bin] = (areas[bin] ?? 0) + (surface.area[index] as number) / 1e6;
  }
  return areas;
}

/** Film of the cell under a point of the face, in µm; null off the piece and over openings. */
export function filmAt(surface: Surface, filmUm: Float64Array, x: number, y: number): number | null {
  const [column, row] = [Math.floor(x / surface.dx), Math.floor(y / surface.dy)];
  if (column < 0 || row < 0 || column >= surface.columns || row >= surface.rows) return null;
  const index = row * surface.columns + column;
  return surface.area[index] === 0 ? null : (filmUm[index] ?? null);
}

/** Film along a straight line over the face, at so many points; see {@link filmAt}. */
export function filmSection(
  surface: Surface,
  filmUm: Float64Array,
  line: { fromX: number; fromY: number; toX: number; toY: number },
  points: number,
): { atMm: number; um: number | null }[] {
  const length = Math.hypot(line.toX - line.fromX, line.toY - line.fromY);
  return Array.from({ length: points }, (_, index) => {
    const s = points === 1 ? 0 : index / (points - 1);
    const x = line.fromX + s * (line.toX - line.fromX);
    const y = line.fromY + s * (line.toY - line.fromY);
    return { atMm: s * length, um: filmAt(surface, filmUm, x, y) };
  });
}

/** A place where the film is so thick that it starts to run, in mm on the face. */
export interface Run {
  x: number;
  y: number;
  um: number;
}

/** Runs are this far apart from each other, in mm, and so few are shown. */
const APART_MM = 40;
const MOST_RUNS = 12;

/** Where runs would start: the thickest places above the sag limit, apart from each other. On an upright piece they run down from there. */
export function runsOf(surface: Surface, filmUm: Float64Array, sagUm: number): Run[] {
  const cells = surface.columns * surface.rows;
  const thick: number[] = [];
  for (let index = 0; index < cells; index += 1)
    if ((surface.area[index] as number) > 0 && (filmUm[index] as number) > sagUm) thick.push(index);
  thick.sort((a, b) => (filmUm[b] as number) - (filmUm[a] as number));
  const runs: Run[] = [];
  for (const index of thick) {
    const [x, y] = [surface.x[index] as number, surface.y[index] as number];
    if (runs.length >= MOST_RUNS) break;
    if (runs.every((run) => Math.hypot(run.x - x, run.y - y) >= APART_MM))
      runs.push({ x, y, um: filmUm[index] as number });
  }
  return runs;
}
