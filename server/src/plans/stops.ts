import type { Dossier } from '@upholder/core/api';
import { buildUpOf } from '@upholder/core/estimating';
import { acknowledgedCodes } from '@upholder/core/jobs';
import type { ShopForPlanning } from '@upholder/core/planning';
import { cautionsOf, factsOf, openStops } from '@upholder/core/survey';
import { ApiError } from '../http/errors.ts';

/**
 * Refuses to plan work on a zone while something there could hurt someone and nobody has cleared it or taken it on.
 * @throws ApiError that names the zone and what is open.
 */
export function assertNoOpenStops(
  dossier: Dossier,
  { settings, sheets }: Pick<ShopForPlanning, 'settings' | 'sheets'>,
): void {
  const open = dossier.zones.flatMap((zone) => {
    if (zone.systemId === null) return [];
    const verdicts = dossier.pieces.filter(({ zoneId }) => zoneId === zone.id).map(({ verdict }) => verdict);
    const steps = dossier.steps.filter(({ zoneId }) => zoneId === zone.id);
    const cautions = cautionsOf(factsOf(zone, dossier.job, settings, verdicts), buildUpOf(steps, sheets));
    return openStops(cautions, acknowledgedCodes(dossier.decisions, zone.id)).map(
      ({ title }) => `${zone.name}: ${title}`,
    );
  });
  if (open.length === 0) return;
  throw new ApiError(
    'open-stop',
    `${open.join('. ')}. Clear it under Survey, or take it on there with a written reason; then plan.`,
  );
}
