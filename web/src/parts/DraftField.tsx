import { Field, TextInput } from './controls.tsx';

interface DraftFieldProps {
  /** Key of the field in the draft and in the errors. */
  name: string;
  label: string;
  draft: Record<string, string>;
  errors: Record<string, string>;
  onChange(name: string, text: string): void;
  className?: string;
}

/** A text field of a form that is saved by a press. */
export function DraftField({ name, label, draft, errors, onChange, className = '' }: DraftFieldProps) {
  return (
    <Field label={label} error={errors[name]} className={className}>
      {(ids) => (
        <TextInput
          {...ids}
          value={draft[name] ?? ''}
          onChange={({ target }) => onChange(name, target.value)}
        />
      )}
    </Field>
  );
}
