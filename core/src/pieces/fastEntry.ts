import { failure, type Outcome, success } from '../base/outcome.ts';
import { said } from '../said/index.ts';
import {
  METRIC,
  parseLengthMm,
  plainText,
  showBare,
  showQuantities,
  type UnitPrefs,
  unitsOf,
} from '../units/index.ts';
import { TYPED_MEASURES } from './fields.ts';
import { PIECE_KIND_TRAITS, type PieceKind, pieceKindWords } from './kinds.ts';
import {
  CONSTRUCTION_WORDS,
  constructionDefaults,
  isFramed,
  kindDefaults,
  PIECE_DEFAULTS,
  type PieceSpec,
  PieceSpecSchema,
} from './model.ts';
import { PIECE_WAY_WORDS } from './ways.ts';
import { COUNT_WORDS, kindPattern, readConstruction, readKind, readWay } from './words.ts';

// Longer than other files: one grammar, whose parts take their words out of the same line in turn.

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
const LENGTH = String.raw`(?:\d+'\s*-?\s*(?:\d+(?:\s+\d+\/\d+)?")?|\d+[\s-]\d+\/\d+|\d+\/\d+|\d{1,2}'\d{3}|\d+(?:[.,]\d+)?)\s*(?:mm|cm|inches|inch|in\b\.?|"|feet|ft|m\b)?`;
/** A number that stands for something else than a size when it is the third of three. */
const THICKEST_MM = 60;
/** What is smaller in both directions is no piece in millimetres. */
const SMALLEST_FACE_MM = 130;
/** Narrower than this, a size is a slip, whatever stands behind it. */
const LEAST_SIDE_MM = 30;
/** Taller than this, it is not meant in inches. */
const TALLEST_INCHES = 108;

class Line {
  private rest: string;

  constructor(text: string) {
    // “400 by 720” is “400 x 720”; between words it stays a word.
    // A number in brackets is how many; other brackets only hold together what they are around.
    this.rest = ` ${plainText(text)
      .replace(/\*/g, 'x')
      .replace(/\(\s*x?\s*(\d{1,5})\s*x?\s*\)/g, ' qty $1 ')
      .replace(/[()[\]@]/g, ' ')
      .replace(/(\d|["']|mm|cm|in|ft)\s+by\s+(?=[\dwh.])/g, '$1 x ')} `;
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

  /** Whether the line still holds something, without taking it. */
  holds(pattern: RegExp): boolean {
    return pattern.test(this.rest);
  }

  /** Words that nothing took. */
  leftOver(): string[] {
    return this.rest
      .split(/[\s,;]+/)
      .filter(
        (word) =>
          word !== '' &&
          !/^(with|and|a|an|of|x|off|nos?\.?|pcs?\.?|pieces?|mm|each|ea\.?|the|at|:|\.)$/.test(word),
      );
  }
}

/** The size of a line. */
interface Sizes {
  count: number | null;
  lengths: number[];
  /** No number of the size said its unit. */
  isBare: boolean;
  /** The numbers as they were typed. */
  texts: string[];
}

const UNIT = /("|'|\bin\b\.?|inch(?:es)?|ft|feet|\d\/\d+|cm|mm|\dm|\d m)\s*$/;

type BareUnit = 'mm' | 'cm' | 'in';

/** The unit that a typed number says; null for a bare one. */
function unitOf(text: string): BareUnit | null {
  const said = UNIT.exec(text)?.[1];
  if (!said) return null;
  if (said === 'cm') return 'cm';
  return said === 'mm' || said.endsWith('m') ? 'mm' : 'in';
}

/** Lengths in mm: a unit on one number goes over to bare ones where that makes a size somebody can mean. */
function lengthsOf(texts: readonly string[], longestMm: number, bare: BareUnit): Outcome<number[]> {
  const shared = texts.map(unitOf).find((unit) => unit !== null) ?? bare;
  const lengths: number[] = [];
  for (const text of texts) {
    const own = unitOf(text);
    const believable: [number, number] = [10, longestMm];
    const spread = parseLengthMm(text, own === null ? shared : 'mm', { believable });
    const plain = own === null && shared !== 'mm' ? parseLengthMm(text, 'mm', { believable }) : spread;
    const read = spread.ok && spread.value <= longestMm ? spread : plain;
    if (!read.ok) return read;
    lengths.push(read.value);
  }
  return success(lengths);
}

/** `W400 H720`, `720 high 400 wide`, `400w x 720h`: sizes that say which is which. */
function labelledSizes(line: Line): string[] | null {
  const label = (before: string, after: string): RegExp =>
    new RegExp(
      `\\b(?:${before})\\s*[:=]?\\s*(${LENGTH})(?![\\w/])|(?<![\\w/.,])(${LENGTH})\\s*(?:${after})\\b`,
    );
  const width = label('w|width|wide', 'w|wide|width');
  const height = label('h|height|high|tall', 'h|high|height|tall');
  if (!line.holds(width) || !line.holds(height)) return null;
  const texts = [line.take(width), line.take(height)].map((found) => (found?.[1] ?? found?.[2] ?? '').trim());
  return texts.every((text) => text !== '') ? texts : null;
}

function readSizes(line: Line, isBox: boolean, isRun: boolean, bare: BareUnit): Outcome<Sizes> {
  const longestMm = isRun ? 20_000 : 3600;
  const labelled = labelledSizes(line);
  if (labelled) {
    const lengths = lengthsOf(labelled, longestMm, bare);
    if (!lengths.ok) return lengths;
    return success({
      count: null,
      lengths: lengths.value,
      isBare: labelled.every((text) => !unitOf(text)),
      texts: labelled,
    });
  }
  const found = line.take(
    new RegExp(
      `(?<![\\w/.,])(${LENGTH})\\s*x\\s*(${LENGTH})(?:\\s*x\\s*(${LENGTH}))?(?:\\s*x\\s*(${LENGTH}))?(?![\\w/])`,
    ),
  );
  if (!found)
    return failure(
      isRun ? said('piece.a-size-is-missing-type-the') : said('piece.a-size-is-missing-type-for'),
    );
  const texts = found
    .slice(1, 5)
    .filter((text): text is string => text !== undefined)
    .map((text) => text.trim());
  const plain = (text: string) => /^\d+$/.test(text);
  const isCounted = (text: string | undefined, third: string | undefined) => {
    if (!text || !third || !plain(text) || Number(text) > MOST_AT_ONCE) return false;
    if (texts.length === 4) return true;
    // A box has three measures of its own.
    if (isBox) return false;
    const last = lengthsOf(texts.slice(1), longestMm, bare);
    return last.ok && (last.value[1] ?? 0) > THICKEST_MM;
  };
  const hasCount = texts.length > 2 && isCounted(texts[0], texts[2]);
  const sizes = hasCount ? texts.slice(1) : texts;
  const lengths = lengthsOf(sizes, longestMm, bare);
  if (!lengths.ok) return lengths;
  if (lengths.value.length > 3) return failure(said('piece.too-many-numbers-for-a-size'));
  return success({
    count: hasCount ? Number(texts[0]) : null,
    lengths: lengths.value,
    isBare: sizes.every((text) => unitOf(text) === null),
    texts: sizes,
  });
}

/** How many the line says besides its size: `2x doors`, `a pair of doors`, `two doors`, `12 doors`. */
function readCountOf(line: Line): number {
  const said = line.take(/\b(?:qty|quantity|count)\b\s*[:=.]?\s*(\d{1,5})\b/);
  if (said) return Number(said[1]);
  if (line.has(/\b(?:a\s+)?pair\s+of\b|\bpair\b/)) return 2;
  const times = line.take(/(?<![\w.,/-])(\d{1,5})\s*x(?=\s*[a-z,])|\bx\s?(\d{1,5})(?![\w.,/"'-])/);
  if (times) return Number(times[1] ?? times[2]);
  const word = line.take(new RegExp(`\\b(${COUNT_WORDS.join('|')})\\b`));
  if (word) return COUNT_WORDS.indexOf(word[1] ?? '') + 1;
  return Number(line.take(/(?<![\w.,/-])(\d{1,5})(?![\w.,/"'-])/)?.[1] ?? 1);
}

/** No frame, rail, recess or bevel is wider. */
const MOST_MEASURE_MM = 400;

/** A measure with its name. A bare number is in the unit of the page, or in mm where that makes more than any measure is. */
function takeLength(line: Line, words: string, bare: BareUnit): Outcome<number | null> {
  const found =
    line.take(`(?<![\\w/.,])(${LENGTH})\\s*(?:${words})(?![\\w])`) ??
    line.take(`\\b(?:${words})\\s*(${LENGTH})(?![\\w/])`);
  if (!found) return success(null);
  const text = (found[1] ?? '').trim();
  const read = parseLengthMm(text, unitOf(text) ? 'mm' : bare);
  return read.ok && read.value > MOST_MEASURE_MM ? parseLengthMm(text) : read;
}

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

/** Kinds that the fast line knows, longest first; what comes from the word lists stays in step with the import. */
const KIND_PATTERN = new RegExp(`(?<![\\w-])(${kindPattern()})(?![\\w-])`);
const CONSTRUCTION_PATTERN =
  /\b(five[ -]piece|5[ -]piece|flat[ -]panel|raised[ -]panels?|raised|fielded|beaded|glazed|glass|open[ -]frame|recessed[ -]panel|recessed|shaker|framed|panelled|paneled|slabs?|flat|plain)\b/;

/** What a line is to be like where it says nothing: the last piece of the same kind, or of any. */
export type Likeness = Partial<PieceSpec> | ((kind: PieceKind | null) => Partial<PieceSpec> | undefined);

/** A line that may be meant in two ways, with the likelier one written out. */
export interface FastQuestion {
  ok: false;
  message: string;
  /** The line as it would be typed for the guess. */
  suggestion?: { line: string; words: string };
}

/**
 * Reads one typed line of a take-off, such as `12 × 400×720 shaker, 60 frame, both sides`. Order does not matter; what
 * is not said is as in `like`, as long as that is of the same kind. Bare numbers are in the unit of `units`. Lengths take mm, cm, inches with fractions and feet; a unit
 * on one number of a size goes over to the other where that makes a size.
 *
 * @returns the pieces that the line stands for, a sentence about the word that was not understood, or a question with the
 * likelier reading: `24 x 30 door` is no door in millimetres.
 */
export function parseFastLine(
  text: string,
  like?: Likeness,
  units: UnitPrefs = METRIC,
): { ok: true; value: FastEntry } | FastQuestion {
  const bare = unitsOf(units).length;
  if (text.trim() === '')
    return failure(
      bare === 'in' ? said('piece.type-a-line-for-example-12') : said('piece.type-a-line-for-example-12-2'),
    );
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
  const sides = takeSides(line);
  const hand = line.take(/\b(?:hinged?\s+|hung\s+)?(left|right|lh|rh)(?:\s+(?:hinged?|hung|hand))?\b/);
  if (hand) part.hingeSide = hand[1]?.startsWith('l') ? 'left' : 'right';
  const treatment = line.take(/\b(replace|repair)d?\b/);
  if (treatment) part.treatment = treatment[1] as 'replace' | 'repair';
  const way = line.take(
    /\b(?:worked )?(on (?:the |their |its )?hinges|(?:before|for) assembly|(?:in )?(?:the |a )?(?:garage|tent|carport|yard)(?: or (?:a )?tent)?|in (?:the |a )?(?:work)?shop|fixed in the room|fixed)\b/,
  );
  if (way) part.way = readWay(way[1] ?? '') ?? 'usual';
  // “Box inside” and “moulding run” say kind and construction at once; the kind goes first.
  const kind = takeWord(line, readKind, KIND_PATTERN);
  const construction = takeWord(line, readConstruction, CONSTRUCTION_PATTERN);
  const known = typeof like === 'function' ? like(kind) : like;
  const spoken: PieceKind = kind ?? known?.kind ?? 'door';
  const model = known?.kind === spoken ? known : undefined;
  const usual = { ...PIECE_DEFAULTS, ...kindDefaults(spoken) };
  const built = construction ?? model?.construction ?? kindDefaults(spoken).construction ?? 'slab';
  const isRun = built === 'moulding' || spoken === 'plinth';
  const sizes = readSizes(line, built === 'box', isRun, bare);
  if (!sizes.ok) return sizes;
  for (const [key, words] of TYPED_MEASURES) {
    const length = takeLength(line, words, bare);
    if (!length.ok) return length;
    if (length.value !== null) Object.assign(part, { [key]: length.value });
  }
  const counted = sizes.value.count ?? readCountOf(line);
  const stray = line.leftOver();
  if (stray.length > 0) return failure(said('piece.is-not-understood', { stray: stray.join('”, “') }));
  if (counted < 1 || counted > MOST_AT_ONCE)
    return failure(said('piece.a-line-must-be-between-1', { MOST_AT_ONCE }));
  const [widthMm = 0, heightMm = 0, third] = sizes.value.lengths;
  if (widthMm === 0 || heightMm === 0) return failure(said('piece.a-size-of-0-is-no'));
  if (
    bare === 'mm' &&
    sizes.value.isBare &&
    !isRun &&
    widthMm < SMALLEST_FACE_MM &&
    heightMm < SMALLEST_FACE_MM
  ) {
    const unit = Math.max(widthMm, heightMm) <= TALLEST_INCHES ? 'in' : 'cm';
    return {
      ok: false,
      message: said('piece.mm-is-smaller-than-any', {
        slice: sizes.value.texts.slice(0, 2).join(' × '),
        spoken: pieceKindWords(spoken),
        is: unit === 'in',
      }),
      suggestion: {
        line: withUnits(text, sizes.value.texts.slice(0, 2), unit),
        words: unit === 'in' ? said('piece.yes-inches') : said('piece.yes-centimetres'),
      },
    };
  }
  const thirdText = sizes.value.texts[2];
  if (
    thirdText !== undefined &&
    built !== 'box' &&
    sizes.value.count === null &&
    counted === 1 &&
    Math.min(widthMm, heightMm) >= LEAST_SIDE_MM &&
    /^\d$/.test(thirdText) &&
    Number(thirdText) > 0
  ) {
    return {
      ok: false,
      message: said('piece.pieces-for-a-thickness-write', { thirdText, bare }),
      suggestion: { line: asCount(text, thirdText), words: said('piece.yes-pieces', { thirdText }) },
    };
  }
  const isBuiltAsModel = model !== undefined && built === model.construction;
  const spec: PieceSpec = {
    ...usual,
    ...(isBuiltAsModel ? model : {}),
    ...(!isBuiltAsModel && built !== usual.construction ? constructionDefaults(built) : {}),
    kind: spoken,
    construction: built,
    ...(third === undefined ? {} : built === 'box' ? { depthMm: third } : { thicknessMm: third }),
    ...part,
    ...sides,
    widthMm,
    heightMm,
    tag: 'X',
    note: quoted?.[1]?.trim() ?? '',
    openingId: null,
  };
  const parsed = PieceSpecSchema.safeParse(spec);
  if (!parsed.success) return failure(parsed.error.issues[0]?.message ?? said('piece.not-a-valid-piece'));
  const { tag: _tag, ...piece } = parsed.data;
  return success({
    count: counted,
    tag: named?.[1]?.toUpperCase() ?? null,
    piece,
    said: sayPiece(piece, counted, units),
  });
}

/** A line whose last factor is how many: `400x720 x3` as `3 × 400x720`. */
function asCount(text: string, count: string): string {
  return `${count} × ${text.replace(new RegExp(`\\s*[x×*]\\s*${count}(?![\\d.,/])`, 'i'), '')}`;
}

/** A line with a unit behind the numbers of its size. */
function withUnits(text: string, numbers: readonly string[], unit: string): string {
  const [first = '', second = ''] = numbers.map((number) => number.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&'));
  const pattern = new RegExp(`(${first})(\\D+?)(${second})`);
  return text.replace(pattern, `$1 ${unit}$2$3 ${unit}`);
}

/** A piece in words: `12 doors 400 × 720 × 20, recessed panel, frame 60, both sides`. */
export function sayPiece(piece: Omit<PieceSpec, 'tag'>, count = 1, units: UnitPrefs = METRIC): string {
  const {
    words: [one, many],
  } = PIECE_KIND_TRAITS[piece.kind];
  const depthMm = piece.construction === 'box' ? piece.depthMm : piece.thicknessMm;
  const size = showQuantities('length', [piece.widthMm, piece.heightMm, depthMm], units);
  const sides =
    piece.finishFront && piece.finishBack
      ? 'both sides'
      : piece.finishFront
        ? 'front'
        : piece.finishBack
          ? 'back'
          : 'edges only';
  return [
    `${count} ${count === 1 ? one : many} ${size}`,
    CONSTRUCTION_WORDS[piece.construction],
    isFramed(piece.construction) ? `frame ${showBare('length', piece.frameMm, units)}` : '',
    isFramed(piece.construction) && piece.panelsAcross * piece.panelsDown > 1
      ? `${piece.panelsAcross} × ${piece.panelsDown} panels`
      : '',
    sides + (piece.finishEdges ? '' : ', no edges'),
    piece.treatment === 'finish' ? '' : piece.treatment,
    piece.way === 'usual' ? '' : PIECE_WAY_WORDS[piece.way],
    piece.area,
  ]
    .filter((text) => text !== '')
    .join(', ');
}
