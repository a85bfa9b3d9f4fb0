import type { Dossier, ShopContext, SurveyChange, ZoneRow } from '@upholder/core/api';
import { acknowledgedCodes } from '@upholder/core/jobs';
import { adviceOf, cautionsOf, factsOf, rankSystems } from '@upholder/core/survey';
import { useMemo, useState } from 'react';
import { type Refusal, refusalOf, upholder } from '../../api/upholder.ts';
import { useOutlooks } from '../../workers/useOutlooks.ts';

/** A zone's facts and all that follows from them: cautions, advice, ranked systems, what each would take. */
export function useFindings(dossier: Dossier, zone: ZoneRow, shop: ShopContext) {
  const pieces = useMemo(
    () => dossier.pieces.filter(({ zoneId }) => zoneId === zone.id),
    [dossier.pieces, zone.id],
  );
  const outlooks = useOutlooks(zone, dossier.job, pieces, shop);
  return useMemo(() => {
    const verdicts = pieces.map(({ verdict }) => verdict);
    const facts = factsOf(zone, dossier.job, shop.settings, verdicts);
    const days = Object.fromEntries(
      Object.entries(outlooks ?? {}).map(([id, outlook]) => [id, outlook?.days ?? 0]),
    );
    const chosen = zone.systemId ? outlooks?.[zone.systemId] : undefined;
    return {
      pieces,
      facts,
      outlooks,
      ranking: rankSystems(facts, pieces.length === 0 ? {} : days),
      cautions: cautionsOf(facts, chosen?.products),
      advice: adviceOf(facts),
      acknowledged: acknowledgedCodes(dossier.decisions, zone.id),
    };
  }, [dossier, zone, shop, pieces, outlooks]);
}
export type SurveyFindings = ReturnType<typeof useFindings>;

/** Saves answers as they are given. */
export function useAnswers(dossier: Dossier, zone: ZoneRow) {
  const [answer] = upholder.useAnswerSurveyMutation();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [savedAt, setSavedAt] = useState<Date | null>(null);
  async function change(part: SurveyChange): Promise<void> {
    const outcome = await answer({ jobId: dossier.job.id, zoneId: zone.id, change: part });
    setRefusal('error' in outcome ? refusalOf(outcome.error) : null);
    if (!('error' in outcome)) setSavedAt(new Date());
  }
  return { change, refusal, savedAt };
}
