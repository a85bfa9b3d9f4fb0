import {
  isWorkedInRoom,
  PIECE_KIND_TRAITS,
  type Piece,
  staysMounted,
  type WorkedWay,
  workedWay,
} from '../../pieces/index.ts';
import {
  capacityOf,
  chosenPlace,
  type Holder,
  holdersAt,
  LONG_FROM_MM,
  SHOP_PLACE,
} from '../../places/index.ts';
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

/** Where and how the pieces of a batch are worked. */
export interface Site {
  way: WorkedWay;
  /** The place that loose pieces are worked in; the client's room for all others. */
  placeId: string;
  /** Rail, rack or posts that they dry on; null where there is none, as in a room. */
  holder: Holder | null;
  /** Part of the zone that is worked on its own. */
  area: string;
}

/** A batch of pieces before it has operations. */
export interface Batch extends Site {
  lie: DryingPosition;
  /** Flat pieces with both sides to finish are coated, flipped and coated again. */
  isTwoSided: boolean;
  pieces: Piece[];
}

/** The client's room, as a place. */
export const CLIENT_ROOM = 'room';

/** The place that a piece is worked in: the one that was chosen for it, or the first garage or tent that the shop has. */
export function placeIdOf(
  piece: Pick<Piece, 'kind' | 'way' | 'placeId'>,
  isOnSite: boolean,
  { places }: Pick<ShopSettings, 'places'>,
): string {
  const way = workedWay(piece, isOnSite);
  if (isWorkedInRoom(way)) return CLIENT_ROOM;
  if (way === 'shop') return SHOP_PLACE;
  if (way === 'assembly') return places.find(({ id }) => id === piece.placeId)?.id ?? SHOP_PLACE;
  return chosenPlace(places, piece.placeId)?.id ?? SHOP_PLACE;
}

/** How a piece lies in a zone with this laying, among the rails and racks of its place. In the client's room loose pieces lie flat. */
export function lieOf(
  piece: Piece,
  laying: Laying,
  isOnSite: boolean,
  holders: readonly Holder[],
): DryingPosition {
  const way = workedWay(piece, isOnSite);
  if (staysMounted(way)) return 'fixed';
  const hasRail = holders.some(({ kind }) => kind === 'rail');
  const hasRack = holders.some(({ kind }) => kind !== 'rail');
  if (isWorkedInRoom(way) || !hasRail) return 'flat';
  if (!hasRack) return 'hung';
  if (laying === 'hung') return 'hung';
  if (laying === 'flat') return 'flat';
  return piece.finishBack ? 'hung' : 'flat';
}

/** How a piece lies in its zone, wherever it is worked. */
export function lieInPlace(
  piece: Piece,
  laying: Laying,
  isOnSite: boolean,
  settings: ShopSettings,
): DryingPosition {
  return lieOf(piece, laying, isOnSite, holdersAt(settings, placeIdOf(piece, isOnSite, settings)));
}

/** Rail length in mm that a hung piece takes: it hangs with its longer side down. */
export function railMm(piece: Piece, { railGapMm }: Pick<ShopSettings, 'railGapMm'>): number {
  return Math.min(piece.widthMm, piece.heightMm) + railGapMm;
}

/** Slots that a flat piece takes. @param slotLengthMm of the rack. */
export function slotsOf(piece: Piece, slotLengthMm: number): number {
  return Math.max(1, Math.ceil(Math.max(piece.widthMm, piece.heightMm) / slotLengthMm));
}

/** What a piece takes of the rail, rack or posts where it dries, in that one's unit; nothing where there is none. */
export function spaceOf(
  piece: Piece,
  holder: Holder | null,
  settings: Pick<ShopSettings, 'railGapMm'>,
): number {
  switch (holder?.kind) {
    case 'rail':
      return railMm(piece, settings);
    case 'rack':
      return slotsOf(piece, holder.slotLengthMm);
    case 'posts':
      return 1;
    default:
      return 0;
  }
}

/** How well a rack or rail is meant for a piece: 2 where it is kept for such, 1 for anything, 0 for others. */
function suits({ area }: Holder, piece: Piece): 0 | 1 | 2 {
  const isLong = Math.max(piece.widthMm, piece.heightMm) > LONG_FROM_MM;
  switch (area) {
    case 'any':
      return 1;
    case 'one-face':
      return piece.finishBack ? 0 : 2;
    case 'two-face':
      return piece.finishBack ? 2 : 0;
    case 'short':
      return isLong ? 0 : 2;
    case 'long':
      return isLong ? 2 : 0;
  }
}

/** The rails or racks that a piece may go on: those kept for such pieces, else those for anything, else whatever there is. */
function holdersFor(piece: Piece, lie: DryingPosition, holders: readonly Holder[]): Holder[] {
  if (lie === 'fixed') return [];
  const some = holders.filter(({ kind }) => (kind === 'rail') === (lie === 'hung'));
  const best = Math.max(0, ...some.map((holder) => suits(holder, piece)));
  return some.filter((holder) => suits(holder, piece) === best);
}

/** Fixed woodwork that is coated as its step says goes from what is seen least to what is seen most; all else as it is listed. */
function inOrderSeen(pieces: readonly Piece[], isOnSite: boolean): Piece[] {
  const rank = (piece: Piece) =>
    workedWay(piece, isOnSite) === 'fixed' && piece.way === 'fixed'
      ? PIECE_KIND_TRAITS[piece.kind].seenRank
      : 0;
  return pieces.toSorted((a, b) => rank(a) - rank(b));
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

/** Shares pieces among rails or racks that are as good as one another, each by what it takes, in their order. */
function shareOut(
  pieces: readonly Piece[],
  holders: readonly Holder[],
  settings: ShopSettings,
): { holder: Holder | null; pieces: Piece[] }[] {
  const [first] = holders;
  if (first === undefined || holders.length === 1) return [{ holder: first ?? null, pieces: [...pieces] }];
  const parts = holders.map((holder) => ({ holder, pieces: [] as Piece[], filled: 0 }));
  for (const piece of pieces) {
    const share = ({ holder, filled }: (typeof parts)[number]) =>
      (filled + spaceOf(piece, holder, settings)) / capacityOf(holder);
    const emptiest = parts.reduce((best, part) => (share(part) < share(best) - 1e-9 ? part : best));
    emptiest.pieces.push(piece);
    emptiest.filled += spaceOf(piece, emptiest.holder, settings);
  }
  return parts.filter((part) => part.pieces.length > 0);
}

/**
 * Cuts the pieces of a zone into batches that one rail or rack can hold at once, of about equal size; what is worked in
 * different ways, places or areas never shares one.
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
  const groups = new Map<string, { batch: Batch; holders: Holder[] }>();
  const holdersIn = new Map<string, Holder[]>();
  for (const piece of inOrderSeen(pieces, isOnSite)) {
    const way = workedWay(piece, isOnSite);
    const placeId = placeIdOf(piece, isOnSite, shop);
    const all = holdersIn.get(placeId) ?? holdersAt(shop, placeId);
    holdersIn.set(placeId, all);
    const lie = lieOf(piece, laying, isOnSite, all);
    const isTwoSided = lie === 'flat' && piece.finishBack;
    const holders = isWorkedInRoom(way) ? [] : holdersFor(piece, lie, all);
    const area = isWorkedInRoom(way) ? piece.area : '';
    // Replaced pieces come raw and wait differently, so they go in loads of their own.
    const key = JSON.stringify([
      lie,
      isTwoSided,
      piece.treatment === 'replace',
      alone.has(piece.id) ? piece.id : '',
      way,
      placeId,
      area,
      holders.map(({ id }) => id),
    ]);
    const group = groups.get(key) ?? {
      batch: { lie, isTwoSided, way, placeId, area, holder: null, pieces: [] },
      holders,
    };
    group.batch.pieces.push(piece);
    groups.set(key, group);
  }
  const batches = [...groups.values()].flatMap(({ batch, holders }) =>
    shareOut(batch.pieces, holders, shop).map((part): Batch => ({ ...batch, ...part })),
  );
  return batches.flatMap((group) => {
    const { holder } = group;
    const capacity = holder ? capacityOf(holder) : Number.POSITIVE_INFINITY;
    const weight = (piece: Piece) => (group.lie === 'fixed' ? 1 : spaceOf(piece, holder, shop) || 1);
    const space = (part: Piece[]) => part.reduce((sum, piece) => sum + spaceOf(piece, holder, shop), 0);
    for (let count = Math.min(atLeast, group.pieces.length); ; count += 1) {
      const parts = splitEvenly(group.pieces, count, weight).map((part) => ({ ...group, pieces: part }));
      const isGood = parts.every(
        (part) => (space(part.pieces) <= capacity / share || part.pieces.length === 1) && fits(part),
      );
      if (isGood || count >= group.pieces.length) return parts;
    }
  });
}
