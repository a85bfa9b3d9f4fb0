import type { QuantityName } from '@upholder/core/units';
import { labelled, understood } from '../base/voice.ts';
import { Field, TextInput } from './controls.tsx';
import type { DraftForm } from './useDraftForm.ts';

interface DraftFieldProps {
  form: Pick<DraftForm, 'text' | 'errors' | 'write'>;
  /** Key of the field in the draft and in the errors. */
  name: string;
  label: string;
  className?: string;
  placeholder?: string;
  /** What is typed into it: the label names the unit, and another unit is said back as it was understood. */
  quantity?: QuantityName;
  /** The text says its unit itself: the label need not. */
  withUnit?: boolean;
  maxLength?: number;
  /** How the text was understood, where the reader would write it otherwise; empty where there is nothing to tell. */
  hint?(text: string): string;
}

/** A text field of a form that is saved by a press. */
export function DraftField({
  form,
  name,
  label,
  quantity,
  withUnit = false,
  className = '',
  hint,
  ...rest
}: DraftFieldProps) {
  return (
    <Field
      label={quantity && !withUnit ? labelled(label, quantity) : label}
      error={form.errors[name]}
      hint={quantity ? understood(quantity, form.text(name)) : hint?.(form.text(name))}
      className={className}
    >
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
