import { parseDecimal } from '@upholder/core/units';
import { useState } from 'react';
import { Button, Field, TextInput } from '../../parts/controls.tsx';

/** Seconds of a run that was timed elsewhere: typed instead of stopped. */
export function TypedRun({ onRun }: { onRun(seconds: number): void }) {
  const [text, setText] = useState('');
  const [error, setError] = useState<string | undefined>();
  function add(): void {
    const read = parseDecimal(text, {
      what: 'the time of a run',
      example: '28.5',
      min: 3,
      max: 600,
      suffixes: ['seconds', 'secs', 'sec', 's'],
    });
    setError(read.ok ? undefined : read.message);
    if (!read.ok) return;
    onRun(Math.round(read.value * 10) / 10);
    setText('');
  }
  return (
    <div className="mt-2 flex items-end gap-3">
      <Field label="Or type the seconds" error={error} className="min-w-0 flex-1">
        {(ids) => (
          <TextInput
            {...ids}
            inputMode="decimal"
            className="min-h-14 text-lead"
            value={text}
            onChange={({ target }) => setText(target.value)}
            onKeyDown={({ key }) => key === 'Enter' && add()}
          />
        )}
      </Field>
      <Button posture="floor" disabled={text.trim() === ''} onClick={add}>
        Add run
      </Button>
    </div>
  );
}
