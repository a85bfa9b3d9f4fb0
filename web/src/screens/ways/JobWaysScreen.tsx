import type { WayZone } from '@upholder/core/estimating';
import { type OwnPractice, practiceOf } from '@upholder/core/systems';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Notice } from '../../parts/controls.tsx';
import { surroundingsOf } from '../../workers/useOutlooks.ts';
import { useWayEffects } from '../../workers/useWayEffects.ts';
import { WaysTable, WaysTotal } from './WaysTable.tsx';

/** What a job does otherwise than the shop, and what every way would do to it. */
export function JobWaysScreen() {
  const { dossier, shop } = useJobContext();
  const { job, zones, pieces, steps, log } = dossier;
  const [save, { isLoading }] = upholder.useChangePracticeMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const below = practiceOf(shop.settings.practice);
  const practice = useMemo(
    () => practiceOf(shop.settings.practice, job.practice),
    [shop.settings.practice, job.practice],
  );
  const logged = new Set(log.map(({ stepId }) => stepId));
  const isBegun = (zoneId: string) => steps.some((step) => step.zoneId === zoneId && logged.has(step.id));
  const own = zones.filter(({ ownSystem }) => ownSystem !== null);
  const held = zones.filter(
    (zone) => zone.systemId !== null && zone.ownSystem === null && (zone.isEdited || isBegun(zone.id)),
  );
  const inputs = useMemo((): WayZone[] => {
    const around = surroundingsOf(shop, practice, job.startOn);
    return zones.flatMap((zone) =>
      zone.systemId && zone.options && zone.ownSystem === null
        ? [
            {
              ...around,
              zone,
              pieces: pieces.filter(({ zoneId }) => zoneId === zone.id),
              isOnSite: job.place === 'client',
              systemId: zone.systemId,
              options: zone.options,
            },
          ]
        : [],
    );
  }, [shop, practice, job.startOn, job.place, zones, pieces]);
  const effects = useWayEffects(inputs, practice);
  async function change(wanted: OwnPractice): Promise<void> {
    const outcome = await save({ id: job.id, version: job.version, practice: wanted });
    setProblem('error' in outcome ? refusalOf(outcome.error).message : null);
  }
  const names = (list: typeof zones) => list.map(({ name }) => name).join(', ');
  return (
    <main className="flex flex-col gap-3 p-5">
      <div className="flex items-center gap-4">
        <div className="flex-1">
          <h1>Shop methods</h1>
          <WaysTotal effects={effects} of="This job as it stands" />
        </div>
        <Link to="../sequence" className="font-semibold text-act underline underline-offset-2">
          Back to the sequence
        </Link>
      </div>
      {problem && <Notice kind="stop">{problem}</Notice>}
      {held.length > 0 && (
        <Notice>
          {names(held)}: started, or edited by hand. Its steps stay as they are; regenerate them under
          Sequence.
        </Notice>
      )}
      {own.length > 0 && <Notice>{names(own)}: a custom system, which has its methods built in.</Notice>}
      <WaysTable
        own={job.practice}
        below={below}
        belowName="The shop"
        effects={effects}
        isBusy={isLoading}
        onChange={(wanted) => void change(wanted)}
      />
    </main>
  );
}
