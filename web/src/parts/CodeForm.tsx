import type { FormEvent } from 'react';
import { Button, Card, Field, TextInput } from './controls.tsx';

/** Asks for a code that somebody was given. */
export function CodeForm({
  code,
  onCode,
  placeholder,
  error,
  isBusy,
  onSubmit,
}: {
  code: string;
  onCode(code: string): void;
  placeholder?: string;
  /** What is wrong with it. */
  error: string | undefined;
  isBusy: boolean;
  onSubmit(): void;
}) {
  function submit(event: FormEvent): void {
    event.preventDefault();
    onSubmit();
  }
  return (
    <Card className="p-6">
      <form onSubmit={submit} className="flex flex-wrap items-end gap-3">
        <Field label="Code" className="min-w-64 flex-1" error={error}>
          {(ids) => (
            <TextInput
              {...ids}
              className="min-h-14 text-head"
              autoCapitalize="characters"
              placeholder={placeholder}
              value={code}
              onChange={({ target }) => onCode(target.value)}
            />
          )}
        </Field>
        <Button kind="act" posture="floor" type="submit" disabled={code.trim() === '' || isBusy}>
          Continue
        </Button>
      </form>
    </Card>
  );
}
