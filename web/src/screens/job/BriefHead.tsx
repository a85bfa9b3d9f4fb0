import type { JobDetail, JobRow } from '@upholder/core/api';
import { pieceStates } from '@upholder/core/floor';
import { effectiveLog, type JobSpec, neededByRemark } from '@upholder/core/jobs';
import { loggedEnd } from '@upholder/core/planning';
import { localDate } from '@upholder/core/shop';
import { useState } from 'react';
import { type Refusal, refusalOf, upholder } from '../../api/upholder.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { type JobInShop, toPlanningShop } from '../../job/useJobContext.ts';
import { Button, Card, Field, Notice, Select, TextArea, TextInput } from '../../parts/controls.tsx';
import { DateInput } from '../../parts/DateField.tsx';
import { Modal } from '../../parts/Modal.tsx';
import { SavedAt } from '../../parts/SavedAt.tsx';
import { useAutosave } from '../../parts/useAutosave.ts';

function specOf({ id: _id, version: _version, ...spec }: JobRow): JobSpec {
  return spec;
}

export function Clash({
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

/** What still stands in the way of a handover, in words: planned work, and films that are wet. */
function whatIsLeft(detail: JobDetail, shop: JobInShop['shop'], now: number): string[] {
  const counting = effectiveLog(detail.log);
  const open = (detail.plan?.ops ?? []).filter(
    (op) => op.personId !== null && loggedEnd(op, counting) === null,
  );
  const first = open.toSorted((a, b) => a.start - b.start)[0];
  const states = [...pieceStates(detail, toPlanningShop(shop), now).values()];
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

export function Head({ detail, shop }: JobInShop) {
  const { job } = detail;
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
    <Card className="p-5" aria-label="Job">
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
              <option value="client">everything on site</option>
            </Select>
          )}
        </Field>
        <div className="col-span-6 grid grid-cols-[1fr_1fr_8.5rem] gap-x-4">
          <Field label="Start" error={fields.startOn}>
            {(ids) => (
              <DateInput {...ids} value={draft.startOn} onDay={(startOn) => startOn && change({ startOn })} />
            )}
          </Field>
          <Field label="Needed by" error={fields.neededBy ?? (remark || undefined)}>
            {(ids) => (
              <DateInput
                {...ids}
                value={draft.neededBy ?? ''}
                onDay={(day) => change({ neededBy: day === '' ? null : day })}
              />
            )}
          </Field>
          <Field label="State">
            {(ids) => (
              <Select
                {...ids}
                value={draft.status}
                onChange={({ target }) => {
                  const status = target.value as JobSpec['status'];
                  const left = status === 'handed-over' ? whatIsLeft(detail, shop, now) : [];
                  if (left.length > 0) setLeft(left);
                  else change({ status });
                }}
              >
                <option value="open">open</option>
                <option value="handed-over">handed over</option>
              </Select>
            )}
          </Field>
        </div>
        {left.length > 0 && (
          <Modal
            isOpen
            onClose={() => setLeft([])}
            title="Hand over as it is?"
            note="A completed job leaves the floor, and its plan no longer takes up people and places."
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
                Hand over
              </Button>
              <Button onClick={() => setLeft([])}>Keep it open</Button>
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
    </Card>
  );
}
