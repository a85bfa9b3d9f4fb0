import type { BenchItemRow, ShopContext } from '@upholder/core/api';
import { hoursHad, type WornGear, wearLeft } from '@upholder/core/equipment';
import { GEAR, type Gear } from '@upholder/core/mixing';
import { localDate, toMinute } from '@upholder/core/shop';
import { useOutletContext } from 'react-router';
import { deviceClock } from '../../base/deviceClock.ts';
import { dateWords } from '../../base/times.ts';
import { typedBar, typedNumber } from '../../base/typed.ts';
import { Button, Card, Field, Select } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import type { Draft } from '../../parts/useDraftForm.ts';
import { BenchItemHead } from './BenchItemHead.tsx';
import { CostFields, costDraft, typedCost } from './CostFields.tsx';
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
  turbine: 'Filters and fittings',
  sander: 'Orbit, pad, extraction',
  'roller-frame': 'Width, cover and nap',
  brush: 'Width and bristle',
  respirator: 'Cartridges and lens covers',
};

/** What each kind is worn out by. */
const WEARS_WITH: Record<Gear['gear'], string> = {
  compressor: 'spraying on air',
  turbine: 'spraying by turbine',
  sander: 'sanding',
  'roller-frame': 'rolling',
  brush: 'brushing',
  respirator: 'spraying and sanding',
};

const text = (value: number | null) => (value === null ? '' : String(value));

const round = (hours: number) => Math.round(hours * 10) / 10;

const draftOf = ({ item, loggedHours }: WornGear): Draft => ({
  ...item,
  isCounted: item.countedFrom !== null,
  wornBy: item.wornBy ?? '',
  stages: text(item.stages),
  hoseM: text(item.hoseM),
  ...costDraft(item),
  freeAirLMin: text(item.freeAirLMin),
  tankL: text(item.tankL),
  cutOutBar: text(item.cutOutBar),
  cutInBar: text(item.cutInBar),
  hoursLife: text(item.hoursLife),
  hoursUsed: text(round(hoursHad({ item, loggedHours }))),
  // The log may add to it while the form is open.
  shownHours: text(round(hoursHad({ item, loggedHours }))),
});

/** What the form says. Hours that were not touched stay as they are counted; typed ones count from now. */
function gearOf(draft: Draft, worn: WornGear): object {
  const of = (key: string) => String(draft[key] ?? '');
  const { item } = worn;
  const isCounted = draft.isCounted === true;
  const isKept = of('hoursUsed') === of('shownHours') && isCounted === (item.countedFrom !== null);
  return {
    ...draft,
    kind: 'gear',
    stages: typedNumber(of('stages')),
    hoseM: typedNumber(of('hoseM'), 'm'),
    ...typedCost(draft),
    freeAirLMin: typedNumber(of('freeAirLMin'), 'L/min', 'l/min'),
    tankL: typedNumber(of('tankL'), 'L', 'l'),
    cutOutBar: typedBar(of('cutOutBar')),
    cutInBar: typedBar(of('cutInBar')),
    hoursLife: typedNumber(of('hoursLife'), 'h'),
    hoursUsed: isKept ? item.hoursUsed : (typedNumber(of('hoursUsed'), 'h') ?? 0),
    countedFrom: isKept ? item.countedFrom : isCounted ? new Date(deviceClock.now()).toISOString() : null,
    wornBy: draft.gear === 'respirator' && of('wornBy') !== '' ? of('wornBy') : null,
  };
}

/** How long a wear part still lasts, in words. */
export function wearWords(worn: WornGear): string {
  const { hoursLife } = worn.item;
  if (hoursLife === null) return '';
  const { hours, isDue } = wearLeft({ hoursLife, hoursUsed: hoursHad(worn) });
  return isDue ? 'Due: replace it before the next use.' : `${round(hours)} h left.`;
}

/** What the log adds to the hours, in words. */
function countedWords({ item, loggedHours }: WornGear, timeZone: string): string {
  if (item.countedFrom === null) return '';
  const since = dateWords(localDate(toMinute(item.countedFrom), timeZone));
  return `${round(loggedHours)} h of them from the log since ${since}.`;
}

/** A compressor, sander, respirator or the like: what it gives, and what of it wears out. */
export function GearEditor({ row, item }: { row: BenchItemRow; item: Gear }) {
  const shop = useOutletContext<ShopContext>();
  const worn: WornGear = { item, loggedHours: row.loggedHours };
  const form = useBenchItemForm(row, draftOf(worn), (draft) => gearOf(draft, worn), 'Saved.');
  const gear = form.text('gear') as Gear['gear'];
  return (
    <Card className="p-5">
      <BenchItemHead item={item} form={form}>
        {[wearWords(worn), countedWords(worn, shop.timeZone)].filter(Boolean).join(' ') ||
          GEAR_WORDS[item.gear]}
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
        {gear === 'turbine' && (
          <>
            <DraftField form={form} name="stages" label="Stages" />
            <DraftField form={form} name="hoseM" label="Hose, m" />
          </>
        )}
        <DraftField form={form} name="detail" label={DETAIL[gear]} />
        <CostFields form={form} shop={shop} />
        <DraftField form={form} name="hoursLife" label="Wear part lasts, h" />
        <DraftField form={form} name="hoursUsed" label="Used so far, h" />
        {gear === 'respirator' && (
          <Field label="Worn by">
            {(ids) => (
              <Select
                {...ids}
                value={form.text('wornBy')}
                onChange={({ target }) => form.write('wornBy', target.value)}
              >
                <option value="">nobody in particular</option>
                {shop.crew.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </Select>
            )}
          </Field>
        )}
        <label className="flex press-h-9 items-center gap-2.5 self-end">
          <input
            type="checkbox"
            className="size-5 shrink-0 accent-[var(--act)]"
            checked={form.draft.isCounted === true}
            onChange={({ target }) => form.write('isCounted', target.checked)}
          />
          Add the hours of {WEARS_WITH[gear]} from the log
        </label>
      </div>
      {gear === 'turbine' && (
        <p className="mt-3 text-quiet">
          Keep the turbine 8 to 10 m from the mist: its fans draw it in. The hose cools the air.
        </p>
      )}
      {item.hoursLife !== null && (
        <div className="mt-4">
          <Button
            onClick={() => {
              form.write('hoursUsed', '0');
              form.write('shownHours', '');
              void form.save();
            }}
          >
            New one fitted: start at 0 h
          </Button>
        </div>
      )}
    </Card>
  );
}
