import type { Outcome } from '@upholder/core/outcome';
import { parseDecimal, type QuantityName } from '@upholder/core/units';
import { useRef, useState } from 'react';
import { bare, labelled, read, show, understood } from '../../base/voice.ts';
import { Field, TextInput } from '../../parts/controls.tsx';

/** A number that counts as soon as it can be read; what cannot stays as typed, with the reason. */
export function NumberEntry({
  label,
  quantity,
  suffix = '',
  value,
  range,
  isWorkedOut = false,
  onValue,
}: {
  label: string;
  /** What it is a quantity of; a plain number where it is left out. */
  quantity?: QuantityName;
  suffix?: string;
  value: number;
  range: readonly [least: number, most: number];
  /** It comes out of the others. */
  isWorkedOut?: boolean;
  onValue(value: number): void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const before = useRef(value);
  const [problem, setProblem] = useState<string | undefined>();
  const words = (number: number) =>
    quantity ? bare(quantity, number) : String(Math.round(number * 100) / 100);
  function problemOf(found: Outcome<number>, text: string): string | undefined {
    if (!found.ok) return text.trim() === '' ? 'Enter a number.' : found.message;
    const [least, most] = range;
    const say = (number: number) => (quantity ? show(quantity, number) : `${number}${suffix}`);
    return found.value < least || found.value > most ? `Enter ${say(least)} to ${say(most)}.` : undefined;
  }
  function write(text: string): void {
    setTyped(text);
    const found = quantity ? read(quantity, text) : parseDecimal(text);
    const wrong = problemOf(found, text);
    setProblem(wrong);
    // What was typed on the way to something that cannot be does not count: the figure of before stays.
    onValue(found.ok && wrong === undefined ? found.value : before.current);
  }
  const shown = isWorkedOut || typed === null ? words(value) : typed;
  return (
    <Field
      label={quantity ? labelled(label, quantity) : `${label}${suffix === '' ? '' : `,${suffix}`}`}
      error={isWorkedOut ? undefined : problem}
      hint={quantity && !isWorkedOut && typed !== null ? understood(quantity, typed) : undefined}
    >
      {(ids) => (
        <TextInput
          {...ids}
          inputMode="decimal"
          className={`quantity w-full text-right ${isWorkedOut ? 'bg-act-wash font-bold' : ''}`}
          readOnly={isWorkedOut}
          value={shown}
          onChange={({ target }) => write(target.value)}
          onFocus={() => {
            before.current = value;
          }}
          onBlur={() => {
            if (problem === undefined) setTyped(null);
          }}
        />
      )}
    </Field>
  );
}
