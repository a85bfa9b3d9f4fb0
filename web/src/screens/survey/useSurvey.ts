import type { JobDetail, ShopContext, SurveyChange, ZoneRow } from '@upholder/core/api';
import { buildUpOf } from '@upholder/core/estimating';
import { acknowledgedCodes } from '@upholder/core/jobs';
import { adviceOf, cautionsOf, factsOf, rankSystems, withAnswers } from '@upholder/core/survey';
import { useMemo, useRef, useState } from 'react';
import { type Refusal, refusalOf, upholder } from '../../api/upholder.ts';
import { useExperience } from '../../api/useExperience.ts';
import { useHistory } from '../../base/useHistory.ts';
import { sheetsOf } from '../../job/productLookups.ts';
import { useOutlooks } from '../../workers/useOutlooks.ts';

/** A zone's facts and all that follows from them: cautions, advice, ranked systems, what each would take. */
export function useFindings(detail: JobDetail, zone: ZoneRow, shop: ShopContext) {
  const pieces = useMemo(
    () => detail.pieces.filter(({ zoneId }) => zoneId === zone.id),
    [detail.pieces, zone.id],
  );
  const experience = useExperience(shop);
  const outlooks = useOutlooks(zone, detail, pieces, shop);
  return useMemo(() => {
    const treatments = pieces.map(({ treatment }) => treatment);
    const facts = factsOf(zone, detail.job, shop.settings, treatments);
    const days = Object.fromEntries(
      Object.entries(outlooks ?? {}).flatMap(([id, outlook]) =>
        typeof outlook?.days === 'number' ? [[id, outlook.days]] : [],
      ),
    );
    const sheets = sheetsOf(shop);
    const steps = detail.steps.filter(({ zoneId }) => zoneId === zone.id);
    return {
      pieces,
      facts,
      outlooks,
      ranking: rankSystems(facts, pieces.length === 0 ? {} : days, experience),
      cautions: cautionsOf(facts, buildUpOf(steps, sheets)),
      advice: adviceOf(facts),
      acknowledged: acknowledgedCodes(detail.decisions, zone.id),
    };
  }, [detail, zone, shop, pieces, outlooks, experience]);
}
export type SurveyFindings = ReturnType<typeof useFindings>;

interface Pending {
  id: number;
  change: SurveyChange;
  /** Version of the zone that holds the change; null while the server has not answered. */
  version: number | null;
}

function withChange(zone: ZoneRow, { answers, ...rest }: SurveyChange): ZoneRow {
  return { ...zone, ...rest, survey: withAnswers(zone.survey, answers ?? {}) };
}

/** What a change would have to say to leave a zone as it is now: an answer that was not given is taken back. */
function asBefore(zone: ZoneRow, { answers, ...rest }: SurveyChange): SurveyChange {
  const given: Record<string, unknown> = { ...zone.survey };
  const kept: Record<string, unknown> = { ...zone };
  return {
    ...(answers && {
      answers: Object.fromEntries(
        Object.keys(answers).map((key) => [key, given[key] ?? null]),
      ) as NonNullable<SurveyChange['answers']>,
    }),
    ...(Object.fromEntries(Object.keys(rest).map((key) => [key, kept[key]])) as Omit<
      SurveyChange,
      'answers'
    >),
  };
}

/**
 * Saves answers as they are given. An answer shows at once and goes on showing until the zone that holds it has come
 * back from the server, so that quick hands never see an older state; what is refused goes back.
 */
export function useAnswers(detail: JobDetail, served: ZoneRow) {
  const [answer] = upholder.useAnswerSurveyMutation();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [savedAt, setSavedAt] = useState<Date | null>(null);
  const [pending, setPending] = useState<Pending[]>([]);
  const nextId = useRef(0);
  const zone = useMemo(
    () =>
      pending
        .filter(({ version }) => version === null || version > served.version)
        .reduce((shown, { change }) => withChange(shown, change), served),
    [pending, served],
  );
  const history = useHistory();
  async function put(part: SurveyChange): Promise<boolean> {
    nextId.current += 1;
    const id = nextId.current;
    setPending((all) => [...all, { id, change: part, version: null }]);
    const outcome = await answer({ jobId: detail.job.id, zoneId: served.id, change: part });
    if ('error' in outcome) {
      setRefusal(refusalOf(outcome.error));
      setPending((all) => all.filter((other) => other.id !== id));
      return false;
    }
    setRefusal(null);
    setSavedAt(new Date());
    const { version } = outcome.data;
    setPending((all) => all.map((other) => (other.id === id ? { ...other, version } : other)));
    return true;
  }
  async function change(part: SurveyChange): Promise<void> {
    const before = asBefore(zone, part);
    if (await put(part))
      history.record({ what: 'the last answer', undo: () => put(before), redo: () => put(part) });
  }
  return { zone, change, refusal, savedAt, history };
}
