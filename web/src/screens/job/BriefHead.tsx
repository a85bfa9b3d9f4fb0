import type { JobRow } from '@upholder/core/api';
import { JOB_STATE_WORDS } from '@upholder/core/handover';
import { type JobSpec, neededByRemark } from '@upholder/core/jobs';
import { localDate } from '@upholder/core/shop';
import { useState } from 'react';
import { Link } from 'react-router';
import { type Refusal, refusalOf, upholder } from '../../api/upholder.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { stateOfJob } from '../../job/handover/stateOfJob.ts';
import type { JobInShop } from '../../job/useJobContext.ts';
import { Button, Card, Field, Notice, Select, TextArea, TextInput } from '../../parts/controls.tsx';
import { DateInput } from '../../parts/DateField.tsx';
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
        <div className="col-span-6 grid grid-cols-[1fr_1fr_8.5rem] gap-x-4 max-md:grid-cols-1">
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
          <div className="flex flex-col gap-1">
            <span className="label">State</span>
            <Link
              to="../handover"
              className="min-h-9 font-semibold text-act leading-9 underline underline-offset-2"
            >
              <span className="inline-block first-letter:uppercase">
                {JOB_STATE_WORDS[stateOfJob(detail)]}
              </span>
            </Link>
          </div>
        </div>
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
