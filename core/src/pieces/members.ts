import { WORK_PARTS, type WorkPart } from './area.ts';
import { figureOf } from './figure.ts';
import { type Geometry, isFramed } from './model.ts';

/** Members of a piece that are worked one after the other. */
export const MEMBERS = ['recess', 'corners', 'panel', 'rails', 'stiles', 'face', 'edges'] as const;
export type Member = (typeof MEMBERS)[number];

/** The part of a piece that each member belongs to. */
const PART_OF: Record<Member, WorkPart> = {
  recess: 'profiles',
  corners: 'corners',
  panel: 'flats',
  rails: 'flats',
  stiles: 'flats',
  face: 'flats',
  edges: 'edges',
};

/** By hand along the grain of each member, the outer edges last; by gun into the recess and along the edges first, the face last. */
const BY_HAND: readonly Member[] = ['recess', 'corners', 'panel', 'face', 'rails', 'stiles', 'edges'];
const BY_GUN: readonly Member[] = ['recess', 'corners', 'edges', 'panel', 'face', 'rails', 'stiles'];

function hasMember(piece: Geometry, member: Member): boolean {
  const isPanelled = figureOf(piece).panels.length > 0;
  switch (member) {
    case 'edges':
      return piece.finishEdges;
    case 'face':
      return !isPanelled;
    case 'panel':
      return isPanelled && figureOf(piece).panels.some(({ fill }) => fill === 'wood');
    case 'recess':
      return isPanelled || piece.girthMm > 0;
    case 'corners':
    case 'rails':
    case 'stiles':
      return isPanelled;
  }
}

/** The members of some parts that a piece has, in the order in which they are worked by hand or by gun. */
export function membersOf(piece: Geometry, parts: readonly WorkPart[], isByGun: boolean): Member[] {
  // Inner corners go with the recess unless they are named.
  const own = new Set(parts.length === 0 ? WORK_PARTS : parts);
  return (isByGun ? BY_GUN : BY_HAND).filter(
    (member) => own.has(PART_OF[member]) && hasMember(piece, member),
  );
}

/** Where the number of a member stands on the drawing of a piece, in mm from its upper left corner. */
export function memberSpot(piece: Geometry, member: Member): { x: number; y: number } {
  const { widthMm: w, heightMm: h } = piece;
  const [panel] = isFramed(piece.construction) ? figureOf(piece).panels : [];
  if (!panel) return member === 'edges' ? { x: w, y: h / 2 } : { x: w / 2, y: h / 2 };
  const middle = { x: panel.x + panel.width / 2, y: panel.y + panel.height / 2 };
  switch (member) {
    case 'recess':
      return { x: middle.x, y: panel.y + panel.height };
    case 'corners':
      return { x: panel.x + panel.width, y: panel.y };
    case 'rails':
      return { x: middle.x, y: panel.y / 2 };
    case 'stiles':
      return { x: panel.x / 2, y: middle.y };
    case 'edges':
      return { x: w, y: middle.y };
    case 'panel':
    case 'face':
      return middle;
  }
}
