import { isFixed, type Piece } from '../../pieces/index.ts';
import type { ShopSettings } from '../../shop/shop.ts';
import type { Laying } from '../../systems/options.ts';
import type { DryingPosition } from './model.ts';

/** How finely pieces are cut into loads. */
export interface Cut {
  /** Smallest number of loads per zone and way of lying; more loads overlap better but cost more set-ups. */
  atLeast: number;
  /** How many loads are to fit into rail or rack together. */
  share: number;
}

/** As large as places and shifts allow. */
export const WHOLE_LOADS: Cut = { atLeast: 1, share: 1 };

/** A batch of pieces before it has operations. */
export interface Batch {
  lie: DryingPosition;
  /** Flat pieces with both sides to finish are coated, flipped and coated again. */
  isTwoSided: boolean;
  pieces: Piece[];
}

/** How a piece lies in a zone with this laying. On site there is no rail: loose pieces lie flat. */
export function lieOf(piece: Piece, laying: Laying, isOnSite: boolean, shop: ShopSettings): DryingPosition {
  if (isFixed(piece.kind)) return 'fixed';
  if (isOnSite || shop.railLengthMm === 0) return 'flat';
  if (shop.rackSlots === 0) return 'hung';
  if (laying === 'hung') return 'hung';
  if (laying === 'flat') return 'flat';
  return piece.finishBack ? 'hung' : 'flat';
}

/** Rail length in mm that a hung piece takes: it hangs with its longer side down. */
export function railMm(piece: Piece, shop: ShopSettings): number {
  return Math.min(piece.widthMm, piece.heightMm) + shop.railGapMm;
}

/** Rack slots that a flat piece takes. */
export function rackSlots(piece: Piece, shop: ShopSettings): number {
  return Math.max(1, Math.ceil(Math.max(piece.widthMm, piece.heightMm) / shop.rackSlotLengthMm));
}

/** What a piece takes of the place where it dries, in that place's unit. */
export function spaceOf(piece: Piece, lie: DryingPosition, shop: ShopSettings): number {
  if (lie === 'hung') return railMm(piece, shop);
  return lie === 'flat' ? rackSlots(piece, shop) : 0;
}

function splitEvenly(pieces: readonly Piece[], count: number, weight: (piece: Piece) => number): Piece[][] {
  const total = pieces.reduce((sum, piece) => sum + weight(piece), 0);
  const parts: Piece[][] = Array.from({ length: count }, () => []);
  let before = 0;
  for (const piece of pieces) {
    const middle = before + weight(piece) / 2;
    parts[Math.min(count - 1, Math.floor((middle / total) * count))]?.push(piece);
    before += weight(piece);
  }
  return parts.filter((part) => part.length > 0);
}

/**
 * Cuts the pieces of a zone into batches that the rail or rack can hold at once, of about equal size.
 *
 * @param cut how many batches at least, and how many are to find room side by side.
 * @param fits says whether a batch can be coated in one go within a shift.
 * @param alone ids of pieces that go by themselves.
 */
export function cutIntoBatches(
  pieces: readonly Piece[],
  laying: Laying,
  isOnSite: boolean,
  shop: ShopSettings,
  { atLeast, share }: Cut,
  fits: (batch: Batch) => boolean,
  alone: ReadonlySet<string> = new Set(),
): Batch[] {
  const groups = new Map<string, Batch>();
  for (const piece of pieces) {
    const lie = lieOf(piece, laying, isOnSite, shop);
    const isTwoSided = lie === 'flat' && piece.finishBack;
    // Replaced pieces come raw and wait differently, so they go in loads of their own.
    const key = `${lie}${isTwoSided}${piece.treatment === 'replace'}${alone.has(piece.id) ? piece.id : ''}`;
    const group = groups.get(key) ?? { lie, isTwoSided, pieces: [] };
    group.pieces.push(piece);
    groups.set(key, group);
  }
  return [...groups.values()].flatMap((group) => {
    const capacity = isOnSite
      ? Number.POSITIVE_INFINITY
      : { hung: shop.railLengthMm, flat: shop.rackSlots, fixed: Number.POSITIVE_INFINITY }[group.lie];
    const weight = (piece: Piece) => (group.lie === 'fixed' ? 1 : spaceOf(piece, group.lie, shop));
    const space = (part: Piece[]) => part.reduce((sum, piece) => sum + spaceOf(piece, group.lie, shop), 0);
    for (let count = Math.min(atLeast, group.pieces.length); ; count += 1) {
      const parts = splitEvenly(group.pieces, count, weight).map((part) => ({ ...group, pieces: part }));
      const isGood = parts.every(
        (part) => (space(part.pieces) <= capacity / share || part.pieces.length === 1) && fits(part),
      );
      if (isGood || count >= group.pieces.length) return parts;
    }
  });
}
