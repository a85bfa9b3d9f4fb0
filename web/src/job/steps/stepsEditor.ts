import type { SequenceEdit } from '@upholder/core/rules';

/** Whatever takes changes of a sequence: a zone's, saved at once, or a system's, saved as a version. */
export interface StepsEditor {
  edit(what: string, edits: readonly SequenceEdit[]): void;
}
