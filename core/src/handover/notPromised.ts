import { DEFECT_TRAITS, type Finding, lastAnswer, statedFindings } from '../inspection/index.ts';
import type { LogEntry, Zone } from '../jobs/index.ts';
import { isFramed, type Piece } from '../pieces/index.ts';
import { said } from '../said/index.ts';
import { factsOf, findingsOf } from '../survey/index.ts';
import type { Step } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import type { HandoverJob } from './leftOpen.ts';

type Job = Pick<HandoverJob, 'steps' | 'pieces' | 'log' | 'findings'> & {
  zones: readonly Zone[];
  job: Parameters<typeof factsOf>[1];
  decisions: readonly { zoneId: string; code: string; reason: string }[];
};

/** What was accepted as it is, piece by piece. */
function acceptedLines({
  steps,
  log,
  findings,
  pieces,
}: {
  steps: readonly Step[];
  log: readonly LogEntry[];
  findings: readonly Finding[];
  pieces: readonly Piece[];
}): string[] {
  return statedFindings({ steps, log, findings })
    .filter(({ state }) => state === 'accepted')
    .map(({ finding }) =>
      said('handover.accepted-as-is', {
        tag: pieces.find(({ id }) => id === finding.pieceId)?.tag ?? '',
        defect: DEFECT_TRAITS[finding.defect].name,
        reason: lastAnswer(finding)?.reason ?? '',
      }),
    );
}

/**
 * What the handover sheet does not promise, in sentences by code: what was accepted as it is, what wood and its joints do by
 * themselves, and stops that somebody overrode with a reason. A proposal: whoever hands over words it.
 * @param settings of the shop, for what the survey says of the substrate.
 */
export function notPromised(job: Job, settings: Parameters<typeof factsOf>[2]): string[] {
  const lines = acceptedLines(job);
  const zones = { grain: [] as string[], joints: [] as string[], wood: [] as string[] };
  for (const zone of job.zones) {
    const pieces = job.pieces.filter(({ zoneId }) => zoneId === zone.id);
    const steps = job.steps.filter(({ zoneId }) => zoneId === zone.id);
    if (pieces.length === 0 || steps.length === 0) continue;
    const { isOpenGrain, isClosedSurface } = findingsOf(factsOf(zone, job.job, settings, []));
    const fills = steps.some((step) => does(step, 'fillsPores'));
    if (isOpenGrain && !fills) zones.grain.push(zone.name);
    const hasJoints = pieces.some(({ construction }) => isFramed(construction));
    if (hasJoints && !isClosedSurface && zone.substrate !== 'MDF') zones.joints.push(zone.name);
    if (zone.survey.look === 'clear wood') zones.wood.push(zone.name);
  }
  const named = (some: string[], words: (zone: string) => string) =>
    some.length > 0 ? [words(some.join(', '))] : [];
  lines.push(
    ...named(zones.grain, (zone) => said('handover.grain-shows', { zone })),
    ...named(zones.joints, (zone) => said('handover.joints-move', { zone })),
    ...named(zones.wood, (zone) => said('handover.wood-varies', { zone })),
  );
  lines.push(said('handover.touch-ups-seen'));
  for (const { code, reason } of job.decisions)
    if (code.startsWith('rule:')) lines.push(said('handover.overridden', { reason }));
  return [...new Set(lines)];
}
