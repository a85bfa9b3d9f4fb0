import type { ProductRow } from '@upholder/core/api';
import type { ProductSheet } from '@upholder/core/catalogue';
import { LEFT_TO, type MixRecord, tinRefusal } from '@upholder/core/mixing';
import { formatDuration } from '@upholder/core/units';
import { useState } from 'react';
import { show, read as understand, understood } from '../../base/voice.ts';
import { Button, Field, Select, TextInput } from '../../parts/controls.tsx';

const CLEAN_UP = {
  water: [
    'Empty the cup back into its own container, never into a fresh tin.',
    'Flush with warm water until it runs clear, then strip tip, needle and cup, and dry them.',
  ],
  'mineral-spirit': [
    'Flush with mineral spirit until clear; strip, wipe, dry.',
    'Rags can self-ignite: into the lidded metal can with water, within the hour.',
  ],
  alcohol: [
    'Flush with denatured alcohol before it dries in the gun; disposable tools are quicker.',
    'No flame; rags into the lidded metal can.',
  ],
  lacquer: [
    'Flush with lacquer thinner in the booth, fan on; strip, wipe, dry.',
    'No flame; rags into the lidded metal can.',
  ],
} as const;

/** Whether the mix may stay in the gun, and how long. */
function gunRest({ hardener, gunRestMin, base }: ProductSheet): string {
  if (hardener)
    return 'Catalysed: never leave it in the gun, never pour it back, never combine it with another mix.';
  if (gunRestMin !== null)
    return gunRestMin === 0
      ? 'Do not leave it in the gun: its sheet says so.'
      : `Can stay up to ${formatDuration(gunRestMin)} in a sealed gun or lined cup. Wipe and cover the tip; do not take anything apart.`;
  return base === 'water'
    ? 'The sheet does not say how long it can stay in a sealed gun. Waterborne material can often stay a few hours with the tip wiped and covered.'
    : 'Do not leave it in the gun: it dries or thickens there.';
}

/** The end of a mix: what is left of it, where that goes, and how the tools are cleaned. */
export function EmptyMix({
  mix,
  product,
  mixMl,
  now,
  onChange,
}: {
  mix: MixRecord;
  product: ProductRow;
  mixMl: number;
  now: Date;
  onChange(mix: MixRecord): void;
}) {
  const { sheet } = product;
  const [left, setLeft] = useState('');
  const [to, setTo] = useState<MixRecord['leftTo']>(sheet.hardener ? 'waste' : 'closed container');
  const [problem, setProblem] = useState<string | undefined>();
  const refusal =
    to !== 'back into the tin'
      ? null
      : (tinRefusal(mix) ??
        (product.stockMl === null ? 'Stock is not tracked, so its thinning would be unknown.' : null));
  function finish(): void {
    const read = left.trim() === '' ? { ok: true as const, value: 0 } : understand('volume', left);
    const wrong = !read.ok
      ? read.message
      : read.value > mixMl + 0.5
        ? 'Leftover exceeds the amount mixed.'
        : undefined;
    setProblem(wrong);
    if (read.ok && wrong === undefined)
      onChange({ ...mix, emptiedAt: now.toISOString(), leftMl: read.value, leftTo: to });
  }
  return (
    <section aria-label="When the mix is finished" className="bg-sheet p-5">
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Leftover" error={problem} hint={understood('volume', left)} className="w-48">
          {(ids) => (
            <TextInput
              {...ids}
              className="min-h-14 text-arm"
              placeholder={show('volume', 0)}
              value={left}
              onChange={({ target }) => setLeft(target.value)}
            />
          )}
        </Field>
        <Field label="It goes" error={refusal ?? undefined} className="min-w-52 flex-1">
          {(ids) => (
            <Select
              {...ids}
              className="min-h-14 text-lead"
              value={to}
              onChange={({ target }) => setTo(target.value as MixRecord['leftTo'])}
            >
              {LEFT_TO.filter((one) => !sheet.hardener || one === 'waste').map((one) => (
                <option key={one} value={one}>
                  {one === 'closed container'
                    ? 'into a closed container'
                    : one === 'waste'
                      ? 'to waste'
                      : one}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Button posture="floor" disabled={mixMl === 0 || refusal !== null} onClick={finish}>
          Mix is emptied
        </Button>
      </div>
      {to === 'back into the tin' && refusal === null && (
        <p className="mt-2 leading-snug">
          Strained, clean, never skinned over. The tin is thinner from then on, and the bench allows for it.
        </p>
      )}
      <ul className="mt-3 text-quiet">
        <li>{gunRest(sheet)}</li>
        {CLEAN_UP[sheet.base].map((line) => (
          <li key={line}>{line}</li>
        ))}
        {sheet.isSelfHeating && sheet.base === 'water' && (
          <li>Rags can self-ignite: into the lidded metal can with water, within the hour.</li>
        )}
        <li>Nothing down the drain. Take dried filters and leftovers to the local collection point.</li>
      </ul>
    </section>
  );
}
