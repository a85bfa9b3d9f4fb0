import type { ShopContext } from '@upholder/core/api';
import { APPLICATOR_WORDS, APPLICATORS, type Applicator, type ProductSheet } from '@upholder/core/catalogue';
import { cupsOf } from '@upholder/core/mixing';
import { Button, Select, TextInput } from '../../parts/controls.tsx';

type Target = ProductSheet['targets'][number];

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
    <fieldset className="col-span-3">
      <legend className="label">
        Seconds in the cup, by applicator; without a first number it is an upper limit
      </legend>
      {targets.map((target, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: targets have no name of their own
        <div key={index} className="mt-1.5 grid grid-cols-[12rem_8rem_5rem_5rem_auto] gap-2">
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
          <TextInput
            aria-label="From, seconds"
            inputMode="numeric"
            placeholder="none"
            value={target.fromS === null ? '' : String(target.fromS)}
            onChange={({ target: { value } }) => {
              const digits = value.replace(/\D/g, '');
              set(index, { fromS: digits === '' ? null : Number(digits) });
            }}
          />
          <TextInput
            aria-label="To, seconds"
            inputMode="numeric"
            value={String(target.toS)}
            onChange={(event) => set(index, { toS: Number(event.target.value.replace(/\D/g, '')) })}
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
