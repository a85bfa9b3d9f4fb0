import type { JobDetail, ShopContext, ZoneRow } from '@upholder/core/api';
import type { Experience } from '@upholder/core/causes';
import { acknowledgedCodes } from '@upholder/core/jobs';
import { type Finding, overrideCode } from '@upholder/core/rules';
import type { Step } from '@upholder/core/systems';
import { useMemo } from 'react';
import { useExperience } from '../../api/useExperience.ts';
import { findingsOfZone } from './useSequence.ts';

/** A stop of the rules that nobody has overridden, with where it stands. */
export interface OpenStop {
  zone: ZoneRow;
  step: Step | null;
  finding: Finding;
}

function openStopsOf(detail: JobDetail, shop: ShopContext, experience: Experience): OpenStop[] {
  return detail.zones.flatMap((zone) => {
    const steps = detail.steps.filter(({ zoneId }) => zoneId === zone.id);
    const overridden = acknowledgedCodes(detail.decisions, zone.id);
    return findingsOfZone(detail, zone, steps, shop, experience)
      .filter((finding) => finding.severity === 'stop' && !overridden.has(overrideCode(finding, steps)))
      .map((finding) => ({ zone, step: steps.find(({ key }) => key === finding.at) ?? null, finding }));
  });
}

/** The stops of all zones of a job that nobody has overridden. */
export function useOpenStops(detail: JobDetail, shop: ShopContext): OpenStop[] {
  const experience = useExperience(shop);
  const { zones, steps, pieces, decisions, job } = detail;
  // The log changes with every press on the floor, and says nothing here.
  // biome-ignore lint/correctness/useExhaustiveDependencies: see above
  return useMemo(
    () => openStopsOf(detail, shop, experience),
    [zones, steps, pieces, decisions, job, shop, experience],
  );
}
