import { regional } from '@upholder/core/said';
import { useEffect, useState } from 'react';
import { Field, TextInput } from './controls.tsx';

const HEX = /^#?[0-9a-f]{6}$/i;

/** A colour by picker or as hex; only whole colours are handed on. */
export function ColourField({
  label,
  value,
  onChange,
  error,
}: {
  label: string;
  value: string;
  onChange(value: string): void;
  error?: string;
}) {
  const [text, setText] = useState(value);
  useEffect(() => setText(value), [value]);
  const isWhole = HEX.test(text.trim());
  return (
    <Field label={label} error={error ?? (isWhole ? undefined : regional('Enter a colour such as #7fb5a3.'))}>
      {(ids) => (
        <div className="flex gap-2">
          <input
            type="color"
            aria-label={`${label}, picker`}
            value={HEX.test(value) ? value : '#888888'}
            onChange={({ target }) => onChange(target.value)}
            className="press-h-11 w-14 shrink-0 rounded-[3px] border border-line bg-raised p-1"
          />
          <TextInput
            {...ids}
            value={text}
            onChange={({ target }) => {
              setText(target.value);
              const hex = target.value.trim().toLowerCase();
              if (HEX.test(hex)) onChange(hex.startsWith('#') ? hex : `#${hex}`);
            }}
            className="press-h-11 max-w-28"
            spellCheck={false}
          />
        </div>
      )}
    </Field>
  );
}
