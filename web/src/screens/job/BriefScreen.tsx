import type { Dossier, JobRow, ZoneRow } from '@upholder/core/api';
import { pieceStates } from '@upholder/core/floor';
import { effectiveLog, type JobSpec, neededByRemark, SUBSTRATES, type ZoneSpec } from '@upholder/core/jobs';
import { totalAreas } from '@upholder/core/pieces';
import { loggedEnd } from '@upholder/core/planning';
import { localDate } from '@upholder/core/shop';
import { FINISHING_SYSTEMS } from '@upholder/core/systems';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { type Refusal, refusalOf, upholder } from '../../api/upholder.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { type JobInShop, planningShop, useJobContext } from '../../job/useJobContext.ts';
import { newZoneSpec, zoneSpecOf } from '../../job/zoneSpec.ts';
import { ColourField } from '../../parts/ColourField.tsx';
import { Button, Field, Notice, Select, Sheet, TextArea, TextInput } from '../../parts/controls.tsx';
import { DateInput } from '../../parts/DateField.tsx';
import { Modal } from '../../parts/Modal.tsx';
import { SavedAt } from '../../parts/SavedAt.tsx';
import { useAutosave } from '../../parts/useAutosave.ts';

function specOf({ id: _id, version: _version, ...spec }: JobRow): JobSpec {
  return spec;
}

function Clash({
  refusal,
  onTakeTheirs,
  onKeepMine,
}: {
  refusal: Refusal;
  onTakeTheirs(): void;
  onKeepMine(): void;
}) {
  return (
    <Notice
      kind="stop"
      action={
        <span className="flex gap-2">
          <Button onClick={onTakeTheirs}>Take theirs</Button>
          <Button onClick={onKeepMine}>Keep mine</Button>
        </span>
      }
    >
      {refusal.message}
    </Notice>
  );
}

/** What still stands in the way of a hand-over, in words: planned work, and films that are wet. */
function whatIsLeft(dossier: Dossier, shop: JobInShop['shop'], now: number): string[] {
  const counting = effectiveLog(dossier.log);
  const open = (dossier.plan?.ops ?? []).filter(
    (op) => op.personId !== null && loggedEnd(op, counting) === null,
  );
  const first = open.toSorted((a, b) => a.start - b.start)[0];
  const states = [...pieceStates(dossier, planningShop(shop), now).values()];
  const wet = states.filter(({ front, back }) => front?.state === 'wet' || back?.state === 'wet').length;
  return [
    ...(first
      ? [
          `${open.length === 1 ? 'One planned step is' : `${open.length} planned steps are`} not logged yet, the first ${first.name}.`,
        ]
      : []),
    ...(wet > 0 ? [`${wet === 1 ? 'One piece is' : `${wet} pieces are`} still wet.`] : []),
  ];
}

function Head({ dossier, shop }: JobInShop) {
  const { job } = dossier;
  const [save] = upholder.useChangeJobMutation();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const now = useNowMinute();
  async function write(spec: JobSpec, version = job.version): Promise<boolean> {
    const outcome = await save({ id: job.id, version, spec });
    setRefusal('error' in outcome ? refusalOf(outcome.error) : null);
    return !('error' in outcome);
  }
  const { draft, change, replace, state } = useAutosave(specOf(job), write);
  const [left, setLeft] = useState<string[]>([]);
  const fields = refusal?.fields ?? {};
  const text = (key: 'name' | 'code' | 'client' | 'addressNote', label: string, className = '') => (
    <Field label={label} error={fields[key]} className={className}>
      {(ids) => (
        <TextInput {...ids} value={draft[key]} onChange={({ target }) => change({ [key]: target.value })} />
      )}
    </Field>
  );
  const remark = neededByRemark(draft.neededBy, localDate(now, shop.timeZone));
  return (
    <Sheet className="p-5" aria-label="Job">
      <div className="flex items-baseline gap-4">
        <h2 className="flex-1">The job</h2>
        <SavedAt state={state} timeZone={shop.timeZone} />
      </div>
      {refusal && Object.keys(fields).length === 0 && (
        <div className="mt-3">
          {refusal.code === 'conflict' ? (
            <Clash
              refusal={refusal}
              onTakeTheirs={() => {
                replace(specOf(refusal.current as JobRow));
                setRefusal(null);
              }}
              onKeepMine={() => void write(draft, (refusal.current as JobRow).version)}
            />
          ) : (
            <Notice kind="stop">{refusal.message}</Notice>
          )}
        </div>
      )}
      <div className="mt-3 grid grid-cols-6 gap-x-4 gap-y-3">
        {text('name', 'Name', 'col-span-4')}
        {text('code', 'Code, on labels', 'col-span-2')}
        {text('client', 'Client', 'col-span-3')}
        <Field label="Place of work" error={fields.place} className="col-span-3">
          {(ids) => (
            <Select
              {...ids}
              value={draft.place}
              onChange={({ target }) => change({ place: target.value as JobSpec['place'] })}
            >
              <option value="shop">loose pieces in the shop</option>
              <option value="client">everything at the client’s</option>
            </Select>
          )}
        </Field>
        <Field label="Start" error={fields.startOn} className="col-span-2">
          {(ids) => (
            <DateInput {...ids} value={draft.startOn} onDay={(startOn) => startOn && change({ startOn })} />
          )}
        </Field>
        <Field label="Needed by" error={fields.neededBy ?? (remark || undefined)} className="col-span-2">
          {(ids) => (
            <DateInput
              {...ids}
              value={draft.neededBy ?? ''}
              onDay={(day) => change({ neededBy: day === '' ? null : day })}
            />
          )}
        </Field>
        <Field label="State" className="col-span-2">
          {(ids) => (
            <Select
              {...ids}
              value={draft.status}
              onChange={({ target }) => {
                const status = target.value as JobSpec['status'];
                const left = status === 'handed-over' ? whatIsLeft(dossier, shop, now) : [];
                if (left.length > 0) setLeft(left);
                else change({ status });
              }}
            >
              <option value="open">open</option>
              <option value="handed-over">handed over</option>
            </Select>
          )}
        </Field>
        {left.length > 0 && (
          <Modal
            isOpen
            onClose={() => setLeft([])}
            title="Hand it over as it is?"
            note="A job that is handed over leaves the floor, and its plan no longer takes people and places."
            width="34rem"
          >
            <ul className="list-disc pl-5">
              {left.map((words) => (
                <li key={words}>{words}</li>
              ))}
            </ul>
            <div className="mt-4 flex flex-wrap gap-3">
              <Button
                kind="act"
                onClick={() => {
                  setLeft([]);
                  change({ status: 'handed-over' });
                }}
              >
                It is handed over
              </Button>
              <Button onClick={() => setLeft([])}>Leave it open</Button>
            </div>
          </Modal>
        )}
        <Field label="Address and access" error={fields.addressNote} className="col-span-6">
          {(ids) => (
            <TextArea
              {...ids}
              rows={3}
              value={draft.addressNote}
              onChange={({ target }) => change({ addressNote: target.value })}
            />
          )}
        </Field>
      </div>
    </Sheet>
  );
}

function ZoneCard({ zone, dossier, shop }: { zone: ZoneRow } & JobInShop) {
  const [save] = upholder.useChangeZoneMutation();
  const [remove] = upholder.useDeleteZoneMutation();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  async function write(spec: ZoneSpec, version = zone.version): Promise<boolean> {
    // Answers and system are set under Survey and Sequence; the latest ones are kept.
    const outcome = await save({
      jobId: dossier.job.id,
      id: zone.id,
      version,
      spec: {
        ...spec,
        survey: zone.survey,
        systemId: zone.systemId,
        options: zone.options,
        choiceReason: zone.choiceReason,
      },
    });
    setRefusal('error' in outcome ? refusalOf(outcome.error) : null);
    return !('error' in outcome);
  }
  const { draft, change, replace, state } = useAutosave(zoneSpecOf(zone), write);
  const fields = refusal?.fields ?? {};
  const pieces = dossier.pieces.filter(({ zoneId }) => zoneId === zone.id);
  return (
    <Sheet className="p-5" aria-label={`Zone ${zone.name}`}>
      <div className="mb-3 flex h-9" aria-hidden="true">
        <div className="flex-1" style={{ background: zone.oldColour }} />
        <div className="flex-[2]" style={{ background: zone.newColour }} />
      </div>
      {refusal && Object.keys(fields).length === 0 && (
        <div className="mb-3">
          {refusal.code === 'conflict' && refusal.current ? (
            <Clash
              refusal={refusal}
              onTakeTheirs={() => {
                replace(zoneSpecOf(refusal.current as ZoneRow));
                setRefusal(null);
              }}
              onKeepMine={() => void write(draft, (refusal.current as ZoneRow).version)}
            />
          ) : (
            <Notice kind="stop">{refusal.message}</Notice>
          )}
        </div>
      )}
      <div className="grid grid-cols-2 gap-x-4 gap-y-3">
        <Field label="Zone" error={fields.name}>
          {(ids) => (
            <TextInput
              {...ids}
              value={draft.name}
              onChange={({ target }) => change({ name: target.value })}
            />
          )}
        </Field>
        <Field label="Substrate" error={fields.substrate}>
          {(ids) => (
            <Select
              {...ids}
              value={draft.substrate ?? ''}
              onChange={({ target }) =>
                change({ substrate: target.value === '' ? null : (target.value as ZoneSpec['substrate']) })
              }
            >
              <option value="">not known yet</option>
              {SUBSTRATES.map((substrate) => (
                <option key={substrate}>{substrate}</option>
              ))}
            </Select>
          )}
        </Field>
        <ColourField
          label="Old colour"
          value={draft.oldColour}
          onChange={(oldColour) => change({ oldColour })}
          error={fields.oldColour}
        />
        <ColourField
          label="New colour"
          value={draft.newColour}
          onChange={(newColour) => change({ newColour })}
          error={fields.newColour}
        />
      </div>
      <div className="mt-4 flex items-baseline gap-4">
        <p className="flex-1">
          <span className="quantity">{pieces.length}</span> pieces,{' '}
          <span className="quantity">{(totalAreas(pieces).totalMm2 / 1e6).toFixed(2)} m²</span>.{' '}
          <Link
            to="../sequence"
            className={`underline underline-offset-2 ${zone.systemId ? '' : 'font-semibold text-act'}`}
          >
            {zone.systemId ? FINISHING_SYSTEMS[zone.systemId].name : 'Choose a finishing system'}
          </Link>
        </p>
        <SavedAt state={state} timeZone={shop.timeZone} />
        {pieces.length === 0 && (
          <Button
            kind="quiet"
            onClick={async () => {
              const outcome = await remove({ jobId: dossier.job.id, id: zone.id });
              if ('error' in outcome) setRefusal(refusalOf(outcome.error));
            }}
          >
            Delete
          </Button>
        )}
      </div>
    </Sheet>
  );
}

/** Who, where, when, and the zones that share colour and system. */
export function BriefScreen() {
  const context = useJobContext();
  const { dossier } = context;
  const [addZone] = upholder.useAddZoneMutation();
  const [deleteJob] = upholder.useDeleteJobMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const navigate = useNavigate();
  async function newZone(): Promise<void> {
    const spec = newZoneSpec(`Zone ${dossier.zones.length + 1}`);
    const outcome = await addZone({ jobId: dossier.job.id, id: uuid(), spec });
    setProblem('error' in outcome ? refusalOf(outcome.error).message : null);
  }
  return (
    <main className="grid grid-cols-[minmax(0,5fr)_minmax(0,6fr)] items-start gap-5 p-5">
      <div className="flex flex-col gap-4">
        <Head key={dossier.job.id} {...context} />
        {dossier.log.length === 0 && (
          <div>
            <Button
              kind="quiet"
              onClick={async () => {
                const outcome = await deleteJob(dossier.job.id);
                if ('error' in outcome) setProblem(refusalOf(outcome.error).message);
                else navigate('/jobs');
              }}
            >
              Delete this job
            </Button>
          </div>
        )}
      </div>
      <div className="flex flex-col gap-4">
        {problem && <Notice kind="stop">{problem}</Notice>}
        {dossier.zones.length === 0 && (
          <Sheet className="p-5">
            <h2>No zones yet</h2>
            <p className="mt-1 text-quiet">
              A zone is the pieces that share colours and finishing system. Most jobs have one to three.
            </p>
          </Sheet>
        )}
        {dossier.zones.map((zone) => (
          <ZoneCard key={zone.id} zone={zone} {...context} />
        ))}
        <div>
          <Button kind={dossier.zones.length === 0 ? 'act' : 'plain'} onClick={() => void newZone()}>
            Add a zone
          </Button>
        </div>
      </div>
    </main>
  );
}
