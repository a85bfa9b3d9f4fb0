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
    const value = text.trim() === '' ? null : Number(text);
    if (value !== null && (!Number.isInteger(value) || value < 0 || value > 365)) {
      setProblem('Days are a whole number up to 365.');
      return;
    }
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
          className="min-h-11 max-w-24"
          value={text ?? (days === undefined ? '' : String(days))}
          onChange={({ target }) => setText(target.value)}
          onBlur={commit}
          onKeyDown={({ key }) => key === 'Enter' && commit()}
        />
      )}
    </Field>
  );
}
