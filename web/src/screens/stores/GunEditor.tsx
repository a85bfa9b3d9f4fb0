import type { BenchItemRow } from '@upholder/core/api';
import { APPLICATOR_WORDS, APPLICATORS } from '@upholder/core/catalogue';
import { type Gun, strainerUm } from '@upholder/core/mixing';
import { formatMl, parseMassG, parseOrificeMm, parseVolumeMl } from '@upholder/core/units';
import { Field, Select, Sheet } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import type { Draft } from '../../parts/useDraftForm.ts';
import { BenchItemHead } from './BenchItemHead.tsx';
import { useBenchItemForm } from './useBenchItemForm.ts';

function volume(text: string): number | null {
  if (text.trim() === '') return null;
  const read = parseVolumeMl(text);
  return read.ok ? read.value : Number.NaN;
}

function orifice(text: string): number | null {
  if (text.trim() === '') return null;
  const read = parseOrificeMm(text);
  return read.ok ? Math.round(read.value * 10_000) / 10 : Number.NaN;
}

function weight(text: string): number | null {
  if (text.trim() === '') return null;
  const read = parseMassG(text);
  return read.ok ? read.value : Number.NaN;
}

const draftOf = (item: Gun): Draft => ({
  name: item.name,
  applicator: item.applicator,
  orificeUm: item.orificeUm === null ? '' : `${item.orificeUm / 1000} mm`,
  cupMl: item.cupMl === null ? '' : formatMl(item.cupMl),
  residueMl: formatMl(item.residueMl),
  fullG: item.fullG === null ? '' : `${item.fullG} g`,
  isRetired: item.isRetired,
});

function gunOf(draft: Draft): object {
  const text = (key: string) => String(draft[key] ?? '');
  return {
    ...draft,
    kind: 'gun',
    orificeUm: orifice(text('orificeUm')),
    cupMl: volume(text('cupMl')),
    residueMl: volume(text('residueMl')) ?? 0,
    fullG: weight(text('fullG')),
  };
}

/** A gun, airless unit or tray: what straining, filling and the last drop need to know of it. */
export function GunEditor({ row, item }: { row: BenchItemRow; item: Gun }) {
  const form = useBenchItemForm(row, draftOf(item), gunOf, 'Saved. New mixes will use it.');
  const openingUm = orifice(form.text('orificeUm'));
  const fields: [string, string][] = [
    ['orificeUm', 'Needle or tip, such as 1.3 mm or 0.010 in'],
    ['cupMl', 'Its cup or liner takes'],
    ['residueMl', 'Stays in cup and hose'],
    ['fullG', 'Weighs, filled'],
  ];
  return (
    <Sheet className="p-5">
      <BenchItemHead item={item} form={form}>
        {openingUm !== null && openingUm > 0
          ? `Strain to ${strainerUm(openingUm)} µm or finer: at most half of its ${openingUm / 1000} mm, and never coarser than 400 µm.`
          : 'Nothing is atomised in it.'}
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
        {fields.map(([key, label]) => (
          <DraftField key={key} form={form} name={key} label={label} />
        ))}
      </div>
    </Sheet>
  );
}
