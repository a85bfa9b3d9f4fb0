import type { BenchItemRow } from '@upholder/core/api';
import { APPLICATOR_WORDS, APPLICATORS } from '@upholder/core/catalogue';
import { type Gun, strainerUm } from '@upholder/core/mixing';
import { formatMl, parseMassG, parseOrificeMm, parseVolumeMl } from '@upholder/core/units';
import { useState } from 'react';
import { Field, Select, Sheet } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
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

/** A gun, airless unit or tray: what straining, filling and the last drop need to know of it. */
export function GunEditor({ row, item }: { row: BenchItemRow; item: Gun }) {
  const [draft, setDraft] = useState<Record<string, string>>({
    name: item.name,
    orificeUm: item.orificeUm === null ? '' : `${item.orificeUm / 1000} mm`,
    cupMl: item.cupMl === null ? '' : formatMl(item.cupMl),
    residueMl: formatMl(item.residueMl),
    fullG: item.fullG === null ? '' : `${item.fullG} g`,
  });
  const [applicator, setApplicator] = useState(item.applicator);
  const form = useBenchItemForm(row);
  const wanted = (isRetired: boolean) => ({
    kind: 'gun',
    name: draft.name ?? '',
    applicator,
    orificeUm: orifice(draft.orificeUm ?? ''),
    cupMl: volume(draft.cupMl ?? ''),
    residueMl: volume(draft.residueMl ?? '') ?? 0,
    fullG: weight(draft.fullG ?? ''),
    isRetired,
  });
  const openingUm = orifice(draft.orificeUm ?? '');
  const fields: [string, string][] = [
    ['orificeUm', 'Needle or tip, such as 1.3 mm or 0.010 in'],
    ['cupMl', 'Its cup or liner takes'],
    ['residueMl', 'Stays in cup and hose'],
    ['fullG', 'Weighs, filled'],
  ];
  return (
    <Sheet className="p-5">
      <BenchItemHead item={item} form={form} saved="Saved. New pots are reckoned with it." wanted={wanted}>
        {openingUm !== null && openingUm > 0
          ? `Strain to ${strainerUm(openingUm)} µm or finer: at most half of its ${openingUm / 1000} mm, and never coarser than 400 µm.`
          : 'Nothing is atomised in it.'}
      </BenchItemHead>
      <div className="mt-4 grid grid-cols-2 gap-4">
        <DraftField
          name="name"
          label="Name"
          draft={draft}
          errors={form.errors}
          onChange={(key, text) => setDraft({ ...draft, [key]: text })}
        />
        <Field label="Kind">
          {(ids) => (
            <Select
              {...ids}
              value={applicator}
              onChange={({ target }) => setApplicator(target.value as Gun['applicator'])}
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
          <DraftField
            key={key}
            name={key}
            label={label}
            draft={draft}
            errors={form.errors}
            onChange={(name, text) => setDraft({ ...draft, [name]: text })}
          />
        ))}
      </div>
    </Sheet>
  );
}
