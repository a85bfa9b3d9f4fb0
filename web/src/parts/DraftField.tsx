import { Field, TextInput } from './controls.tsx';
import type { DraftForm } from './useDraftForm.ts';

interface DraftFieldProps {
  form: Pick<DraftForm, 'text' | 'errors' | 'write'>;
  /** Key of the field in the draft and in the errors. */
  name: string;
  label: string;
  className?: string;
  placeholder?: string;
  maxLength?: number;
}

/** A text field of a form that is saved by a press. */
export function DraftField({ form, name, label, className = '', ...rest }: DraftFieldProps) {
  return (
    <Field label={label} error={form.errors[name]} className={className}>
      {(ids) => (
        <TextInput
          {...ids}
          {...rest}
          value={form.text(name)}
          onChange={({ target }) => form.write(name, target.value)}
        />
      )}
    </Field>
  );
}
