import type { ShopContext } from '@upholder/core/api';
import { APPLICATOR_WORDS, APPLICATORS, type Applicator, type ProductSheet } from '@upholder/core/catalogue';
import { cupsOf } from '@upholder/core/mixing';
import { useState } from 'react';
import { Button, Select, TextInput } from '../../parts/controls.tsx';
import { typedSeconds } from './useBenchItemForm.ts';

type Target = ProductSheet['targets'][number];

const TARGET_ROW = 'mt-1.5 grid grid-cols-[12rem_8rem_5rem_5rem_auto] gap-2 max-md:grid-cols-2';

/** Seconds of a cup as they are typed: the text stays as it is, what it means goes on. */
function Seconds({
  label,
  value,
  onChange,
  mayBeEmpty = false,
}: {
  label: string;
  value: number | null;
  onChange(value: number | null): void;
  mayBeEmpty?: boolean;
}) {
  const [text, setText] = useState(value === null || Number.isNaN(value) ? '' : String(value));
  const isBad = text.trim() === '' ? !mayBeEmpty : Number.isNaN(typedSeconds(text));
  return (
    <TextInput
      aria-label={label}
      aria-invalid={isBad}
      title={isBad ? 'A cup runs 1 to 600 s. Type 28 or 28.5.' : undefined}
      inputMode="decimal"
      placeholder={mayBeEmpty ? 'none' : undefined}
      value={text}
      onChange={({ target }) => {
        setText(target.value);
        onChange(target.value.trim() === '' ? null : typedSeconds(target.value));
      }}
    />
  );
}

/** The seconds in a cup that each applicator wants. */
export function Targets({
  shop,
  targets,
  onChange,
}: {
  shop: ShopContext;
  targets: readonly Target[];
  onChange(targets: Target[]): void;
}) {
  const set = (index: number, part: Partial<Target>) =>
    onChange(targets.map((target, at) => (at === index ? { ...target, ...part } : target)));
  const cups = cupsOf(shop.benchItems).map(({ name }) => name);
  return (
    <fieldset className="col-span-3 max-md:col-span-2">
      <legend className="label">
        Seconds in the cup, by applicator; without a first number it is an upper limit
      </legend>
      {targets.map((target, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: targets have no name of their own
        <div key={index} className={TARGET_ROW}>
          <Select
            aria-label="Applicator"
            value={target.applicator}
            onChange={(event) => set(index, { applicator: event.target.value as Applicator })}
          >
            {APPLICATORS.map((one) => (
              <option key={one} value={one}>
                {APPLICATOR_WORDS[one]}
              </option>
            ))}
          </Select>
          <Select
            aria-label="Cup"
            value={target.cup}
            onChange={(event) => set(index, { cup: event.target.value })}
          >
            {[...new Set([target.cup, ...cups])].map((one) => (
              <option key={one}>{one}</option>
            ))}
          </Select>
          <Seconds
            label="From, seconds"
            value={target.fromS}
            onChange={(fromS) => set(index, { fromS })}
            mayBeEmpty
          />
          <Seconds
            label="To, seconds"
            value={target.toS}
            onChange={(toS) => set(index, { toS: toS ?? Number.NaN })}
          />
          <Button kind="quiet" onClick={() => onChange(targets.filter((_target, at) => at !== index))}>
            Remove
          </Button>
        </div>
      ))}
      <Button
        className="mt-2"
        onClick={() => onChange([...targets, { applicator: 'turbine', cup: 'ISO 4 mm', fromS: 25, toS: 35 }])}
      >
        Add a target
      </Button>
    </fieldset>
  );
}
