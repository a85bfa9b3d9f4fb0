import { hingesOf, PIECE_KIND_TRAITS, type Piece } from '../pieces/index.ts';
import { said } from '../said/index.ts';
import { NO_HARDWARE, type Opening, type Wall } from './model.ts';

/** How far, in mm, an edge reaches out for another. */
const SNAP_MM = 25;
/** Things land on whole centimetres where nothing is near. */
const GRID_MM = 10;
/** Between pieces of an automatic layout. */
const GAP_MM = 4;
const COLUMN_GAP_MM = 30;
const WALL_MARGIN_MM = 100;
const PLINTH_MM = 100;
/** Columns of an automatic layout grow no higher than this above the plinth. */
const HIGHEST_MM = 2300;

interface Box {
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
}

/** Where a moved opening comes to rest, and along which lines it snapped. */
export interface Snapped {
  xMm: number;
  yMm: number;
  /** Lines that it took, in mm from the left and from the floor. */
  lineX: number | null;
  lineY: number | null;
}

function snapAxis(start: number, size: number, limit: number, lines: readonly number[]) {
  let best: { at: number; line: number; distance: number } | null = null;
  for (const line of [0, limit, ...lines]) {
    for (const at of [line, line - size, line - size / 2]) {
      const distance = Math.abs(at - start);
      const isCentre = at === line - size / 2;
      if (distance > SNAP_MM || (isCentre && distance > SNAP_MM / 2)) continue;
      if (!best || distance < best.distance) best = { at, line, distance };
    }
  }
  const free = Math.round(start / GRID_MM) * GRID_MM;
  const at = Math.max(0, Math.min(limit - size, best ? best.at : free));
  return { at, line: best ? best.line : null };
}

/**
 * Snaps a moved opening to the edges and middles of its neighbours and to the ends of the wall, within 25 mm; elsewhere
 * to whole centimetres. It never leaves the wall.
 */
export function snapOpening(
  moved: Box,
  others: readonly Box[],
  wall: Pick<Wall, 'widthMm' | 'heightMm'>,
): Snapped {
  const x = snapAxis(
    moved.xMm,
    moved.widthMm,
    wall.widthMm,
    others.flatMap((other) => [other.xMm, other.xMm + other.widthMm, other.xMm + other.widthMm / 2]),
  );
  const y = snapAxis(
    moved.yMm,
    moved.heightMm,
    wall.heightMm,
    others.flatMap((other) => [other.yMm, other.yMm + other.heightMm, other.yMm + other.heightMm / 2]),
  );
  return { xMm: x.at, yMm: y.at, lineX: x.line, lineY: y.line };
}

/** Whether two boxes cover each other by more than a hair. */
export function overlaps(one: Box, other: Box): boolean {
  const hair = 0.5;
  return (
    one.xMm + hair < other.xMm + other.widthMm &&
    other.xMm + hair < one.xMm + one.widthMm &&
    one.yMm + hair < other.yMm + other.heightMm &&
    other.yMm + hair < one.yMm + one.heightMm
  );
}

/** A tag taken apart: run letter, place along the run, and what stands behind. `N3-B` → N, 3, B. */
export function readTag(tag: string): { letter: string; place: number; rest: string } {
  const match = /^([A-Za-z]*)[\s._-]*(\d*)[\s._-]*(.*)$/.exec(tag.trim());
  return {
    letter: (match?.[1] ?? '').toUpperCase(),
    place: Number(match?.[2] || 0),
    rest: (match?.[3] ?? '').toUpperCase(),
  };
}

const REST_ORDER: Record<string, number> = { T: 0, U: 0, M: 1, B: 2 };

function byTag(a: Piece, b: Piece): number {
  const one = readTag(a.tag);
  const other = readTag(b.tag);
  return (
    one.place - other.place ||
    (REST_ORDER[one.rest] ?? 0) - (REST_ORDER[other.rest] ?? 0) ||
    a.tag.localeCompare(b.tag, undefined, { numeric: true })
  );
}

function isLaidOut(piece: Piece): boolean {
  return PIECE_KIND_TRAITS[piece.kind].isOnWall;
}

/** Columns of pieces from left to right; each column from the top down. */
function columnsOf(pieces: readonly Piece[]): Piece[][] {
  const columns: Piece[][] = [];
  for (const piece of [...pieces].sort(byTag)) {
    const { place, rest } = readTag(piece.tag);
    const last = columns.at(-1);
    const before = last?.at(-1);
    const isSamePlace =
      before !== undefined && rest !== '' && readTag(before.tag).place === place && !/^[LR]$/.test(rest);
    const isStack =
      before !== undefined &&
      piece.kind === before.kind &&
      PIECE_KIND_TRAITS[piece.kind].isStacked &&
      before.widthMm === piece.widthMm &&
      (last ?? []).reduce((sum, { heightMm }) => sum + heightMm + GAP_MM, 0) + piece.heightMm <=
        Math.min(HIGHEST_MM, 900);
    if (last && (isSamePlace || isStack)) last.push(piece);
    else columns.push([piece]);
  }
  return columns;
}

/** Walls and openings for pieces that have none, and which piece goes where. */
export interface Layout {
  walls: Wall[];
  openings: Opening[];
  /** Opening by piece. */
  assigned: Map<string, string>;
}

/**
 * A tidy first map from the tags: one wall per leading letter, pieces in the order of their numbers, drawer fronts of
 * one width stacked, everything on one plinth line. Pieces that have an opening already are left alone.
 *
 * @param mint makes a new id.
 */
export function layoutFromTags(
  pieces: readonly Piece[],
  walls: readonly Wall[],
  openings: readonly Opening[],
  mint: () => string,
): Layout {
  const layout: Layout = { walls: [], openings: [], assigned: new Map() };
  const loose = pieces.filter((piece) => isLaidOut(piece) && piece.openingId === null);
  const letters = [...new Set(loose.map(({ tag }) => readTag(tag).letter || 'W'))].sort();
  const tags = new Set(openings.map(({ tag }) => tag.toLowerCase()));
  for (const letter of letters) {
    const run = loose.filter(({ tag }) => (readTag(tag).letter || 'W') === letter);
    const known = walls.find((wall) => wall.letter.toUpperCase() === letter);
    const wallId = known?.id ?? mint();
    const right = openings
      .filter((opening) => opening.wallId === wallId)
      .reduce((most, { xMm, widthMm }) => Math.max(most, xMm + widthMm), WALL_MARGIN_MM - COLUMN_GAP_MM);
    let x = right + COLUMN_GAP_MM;
    let top = 0;
    for (const column of columnsOf(run)) {
      let y = PLINTH_MM;
      for (const piece of [...column].reverse()) {
        const id = mint();
        const isTaken = tags.has(piece.tag.toLowerCase());
        tags.add(piece.tag.toLowerCase());
        layout.openings.push({
          id,
          wallId,
          tag: isTaken ? `${piece.tag}*`.slice(0, 16) : piece.tag,
          xMm: x,
          yMm: y,
          widthMm: Math.max(20, piece.widthMm),
          heightMm: Math.max(20, piece.heightMm),
          hardware: hardwareOf(piece),
          baggedAt: null,
          returnedAt: null,
        });
        layout.assigned.set(piece.id, id);
        y += piece.heightMm + GAP_MM;
      }
      top = Math.max(top, y);
      x += Math.max(...column.map(({ widthMm }) => widthMm)) + COLUMN_GAP_MM;
    }
    if (!known)
      layout.walls.push({
        id: wallId,
        position: walls.length + layout.walls.length,
        name: said('map.wall', { letter }),
        letter: letter.slice(0, 3),
        widthMm: Math.ceil((x - COLUMN_GAP_MM + WALL_MARGIN_MM) / 100) * 100,
        heightMm: Math.max(1000, Math.ceil((top + WALL_MARGIN_MM) / 100) * 100),
      });
  }
  return layout;
}

/** The hardware that a piece usually carries. */
export function hardwareOf(piece: Pick<Piece, 'kind' | 'heightMm'>) {
  const pulls = PIECE_KIND_TRAITS[piece.kind].closesOpening ? 1 : 0;
  return { ...NO_HARDWARE, hinges: hingesOf(piece), pulls };
}
