import Papa from 'papaparse';
import {
  exportHeading,
  isLengthField,
  type PieceFieldName,
  type PieceSpec,
  pieceFields,
  writeMembers,
} from '../pieces/index.ts';
import { exactLength, METRIC, type UnitPrefs } from '../units/index.ts';
import { inertRow } from './inert.ts';

/** A piece with the names of where it belongs, for a table. */
export type TakeoffLine = PieceSpec & { zoneName: string; openingTag: string; placeName?: string };

function sidesOf(piece: PieceSpec): string {
  return [piece.finishFront && 'front', piece.finishBack && 'back', piece.finishEdges && 'edges']
    .filter(Boolean)
    .join(' ');
}

/** What a cell holds; a field that is left empty is an empty cell. */
function cell(piece: PieceSpec, name: keyof PieceSpec, units: UnitPrefs): string | number {
  if (name === 'finishFront') return sidesOf(piece);
  if (name === 'members') return writeMembers(piece.members, units);
  const value = piece[name];
  if (Array.isArray(value)) return value.join(' ');
  if (value === null) return '';
  if (typeof value === 'number' && isLengthField(name as PieceFieldName)) return exactLength(value, units);
  return typeof value === 'number' ? value : String(value);
}

/** Columns in their order: where a piece belongs stands behind its tag. */
function row(piece: TakeoffLine, units: UnitPrefs): Record<string, string | number> {
  const cells: Record<string, string | number> = {};
  for (const [name] of pieceFields()) {
    const heading = exportHeading(name, units);
    if (heading === null) continue;
    cells[heading] = cell(piece, name as keyof PieceSpec, units);
    if (name === 'tag') Object.assign(cells, { zone: piece.zoneName, opening: piece.openingTag });
    if (name === 'way') cells['worked at'] = piece.placeName ?? '';
  }
  return cells;
}

/** Writes a take-off as CSV; reading it again gives the same pieces. */
export function writeTakeoff(pieces: readonly TakeoffLine[], units: UnitPrefs = METRIC): string {
  return `${Papa.unparse(pieces.map((piece) => inertRow(row(piece, units))))}\r\n`;
}
