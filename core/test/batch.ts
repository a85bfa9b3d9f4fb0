import type { Piece } from '../src/pieces/index.ts';
import type { Batch } from '../src/planning/problem/loads.ts';
import { DEFAULT_SHOP_SETTINGS, holdersAt, SHOP_PLACE } from '../src/shop/index.ts';

/** Pieces as they go through the shop together, on its own rail or rack; fixed ones are left in the room. */
export function batchOf(lie: Batch['lie'], pieces: Piece[]): Batch {
  const kind = lie === 'hung' ? 'rail' : 'rack';
  const holders = holdersAt(DEFAULT_SHOP_SETTINGS, SHOP_PLACE);
  return {
    lie,
    isTwoSided: false,
    way: lie === 'fixed' ? 'left' : 'shop',
    placeId: lie === 'fixed' ? 'room' : SHOP_PLACE,
    area: '',
    holder: lie === 'fixed' ? null : (holders.find((holder) => holder.kind === kind) ?? null),
    pieces,
  };
}
