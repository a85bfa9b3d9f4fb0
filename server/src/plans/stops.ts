import type { JobDetail } from '@upholder/core/api';
import { buildUpOf } from '@upholder/core/estimating';
import { acknowledgedCodes } from '@upholder/core/jobs';
import type { StoredItem } from '@upholder/core/mixing';
import type { ShopForPlanning } from '@upholder/core/planning';
import { overrideCode, planningStops } from '@upholder/core/rules';
import { said } from '@upholder/core/said';
import { cautionsOf, factsOf, openStops } from '@upholder/core/survey';
import { ApiError } from '../http/errors.ts';

/**
 * What could hurt someone on a zone that is to be worked on, and nobody has cleared or taken on.
 * @returns words for whoever wants to plan; null where nothing is open.
 */
export function whatStopsPlanning(
  detail: JobDetail,
  { settings, sheets }: Pick<ShopForPlanning, 'settings' | 'sheets'>,
  gear: readonly StoredItem[],
): string | null {
  const open = detail.zones.flatMap((zone) => {
    if (zone.systemId === null) return [];
    const treatments = detail.pieces
      .filter(({ zoneId }) => zoneId === zone.id)
      .map(({ treatment }) => treatment);
    const steps = detail.steps.filter(({ zoneId }) => zoneId === zone.id);
    const cautions = cautionsOf(factsOf(zone, detail.job, settings, treatments), buildUpOf(steps, sheets));
    const acknowledged = acknowledgedCodes(detail.decisions, zone.id);
    const ofPlace = planningStops({
      steps,
      sheets,
      pieces: detail.pieces.filter(({ zoneId }) => zoneId === zone.id),
      settings,
      isOnSite: detail.job.place === 'client',
      room: detail.job.room,
      gear,
    }).filter((finding) => !acknowledged.has(overrideCode(finding, steps)));
    return [
      ...openStops(cautions, acknowledged).map(({ title }) => `${zone.name}: ${title}`),
      // One sentence for each kind of stop, however many coats it holds back.
      ...new Set(ofPlace.map(({ why }) => `${zone.name}: ${why}`)),
    ];
  });
  return open.length === 0 ? null : said('refusal.clear-it-under-survey-or-take', { open: open.join('. ') });
}

/** @throws ApiError that names the zone and what is open, when something is. */
export function assertNoOpenStops(
  detail: JobDetail,
  shop: Pick<ShopForPlanning, 'settings' | 'sheets'>,
  gear: readonly StoredItem[],
): void {
  const refusal = whatStopsPlanning(detail, shop, gear);
  if (refusal !== null) throw new ApiError('open-stop', refusal);
}
