import type { JobDetail, ShopContext, ZoneRow } from '@upholder/core/api';
import type { Experience } from '@upholder/core/causes';
import { applyEdits, checkSequence, type Finding, type SequenceEdit } from '@upholder/core/rules';
import { factsOf } from '@upholder/core/survey';
import { draftOf, FINISHING_SYSTEMS, type Step, type StepDraft } from '@upholder/core/systems';
import { useCallback, useMemo, useRef, useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useExperience } from '../../api/useExperience.ts';
import { useHistory } from '../../base/useHistory.ts';
import { sheetsOf, suppliesOf } from '../productLookups.ts';

/** Changing a zone's sequence: each change is saved at once and can be taken back and made again. */
export function useSequence(detail: JobDetail, zone: ZoneRow, steps: readonly Step[]) {
  const [write] = upholder.useWriteStepsMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const history = useHistory();
  const { inTurn, record } = history;
  const drafts = useMemo(() => steps.map(draftOf), [steps]);
  // Presses may come faster than answers: each change starts from the one before.
  const latest = useRef({ drafts, version: zone.version });
  if (zone.version >= latest.current.version) latest.current = { drafts, version: zone.version };

  const put = useCallback(
    async (wanted: StepDraft[]): Promise<boolean> => {
      const { version } = latest.current;
      const outcome = await write({ jobId: detail.job.id, zoneId: zone.id, version, steps: wanted });
      if ('error' in outcome) {
        setProblem(refusalOf(outcome.error).message);
        return false;
      }
      setProblem(null);
      latest.current = { drafts: wanted, version: outcome.data.version };
      return true;
    },
    [write, detail.job.id, zone.id],
  );

  const edit = useCallback(
    (what: string, edits: readonly SequenceEdit[]) => {
      void inTurn(async () => {
        const before = latest.current.drafts;
        const after = applyEdits(before, edits);
        if (await put(after)) record({ what, undo: () => put(before), redo: () => put(after) });
      });
    },
    [put, inTurn, record],
  );

  return { edit, history, problem };
}
export type SequenceEditor = ReturnType<typeof useSequence>;

/** What the rules say of a zone's sequence, in its surroundings. */
export function useFindings(
  detail: JobDetail,
  zone: ZoneRow,
  steps: readonly Step[],
  shop: ShopContext,
): Finding[] {
  const experience = useExperience(shop);
  return useMemo(
    () => findingsOfZone(detail, zone, steps, shop, experience),
    [detail, zone, steps, shop, experience],
  );
}

/** The same, outside of a component. */
export function findingsOfZone(
  detail: JobDetail,
  zone: ZoneRow,
  steps: readonly Step[],
  shop: ShopContext,
  experience: Experience,
): Finding[] {
  if (!zone.systemId || steps.length === 0) return [];
  const pieces = detail.pieces.filter(({ zoneId }) => zoneId === zone.id);
  return checkSequence({
    steps,
    sheets: sheetsOf(shop),
    facts: factsOf(
      zone,
      detail.job,
      shop.settings,
      pieces.map(({ treatment }) => treatment),
    ),
    pieces,
    supplies: suppliesOf(shop),
    layers: shop.layers,
    options: zone.options ?? FINISHING_SYSTEMS[zone.systemId].defaults,
    settings: shop.settings,
    climate: shop.planningClimate,
    isOnSite: detail.job.place === 'client',
    room: detail.job.room,
    gear: shop.benchItems,
    experience,
  });
}
