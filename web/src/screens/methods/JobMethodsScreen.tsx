import type { MethodZone } from '@upholder/core/estimating';
import { type MethodChoices, methodsOf } from '@upholder/core/systems';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Notice } from '../../parts/controls.tsx';
import { useMethodEffects } from '../../workers/useMethodEffects.ts';
import { surroundingsOf } from '../../workers/useOutlooks.ts';
import { MethodsTable, MethodsTotal } from './MethodsTable.tsx';

/** What a job does otherwise than the shop, and what every way would do to it. */
export function JobMethodsScreen() {
  const { detail, shop } = useJobContext();
  const { job, zones, pieces, steps, log } = detail;
  const [save, { isLoading }] = upholder.useChangeMethodsMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const below = methodsOf(shop.settings.methods);
  const methods = useMemo(
    () => methodsOf(shop.settings.methods, job.methods),
    [shop.settings.methods, job.methods],
  );
  const logged = new Set(log.map(({ stepId }) => stepId));
  const isBegun = (zoneId: string) => steps.some((step) => step.zoneId === zoneId && logged.has(step.id));
  const own = zones.filter(({ customSystem }) => customSystem !== null);
  const held = zones.filter(
    (zone) => zone.systemId !== null && zone.customSystem === null && (zone.isEdited || isBegun(zone.id)),
  );
  const inputs = useMemo((): MethodZone[] => {
    const around = surroundingsOf(shop, methods, job.startOn);
    return zones.flatMap((zone) =>
      zone.systemId && zone.options && zone.customSystem === null
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
  }, [shop, methods, job.startOn, job.place, zones, pieces]);
  const effects = useMethodEffects(inputs, methods);
  async function change(wanted: MethodChoices): Promise<void> {
    const outcome = await save({ id: job.id, version: job.version, methods: wanted });
    setProblem('error' in outcome ? refusalOf(outcome.error).message : null);
  }
  const names = (list: typeof zones) => list.map(({ name }) => name).join(', ');
  return (
    <main className="flex flex-col gap-3 p-5">
      <div className="flex items-center gap-4">
        <div className="flex-1">
          <h1>Shop methods</h1>
          <MethodsTotal effects={effects} of="This job as it stands" />
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
      <MethodsTable
        own={job.methods}
        below={below}
        belowName="The shop"
        effects={effects}
        isBusy={isLoading}
        onChange={(wanted) => void change(wanted)}
      />
    </main>
  );
}
