import { failure, type Outcome, success } from '../base/outcome.ts';
import {
  exactLength,
  fitting,
  METRIC,
  readingsOf,
  readQuantity,
  showBare,
  type UnitPrefs,
  unitsOf,
} from '../units/index.ts';
import { PIECE_KINDS, type PieceKind } from './kinds.ts';
import {
  CONSTRUCTIONS,
  type Construction,
  type FrameMember,
  type HingeSide,
  type PieceSpec,
  type Treatment,
} from './model.ts';
import type { PieceWay } from './ways.ts';

// Longer than other files: lists of words in the languages that tables come in.

/** Words of the trade for each kind, with what joiners of other countries write. Longer ones are tried first. */
const KIND_NAMES: Record<string, PieceKind> = {
  'cabinet door': 'door',
  'wardrobe door': 'door',
  tür: 'door',
  türe: 'door',
  tuer: 'door',
  porte: 'door',
  puerta: 'door',
  deur: 'door',
  anta: 'door',
  ante: 'door',
  porta: 'door',
  drawer: 'drawer-front',
  'drawer face': 'drawer-front',
  'dr front': 'drawer-front',
  'dwr front': 'drawer-front',
  'drw front': 'drawer-front',
  'drawer box front': 'drawer-front',
  front: 'drawer-front',
  'façade tiroir': 'drawer-front',
  'facade tiroir': 'drawer-front',
  'façade de tiroir': 'drawer-front',
  'facade de tiroir': 'drawer-front',
  tiroir: 'drawer-front',
  schublade: 'drawer-front',
  schubladenfront: 'drawer-front',
  schubkasten: 'drawer-front',
  schubkastenfront: 'drawer-front',
  frente: 'drawer-front',
  'frente de cajón': 'drawer-front',
  cajón: 'drawer-front',
  cajon: 'drawer-front',
  lade: 'drawer-front',
  ladefront: 'drawer-front',
  cassetto: 'drawer-front',
  panel: 'end-panel',
  end: 'end-panel',
  'end panel': 'end-panel',
  'side panel': 'end-panel',
  side: 'end-panel',
  gable: 'end-panel',
  seite: 'end-panel',
  wange: 'end-panel',
  joue: 'end-panel',
  costado: 'end-panel',
  zijpaneel: 'end-panel',
  fianco: 'end-panel',
  shelves: 'shelf',
  boden: 'shelf',
  einlegeboden: 'shelf',
  étagère: 'shelf',
  tablette: 'shelf',
  balda: 'shelf',
  estante: 'shelf',
  plank: 'shelf',
  ripiano: 'shelf',
  frame: 'face-frame',
  faceframe: 'face-frame',
  cadre: 'face-frame',
  kickboard: 'plinth',
  'kick board': 'plinth',
  'toe kick': 'plinth',
  toekick: 'plinth',
  kick: 'plinth',
  'kick plate': 'plinth',
  sockel: 'plinth',
  sockelblende: 'plinth',
  plinthe: 'plinth',
  zócalo: 'plinth',
  zocalo: 'plinth',
  plint: 'plinth',
  zoccolo: 'plinth',
  crown: 'cornice',
  'crown moulding': 'cornice',
  'crown molding': 'cornice',
  kranz: 'cornice',
  corniche: 'cornice',
  cornisa: 'cornice',
  molding: 'moulding',
  trim: 'moulding',
  skirting: 'moulding',
  architrave: 'moulding',
  'light rail': 'moulding',
  pelmet: 'moulding',
  'moulding run': 'moulding',
  'molding run': 'moulding',
  leiste: 'moulding',
  moulure: 'moulding',
  moldura: 'moulding',
  lijst: 'moulding',
  box: 'box-interior',
  'box inside': 'box-interior',
  'box interior': 'box-interior',
  interior: 'box-interior',
  inside: 'box-interior',
  carcase: 'box-interior',
  carcass: 'box-interior',
  korpus: 'box-interior',
  caisson: 'box-interior',
};

const CONSTRUCTION_NAMES: Record<string, Construction> = {
  flat: 'slab',
  plain: 'slab',
  'slab door': 'slab',
  'flat panel': 'five-piece',
  '5 piece': 'five-piece',
  'five piece': 'five-piece',
  shaker: 'five-piece',
  framed: 'five-piece',
  recessed: 'five-piece',
  'recessed panel': 'five-piece',
  panelled: 'five-piece',
  paneled: 'five-piece',
  raised: 'raised-panel',
  'raised panel': 'raised-panel',
  fielded: 'raised-panel',
  bead: 'beaded',
  'beaded panel': 'beaded',
  glass: 'glazed',
  open: 'open-frame',
  'open frame': 'open-frame',
  run: 'moulding',
  'moulding run': 'moulding',
  'box inside': 'box',
};

/** A text as the lists write it: lower case, one space between words, no marks. */
function plainWords(text: string): string {
  return text
    .trim()
    .toLowerCase()
    .replace(/[_/,.()-]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}

/** One form of a word for singular and plural. */
const singulars = (word: string) => [
  word,
  word.replace(/s$/, ''),
  word.replace(/(?:es|en|n|x)$/, ''),
  word.replace(/ves$/, 'f'),
];

function wordOf<T extends string>(text: string, words: readonly T[], names: Record<string, T>): T | null {
  const clean = plainWords(text);
  if (clean === '') return null;
  const exact = (one: string): T | null =>
    words.find((known) => known.replace(/-/g, ' ') === one) ?? names[one] ?? null;
  for (const form of singulars(clean)) {
    const found = exact(form);
    if (found) return found;
  }
  // “Door LH”, “Base cabinet doors”, “5-piece shaker”: the longest run of words that is known.
  const parts = clean.split(' ');
  for (let length = parts.length - 1; length > 0; length -= 1) {
    for (let at = parts.length - length; at >= 0; at -= 1) {
      for (const form of singulars(parts.slice(at, at + length).join(' '))) {
        const found = exact(form);
        if (found) return found;
      }
    }
  }
  return null;
}

/** The kind that words mean, singular or plural, also among others (“Door LH”); null when they mean none. */
export function readKind(text: string): PieceKind | null {
  return wordOf(text, PIECE_KINDS, KIND_NAMES);
}

/** Words that say something else beside a number: `60 frame`, `2 panels`. */
const NOT_ALONE = new Set(['frame', 'panel']);

/** All words for kinds as one pattern, longest first, singular and plural, with a space or a hyphen between words. */
export function kindPattern(): string {
  return [...PIECE_KINDS.map((kind) => kind.replace(/-/g, ' ')), ...Object.keys(KIND_NAMES)]
    .filter((word) => !NOT_ALONE.has(word))
    .sort((a, b) => b.length - a.length)
    .map((word) => `${word.replace(/ /g, '[ -]')}(?:e?s|n|en)?`)
    .join('|');
}

/** The construction that words mean; null when they mean none. */
export function readConstruction(text: string): Construction | null {
  return wordOf(text, CONSTRUCTIONS, CONSTRUCTION_NAMES);
}

/** The hinge side that words mean: `L`, `LH`, `left hand`, `hinged right`; null when they mean none. */
export function readHinge(text: string): HingeSide | null {
  const words = ` ${plainWords(text)} `;
  if (/^ (?:none|no|n a|-|—) $/.test(words) || words.trim() === '') return 'none';
  const sides: HingeSide[] = [];
  if (/ (?:l|lh|left|links|gauche|izquierda|izq|sinistra|sx|li) /.test(words)) sides.push('left');
  if (/ (?:r|rh|right|rechts|droite|derecha|der|destra|dx|re) /.test(words)) sides.push('right');
  if (/ (?:t|top|up|lift up|oben|haut) /.test(words)) sides.push('top');
  if (/ (?:bottom|down|unten|bas) /.test(words)) sides.push('bottom');
  return sides.length === 1 ? (sides[0] ?? null) : null;
}

/** What words say about a piece's condition: `ok`, `good`, `repair`, `damaged`, `replace`, `new`; null when they say nothing known. */
export function readTreatment(text: string): Treatment | null {
  const words = plainWords(text);
  if (/^(?:finish|ok|okay|good|fine|sound|keep|as is|gut|bon|bueno|goed)$/.test(words)) return 'finish';
  if (
    /^(?:repair|repaired|fix|damaged|chipped|dented|cracked|needs repair|reparieren|réparer|reparar|repareren)$/.test(
      words,
    )
  )
    return 'repair';
  if (
    /^(?:replace|replaced|new|make new|rotten|broken|missing|ersetzen|neu|remplacer|nuevo|vervangen)$/.test(
      words,
    )
  )
    return 'replace';
  return null;
}

type Sides = Pick<PieceSpec, 'finishFront' | 'finishBack' | 'finishEdges'>;

/** The sides that words mean: `both`, `2`, `front only`, `F/B`, `front & edges`. Null when they mean none. */
export function readSides(text: string): Sides | null {
  const clean = plainWords(text.replace(/[+&]/g, ' '));
  if (
    /^(?:2|2s|2 sides?|two sides?|both|both sides|all|all sides|all round|double|beidseitig|deux faces|2 faces|recto verso|dos caras|beide)$/.test(
      clean,
    )
  )
    return { finishFront: true, finishBack: true, finishEdges: true };
  if (/^(?:1|1s|1 side|one side|single|einseitig|une face|1 face|una cara)$/.test(clean))
    return { finishFront: true, finishBack: false, finishEdges: true };
  const parts = clean
    .replace(/\b(only|and|side|sides)\b/g, ' ')
    .split(/\s+/)
    .filter(Boolean);
  const known = /^(?:f|b|e|fb|fe|fbe|fr|bk|front|fronts|face|back|backs|rear|edge|edges|edg)$/;
  if (parts.length === 0 || !parts.every((part) => known.test(part))) return null;
  const has = (pattern: RegExp) => parts.some((part) => pattern.test(part));
  const finishFront = has(/^(?:f|fb|fe|fbe|fr|front|fronts|face)$/);
  const finishBack = has(/^(?:b|fb|fbe|bk|back|backs|rear)$/);
  // F/B by its letters: whoever coats both faces coats the edges between them. Written out, the words say all of it.
  const finishEdges =
    has(/^(?:e|fe|fbe|edge|edges|edg)$/) || (finishFront && finishBack && has(/^(?:f|fb)$/));
  return { finishFront, finishBack, finishEdges };
}

/** Numbers of pieces in words, from one on. */
export const COUNT_WORDS = [
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];

/** A number of pieces as people write it: `4`, `2x`, `x3`, `4 pcs`, `2.0`, `two`. Null for anything else; `ask` where it may be one or a thousand. */
export function readCount(text: string): number | { ask: [number, number] } | null {
  const clean = text
    .trim()
    .toLowerCase()
    .replace(/^[x×*]\s*(?=\d)/, '')
    .replace(/\s*(?:x|×|\*|off|no|nos|pcs?\.?|pieces?|ea|each|stk\.?|stück|st\.?|uds?\.?|pz\.?)$/, '')
    .trim();
  const named = COUNT_WORDS.indexOf(clean);
  if (named >= 0) return named + 1;
  if (/^a pair$|^pair$/.test(clean)) return 2;
  if (!/^\d[\d.,]*$/.test(clean)) return null;
  const value = fitting(readingsOf(clean));
  if (value === null || typeof value === 'object') return value;
  return Number.isInteger(value) ? value : null;
}

/**
 * Reads the members of a frame: `2 × 50 × 2000; 3 × 50 × 700` is two sticks 50 wide and 2000 long, and three of 700.
 * Empty text is an empty list.
 */
export function parseMembers(text: string, units: UnitPrefs = METRIC): Outcome<FrameMember[]> {
  const members: FrameMember[] = [];
  for (const part of text
    .split(/[;\n]/)
    .map((piece) => piece.trim())
    .filter(Boolean)) {
    const [count, width, length, ...rest] = part.split(/\s*[x×*]\s*/i);
    const widthMm = readQuantity('length', width ?? '', units);
    const lengthMm = readQuantity('length', length ?? '', units);
    if (!/^\d{1,2}$/.test(count ?? '') || Number(count) < 1 || !widthMm.ok || !lengthMm.ok || rest.length > 0)
      return failure(
        `“${part}” is not a member. Write ${writeMembers([{ count: 2, widthMm: 50, lengthMm: 2000 }], units)}: how many, how wide, how long.`,
      );
    members.push({ count: Number(count), widthMm: widthMm.value, lengthMm: lengthMm.value });
  }
  return success(members);
}

/** The inverse of `parseMembers`. */
export function writeMembers(members: readonly FrameMember[], units: UnitPrefs = METRIC): string {
  // To the hundredth in metric units, as it is stored; inches go by sixteenths.
  const bare = (mm: number) =>
    unitsOf(units).length === 'in' ? showBare('length', mm, units) : exactLength(mm, units);
  return members
    .map(({ count, widthMm, lengthMm }) => `${count} × ${bare(widthMm)} × ${bare(lengthMm)}`)
    .join('; ');
}

/** Ways of working as people write them, the more telling first. */
const WAYS: readonly [RegExp, PieceWay][] = [
  [/^(?:usual|as the job says|default|normal)$/, 'usual'],
  [/^(?:on |on the |on their )?hinges?$|^in place$|^hung$/, 'hinges'],
  [/^(?:before |for )?assembly$|^parts?$|^flat ?pack$/, 'assembly'],
  [/^(?:in )?(?:the |a )?(?:place|garage|tent|carport|yard|shed)(?: or (?:a )?tent)?$|^next door$/, 'place'],
  [/^(?:in |in the |at the )?(?:shop|workshop)$/, 'shop'],
  [/^fixed(?: in the room| in place)?$|^stays?$/, 'fixed'],
];

/** How a piece is worked, from what somebody wrote; null where that is not understood. */
export function readWay(text: string): PieceWay | null {
  const words = plainWords(text);
  return WAYS.find(([pattern]) => pattern.test(words))?.[1] ?? null;
}
