import type { Zone } from '../jobs/index.ts';
import type { Piece } from '../pieces/index.ts';
import { type Minute, minuteAt } from '../shop/index.ts';

/**
 * From when new pieces are here, by piece: the start of the day that the survey of their zone names. New are those that are
 * replaced, and all of a zone that is raw stock. Old ones, and zones where nobody said a day, are left out.
 */
export function deliveriesOf(
  zones: readonly Pick<Zone, 'id' | 'survey'>[],
  pieces: readonly Pick<Piece, 'id' | 'zoneId' | 'verdict'>[],
  timeZone: string,
): Map<string, Minute> {
  const surveys = new Map(zones.map(({ id, survey }) => [id, survey]));
  const deliveries = new Map<string, Minute>();
  for (const { id, zoneId, verdict } of pieces) {
    const { replacementsOn, existing } = surveys.get(zoneId) ?? {};
    if (replacementsOn !== undefined && (verdict === 'replace' || existing === 'raw'))
      deliveries.set(id, minuteAt(replacementsOn, '00:00', timeZone));
  }
  return deliveries;
}
