import { type Supply, type SupplyKind, SupplySchema } from '@upholder/core/catalogue';
import { fieldMessages, type Outcome } from '@upholder/core/outcome';
import { regional } from '@upholder/core/said';
import { formatDuration, parseDecimal, parseDurationMinutes } from '@upholder/core/units';
import { read, show } from '../../base/voice.ts';

/** A written field of a cleaner, abrasive, filler, caulk, tape or cloth. */
interface SupplyField {
  key: string;
  label: string;
  kind: 'text' | 'number' | 'span' | 'length' | 'coverage' | 'joint' | 'area';
  mayBeEmpty?: boolean;
}

const number = (key: string, label: string): SupplyField => ({ key, label, kind: 'number' });
const area = (key: string, label: string): SupplyField => ({ key, label, kind: 'area' });
const span = (key: string, label: string, mayBeEmpty = false): SupplyField => ({
  key,
  label,
  kind: 'span',
  mayBeEmpty,
});

/** Kinds in the order of the shelf, with what is written of each and what is ticked. */
export const SUPPLY_SHELF: Record<
  SupplyKind,
  { name: string; fields: readonly SupplyField[]; marks: readonly { key: string; name: string }[] }
> = {
  cleaner: {
    name: 'Cleaners',
    fields: [
      { key: 'dilution', label: 'Dilution', kind: 'text' },
      { key: 'mlPerM2', label: 'Ready to use, per area', kind: 'coverage' },
      span('dwellMin', 'Works for'),
      span('dryMin', 'Dry after'),
    ],
    marks: [
      { key: 'needsRinse', name: 'Needs a rinse' },
      { key: 'dullsGlassAndMetal', name: regional('Dulls glass and aluminium') },
      { key: 'isFlammable', name: 'Flammable' },
    ],
  },
  deglosser: {
    name: 'Deglossers',
    fields: [
      { key: 'mlPerM2', label: 'Per area', kind: 'coverage' },
      span('dwellMin', 'Works for'),
      span('windowMin', 'Coat within'),
    ],
    marks: [{ key: 'isFlammable', name: 'Flammable' }],
  },
  abrasive: {
    name: 'Abrasives',
    fields: [
      number('grit', 'Grit P'),
      area('m2OnOldFinish', 'Area each, on old finish'),
      area('m2OnPrimer', 'Area each, on primer and between coats'),
    ],
    marks: [],
  },
  filler: {
    name: 'Fillers',
    fields: [
      span('sandAfterMin', 'Dry to sand'),
      span('coatAfterMin', 'Coat after'),
      span('potLifeMin', 'Pot life', true),
      { key: 'deepestMm', label: 'Maximum depth per pass', kind: 'length' },
    ],
    marks: [
      { key: 'isTwoPart', name: 'Two-part' },
      { key: 'drinksPaint', name: 'Soaks up paint: spot-prime' },
      { key: 'needsSolventMask', name: 'Needs a solvent mask' },
    ],
  },
  caulk: {
    name: 'Caulks',
    fields: [
      span('coatAfterMin', 'Coat after'),
      { key: 'mlPerM', label: 'Per length of joint', kind: 'joint' },
      { key: 'widestGapMm', label: 'Widest gap', kind: 'length' },
    ],
    marks: [{ key: 'isPaintable', name: 'Paintable' }],
  },
  masking: {
    name: 'Masking',
    fields: [{ key: 'widthMm', label: 'Width', kind: 'length' }, span('offWithinMin', 'Remove within')],
    marks: [],
  },
  cloth: {
    name: 'Cloths',
    fields: [area('m2Each', 'Each')],
    marks: [
      { key: 'isForDust', name: 'For dust before a coat' },
      { key: 'leavesResidue', name: 'Leaves residue when pressed' },
    ],
  },
};

/** The quantity that a field takes in any unit, where it takes one. */
export const quantityOf = (kind: SupplyField['kind']) =>
  kind === 'text' || kind === 'number' || kind === 'span' ? undefined : kind;

export type SupplyDraft = Record<string, string>;

/** The written fields of a supply as texts. */
export function supplyDraft(supply: Supply): SupplyDraft {
  const values = supply as Record<string, unknown>;
  return Object.fromEntries([
    ['name', supply.name],
    ['cautions', supply.cautions.join('\n')],
    ...SUPPLY_SHELF[supply.kind].fields.map((field) => [field.key, writeField(field, values[field.key])]),
  ]);
}

function writeField({ kind }: SupplyField, value: unknown): string {
  if (value === null || value === undefined) return '';
  if (kind === 'span') return formatDuration(value as number);
  return kind === 'text' || kind === 'number' ? String(value) : show(kind, value as number);
}

/** @param stored what the supply says; a text that still says it is that value. */
function readField(field: SupplyField, text: string, stored: unknown): Outcome<unknown> {
  const { key, kind, mayBeEmpty } = field;
  if (text.trim() === '' && mayBeEmpty) return { ok: true, value: null };
  if (typeof stored === 'number' && text === writeField(field, stored)) return { ok: true, value: stored };
  if (kind === 'span') return parseDurationMinutes(text, { rangeEnd: key === 'windowMin' ? 'low' : 'high' });
  if (kind === 'number') return parseDecimal(text.replace(/^p(?=\d)/i, ''), { suffixes: ['%'] });
  return kind === 'text' ? { ok: true, value: text.trim() } : read(kind, text);
}

/** Reads a draft onto a supply; what is wrong, by field, where it cannot be. */
export function readSupply(
  draft: SupplyDraft,
  chosen: Supply,
): { supply: Supply | null; errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  const wanted: Record<string, unknown> = {
    ...chosen,
    name: draft.name,
    cautions: (draft.cautions ?? '').split('\n').filter((line) => line.trim() !== ''),
    source: 'entered from sheet',
  };
  for (const field of SUPPLY_SHELF[chosen.kind].fields) {
    const typed = readField(field, draft[field.key] ?? '', (chosen as Record<string, unknown>)[field.key]);
    if (typed.ok) wanted[field.key] = typed.value;
    else errors[field.key] = typed.message;
  }
  const parsed = SupplySchema.safeParse(wanted);
  if (!parsed.success)
    for (const [path, message] of Object.entries(fieldMessages(parsed.error))) errors[path] ??= message;
  return { supply: parsed.success && Object.keys(errors).length === 0 ? parsed.data : null, errors };
}
