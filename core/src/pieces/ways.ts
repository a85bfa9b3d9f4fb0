import { said } from '../said/index.ts';
import { isFixed, type PieceKind } from './kinds.ts';

/** Where and how a piece is worked, as somebody chose it; `usual` goes by its kind and by where the job is done. */
export const PIECE_WAYS = ['usual', 'shop', 'place', 'hinges', 'fixed', 'assembly'] as const;
export type PieceWay = (typeof PIECE_WAYS)[number];

/** Words on screen for each. */
export const PIECE_WAY_WORDS: Record<PieceWay, string> = {
  usual: said('piece.way-usual'),
  shop: said('piece.way-shop'),
  place: said('piece.way-place'),
  hinges: said('piece.way-hinges'),
  fixed: said('piece.way-fixed'),
  assembly: said('piece.way-assembly'),
};

/** What of a piece decides how it is worked. */
export interface WayPart {
  kind: PieceKind;
  way: PieceWay;
}

/**
 * Whether a piece stays where it is built in. A box or a frame that is taken out and carried to the shop, or to another place, is
 * loose there.
 */
export function staysBuiltIn({ kind, way }: WayPart): boolean {
  return isFixed(kind) && way !== 'shop' && way !== 'place';
}

/**
 * How a piece is really worked. `room`: loose, in the client's room, where all of the job is done. `left`: fixed, and left in
 * the room while everything else of its zone is worked elsewhere, so that it is rolled there.
 */
export const WORKED_WAYS = ['shop', 'place', 'hinges', 'fixed', 'assembly', 'room', 'left'] as const;
export type WorkedWay = (typeof WORKED_WAYS)[number];

/** How a piece is worked. @param isOnSite all of the job is done in the client's room. */
export function workedWay({ kind, way }: WayPart, isOnSite: boolean): WorkedWay {
  if (staysBuiltIn({ kind, way })) return way !== 'usual' || isOnSite ? 'fixed' : 'left';
  if (way === 'usual') return isOnSite ? 'room' : 'shop';
  return way;
}

/** Whether a piece is coated in the client's room. */
export function isWorkedInRoom(way: WorkedWay): boolean {
  return way === 'room' || way === 'hinges' || way === 'fixed' || way === 'left';
}

/** Whether a piece stays where it is mounted while it is coated. */
export function staysMounted(way: WorkedWay): boolean {
  return way === 'hinges' || way === 'fixed' || way === 'left';
}
