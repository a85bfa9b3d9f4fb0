import { failure, type Outcome, success } from '../outcome.ts';
import { formatMm, parseLengthMm } from '../units/index.ts';
import {
  CONSTRUCTION_WORDS,
  constructionDefaults,
  isFramed,
  PIECE_DEFAULTS,
  PIECE_KIND_WORDS,
  type PieceSpec,
  PieceSpecSchema,
} from './model.ts';
import { readConstruction, readKind } from './words.ts';

/** What one typed line stands for. */
export interface FastEntry {
  count: number;
  /** First tag, when the line names one. */
  tag: string | null;
  piece: Omit<PieceSpec, 'tag'>;
  /** What was understood, to be read back. */
  said: string;
}

const MOST_AT_ONCE = 200;
const LENGTH = String.raw`(?:\d+'\s*-?\s*(?:\d+(?:\s+\d+\/\d+)?")?|\d+[\s-]\d+\/\d+|\d+\/\d+|\d+(?:[.,]\d+)?)\s*(?:mm|cm|inches|inch|in|"|m)?`;
/** A number that stands for something else than a size when it is the third of three. */
const THICKEST_MM = 60;

class Line {
  private rest: string;

  constructor(text: string) {
    this.rest = ` ${text.toLowerCase().replace(/[×*]/g, 'x').replace(/[″”“]/g, '"').replace(/[′’]/g, "'")} `;
  }

  /** Takes the first match out of the line. */
  take(pattern: string | RegExp): RegExpExecArray | null {
    const found = (typeof pattern === 'string' ? new RegExp(pattern) : pattern).exec(this.rest);
    if (!found) return null;
    this.rest = `${this.rest.slice(0, found.index)} , ${this.rest.slice(found.index + found[0].length)}`;
    return found;
  }

  has(pattern: RegExp): boolean {
    return this.take(pattern) !== null;
  }

  /** Words that nothing took. */
  leftOver(): string[] {
    return this.rest
      .split(/[\s,]+/)
      .filter((word) => word !== '' && !/^(with|and|a|an|of|x|off|no|pcs?|pieces?|mm|each)$/.test(word));
  }
}

interface Sizes {
  count: number | null;
  lengths: number[];
}

function readSizes(line: Line): Outcome<Sizes> {
  const found = line.take(
    new RegExp(
      `(?<![\\w/.,])(${LENGTH})\\s*x\\s*(${LENGTH})(?:\\s*x\\s*(${LENGTH}))?(?:\\s*x\\s*(${LENGTH}))?(?![\\w/])`,
    ),
  );
  if (!found) return failure('A size is missing. Write for example 400 × 720.');
  const texts = found
    .slice(1, 5)
    .filter((text): text is string => text !== undefined)
    .map((text) => text.trim());
  const unit = texts.some((text) => /"|in|\//.test(text))
    ? 'in'
    : texts.some((text) => /cm$/.test(text))
      ? 'cm'
      : 'mm';
  const plain = (text: string) => /^\d+$/.test(text);
  const isCounted = (text: string | undefined, third: string | undefined) => {
    if (!text || !third || !plain(text) || Number(text) > MOST_AT_ONCE) return false;
    if (texts.length === 4) return true;
    const last = parseLengthMm(third, unit);
    return last.ok && last.value > THICKEST_MM;
  };
  const hasCount = texts.length > 2 && isCounted(texts[0], texts[2]);
  const lengths: number[] = [];
  for (const text of hasCount ? texts.slice(1) : texts) {
    const read = parseLengthMm(text, unit);
    if (!read.ok) return read;
    lengths.push(read.value);
  }
  if (lengths.length > 3) return failure('Too many numbers for a size. Write width × height × thickness.');
  return success({ count: hasCount ? Number(texts[0]) : null, lengths });
}

function takeLength(line: Line, words: string): Outcome<number | null> {
  const found =
    line.take(`(?<![\\w/.,])(${LENGTH})\\s*(?:${words})(?![\\w])`) ??
    line.take(`\\b(?:${words})\\s*(${LENGTH})(?![\\w/])`);
  if (!found) return success(null);
  return parseLengthMm((found[1] ?? '').trim());
}

/** Words for measures, longest first where one holds another. */
const MEASURES: [key: keyof PieceSpec, words: string][] = [
  ['topRailMm', 'top rail'],
  ['bottomRailMm', 'bottom rail'],
  ['midRailMm', 'mid rail|middle rail'],
  ['midStileMm', 'mid stile|middle stile'],
  ['recessBackMm', 'back recess|recess back'],
  ['frameMm', 'frame|stiles?'],
  ['thicknessMm', 'thick'],
  ['recessMm', 'recess'],
  ['bevelMm', 'bevel'],
  ['marginMm', 'margin'],
  ['raiseMm', 'raise|rise'],
  ['girthMm', 'girth'],
  ['depthMm', 'deep|depth'],
];

function takeSides(line: Line): Partial<PieceSpec> | null {
  const sides: Partial<PieceSpec> = {};
  if (line.has(/\b(both sides|both|all round|all sides)\b/))
    Object.assign(sides, { finishFront: true, finishBack: true, finishEdges: true });
  else if (line.has(/\bfront and edges\b|\bfront \+ edges\b|\bone side\b/))
    Object.assign(sides, { finishFront: true, finishBack: false, finishEdges: true });
  else if (line.has(/\bfront only\b/))
    Object.assign(sides, { finishFront: true, finishBack: false, finishEdges: false });
  else if (line.has(/\bback only\b/))
    Object.assign(sides, { finishFront: false, finishBack: true, finishEdges: false });
  if (line.has(/\bno edges\b|\bwithout edges\b/)) sides.finishEdges = false;
  return Object.keys(sides).length > 0 ? sides : null;
}

function takeWord<T>(line: Line, read: (text: string) => T | null, pattern: RegExp): T | null {
  const found = line.take(pattern);
  return found ? read(found[0].trim()) : null;
}

const KIND_PATTERN =
  /\b(drawer[ -]fronts?|drawers?|doors?|end[ -]panels?|ends?|shelves|shelf|face[ -]frames?|plinths?|cornices?|mouldings?|moldings?|box[ -]interiors?|boxes|box)\b/;
const CONSTRUCTION_PATTERN =
  /\b(five[ -]piece|raised[ -]panels?|raised|fielded|beaded|glazed|glass|open[ -]frame|recessed[ -]panel|recessed|shaker|framed|panelled|paneled|slabs?|flat|plain)\b/;

/**
 * Reads one typed line of a take-off, such as `12 × 400×720 shaker, 60 frame, both sides`. Order does not matter; what
 * is not said is as in `like`. Lengths take mm, cm and inches with fractions; in a size one unit counts for all.
 *
 * @returns the pieces that the line stands for, or a sentence about the word that was not understood.
 */
export function parseFastLine(text: string, like?: Partial<PieceSpec>): Outcome<FastEntry> {
  if (text.trim() === '')
    return failure('Type a line, for example 12 × 400×720 shaker, 60 frame, both sides.');
  const quoted = /(?:\/\/|note:)\s*(.*)$/i.exec(text);
  const line = new Line(quoted ? text.slice(0, quoted.index) : text);
  const named = /\btag\s+([a-z0-9][\w.-]*)/i.exec(text);
  if (named) line.take(/\btag\s+[a-z0-9][\w.-]*/);
  const part: Partial<PieceSpec> = {};
  const panels =
    line.take(/\b([1-6])\s*x\s*([1-6])\s*panels?\b/) ??
    line.take(/\b([1-6])\s*panels?( side by side| across)?\b/);
  if (panels?.[2] && /^\d$/.test(panels[2]))
    Object.assign(part, { panelsAcross: Number(panels[1]), panelsDown: Number(panels[2]) });
  else if (panels)
    Object.assign(part, panels[2] ? { panelsAcross: Number(panels[1]) } : { panelsDown: Number(panels[1]) });
  const panes = line.take(/\b(\d{1,2})\s*panes?\b/);
  if (panes) part.glazedPanels = Number(panes[1]);
  const sizes = readSizes(line);
  if (!sizes.ok) return sizes;
  for (const [key, words] of MEASURES) {
    const length = takeLength(line, words);
    if (!length.ok) return length;
    if (length.value !== null) Object.assign(part, { [key]: length.value });
  }
  const sides = takeSides(line);
  const hand = line.take(/\b(?:hinged?\s+|hung\s+)?(left|right)(?:\s+(?:hinged?|hung|hand))?\b/);
  if (hand) part.hingeSide = hand[1] as 'left' | 'right';
  const verdict = line.take(/\b(replace|repair)d?\b/);
  if (verdict) part.verdict = verdict[1] as 'replace' | 'repair';
  const construction = takeWord(line, readConstruction, CONSTRUCTION_PATTERN);
  const kind = takeWord(line, readKind, KIND_PATTERN);
  const counted = sizes.value.count ?? Number(line.take(/(?<![\w.,/-])(\d{1,3})(?![\w.,/"'-])/)?.[1] ?? 1);
  const stray = line.leftOver();
  if (stray.length > 0) return failure(`“${stray.join('”, “')}” is not understood.`);
  if (counted < 1 || counted > MOST_AT_ONCE)
    return failure(`${counted} pieces at once are too many; ${MOST_AT_ONCE} at most.`);
  const built =
    construction ??
    (kind === 'moulding' ? 'moulding' : kind === 'box-interior' ? 'box' : (like?.construction ?? 'slab'));
  const base = { ...PIECE_DEFAULTS, ...(construction && construction !== like?.construction ? {} : like) };
  const [widthMm = 0, heightMm = 0, third] = sizes.value.lengths;
  const isBox = built === 'box';
  const spec: PieceSpec = {
    ...base,
    kind: kind ?? (like?.kind || 'door'),
    construction: built,
    ...(built === like?.construction ? {} : constructionDefaults(built)),
    ...(kind === 'drawer-front' && !sides ? { finishBack: false } : {}),
    ...(third === undefined ? {} : isBox ? { depthMm: third } : { thicknessMm: third }),
    ...part,
    ...sides,
    widthMm,
    heightMm,
    tag: 'X',
    note: quoted?.[1]?.trim() ?? '',
    openingId: null,
  };
  const parsed = PieceSpecSchema.safeParse(spec);
  if (!parsed.success) return failure(parsed.error.issues[0]?.message ?? 'This cannot be a piece.');
  const { tag: _tag, ...piece } = parsed.data;
  return success({
    count: counted,
    tag: named?.[1]?.toUpperCase() ?? null,
    piece,
    said: sayPiece(piece, counted),
  });
}

/** A piece in words: `12 doors 400 × 720 × 20, recessed panel, frame 60, both sides`. */
export function sayPiece(piece: Omit<PieceSpec, 'tag'>, count = 1): string {
  const [one, many] = PIECE_KIND_WORDS[piece.kind];
  const size = [
    piece.widthMm,
    piece.heightMm,
    piece.construction === 'box' ? piece.depthMm : piece.thicknessMm,
  ]
    .map(formatMm)
    .join(' × ');
  const sides =
    piece.finishFront && piece.finishBack
      ? 'both sides'
      : piece.finishFront
        ? 'front'
        : piece.finishBack
          ? 'back'
          : 'edges only';
  return [
    `${count} ${count === 1 ? one : many} ${size} mm`,
    CONSTRUCTION_WORDS[piece.construction],
    isFramed(piece.construction) ? `frame ${formatMm(piece.frameMm)}` : '',
    isFramed(piece.construction) && piece.panelsAcross * piece.panelsDown > 1
      ? `${piece.panelsAcross} × ${piece.panelsDown} panels`
      : '',
    sides + (piece.finishEdges ? '' : ', no edges'),
    piece.verdict === 'finish' ? '' : piece.verdict,
  ]
    .filter((text) => text !== '')
    .join(', ');
}
