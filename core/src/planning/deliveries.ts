import type { Zone } from '../jobs/index.ts';
import type { Piece } from '../pieces/index.ts';
import { type Minute, minuteAt } from '../shop/index.ts';

/**
 * From when the pieces that are replaced are here, by piece: the start of the day that the survey of their zone names.
 * Pieces that stay, and zones where nobody said a day, are left out.
 */
export function deliveriesOf(
  zones: readonly Pick<Zone, 'id' | 'survey'>[],
  pieces: readonly Pick<Piece, 'id' | 'zoneId' | 'verdict'>[],
  timeZone: string,
): Map<string, Minute> {
  const days = new Map<string, Minute>();
  for (const { id, survey } of zones)
    if (survey.replacementsOn !== undefined) days.set(id, minuteAt(survey.replacementsOn, '00:00', timeZone));
  const deliveries = new Map<string, Minute>();
  for (const { id, zoneId, verdict } of pieces) {
    const at = verdict === 'replace' ? days.get(zoneId) : undefined;
    if (at !== undefined) deliveries.set(id, at);
  }
  return deliveries;
}
