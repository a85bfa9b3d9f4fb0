import type { Dossier } from '@upholder/core/api';
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
  dossier: Dossier,
  { settings, sheets }: Pick<ShopForPlanning, 'settings' | 'sheets'>,
): string | null {
  const open = dossier.zones.flatMap((zone) => {
    if (zone.systemId === null) return [];
    const verdicts = dossier.pieces.filter(({ zoneId }) => zoneId === zone.id).map(({ verdict }) => verdict);
    const steps = dossier.steps.filter(({ zoneId }) => zoneId === zone.id);
    const cautions = cautionsOf(factsOf(zone, dossier.job, settings, verdicts), buildUpOf(steps, sheets));
    return openStops(cautions, acknowledgedCodes(dossier.decisions, zone.id)).map(
      ({ title }) => `${zone.name}: ${title}`,
    );
  });
  return open.length === 0 ? null : said('refusal.clear-it-under-survey-or-take', { open: open.join('. ') });
}

/** @throws ApiError that names the zone and what is open, when something is. */
export function assertNoOpenStops(
  dossier: Dossier,
  shop: Pick<ShopForPlanning, 'settings' | 'sheets'>,
): void {
  const refusal = whatStopsPlanning(dossier, shop);
  if (refusal !== null) throw new ApiError('open-stop', refusal);
}
