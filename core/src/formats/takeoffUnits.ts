import { said } from '../said/index.ts';
import { plainText, readingsOf } from '../units/index.ts';
import type { Mapping, TableUnit } from './takeoffFields.ts';
import type { TakeoffField } from './takeoffHeadings.ts';
import type { RawRow, RawTable } from './takeoffTable.ts';

/** A unit that a bare number of a table is in. */
export type LengthUnit = Exclude<TableUnit, 'auto'>;

/** Something that a table leaves open, with the guess that is taken unless somebody says otherwise. */
export interface TableQuestion {
  id: string;
  text: string;
  options: { value: string; words: string }[];
  chosen: string;
}

const UNIT_WORDS: Record<LengthUnit, string> = { mm: 'mm', cm: 'cm', m: 'metres', in: 'inches', ft: 'feet' };

/** Faces of doors start at this many mm; what is smaller in both directions is in another unit. */
const SMALLEST_MM = 130;
const FACE: readonly TakeoffField[] = ['width', 'height', 'size'];
/** Fields with their largest value in inches and in cm, where a bare number is still in that unit; above, it is mm. */
const THIN: Partial<Record<TakeoffField, { in: number; cm: number }>> = {
  thickness: { in: 3, cm: 5.9 },
  depth: { in: 40, cm: 80 },
  frame: { in: 6, cm: 15 },
  topRail: { in: 9, cm: 20 },
  bottomRail: { in: 12, cm: 25 },
  midRail: { in: 9, cm: 20 },
  midStile: { in: 6, cm: 15 },
  recess: { in: 1, cm: 2 },
  recessBack: { in: 1, cm: 2 },
  bevel: { in: 1, cm: 2 },
  margin: { in: 4, cm: 9 },
  raise: { in: 1, cm: 2 },
  girth: { in: 12, cm: 30 },
};

/** Numbers of a cell that say no unit, and the unit that others say. */
function numbersOf(cell: string): { bare: number[]; said: LengthUnit | null } {
  const text = plainText(cell);
  const parts = text.split(/\s*(?:x|\*|by)\s*/).filter((part) => part !== '');
  const bare: number[] = [];
  let said: LengthUnit | null = null;
  for (const part of parts) {
    if (/("|\bin\.?|inch(?:es)?|\d+\/\d+)$/.test(part)) said = 'in';
    else if (/('|\bft|feet)$/.test(part)) said = 'ft';
    else if (/mm$/.test(part)) said ??= 'mm';
    else if (/cm$/.test(part)) said = 'cm';
    else if (/\dm$|\d m$/.test(part)) said ??= 'm';
    else {
      const readings = readingsOf(part);
      // Of two readings the one that can be a size in mm: 1.240 is 1240.
      const value = readings?.find((one) => one >= 10) ?? readings?.[0];
      if (value !== undefined) bare.push(value);
    }
  }
  return { bare: said ? [] : bare, said };
}

const isInchFraction = (value: number) => Math.abs((value * 16) % 1) < 1e-9 && value % 1 !== 0;

interface Evidence {
  inches: number;
  centimetres: number;
}

/** What thicknesses and fractions say about numbers that are too small for millimetres. */
function evidenceOf(rows: readonly RawRow[], small: readonly number[], thicknessAt: number): Evidence {
  const evidence: Evidence = { inches: 0, centimetres: 0 };
  for (const value of small) {
    if (isInchFraction(value)) evidence.inches += 1;
    else if (value % 1 !== 0) evidence.centimetres += 2;
  }
  for (const { cells } of rows) {
    const [value] = numbersOf(cells[thicknessAt] ?? '').bare;
    if (value === undefined) continue;
    if (value <= 1.5) evidence.inches += 3;
    else if (value < 6) evidence.centimetres += 3;
  }
  // Doors taller than a man in inches are in cm.
  if (small.some((value) => value > 108)) evidence.centimetres += 4;
  return evidence;
}

/** Which unit holds for the bare numbers of each row and column. */
export interface UnitsReading {
  unitOf(line: number, column: number): LengthUnit;
  questions: TableQuestion[];
  doubts: Record<number, Record<number, string>>;
}

/**
 * Finds the unit of bare numbers in columns that name none: a unit row or the cells beside say it, else what can be. No door
 * is 24 × 30 mm: such numbers are asked about as one group, with inches or centimetres as the guess.
 */
export function understandUnits(
  table: RawTable,
  mapping: Mapping,
  rows: readonly RawRow[],
  answers: Readonly<Record<string, string>>,
): UnitsReading {
  const columnUnit = (index: number): TableUnit => {
    const own = mapping[index]?.unit ?? 'auto';
    const below = table.unitRow?.[index];
    return own === 'auto' && below ? below : own;
  };
  const faces = mapping.flatMap(({ field }, index) => (field && FACE.includes(field) ? [index] : []));
  const openFaces = faces.filter((index) => columnUnit(index) === 'auto');
  const thicknessAt = mapping.findIndex(({ field }) => field === 'thickness');
  /** Unit of the open numbers of a row, where it is not mm. */
  const ofRow = new Map<number, LengthUnit>();
  const besideInches: number[] = [];
  const besideCm: number[] = [];
  const alone: { line: number; values: number[] }[] = [];
  let hasInches = false;
  let hasLarge = false;
  for (const { line, cells } of rows) {
    const said = new Set<LengthUnit>();
    const bare: number[] = [];
    for (const index of faces) {
      const numbers = numbersOf(cells[index] ?? '');
      if (numbers.said) said.add(numbers.said);
      if (openFaces.includes(index)) bare.push(...numbers.bare);
      const named = columnUnit(index);
      if (named !== 'auto' && numbers.bare.length > 0) said.add(named);
    }
    if (said.has('in') || said.has('ft')) hasInches = true;
    const small = bare.filter((value) => value < SMALLEST_MM);
    if (bare.length > small.length) hasLarge = true;
    if (small.length === 0) continue;
    if (said.has('in') || said.has('ft')) {
      ofRow.set(line, 'in');
      besideInches.push(...small);
    } else if (said.has('cm')) {
      ofRow.set(line, 'cm');
      besideCm.push(...small);
    } else if (said.size === 0 && small.length === bare.length && bare.length > 1)
      alone.push({ line, values: small });
  }
  const small = alone.flatMap(({ values }) => values);
  const evidence = evidenceOf(rows, small, thicknessAt);
  const questions: TableQuestion[] = [];
  if (alone.length > 0 || besideInches.length > 0) {
    const all = [...besideInches, ...small];
    const guess: LengthUnit =
      hasInches ||
      evidence.inches > evidence.centimetres ||
      (evidence.centimetres === 0 && Math.max(...all) <= 108)
        ? 'in'
        : 'cm';
    // Where most of a table is in mm, strips of 40 × 100 are mm as well.
    const couldBeMm = hasLarge && !hasInches && Math.min(...all) >= 40;
    const chosen = (answers.unit as LengthUnit | undefined) ?? (couldBeMm ? 'mm' : guess);
    const count = all.length;
    questions.push({
      id: 'unit',
      text: said('file.bare-from-to-no-unit-and', {
        count,
        min: Math.min(...all),
        max: Math.max(...all),
        is: hasInches,
      }),
      options: (['in', 'cm', 'mm'] as const).map((value) => ({ value, words: UNIT_WORDS[value] })),
      chosen,
    });
    for (const { line } of alone) ofRow.set(line, chosen);
    if (answers.unit) for (const [line, unit] of ofRow) if (unit === 'in') ofRow.set(line, chosen);
  }
  const doubts: UnitsReading['doubts'] = {};
  const unitOf = (line: number, column: number): LengthUnit => {
    const named = columnUnit(column);
    if (named !== 'auto') return named;
    const row = rowOf.get(line);
    const { bare } = numbersOf(row?.cells[column] ?? '');
    const value = Math.max(...bare, 0);
    const unit = ofRow.get(line);
    const field = mapping[column]?.field;
    if (field && FACE.includes(field)) return unit && value < SMALLEST_MM ? unit : 'mm';
    const thin = field ? THIN[field] : undefined;
    // The unit of the faces holds for what is thin as well, unless the number is too large for it: 24 × 30, 19 thick.
    const faceUnit = unit ?? namedFace();
    if (!thin || bare.length === 0) return 'mm';
    if (faceUnit === 'in' || faceUnit === 'ft') return value <= thin.in ? 'in' : 'mm';
    if (faceUnit === 'cm') return value <= thin.cm ? 'cm' : 'mm';
    // Three quarters of a millimetre are no door: an inch fraction among millimetres.
    if (field === 'thickness' && value > 0 && value <= 1.5) return 'in';
    return 'mm';
  };
  const rowOf = new Map(rows.map((row) => [row.line, row]));
  const namedFace = (): LengthUnit | undefined =>
    faces.map(columnUnit).find((unit): unit is LengthUnit => unit !== 'auto');
  for (const { line, cells } of rows)
    mapping.forEach(({ field }, column) => {
      if (!field || (!FACE.includes(field) && !THIN[field]) || columnUnit(column) !== 'auto') return;
      const unit = unitOf(line, column);
      if (unit === 'mm' || numbersOf(cells[column] ?? '').bare.length === 0) return;
      doubts[line] = { ...doubts[line], [column]: said('file.read-as-2', { unit: UNIT_WORDS[unit] }) };
    });
  return { unitOf, questions, doubts };
}
