import { type Supply, type SupplyKind, SupplySchema } from '@upholder/core/catalogue';
import { fieldMessages, type Outcome } from '@upholder/core/outcome';
import { regional } from '@upholder/core/said';
import { formatDuration, parseDecimal, parseDurationMinutes } from '@upholder/core/units';
import { moneyText, readMoney } from '../../base/moneyText.ts';
import { read, show } from '../../base/voice.ts';

/** A written field of a cleaner, abrasive, filler, caulk, tape or cloth. */
interface SupplyField {
  key: string;
  label: string;
  kind: 'text' | 'number' | 'span' | 'length' | 'coverage' | 'joint' | 'area' | 'volume';
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
      { key: 'mlPerPiece', label: 'For a piece with repairs', kind: 'volume' },
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
  sundry: { name: 'Thinners, liners, covers, hooks', fields: [], marks: [] },
};

/** In what a pack of a supply is counted. */
export function packUnit(supply: Supply): 'volume' | 'run' | 'pieces' {
  switch (supply.kind) {
    case 'cleaner':
    case 'deglosser':
    case 'caulk':
      return 'volume';
    case 'masking':
      return 'run';
    case 'sundry':
      return supply.use === 'thinner' ? 'volume' : 'pieces';
    default:
      return 'pieces';
  }
}

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
    ['supplier', supply.supplier],
    ['price', moneyText(supply.price)],
    ['packSize', writeAmount(supply, supply.packSize)],
    ['stock', writeAmount(supply, supply.stock)],
    ...SUPPLY_SHELF[supply.kind].fields.map((field) => [field.key, writeField(field, values[field.key])]),
  ]);
}

function writeAmount(supply: Supply, amount: number | null): string {
  const unit = packUnit(supply);
  if (amount === null) return '';
  return unit === 'pieces' ? String(amount) : show(unit, amount);
}

/** What a pack holds, or what is there, as it is typed. */
function readAmount(supply: Supply, text: string, stored: number | null): Outcome<number | null> {
  const unit = packUnit(supply);
  if (text.trim() === '') return { ok: true, value: null };
  if (text === writeAmount(supply, stored)) return { ok: true, value: stored };
  return unit === 'pieces'
    ? parseDecimal(text, { what: 'a number', example: '50', min: 0, max: 100_000, isWhole: true })
    : read(unit, text);
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
    supplier: draft.supplier ?? '',
  };
  const bought = {
    price: readMoney(draft.price ?? ''),
    packSize: readAmount(chosen, draft.packSize ?? '', chosen.packSize),
    stock: readAmount(chosen, draft.stock ?? '', chosen.stock),
  };
  for (const [key, typed] of Object.entries(bought))
    if (typed.ok) wanted[key] = typed.value;
    else errors[key] = typed.message;
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
