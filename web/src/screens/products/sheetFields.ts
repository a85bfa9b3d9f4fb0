import { type ProductSheet, ProductSheetSchema } from '@upholder/core/catalogue';
import { fieldMessages, type Outcome } from '@upholder/core/outcome';
import {
  formatDuration,
  parseDecimal,
  parseDurationMinutes,
  parsePercent,
  pricedLitres,
} from '@upholder/core/units';
import { read, show, understood as understoodAs, voice } from '../../base/voice.ts';

/** A field of a data sheet as people write it. */
export interface SheetField {
  /** Path in the sheet, with points. */
  path: string;
  label: string;
  kind:
    | 'text'
    | 'film'
    | 'percent'
    | 'density'
    | 'voc'
    | 'spread'
    | 'temperature'
    | 'drops'
    | 'span'
    | 'number'
    | 'money';
  /** Left empty it is not known, or there is none. */
  mayBeEmpty?: boolean;
}

const span = (path: string, label: string, mayBeEmpty = false): SheetField => ({
  path,
  label,
  kind: 'span',
  mayBeEmpty,
});

/** The fields that are written, group by group, in the order in which a sheet is read. */
export const sheetGroups = (): readonly {
  name: string;
  note?: string;
  fields: readonly SheetField[];
}[] => [
  {
    name: 'Film',
    note: 'In any unit: µm or mil, m²/L or ft²/gal, kg/L or lb/gal.',
    fields: [
      { path: 'wftMinUm', label: 'Wet film, minimum', kind: 'film' },
      { path: 'wftTypUm', label: 'Wet film, typical', kind: 'film' },
      { path: 'wftMaxUm', label: 'Wet film, maximum', kind: 'film' },
      { path: 'sagWftUm', label: 'Sag limit, vertical (wet)', kind: 'film', mayBeEmpty: true },
      { path: 'sagFlatWftUm', label: 'Sag limit, flat (wet)', kind: 'film', mayBeEmpty: true },
      { path: 'maxTotalDftUm', label: 'Max. total dry film', kind: 'film', mayBeEmpty: true },
      { path: 'statedSpreadM2L', label: 'Stated spreading rate', kind: 'spread', mayBeEmpty: true },
      { path: 'volumeSolidsPct', label: 'Volume solids', kind: 'percent' },
      { path: 'densityKgL', label: 'Density', kind: 'density' },
      { path: 'vocGL', label: 'VOC', kind: 'voc', mayBeEmpty: true },
      { path: 'crossCutMost', label: 'Cross-cut, worst grade', kind: 'number', mayBeEmpty: true },
      { path: 'contrastRatio', label: 'Contrast ratio, 0 to 1', kind: 'number' },
      { path: 'contrastDftUm', label: 'at a dry film of', kind: 'film' },
      {
        path: 'pricePerLitre',
        label: `Price of a ${pricedLitres(voice().units).name}`,
        kind: 'money',
        mayBeEmpty: true,
      },
      { path: 'supplier', label: 'Bought from', kind: 'text', mayBeEmpty: true },
    ],
  },
  {
    name: `Clocks at ${show('temperature', 23)} and 50 %`,
    note: 'Such as 45 min, 4h30 or 7 d. Leave empty where the sheet says nothing.',
    fields: [
      span('clocks.touchMin', 'Touch dry'),
      span('clocks.sandMin', 'Dry to sand'),
      span('clocks.recoatMinMin', 'Recoat from'),
      span('clocks.recoatMaxMin', 'Recoat until', true),
      span('wetOnWetMaxMin', 'Wet-on-wet until', true),
      span('wetEdgeMin', 'Wet edge', true),
      span('clocks.handleMin', 'Dry to handle'),
      span('clocks.packMin', 'Dry to pack'),
      span('clocks.refitMin', 'Refit after'),
      span('clocks.cureMin', 'Full cure'),
    ],
  },
  {
    name: 'Air, surface, material',
    note: 'In any unit: °C or °F.',
    fields: [
      { path: 'airMinC', label: 'Air from', kind: 'temperature' },
      { path: 'airMaxC', label: 'Air to', kind: 'temperature' },
      { path: 'rhMaxPct', label: 'Humidity to', kind: 'percent' },
      { path: 'surfaceMinC', label: 'Surface from', kind: 'temperature', mayBeEmpty: true },
      { path: 'materialMinC', label: 'Material from', kind: 'temperature', mayBeEmpty: true },
    ],
  },
  {
    name: 'Thinning and mixing',
    fields: [
      { path: 'thinnerName', label: 'Thinner', kind: 'text' },
      { path: 'thinnerDensityKgL', label: 'Density of the thinner', kind: 'density' },
      { path: 'maxThinning.value', label: 'Maximum thinning', kind: 'number' },
      { path: 'hardener.name', label: 'Hardener', kind: 'text', mayBeEmpty: true },
      {
        path: 'hardener.partsByVolume',
        label: 'Parts of paint to 1, by volume',
        kind: 'number',
        mayBeEmpty: true,
      },
      { path: 'hardener.partsByWeight', label: 'the same by weight', kind: 'number', mayBeEmpty: true },
      { path: 'hardener.densityKgL', label: 'Density of the hardener', kind: 'density', mayBeEmpty: true },
      span('potLifeMin', `Pot life at ${show('temperature', 23)}`, true),
      span('inductionMin', 'Induction time'),
      { path: 'conditionerName', label: 'Conditioner', kind: 'text', mayBeEmpty: true },
      { path: 'conditionerMaxPct', label: 'Maximum conditioner', kind: 'percent', mayBeEmpty: true },
      {
        path: 'conditionerDensityKgL',
        label: 'Density of the conditioner',
        kind: 'density',
        mayBeEmpty: true,
      },
      { path: 'accelerator.name', label: 'Accelerator', kind: 'text', mayBeEmpty: true },
      {
        path: 'accelerator.maxDropsPerL',
        label: 'Maximum drops',
        kind: 'drops',
        mayBeEmpty: true,
      },
      span('gunRestMin', 'May rest in a sealed gun', true),
    ],
  },
  {
    name: 'Application and safety',
    fields: [
      { path: 'gunHint', label: 'Gun set-up', kind: 'text', mayBeEmpty: true },
      { path: 'cleanUp', label: 'Clean up with', kind: 'text', mayBeEmpty: true },
      { path: 'respirator', label: 'Respirator', kind: 'text', mayBeEmpty: true },
    ],
  },
];

const FIELDS = sheetGroups().flatMap(({ fields }) => fields);

export type SheetDraft = Record<string, string>;

function at(sheet: ProductSheet, path: string): unknown {
  return path
    .split('.')
    .reduce<unknown>((value, key) => (value as Record<string, unknown> | null)?.[key], sheet);
}

function write(field: SheetField, value: unknown): string {
  if (value === null || value === undefined) return '';
  switch (field.kind) {
    case 'span':
      return formatDuration(value as number);
    case 'money':
      return (((value as number) * pricedLitres(voice().units).litres) / 100).toFixed(2);
    case 'film':
    case 'density':
    case 'voc':
    case 'spread':
    case 'temperature':
    case 'drops':
      return show(field.kind, value as number);
    default:
      return String(value);
  }
}

/** The written fields of a sheet as texts. */
export function sheetDraft(sheet: ProductSheet): SheetDraft {
  return Object.fromEntries([
    ['name', sheet.name],
    ['className', sheet.className],
    ['cautions', sheet.cautions.join('\n')],
    ['hazards', sheet.hazards.join('\n')],
    ...FIELDS.map((field) => [field.path, write(field, at(sheet, field.path))]),
  ]);
}

const number = (text: string): Outcome<number> => parseDecimal(text, { suffixes: ['%', 's'] });

/** Which end of a range on a sheet counts: nobody waits too short, sprays too thick or works too cold by it. */
const LOW_ENDS = /Max|maxThinning|potLife|wetEdge|gunRest|wetOnWet/;

/**
 * Reads one field; the value in the sheet's own unit, or what is wrong with it.
 * @param stored what the sheet says; a text that still says it is that value, however it was rounded to be shown.
 */
export function readSheetField(
  field: SheetField,
  text: string,
  stored?: unknown,
): Outcome<number | string | null> {
  if (typeof stored === 'number' && text === write(field, stored)) return { ok: true, value: stored };
  if (text.trim() === '' && field.mayBeEmpty) return { ok: true, value: null };
  const end = { rangeEnd: LOW_ENDS.test(field.path) ? ('low' as const) : ('high' as const) };
  switch (field.kind) {
    case 'text':
      return { ok: true, value: text.trim() };
    case 'film':
    case 'temperature':
      return read(field.kind, text, null, end);
    case 'density':
    case 'voc':
    case 'spread':
    case 'drops':
      return read(field.kind, text);
    case 'percent':
      return parsePercent(text);
    case 'span':
      return parseDurationMinutes(text, end);
    case 'number':
      return number(text);
    case 'money': {
      const price = number(text);
      return price.ok
        ? { ok: true, value: Math.round((price.value * 100) / pricedLitres(voice().units).litres) }
        : price;
    }
  }
}

/** What was understood, where a text says it in another unit than this page shows. */
export function understood(field: SheetField, text: string): string | null {
  const { kind } = field;
  if (kind === 'text' || kind === 'span' || kind === 'number' || kind === 'money' || kind === 'percent')
    return null;
  return understoodAs(kind, text) || null;
}

/**
 * Reads a draft onto a sheet. Fields that are chosen rather than written come with the sheet.
 * @returns the sheet when everything can be read and agrees, else what is wrong, by path.
 */
export function readSheet(
  draft: SheetDraft,
  chosen: ProductSheet,
): { sheet: ProductSheet | null; errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  const lines = (key: string) =>
    (draft[key] ?? '')
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean);
  const wanted: Record<string, unknown> = {
    ...structuredClone(chosen),
    name: draft.name,
    className: draft.className,
    cautions: lines('cautions'),
    hazards: lines('hazards'),
    hardener: (draft['hardener.name'] ?? '').trim() === '' ? null : {},
    accelerator: (draft['accelerator.name'] ?? '').trim() === '' ? null : {},
    source: 'entered from sheet',
  };
  for (const field of FIELDS) {
    const typed = readSheetField(field, draft[field.path] ?? '', at(chosen, field.path));
    if (!typed.ok) {
      errors[field.path] = typed.message;
      continue;
    }
    const keys = field.path.split('.');
    const last = keys.at(-1) ?? '';
    const owner = keys
      .slice(0, -1)
      .reduce<Record<string, unknown> | null>(
        (value, key) => (value?.[key] ?? null) as Record<string, unknown> | null,
        wanted,
      );
    if (owner) owner[last] = field.kind === 'text' ? (typed.value ?? '') : typed.value;
  }
  const parsed = ProductSheetSchema.safeParse(wanted);
  const found = parsed.success ? {} : fieldMessages(parsed.error);
  // What could not even be read is the better message for its field.
  for (const [path, message] of Object.entries(found)) errors[path] ??= message;
  return { sheet: parsed.success && Object.keys(errors).length === 0 ? parsed.data : null, errors };
}
