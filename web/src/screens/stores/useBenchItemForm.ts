import type { BenchItemRow } from '@upholder/core/api';
import { type BenchItem, BenchItemSchema } from '@upholder/core/mixing';
import { fieldMessages } from '@upholder/core/outcome';
import { parseDecimal } from '@upholder/core/units';
import { useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import type { Said } from '../../parts/SaveHead.tsx';

/** Saving a cup or gun: its fields are checked here first, and what the server has to say is said. */
export function useBenchItemForm(row: BenchItemRow): {
  errors: Record<string, string>;
  said: Said | null;
  isSaving: boolean;
  save(wanted: unknown, words: string): Promise<void>;
} {
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<Said | null>(null);
  const [write, { isLoading }] = upholder.useWriteBenchItemMutation();
  async function save(wanted: unknown, words: string): Promise<void> {
    const parsed = BenchItemSchema.safeParse(wanted);
    setErrors(parsed.success ? {} : fieldMessages(parsed.error));
    if (!parsed.success) return setSaid({ kind: 'stop', words: 'Not saved: see the marked fields.' });
    const item: BenchItem = parsed.data;
    const outcome = await write({ id: row.id, version: row.version, item });
    setSaid(
      'error' in outcome
        ? { kind: 'stop', words: refusalOf(outcome.error).message }
        : { kind: 'plain', words },
    );
  }
  return { errors, said, isSaving: isLoading, save };
}

/** Seconds as they are typed; what cannot be read becomes NaN, which no field takes. */
export function typedSeconds(text: string): number {
  const read = parseDecimal(text, { min: 1, max: 600, suffixes: ['seconds', 'sec', 's'] });
  return read.ok ? read.value : Number.NaN;
}
