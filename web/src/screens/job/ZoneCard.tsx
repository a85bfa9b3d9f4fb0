import type { ZoneRow } from '@upholder/core/api';
import { SUBSTRATES, type ZoneSpec } from '@upholder/core/jobs';
import { totalAreas } from '@upholder/core/pieces';
import { regional } from '@upholder/core/said';
import { FINISHING_SYSTEMS } from '@upholder/core/systems';
import { useState } from 'react';
import { Link } from 'react-router';
import { type Refusal, refusalOf, upholder } from '../../api/upholder.ts';
import { show } from '../../base/voice.ts';
import type { JobInShop } from '../../job/useJobContext.ts';
import { zoneSpecOf } from '../../job/zoneSpec.ts';
import { ColourField } from '../../parts/ColourField.tsx';
import { Button, Card, Field, Notice, Select, TextInput } from '../../parts/controls.tsx';
import { SavedAt } from '../../parts/SavedAt.tsx';
import { useAutosave } from '../../parts/useAutosave.ts';
import { Clash } from './BriefHead.tsx';

export function ZoneCard({ zone, detail, shop }: { zone: ZoneRow } & JobInShop) {
  const [save] = upholder.useChangeZoneMutation();
  const [remove] = upholder.useDeleteZoneMutation();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  async function write(spec: ZoneSpec, version = zone.version): Promise<boolean> {
    // Answers and system are set under Survey and Sequence; the latest ones are kept.
    const outcome = await save({
      jobId: detail.job.id,
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
  const pieces = detail.pieces.filter(({ zoneId }) => zoneId === zone.id);
  return (
    <Card className="p-5" aria-label={`Zone ${zone.name}`}>
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
          label={regional('Old colour')}
          value={draft.oldColour}
          onChange={(oldColour) => change({ oldColour })}
          error={fields.oldColour}
        />
        <ColourField
          label={regional('New colour')}
          value={draft.newColour}
          onChange={(newColour) => change({ newColour })}
          error={fields.newColour}
        />
      </div>
      <div className="mt-4 flex items-baseline gap-4">
        <p className="flex-1">
          <span className="quantity">{pieces.length}</span> pieces,{' '}
          <span className="quantity">{show('area', totalAreas(pieces).totalMm2 / 1e6)}</span>.{' '}
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
              const outcome = await remove({ jobId: detail.job.id, id: zone.id });
              if ('error' in outcome) setRefusal(refusalOf(outcome.error));
            }}
          >
            Delete
          </Button>
        )}
      </div>
    </Card>
  );
}
