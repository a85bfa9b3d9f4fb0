import { Field, TextInput } from './controls.tsx';
import type { DraftForm } from './useDraftForm.ts';

/** A field for a password, which the browser may keep. */
export function PasswordField({
  form,
  name,
  label,
  hint,
  isNew = false,
}: {
  form: Pick<DraftForm, 'text' | 'errors' | 'write'>;
  name: string;
  label: string;
  hint?: string;
  /** One that is being chosen: the browser may propose one. */
  isNew?: boolean;
}) {
  return (
    <Field label={label} error={form.errors[name]} hint={hint}>
      {(ids) => (
        <TextInput
          {...ids}
          type="password"
          autoComplete={isNew ? 'new-password' : 'current-password'}
          value={form.text(name)}
          onChange={({ target }) => form.write(name, target.value)}
        />
      )}
    </Field>
  );
}
