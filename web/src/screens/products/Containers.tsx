import type { ProductSheet } from '@upholder/core/catalogue';
import { parseDecimal } from '@upholder/core/units';
import { useState } from 'react';
import { read, show } from '../../base/voice.ts';
import { Button, TextInput } from '../../parts/controls.tsx';

type Container = ProductSheet['containers'][number];

/** A size as it is typed, in whole mL; NaN where it is none. */
function sizeOf(text: string): number {
  const size = read('volume', text);
  return size.ok && size.value > 0 ? Math.round(size.value) : Number.NaN;
}

/** A price as it is typed, in minor units; null for none. */
function priceOf(text: string): number | null {
  if (text.trim() === '') return null;
  const price = parseDecimal(text, { min: 0 });
  return price.ok ? Math.round(price.value * 100) : Number.NaN;
}

/** One container: the texts stay as they are typed, what they mean goes on. */
function Row({
  container,
  number,
  onChange,
  onRemove,
}: {
  container: Container;
  number: number;
  onChange(container: Container): void;
  onRemove(): void;
}) {
  const [size, setSize] = useState(Number.isNaN(container.ml) ? '' : show('volume', container.ml));
  const [price, setPrice] = useState(container.price === null ? '' : (container.price / 100).toFixed(2));
  return (
    <div className="mt-1.5 grid grid-cols-[9rem_9rem_auto] justify-start gap-2 max-md:grid-cols-[1fr_1fr_auto]">
      <TextInput
        aria-label={`Size of container ${number}`}
        aria-invalid={Number.isNaN(sizeOf(size))}
        placeholder={show('volume', 2500)}
        value={size}
        onChange={({ target }) => {
          setSize(target.value);
          onChange({ ...container, ml: sizeOf(target.value) });
        }}
      />
      <TextInput
        aria-label={`Price of container ${number}`}
        aria-invalid={Number.isNaN(priceOf(price))}
        placeholder="price unknown"
        inputMode="decimal"
        value={price}
        onChange={({ target }) => {
          setPrice(target.value);
          onChange({ ...container, price: priceOf(target.value) });
        }}
      />
      <Button kind="quiet" onClick={onRemove}>
        Remove
      </Button>
    </div>
  );
}

const MOST = 8;

/** What a product is sold in, and what each costs. */
export function Containers({
  chosen: { containers },
  errors,
  onChoose,
}: {
  chosen: Pick<ProductSheet, 'containers'>;
  /** What is wrong with the sheet, by field. */
  errors: Readonly<Record<string, string>>;
  onChoose(part: Pick<ProductSheet, 'containers'>): void;
}) {
  const save = (changed: Container[]) => onChoose({ containers: changed });
  const error = Object.entries(errors).find(([path]) => path.startsWith('containers'))?.[1];
  return (
    <fieldset className="col-span-3 max-md:col-span-2">
      <legend className="label">Sold in, with the price of each</legend>
      {containers.map((container, index) => (
        <Row
          // Where one is taken out the others are written again from what they are.
          // biome-ignore lint/suspicious/noArrayIndexKey: containers have no name of their own
          key={`${index} of ${containers.length}`}
          container={container}
          number={index + 1}
          onChange={(changed) => save(containers.map((one, at) => (at === index ? changed : one)))}
          onRemove={() => save(containers.filter((_one, at) => at !== index))}
        />
      ))}
      {error && (
        <p role="alert" className="font-semibold text-small text-stop">
          {error}
        </p>
      )}
      {containers.length < MOST && (
        <Button className="mt-2" onClick={() => save([...containers, { ml: Number.NaN, price: null }])}>
          Add a container
        </Button>
      )}
    </fieldset>
  );
}
