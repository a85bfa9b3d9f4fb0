import type { JobDetail, PieceRow, ShopContext } from '@upholder/core/api';
import { PIECE_WAY_WORDS } from '@upholder/core/pieces';
import { type PlannedOp, placeIdOf } from '@upholder/core/planning';
import { holderResource, resourceAt, SUPPORT_WORDS } from '@upholder/core/shop';
import { PLACE_WORDS } from '@upholder/core/words';

type InPlace = { row: PlannedOp['row']; placeId?: string };

/** Where a task is done, after what is done: `in the booth`, `in Garage tent`. */
export function placeAt({ row, placeId }: InPlace, { settings }: Pick<ShopContext, 'settings'>): string {
  const place = settings.places.find(({ id }) => id === placeId);
  return place && row !== 'room' ? `in ${place.name}` : PLACE_WORDS[row].at;
}

/** Where a task is done, by name. */
export function placeName({ row, placeId }: InPlace, { settings }: Pick<ShopContext, 'settings'>): string {
  const place = settings.places.find(({ id }) => id === placeId);
  return place && row !== 'room' ? place.name : PLACE_WORDS[row].name;
}

/** The name of a place, rack or rail by the id under which it is planned; null for the shop's own, and for what is none. */
export function resourceName(id: string, { settings }: Pick<ShopContext, 'settings'>): string | null {
  const holder = settings.holders.find((one) => holderResource(one) === id);
  if (holder) return holder.name;
  const place = settings.places.find((one) =>
    (['booth', 'bench'] as const).some((row) => resourceAt(row, one.id) === id),
  );
  return place?.name ?? null;
}

/** On which of several rails and racks a load dries, and on what it lies there: `on Rack two, on packers`; empty for the shop's own. */
export function holderWords(
  holderId: string | null | undefined,
  { settings }: Pick<ShopContext, 'settings'>,
): string {
  const holder = settings.holders.find(({ id }) => id === holderId);
  if (!holder) return '';
  const support =
    holder.kind === 'rack' && holder.support !== 'none' ? `, ${SUPPORT_WORDS[holder.support]}` : '';
  return `on ${holder.name}${support}`;
}

/** Where a piece is worked, as far as that is not the usual, and the rail or rack that its load dries on. */
export interface WorkedAt {
  /** The place by its name; null where it has none of its own. */
  place: string | null;
  /** How it is worked where it has no such place: `on the hinges`; empty where that is as usual. */
  way: string;
  holderId: string | null;
}

/** Where a piece is worked and dries, for labels and cards. */
export function workedAt(
  piece: PieceRow,
  { job, plan }: Pick<JobDetail, 'job' | 'plan'>,
  { settings }: Pick<ShopContext, 'settings'>,
): WorkedAt {
  const load = plan?.loads.find(({ pieceIds }) => pieceIds.includes(piece.id));
  const placeId = placeIdOf(piece, job.place === 'client', settings);
  const place = settings.places.find(({ id }) => id === placeId);
  const isUsual = piece.way === 'usual' || piece.way === 'shop';
  return {
    place: place?.name ?? null,
    way: place || isUsual ? '' : PIECE_WAY_WORDS[piece.way],
    holderId: load?.holderId ?? null,
  };
}
