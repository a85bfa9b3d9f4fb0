import type { JobDetail, ZoneRow } from '@upholder/core/api';
import {
  type CustomSystemVersion,
  FINISHING_SYSTEMS,
  optionsInPlace,
  type SystemId,
} from '@upholder/core/systems';
import { useNavigate } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { zoneSpecOf } from '../../job/zoneSpec.ts';
import { Notice } from '../../parts/controls.tsx';
import { ReasonDialog } from '../../parts/ReasonDialog.tsx';
import type { SurveyFindings } from './useSurvey.ts';

/** Chooses a system for a zone, shipped or the shop's own, with the reason. */
export function ChooseDialog({
  systemId,
  own,
  findings,
  detail,
  zone,
  onClose,
}: {
  systemId: SystemId;
  own: CustomSystemVersion | undefined;
  findings: SurveyFindings;
  detail: JobDetail;
  zone: ZoneRow;
  onClose(): void;
}) {
  const [save] = upholder.useChangeZoneMutation();
  const navigate = useNavigate();
  const system = findings.ranking.find((candidate) => candidate.systemId === systemId);
  const isSame = zone.systemId === systemId && zone.customSystem?.id === own?.id;
  const best = [...(system?.terms ?? [])].sort((a, b) => b.points - a.points)[0];
  async function choose(reason: string): Promise<string | null> {
    if (reason.trim().length < 3) return 'Write down why, in a few words.';
    const { id, version } = zone;
    const spec = zoneSpecOf(zone);
    const options = own
      ? optionsInPlace(own.options, detail.job.place === 'client')
      : (findings.outlooks?.[systemId]?.options ?? null);
    const outcome = await save({
      jobId: detail.job.id,
      id,
      version,
      spec: {
        ...spec,
        systemId,
        options: isSame ? zone.options : options,
        customSystem: isSame
          ? zone.customSystem
          : own
            ? { id: own.id, version: own.version, name: own.name }
            : null,
        choiceReason: reason.trim(),
      },
    });
    if ('error' in outcome) return refusalOf(outcome.error).message;
    navigate(`../sequence?zone=${zone.id}`);
    return null;
  }
  return (
    <ReasonDialog
      title={`${systemId}: ${own?.name ?? FINISHING_SYSTEMS[systemId].name}`}
      note={`For ${zone.name}. The reason is saved with the zone and in the log.`}
      ask="Why this one"
      initial={isSame ? zone.choiceReason : system?.exclusions.length ? '' : (best?.why ?? '')}
      act={own ? `Choose ${own.name}` : `Choose ${systemId}`}
      keep="Not yet"
      width="36rem"
      onGive={choose}
      onClose={onClose}
    >
      {system?.exclusions.map((why) => (
        <Notice key={why} kind="stop">
          {why}
        </Notice>
      ))}
    </ReasonDialog>
  );
}
