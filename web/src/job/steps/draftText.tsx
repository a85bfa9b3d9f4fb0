import type { Thinning } from '@upholder/core/catalogue';
import { parseThinning } from '@upholder/core/mixing';
import { type StepDraft, StepDraftSchema } from '@upholder/core/systems';
import { parseDecimal, type QuantityName } from '@upholder/core/units';
import { useState } from 'react';
import { understood } from '../../base/voice.ts';
import { Field, TextInput } from '../../parts/controls.tsx';

interface EntryProps<Part> {
  label: string;
  value: string;
  /** The change that a text means, or a sentence why it means none. */
  read(text: string): Part | string;
  onCommit(part: Part): void;
  /** What is typed into it: another unit is said back as it was understood. */
  quantity?: QuantityName | undefined;
  /** What stands below it while nothing is typed. */
  hint?: string | undefined;
  className?: string;
}

/** A text field that is written when it is left, with what is wrong below it. */
export function DraftEntry<Part>({
  label,
  value,
  read,
  onCommit,
  quantity,
  hint,
  className = '',
}: EntryProps<Part>) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | undefined>();
  function commit(): void {
    const part = text === null || text === value ? null : read(text);
    setProblem(typeof part === 'string' ? part : undefined);
    if (typeof part === 'string') return;
    setText(null);
    if (part) onCommit(part);
  }
  return (
    <Field
      label={label}
      error={problem}
      hint={quantity && text !== null ? understood(quantity, text) : hint}
      className={className}
    >
      {(ids) => (
        <TextInput
          {...ids}
          value={text ?? value}
          onChange={({ target }) => setText(target.value)}
          onBlur={commit}
          onKeyDown={({ key }) => key === 'Enter' && commit()}
        />
      )}
    </Field>
  );
}

/** The same for a field of a step. */
export const DraftText = DraftEntry<Partial<StepDraft>>;

/** Reads one field of a step; a message where it cannot be. */
export function readField<
  K extends
    | 'grit'
    | 'wftUm'
    | 'name'
    | 'note'
    | 'mixCount'
    | 'passes'
    | 'flashMin'
    | 'conditionerPct'
    | 'tintPct'
    | 'labour'
    | 'cautions',
>(key: K, value: unknown): Partial<StepDraft> | string {
  const parsed = StepDraftSchema.shape[key].safeParse(value);
  return parsed.success ? { [key]: parsed.data } : (parsed.error.issues[0]?.message ?? 'Invalid value.');
}

/** A thinning as it is typed, or a sentence why it is none that a sequence can take. */
export function readThinning(text: string, convention: Thinning['convention']): Thinning | string {
  const read = parseThinning(text, convention);
  if (!read.ok) return read.message;
  return read.value.kind === 'amount'
    ? read.value.thinning
    : 'The sequence takes an amount. Thin to seconds at the bench.';
}

/** A number as people write it: comma or point, with or without a `P` in front; NaN where it is none, which no field takes. */
export function readNumber(text: string): number {
  const read = parseDecimal(text.replace(/^\s*P(?=\d)/i, ''), { suffixes: ['min', 'mins', 'm'] });
  return read.ok ? read.value : Number.NaN;
}
