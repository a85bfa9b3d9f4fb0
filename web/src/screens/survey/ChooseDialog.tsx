import type { Dossier, ZoneRow } from '@upholder/core/api';
import {
  FINISHING_SYSTEMS,
  type OwnSystemVersion,
  optionsInPlace,
  type SystemId,
} from '@upholder/core/systems';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { zoneSpecOf } from '../../job/zoneSpec.ts';
import { Button, Field, Notice } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';
import type { SurveyFindings } from './useSurvey.ts';

/** Chooses a system for a zone, shipped or the shop's own, with the reason. */
export function ChooseDialog({
  systemId,
  own,
  findings,
  dossier,
  zone,
  onClose,
}: {
  systemId: SystemId;
  own: OwnSystemVersion | undefined;
  findings: SurveyFindings;
  dossier: Dossier;
  zone: ZoneRow;
  onClose(): void;
}) {
  const [save] = upholder.useChangeZoneMutation();
  const navigate = useNavigate();
  const system = findings.ranking.find((candidate) => candidate.systemId === systemId);
  const isSame = zone.systemId === systemId && zone.ownSystem?.id === own?.id;
  const best = [...(system?.terms ?? [])].sort((a, b) => b.points - a.points)[0];
  const [reason, setReason] = useState(
    isSame ? zone.choiceReason : system?.exclusions.length ? '' : (best?.why ?? ''),
  );
  const [problem, setProblem] = useState<string | undefined>();
  async function choose(): Promise<void> {
    if (reason.trim().length < 3) return setProblem('Write down why, in a few words.');
    const { id, version } = zone;
    const spec = zoneSpecOf(zone);
    const options = own
      ? optionsInPlace(own.options, dossier.job.place === 'client')
      : (findings.outlooks?.[systemId]?.options ?? null);
    const outcome = await save({
      jobId: dossier.job.id,
      id,
      version,
      spec: {
        ...spec,
        systemId,
        options: isSame ? zone.options : options,
        ownSystem: isSame
          ? zone.ownSystem
          : own
            ? { id: own.id, version: own.version, name: own.name }
            : null,
        choiceReason: reason.trim(),
      },
    });
    if ('error' in outcome) return setProblem(refusalOf(outcome.error).message);
    navigate(`../sequence?zone=${zone.id}`);
  }
  return (
    <Modal
      isOpen
      onClose={onClose}
      title={`${systemId}: ${own?.name ?? FINISHING_SYSTEMS[systemId].name}`}
      note={`For ${zone.name}. The reason is kept with the zone and in the log.`}
      width="36rem"
    >
      {system?.exclusions.map((why) => (
        <Notice key={why} kind="stop">
          {why}
        </Notice>
      ))}
      <Field label="Why this one" error={problem} className="mt-3">
        {(ids) => (
          <textarea
            {...ids}
            rows={3}
            className="w-full rounded-[3px] border border-line bg-raised px-2.5 py-1.5"
            value={reason}
            onChange={({ target }) => setReason(target.value)}
          />
        )}
      </Field>
      <div className="mt-4 flex gap-3">
        <Button kind="act" onClick={() => void choose()}>
          {own ? `Choose ${own.name}` : `Choose ${systemId}`}
        </Button>
        <Button onClick={onClose}>Not yet</Button>
      </div>
    </Modal>
  );
}
