import Papa from 'papaparse';
import { hingesOf, type PieceSpec, sayPiece } from '../pieces/index.ts';
import { exactLength, METRIC, type UnitPrefs, unitOf } from '../units/index.ts';
import { inertCell } from './inert.ts';

/** A line of an order: like pieces together. */
export interface OrderLine {
  quantity: number;
  tags: string[];
  piece: PieceSpec;
  material: string;
}

/** What makes two pieces the same to whoever builds them. */
function likeness({
  tag: _tag,
  note: _note,
  openingId: _opening,
  hingeSide: _hand,
  ...piece
}: PieceSpec): string {
  return JSON.stringify(piece);
}

/** Pieces whose treatment is “replace”, gathered into lines of an order. */
export function orderLines(pieces: readonly (PieceSpec & { material: string })[]): OrderLine[] {
  const lines = new Map<string, OrderLine>();
  for (const { material, ...piece } of pieces) {
    if (piece.treatment !== 'replace') continue;
    const key = `${material} ${likeness(piece)}`;
    const line = lines.get(key);
    if (line) {
      line.quantity += 1;
      line.tags.push(piece.tag);
    } else lines.set(key, { quantity: 1, tags: [piece.tag], piece, material });
  }
  return [...lines.values()];
}

/** The order list as CSV: sizes, construction, hinge bores, material, quantity. */
export function writeOrder(lines: readonly OrderLine[], units: UnitPrefs = METRIC): string {
  const unit = unitOf('length', units);
  return `${Papa.unparse({
    fields: [
      'quantity',
      'tags',
      'kind',
      `width (${unit})`,
      `height (${unit})`,
      `thickness (${unit})`,
      'material',
      'hinge bores',
      'description',
    ],
    data: lines.map(({ quantity, tags, piece, material }) => [
      quantity,
      inertCell(tags.join(' ')),
      piece.kind,
      ...[piece.widthMm, piece.heightMm, piece.thicknessMm].map((mm) => exactLength(mm, units)),
      inertCell(material),
      hingesOf(piece),
      sayPiece(piece, 1, units),
    ]),
  })}\r\n`;
}
