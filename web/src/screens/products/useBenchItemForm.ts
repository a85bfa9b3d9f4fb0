import type { BenchItemRow } from '@upholder/core/api';
import { type BenchItem, BenchItemSchema } from '@upholder/core/mixing';
import { parseDecimal } from '@upholder/core/units';
import { upholder } from '../../api/upholder.ts';
import {
  type Draft,
  type DraftForm,
  readBySchema,
  saveOutcome,
  useDraftForm,
} from '../../parts/useDraftForm.ts';

/** A form for a cup or a gun, which can also be put away and taken out again. */
export interface BenchItemForm extends DraftForm {
  /** Puts the item away, or takes it out again, with all that stands in the form. */
  setRetired(isRetired: boolean): Promise<void>;
}

/**
 * Saving a cup or gun: its fields are checked here first, and what the server has to say is said.
 * @param wanted the item that the form says, before it is checked.
 * @param saved what saving means for the bench.
 */
export function useBenchItemForm(
  row: BenchItemRow,
  start: Draft,
  wanted: (draft: Draft) => object,
  saved: string,
): BenchItemForm {
  const [write] = upholder.useWriteBenchItemMutation();
  const form = useDraftForm<BenchItem>({
    start,
    version: row.version,
    read: (draft) => readBySchema<BenchItem>(BenchItemSchema, wanted(draft)),
    saved,
    async save(item, version) {
      return saveOutcome(await write({ id: row.id, version, item }), (kept) => ({ version: kept.version }));
    },
  });
  return {
    ...form,
    async setRetired(isRetired) {
      form.write('isRetired', isRetired);
      if (await form.save()) form.say({ kind: 'plain', words: isRetired ? 'Retired.' : 'Restored.' });
      else form.write('isRetired', !isRetired);
    },
  };
}

/** Seconds as they are typed; what cannot be read becomes NaN, which no field takes. */
export function typedSeconds(text: string): number {
  const read = parseDecimal(text, { min: 1, max: 600, suffixes: ['seconds', 'sec', 's'] });
  return read.ok ? read.value : Number.NaN;
}
