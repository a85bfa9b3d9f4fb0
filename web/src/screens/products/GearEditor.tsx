import type { BenchItemRow } from '@upholder/core/api';
import { wearLeft } from '@upholder/core/equipment';
import { GEAR, type Gear } from '@upholder/core/mixing';
import { Card, Field, Select } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import type { Draft } from '../../parts/useDraftForm.ts';
import { BenchItemHead } from './BenchItemHead.tsx';
import { typedBar, typedNumber } from './gunAir.ts';
import { useBenchItemForm } from './useBenchItemForm.ts';

export const GEAR_WORDS: Record<Gear['gear'], string> = {
  compressor: 'compressor',
  turbine: 'turbine',
  sander: 'sander',
  'roller-frame': 'roller frame',
  brush: 'brush',
  respirator: 'respirator',
};

const DETAIL: Record<Gear['gear'], string> = {
  compressor: 'Hose and fittings',
  turbine: 'Stages and hose',
  sander: 'Orbit, pad, extraction',
  'roller-frame': 'Width, cover and nap',
  brush: 'Width and bristle',
  respirator: 'Cartridges and lens covers',
};

const text = (value: number | null) => (value === null ? '' : String(value));

const draftOf = (item: Gear): Draft => ({
  ...item,
  freeAirLMin: text(item.freeAirLMin),
  tankL: text(item.tankL),
  cutOutBar: text(item.cutOutBar),
  cutInBar: text(item.cutInBar),
  hoursLife: text(item.hoursLife),
  hoursUsed: text(item.hoursUsed),
});

function gearOf(draft: Draft): object {
  const of = (key: string) => String(draft[key] ?? '');
  return {
    ...draft,
    kind: 'gear',
    freeAirLMin: typedNumber(of('freeAirLMin'), 'L/min', 'l/min'),
    tankL: typedNumber(of('tankL'), 'L', 'l'),
    cutOutBar: typedBar(of('cutOutBar')),
    cutInBar: typedBar(of('cutInBar')),
    hoursLife: typedNumber(of('hoursLife'), 'h'),
    hoursUsed: typedNumber(of('hoursUsed'), 'h') ?? 0,
  };
}

/** How long a wear part still lasts, in words. */
export function wearWords({ hoursLife, hoursUsed }: Pick<Gear, 'hoursLife' | 'hoursUsed'>): string {
  if (hoursLife === null) return '';
  const { hours, isDue } = wearLeft({ hoursLife, hoursUsed });
  return isDue ? 'Due: replace it before the next use.' : `${Math.round(hours * 10) / 10} h left.`;
}

/** A compressor, sander, respirator or the like: what it gives, and what of it wears out. */
export function GearEditor({ row, item }: { row: BenchItemRow; item: Gear }) {
  const form = useBenchItemForm(row, draftOf(item), gearOf, 'Saved.');
  const gear = form.text('gear') as Gear['gear'];
  return (
    <Card className="p-5">
      <BenchItemHead item={item} form={form}>
        {wearWords(item) || GEAR_WORDS[item.gear]}
      </BenchItemHead>
      <div className="mt-4 grid grid-cols-2 gap-4">
        <DraftField form={form} name="name" label="Name" />
        <Field label="Kind">
          {(ids) => (
            <Select {...ids} value={gear} onChange={({ target }) => form.write('gear', target.value)}>
              {GEAR.map((one) => (
                <option key={one} value={one}>
                  {GEAR_WORDS[one]}
                </option>
              ))}
            </Select>
          )}
        </Field>
        {gear === 'compressor' && (
          <>
            <DraftField form={form} name="freeAirLMin" label="Free air at working pressure, L/min" />
            <DraftField form={form} name="tankL" label="Tank, L" />
            <DraftField form={form} name="cutOutBar" label="Stops at, bar" />
            <DraftField form={form} name="cutInBar" label="Starts again at, bar" />
          </>
        )}
        <DraftField form={form} name="detail" label={DETAIL[gear]} />
        <DraftField form={form} name="hoursLife" label="Wear part lasts, h" />
        <DraftField form={form} name="hoursUsed" label="Used so far, h" />
      </div>
    </Card>
  );
}
