import { parseDecimal } from '@upholder/core/units';
import { useState } from 'react';
import { Field, TextInput } from '../../parts/controls.tsx';

/** For how many days the room may be out of use; empty: nobody has said. */
export function RoomDays({
  days,
  onChange,
}: {
  days: number | undefined;
  onChange(days: number | null): void;
}) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | undefined>();
  function commit(): void {
    if (text === null) return;
    const read = parseDecimal(text, {
      what: 'the number of days',
      example: '5',
      min: 0,
      max: 365,
      suffixes: ['days', 'day', 'd'],
      isWhole: true,
    });
    if (text.trim() !== '' && !read.ok) {
      setProblem(read.message);
      return;
    }
    const value = read.ok ? read.value : null;
    setProblem(undefined);
    setText(null);
    if (value !== (days ?? null)) onChange(value);
  }
  return (
    <Field label="Days the room may be out of use" error={problem} className="mt-1 max-w-64">
      {(ids) => (
        <TextInput
          {...ids}
          inputMode="numeric"
          className="press-h-11 max-w-24"
          value={text ?? (days === undefined ? '' : String(days))}
          onChange={({ target }) => setText(target.value)}
          onBlur={commit}
          onKeyDown={({ key }) => key === 'Enter' && commit()}
        />
      )}
    </Field>
  );
}
