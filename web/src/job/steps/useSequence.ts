import type { JobDetail, ShopContext, ZoneRow } from '@upholder/core/api';
import type { Experience } from '@upholder/core/causes';
import { applyEdits, checkSequence, type Finding, type SequenceEdit } from '@upholder/core/rules';
import { factsOf } from '@upholder/core/survey';
import { draftOf, FINISHING_SYSTEMS, type Step, type StepDraft } from '@upholder/core/systems';
import { useCallback, useMemo, useRef, useState } from 'react';
import { useAppDispatch } from '../../api/store.ts';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useExperience } from '../../api/useExperience.ts';
import { useHistory } from '../../base/useHistory.ts';
import { sheetsOf, suppliesOf } from '../productLookups.ts';

/** Changing a zone's sequence: each change is saved at once and can be taken back and made again. */
export function useSequence(detail: JobDetail, zone: ZoneRow, steps: readonly Step[]) {
  const [write] = upholder.useWriteStepsMutation();
  const dispatch = useAppDispatch();
  const [problem, setProblem] = useState<string | null>(null);
  const history = useHistory();
  const { inTurn, record } = history;
  const drafts = useMemo(() => steps.map(draftOf), [steps]);
  // Presses may come faster than answers: each change starts from the one before.
  const latest = useRef({ drafts, version: zone.version });
  if (zone.version >= latest.current.version) latest.current = { drafts, version: zone.version };

  const put = useCallback(
    async (wanted: StepDraft[], isLastTry = true): Promise<'kept' | 'overtaken' | 'refused'> => {
      const { version } = latest.current;
      const outcome = await write({ jobId: detail.job.id, zoneId: zone.id, version, steps: wanted });
      if ('error' in outcome) {
        const { code, message } = refusalOf(outcome.error);
        const isOvertaken = code === 'conflict';
        if (isLastTry || !isOvertaken) setProblem(message);
        return isOvertaken ? 'overtaken' : 'refused';
      }
      setProblem(null);
      latest.current = { drafts: wanted, version: outcome.data.version };
      return 'kept';
    },
    [write, detail.job.id, zone.id],
  );

  /** Takes what stands on the server as the latest, whatever this page has heard of by now. */
  const catchUp = useCallback(async (): Promise<void> => {
    const { data } = await dispatch(
      upholder.endpoints.job.initiate(detail.job.id, { forceRefetch: true, subscribe: false }),
    );
    const current = data?.zones.find(({ id }) => id === zone.id);
    if (!data || !current) return;
    const own = data.steps.filter(({ zoneId }) => zoneId === zone.id);
    latest.current = { drafts: own.map(draftOf), version: current.version };
  }, [dispatch, detail.job.id, zone.id]);

  const edit = useCallback(
    (what: string, edits: readonly SequenceEdit[]) => {
      void inTurn(async () => {
        const tryOn = async (isLastTry: boolean) => {
          const before = latest.current.drafts;
          const after = applyEdits(before, edits);
          return { before, after, outcome: await put(after, isLastTry) };
        };
        let tried = await tryOn(false);
        // Something else changed the zone on the way, perhaps a choice above the steps: the same edit, on what stands now.
        if (tried.outcome === 'overtaken') {
          await catchUp();
          tried = await tryOn(true);
        }
        const { before, after, outcome } = tried;
        const isPut = async (drafts: StepDraft[]) => (await put(drafts)) === 'kept';
        if (outcome === 'kept') record({ what, undo: () => isPut(before), redo: () => isPut(after) });
      });
    },
    [put, catchUp, inTurn, record],
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
