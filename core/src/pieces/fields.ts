import { METRIC, type UnitPrefs, unitOf } from '../units/index.ts';
import { PIECE_KIND_TRAITS } from './kinds.ts';
import { isFramed, type Piece, type PieceSpec } from './model.ts';

type Part = Pick<
  Piece,
  'construction' | 'kind' | 'panelsAcross' | 'panelsDown' | 'girthMm' | 'finishEdges' | 'way'
>;

/** What store, table, import, export, typed line and the comparison of two versions need of a field of a piece. */
interface PieceField {
  /** Name on screen, without a unit. */
  name: string;
  /** Lengths are in mm; an optional one may be left empty. A link is the id of something else of the job. */
  holds: 'length' | 'optional length' | 'number' | 'flag' | 'choice' | 'text' | 'list' | 'link';
  /** Column of its own in the database; null: kept with the other measures, which are only ever read with their piece. */
  column: string | null;
  /** Column of a table that carries it when it is read, by the name of {@link TakeoffField}; null: none does. */
  imported: string | null;
  /** Its heading in an exported table, without a unit; null where it shares a column or has none. */
  exported: string | null;
  /** What the typed line calls it, as a pattern; null where the line has a way of its own for it, or none. */
  typed: string | null;
  /** Whether it means anything on a piece. */
  stepAppliesTo(piece: Part): boolean;
}

const always = () => true;
const framed = ({ construction }: Part) => isFramed(construction);
const panelled = ({ construction }: Part) => isFramed(construction) && construction !== 'open-frame';
const raised = ({ construction }: Part) => construction === 'raised-panel';

const length = <C extends string | null, I extends string>(
  name: string,
  column: C,
  imported: I,
  exported: string,
  typed: string | null,
  stepAppliesTo: (piece: Part) => boolean = always,
) => ({ name, holds: 'length' as const, column, imported, exported, typed, stepAppliesTo });
const optional = <I extends string>(
  name: string,
  imported: I,
  exported: string,
  typed: string,
  stepAppliesTo: (piece: Part) => boolean,
) => ({ ...length(name, null, imported, exported, typed, stepAppliesTo), holds: 'optional length' as const });
const other = <H extends PieceField['holds'], C extends string | null, I extends string | null>(
  holds: H,
  name: string,
  column: C,
  imported: I,
  exported: string | null,
  stepAppliesTo: (piece: Part) => boolean = always,
) => ({ name, holds, column, imported, exported, typed: null, stepAppliesTo });

/** Every field of a piece. A new one is a compile error here until all of it is said, and then it is everywhere. */
export const PIECE_FIELDS = {
  id: other('link', 'Id', null, null, null),
  tag: other('text', 'Tag', 'tag', 'tag', 'tag'),
  zoneId: other('link', 'Zone', 'zone_id', null, null),
  openingId: other('link', 'Opening', 'opening_id', null, null),
  position: other('number', 'Place in the list', 'position', null, null),
  kind: other('choice', 'Kind', 'kind', 'kind', 'kind'),
  construction: other('choice', 'Construction', 'construction', 'construction', 'construction'),
  widthMm: length('Width', 'width_mm', 'width', 'width', null),
  heightMm: length('Height', 'height_mm', 'height', 'height', null),
  thicknessMm: length('Thickness', 'thickness_mm', 'thickness', 'thickness', 'thick'),
  depthMm: length(
    'Depth inside',
    null,
    'depth',
    'depth',
    'deep|depth',
    ({ construction }) => construction === 'box',
  ),
  frameMm: length('Frame', 'frame_mm', 'frame', 'frame', 'frame|stiles?', framed),
  topRailMm: optional('Top rail', 'topRail', 'top rail', 'top rail', panelled),
  bottomRailMm: optional('Bottom rail', 'bottomRail', 'bottom rail', 'bottom rail', panelled),
  midRailMm: optional(
    'Mid rail',
    'midRail',
    'mid rail',
    'mid rail|middle rail',
    (piece) => framed(piece) && piece.panelsDown > 1,
  ),
  midStileMm: optional(
    'Mid stile',
    'midStile',
    'mid stile',
    'mid stile|middle stile',
    (piece) => framed(piece) && piece.panelsAcross > 1,
  ),
  recessMm: length('Recess', 'recess_mm', 'recess', 'recess', 'recess', framed),
  recessBackMm: optional('Recess, back', 'recessBack', 'recess back', 'back recess|recess back', panelled),
  bevelMm: length('Bevel', null, 'bevel', 'bevel', 'bevel', panelled),
  marginMm: length('Margin', null, 'margin', 'margin', 'margin', raised),
  raiseMm: length('Rise of field', null, 'raise', 'raise', 'raise|rise', raised),
  girthMm: length('Girth', null, 'girth', 'girth', 'girth', ({ construction }) =>
    ['beaded', 'moulding', 'slab'].includes(construction),
  ),
  profileFactor: other(
    'number',
    'Profile factor',
    null,
    'factor',
    'profile factor',
    (piece) => piece.girthMm > 0,
  ),
  panelsAcross: other('number', 'Panels across', 'panels_across', 'across', 'panels across', framed),
  panelsDown: other('number', 'Panels down', 'panels_down', 'down', 'panels down', framed),
  glazedPanels: other(
    'number',
    'Panes of glass',
    null,
    'panes',
    'panes',
    ({ construction }) => construction === 'glazed',
  ),
  members: other(
    'list',
    'Members',
    null,
    'members',
    'members',
    ({ construction }) => construction === 'open-frame',
  ),
  finishFront: other('flag', 'Front is finished', 'finish_front', 'sides', 'sides'),
  finishBack: other('flag', 'Back is finished', 'finish_back', 'sides', null),
  finishEdges: other('flag', 'Edges are finished', 'finish_edges', 'sides', null),
  bareEdges: other(
    'list',
    'Bare edges',
    null,
    'bareEdges',
    'bare edges',
    (piece) => piece.finishEdges && piece.construction !== 'box' && piece.construction !== 'moulding',
  ),
  hingeSide: other(
    'choice',
    'Hinges',
    null,
    'hinge',
    'hinge side',
    ({ kind }) => PIECE_KIND_TRAITS[kind].isHinged,
  ),
  treatment: other('choice', 'Treatment', 'treatment', 'treatment', 'treatment'),
  way: other('choice', 'Worked', null, 'way', 'worked'),
  placeId: other('link', 'Place', null, null, null, ({ way }) => way === 'place' || way === 'assembly'),
  area: other('text', 'Area', null, 'part', 'part of zone'),
  note: other('text', 'Note', 'note', 'note', 'note'),
} as const satisfies Record<keyof Piece, PieceField>;

type Fields = typeof PIECE_FIELDS;
/** A field of a piece by its name. */
export type PieceFieldName = keyof Fields;
/** Fields that are lengths, with or without a value. */
export type LengthField = {
  [K in PieceFieldName]: Fields[K]['holds'] extends 'length' | 'optional length' ? K : never;
}[PieceFieldName];
/** Columns that an imported table may have for pieces. */
export type ImportedColumn = Exclude<Fields[PieceFieldName]['imported'], null>;

/** The fields in their order, each with its name. */
export function pieceFields(): [PieceFieldName, PieceField][] {
  return Object.entries(PIECE_FIELDS) as [PieceFieldName, PieceField][];
}

/** Whether a field holds a length. */
export function isLengthField(name: PieceFieldName): name is LengthField {
  return PIECE_FIELDS[name].holds === 'length' || PIECE_FIELDS[name].holds === 'optional length';
}

/** Name of a field on screen, with the unit of what it holds. */
export function fieldName(name: PieceFieldName, units: UnitPrefs = METRIC): string {
  return isLengthField(name)
    ? `${PIECE_FIELDS[name].name}, ${unitOf('length', units)}`
    : PIECE_FIELDS[name].name;
}

/** Heading of an exported column with its unit; null for a field without a column of its own. */
export function exportHeading(name: PieceFieldName, units: UnitPrefs = METRIC): string | null {
  const { exported } = PIECE_FIELDS[name] as PieceField;
  return exported !== null && isLengthField(name) ? `${exported} (${unitOf('length', units)})` : exported;
}

/** What a typed line calls the measures of a piece, longest first where one holds another. */
export const TYPED_MEASURES: readonly [keyof PieceSpec, string][] = pieceFields()
  .flatMap(([name, { typed }]): [keyof PieceSpec, string][] =>
    typed === null ? [] : [[name as keyof PieceSpec, typed]],
  )
  .sort(([, a], [, b]) => b.length - a.length);
