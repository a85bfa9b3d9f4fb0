import type { BenchItemRow, ShopContext } from '@upholder/core/api';
import { APPLICATOR_WORDS, APPLICATORS, isSprayed } from '@upholder/core/catalogue';
import { flowOfGun, HEAVY_G, isByTip, isSetTooHigh, readTip } from '@upholder/core/equipment';
import { type Gun, itemsOf, strainerUm } from '@upholder/core/mixing';
import { regional } from '@upholder/core/said';
import type { QuantityName } from '@upholder/core/units';
import { useOutletContext } from 'react-router';
import { typedBar, typedNumber } from '../../base/typed.ts';
import { read, show } from '../../base/voice.ts';
import { Card, Field, Notice, Select } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import type { Draft } from '../../parts/useDraftForm.ts';
import { BenchItemHead } from './BenchItemHead.tsx';
import { BucketTests } from './BucketTests.tsx';
import { CostFields, costDraft, typedCost } from './CostFields.tsx';
import { GunSettings } from './GunSettings.tsx';
import { airWords, tipWords } from './gunAir.ts';
import { useBenchItemForm } from './useBenchItemForm.ts';

/** A quantity as it is typed; null where nothing is, NaN where it cannot be read. */
function typed(name: QuantityName, text: string, stored: number | null = null): number | null {
  if (text.trim() === '') return null;
  const found = read(name, text, stored);
  return found.ok ? found.value : Number.NaN;
}

/** Tips of airless guns go by thousandths of an inch, needles by tenths of a millimetre. */
const orificeOf = (applicator: unknown) => (isByTip(applicator as Gun['applicator']) ? 'tip' : 'needle');

function orifice(draft: Draft): number | null {
  const mm = typed(orificeOf(draft.applicator), String(draft.orificeUm ?? ''));
  return mm === null ? null : Math.round(mm * 10_000) / 10;
}

const numberText = (value: number | null) => (value === null ? '' : String(value));

const draftOf = (item: Gun): Draft => ({
  name: item.name,
  applicator: item.applicator,
  orificeUm: item.orificeUm === null ? '' : show(orificeOf(item.applicator), item.orificeUm / 1000),
  cupMl: item.cupMl === null ? '' : show('volume', item.cupMl),
  residueMl: show('volume', item.residueMl),
  fullG: item.fullG === null ? '' : show('weight', item.fullG),
  isRetired: item.isRetired,
  isOutOfOrder: item.isOutOfOrder,
  tiedTo: item.tiedTo,
  tip: item.tip,
  pressureBar: numberText(item.pressureBar),
  maxInletBar: numberText(item.maxInletBar),
  airDemandLMin: numberText(item.airDemandLMin),
  maxBar: numberText(item.maxBar),
  filterMesh: numberText(item.filterMesh),
  airCap: item.airCap ?? '',
  hoseM: numberText(item.hoseM),
  ...costDraft(item),
  bucketTests: item.bucketTests,
  setUps: item.setUps,
});

/** What the form says of a gun. Texts that were not touched say what it had. */
function gunOf(draft: Draft, item: Gun): object {
  const text = (key: string) => String(draft[key] ?? '');
  const isOrificeKept = text('orificeUm') === draftOf(item).orificeUm;
  return {
    ...draft,
    kind: 'gun',
    orificeUm: isOrificeKept ? item.orificeUm : orifice(draft),
    cupMl: typed('volume', text('cupMl'), item.cupMl),
    residueMl: typed('volume', text('residueMl'), item.residueMl) ?? 0,
    fullG: typed('weight', text('fullG'), item.fullG),
    pressureBar: typedBar(text('pressureBar')),
    maxInletBar: typedBar(text('maxInletBar')),
    airDemandLMin: typedNumber(text('airDemandLMin'), 'L/min', 'l/min'),
    maxBar: typedBar(text('maxBar')),
    filterMesh: typedNumber(text('filterMesh')),
    airCap: text('airCap') === '' ? null : text('airCap'),
    hoseM: typedNumber(text('hoseM'), 'm'),
    ...typedCost(draft),
  };
}

/** A gun, airless unit or tray: what straining, filling and the last drop need to know of it. */
export function GunEditor({ row, item }: { row: BenchItemRow; item: Gun }) {
  const form = useBenchItemForm(
    row,
    draftOf(item),
    (draft) => gunOf(draft, item),
    'Saved. New mixes will use it.',
  );
  const openingUm = orifice(form.draft);
  const kind = orificeOf(form.text('applicator'));
  const shop = useOutletContext<ShopContext>();
  const applicator = form.text('applicator') as Gun['applicator'];
  const isTooHigh = isSetTooHigh({
    applicator,
    pressureBar: typedBar(form.text('pressureBar')),
    maxInletBar: typedBar(form.text('maxInletBar')),
    maxBar: typedBar(form.text('maxBar')),
  });
  const fields: [string, string, QuantityName][] = [
    ['orificeUm', `Needle or tip, such as ${show(kind, kind === 'tip' ? 0.254 : 1.3)}`, kind],
    ['cupMl', 'Cup or liner holds', 'volume'],
    ['residueMl', 'Residue in cup and hose', 'volume'],
    ['fullG', 'Weight when full', 'weight'],
  ];
  return (
    <Card className="p-5">
      <BenchItemHead item={item} form={form}>
        {openingUm !== null && openingUm > 0
          ? `Strain to ${show('strainer', strainerUm(openingUm))} or finer: at most half of its ${show(kind, openingUm / 1000)}, and never coarser than ${show('strainer', 400)}.`
          : regional('It does not atomise.')}
      </BenchItemHead>
      <div className="mt-4 grid grid-cols-2 gap-4">
        <DraftField form={form} name="name" label="Name" />
        <Field label="Kind">
          {(ids) => (
            <Select
              {...ids}
              value={form.text('applicator')}
              onChange={({ target }) => form.write('applicator', target.value)}
            >
              {APPLICATORS.map((one) => (
                <option key={one} value={one}>
                  {APPLICATOR_WORDS[one]}
                </option>
              ))}
            </Select>
          )}
        </Field>
        {fields.map(([key, label, quantity]) => (
          <DraftField key={key} form={form} name={key} label={label} quantity={quantity} withUnit />
        ))}
        <Field label="Kept for one product">
          {(ids) => (
            <Select
              {...ids}
              value={form.text('tiedTo')}
              onChange={({ target }) => form.write('tiedTo', target.value)}
            >
              <option value="">no, for everything</option>
              {shop.products.map(({ key, sheet: { name } }) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <GunSettings form={form} applicator={applicator} />
        <CostFields form={form} shop={shop} />
        <label className="flex press-h-9 items-center gap-2.5 self-end">
          <input
            type="checkbox"
            className="size-5 shrink-0 accent-[var(--act)]"
            checked={form.draft.isOutOfOrder === true}
            onChange={({ target }) => form.write('isOutOfOrder', target.checked)}
          />
          Out of order: plans leave it out
        </label>
      </div>
      {(typed('weight', form.text('fullG'), item.fullG) ?? 0) > HEAVY_G && (
        <div className="mt-3">
          <Notice kind="act">
            Over {show('weight', HEAVY_G)} in one hand: it strains the wrist. Fill the cup less, and change
            hands.
          </Notice>
        </div>
      )}
      {isTooHigh && (
        <div className="mt-3">
          <Notice kind="stop">
            Set above its maximum pressure: it can burst. Turn the pressure down before anybody takes it.
          </Notice>
        </div>
      )}
      {isByTip(applicator) && (
        <p className="mt-3">{tipWords(form.text('tip'), typedBar(form.text('pressureBar')))}</p>
      )}
      {applicator === 'compressor' &&
        airWords(typedNumber(form.text('airDemandLMin'), 'L/min'), itemsOf(shop.benchItems, 'gear')).map(
          (line) => (
            <p key={line} className="mt-2">
              {line}
            </p>
          ),
        )}
      {isSprayed(item.applicator) && (
        <BucketTests
          tests={form.draft.bucketTests as Gun['bucketTests']}
          asSet={{
            tip: readTip(form.text('tip')) ? form.text('tip') : '',
            orificeUm: openingUm !== null && openingUm >= 100 ? openingUm : null,
            pressureBar: typedBar(form.text('pressureBar')) || null,
          }}
          assumedMlMin={flowOfGun(item, undefined).flowMlMin}
          onTests={(tests) => form.write('bucketTests', tests)}
        />
      )}
    </Card>
  );
}
