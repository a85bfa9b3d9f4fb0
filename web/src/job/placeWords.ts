import type { ShopContext } from '@upholder/core/api';
import type { PlannedOp } from '@upholder/core/planning';
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
