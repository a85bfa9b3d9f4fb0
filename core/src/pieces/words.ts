import { failure, type Outcome, success } from '../outcome.ts';
import { parseLengthMm } from '../units/index.ts';
import {
  CONSTRUCTIONS,
  type Construction,
  type FrameMember,
  PIECE_KINDS,
  type PieceKind,
  type PieceSpec,
} from './model.ts';

const KIND_NAMES: Record<string, PieceKind> = {
  drawer: 'drawer-front',
  'drawer-face': 'drawer-front',
  front: 'drawer-front',
  panel: 'end-panel',
  end: 'end-panel',
  'end-panel': 'end-panel',
  side: 'end-panel',
  shelves: 'shelf',
  frame: 'face-frame',
  faceframe: 'face-frame',
  kickboard: 'plinth',
  'toe-kick': 'plinth',
  crown: 'cornice',
  molding: 'moulding',
  trim: 'moulding',
  skirting: 'moulding',
  box: 'box-interior',
  interior: 'box-interior',
  carcase: 'box-interior',
  carcass: 'box-interior',
};

const CONSTRUCTION_NAMES: Record<string, Construction> = {
  flat: 'slab',
  plain: 'slab',
  shaker: 'five-piece',
  framed: 'five-piece',
  recessed: 'five-piece',
  'recessed-panel': 'five-piece',
  panelled: 'five-piece',
  paneled: 'five-piece',
  raised: 'raised-panel',
  fielded: 'raised-panel',
  bead: 'beaded',
  'beaded-panel': 'beaded',
  glass: 'glazed',
  open: 'open-frame',
  run: 'moulding',
  'moulding-run': 'moulding',
  'box-inside': 'box',
};

function wordOf<T extends string>(text: string, words: readonly T[], names: Record<string, T>): T | null {
  const clean = text
    .trim()
    .toLowerCase()
    .replace(/[\s_]+/g, '-');
  const find = (word: string) => words.find((known) => known === word) ?? names[word] ?? null;
  return find(clean) ?? find(clean.replace(/s$/, ''));
}

/** The kind that a word means, singular or plural; null when it means none. */
export function readKind(text: string): PieceKind | null {
  return wordOf(text, PIECE_KINDS, KIND_NAMES);
}

/** The construction that a word means; null when it means none. */
export function readConstruction(text: string): Construction | null {
  return wordOf(text, CONSTRUCTIONS, CONSTRUCTION_NAMES);
}

type Sides = Pick<PieceSpec, 'finishFront' | 'finishBack' | 'finishEdges'>;

/** The sides that words mean: `both`, `front only`, `front, edges`. Null when they mean none. */
export function readSides(text: string): Sides | null {
  const clean = text.trim().toLowerCase();
  if (/^(both( sides)?|all( sides| round)?)$/.test(clean))
    return { finishFront: true, finishBack: true, finishEdges: true };
  const parts = clean
    .replace(/\bonly\b/, '')
    .split(/[\s,+/&]+/)
    .filter(Boolean);
  if (parts.length === 0 || !parts.every((part) => /^(front|back|edge|edges)$/.test(part))) return null;
  return {
    finishFront: parts.includes('front'),
    finishBack: parts.includes('back'),
    finishEdges: parts.some((part) => part.startsWith('edge')),
  };
}

/**
 * Reads the members of a frame: `2 × 50 × 2000; 3 × 50 × 700` is two sticks 50 wide and 2000 long, and three of 700.
 * Empty text is an empty list.
 */
export function parseMembers(text: string): Outcome<FrameMember[]> {
  const members: FrameMember[] = [];
  for (const part of text
    .split(/[;\n]/)
    .map((piece) => piece.trim())
    .filter(Boolean)) {
    const [count, width, length, ...rest] = part.split(/\s*[x×*]\s*/i);
    const widthMm = parseLengthMm(width ?? '');
    const lengthMm = parseLengthMm(length ?? '');
    if (!/^\d{1,2}$/.test(count ?? '') || Number(count) < 1 || !widthMm.ok || !lengthMm.ok || rest.length > 0)
      return failure(`“${part}” is not a member. Write 2 × 50 × 2000: how many, how wide, how long.`);
    members.push({ count: Number(count), widthMm: widthMm.value, lengthMm: lengthMm.value });
  }
  return success(members);
}

/** The inverse of `parseMembers`. */
export function writeMembers(members: readonly FrameMember[]): string {
  return members.map(({ count, widthMm, lengthMm }) => `${count} × ${widthMm} × ${lengthMm}`).join('; ');
}
