import type { Zone } from '../../jobs/index.ts';
import type { Piece } from '../../pieces/index.ts';
import { type Minute, minuteAt } from '../../shop/index.ts';

/**
 * From when new pieces are here, by piece: the start of the day that the survey of their zone names. New are those that are
 * replaced, and all of a zone that is raw stock. Old ones, and zones where nobody said a day, are left out.
 */
export function deliveriesOf(
  zones: readonly Pick<Zone, 'id' | 'survey'>[],
  pieces: readonly Pick<Piece, 'id' | 'zoneId' | 'treatment'>[],
  timeZone: string,
): Map<string, Minute> {
  const announced = new Map<string, { at: Minute; isRaw: boolean }>();
  for (const { id, survey } of zones)
    if (survey.replacementsOn !== undefined)
      announced.set(id, {
        at: minuteAt(survey.replacementsOn, '00:00', timeZone),
        isRaw: survey.existing === 'raw',
      });
  const deliveries = new Map<string, Minute>();
  for (const { id, zoneId, treatment } of pieces) {
    const zone = announced.get(zoneId);
    if (zone && (zone.isRaw || treatment === 'replace')) deliveries.set(id, zone.at);
  }
  return deliveries;
}
