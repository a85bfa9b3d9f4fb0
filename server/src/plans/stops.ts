import type { JobDetail } from '@upholder/core/api';
import { buildUpOf } from '@upholder/core/estimating';
import { acknowledgedCodes } from '@upholder/core/jobs';
import type { ShopForPlanning } from '@upholder/core/planning';
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
): string | null {
  const open = detail.zones.flatMap((zone) => {
    if (zone.systemId === null) return [];
    const treatments = detail.pieces
      .filter(({ zoneId }) => zoneId === zone.id)
      .map(({ treatment }) => treatment);
    const steps = detail.steps.filter(({ zoneId }) => zoneId === zone.id);
    const cautions = cautionsOf(factsOf(zone, detail.job, settings, treatments), buildUpOf(steps, sheets));
    return openStops(cautions, acknowledgedCodes(detail.decisions, zone.id)).map(
      ({ title }) => `${zone.name}: ${title}`,
    );
  });
  return open.length === 0 ? null : said('refusal.clear-it-under-survey-or-take', { open: open.join('. ') });
}

/** @throws ApiError that names the zone and what is open, when something is. */
export function assertNoOpenStops(
  detail: JobDetail,
  shop: Pick<ShopForPlanning, 'settings' | 'sheets'>,
): void {
  const refusal = whatStopsPlanning(detail, shop);
  if (refusal !== null) throw new ApiError('open-stop', refusal);
}
