import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { FindingSurroundings } from '@upholder/core/inspection';
import type { MixRecord } from '@upholder/core/mixing';
import { toPlanningShop } from '../useJobContext.ts';

/** What is recorded around a piece of a job; null where the job has none by this id. */
export function surroundingsOf(
  pieceId: string,
  detail: JobDetail,
  shop: ShopContext,
  mixes: readonly MixRecord[] = [],
): FindingSurroundings | null {
  const piece = detail.pieces.find(({ id }) => id === pieceId);
  const zone = piece && detail.zones.find(({ id }) => id === piece.zoneId);
  if (!piece || !zone) return null;
  return {
    job: detail.job,
    zone,
    steps: detail.steps.filter(({ zoneId }) => zoneId === zone.id),
    piece,
    log: detail.log,
    mixes,
    layers: shop.layers,
    shop: toPlanningShop(shop),
  };
}
