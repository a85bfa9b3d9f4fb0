import { z } from 'zod';

/** What a piece is. Fixed kinds stay in the client's room and are finished there. */
export const PIECE_KINDS = [
  'door',
  'drawer-front',
  'end-panel',
  'shelf',
  'face-frame',
  'plinth',
  'cornice',
] as const;
export type PieceKind = (typeof PIECE_KINDS)[number];

/** How a piece is built: a plain slab, or a frame of stiles and rails around recessed panels. */
export const CONSTRUCTIONS = ['slab', 'five-piece'] as const;
export type Construction = (typeof CONSTRUCTIONS)[number];

/** Smallest and largest sizes, in mm, that a real piece can have. */
export const SIZE_LIMITS_MM = {
  width: { min: 20, max: 3600 },
  height: { min: 20, max: 3600 },
  thickness: { min: 3, max: 120 },
} as const;

function sizeMm(what: keyof typeof SIZE_LIMITS_MM) {
  const { min, max } = SIZE_LIMITS_MM[what];
  return z
    .number({ error: `Enter the ${what} in mm.` })
    .min(min, { error: (issue) => `${issue.input} mm ${what} cannot be right: pieces start at ${min} mm.` })
    .max(max, { error: (issue) => `${issue.input} mm ${what} cannot be right: pieces end at ${max} mm.` });
}

const pieceFields = {
  tag: z
    .string()
    .trim()
    .min(1, 'Give the piece a tag.')
    .max(16, 'Keep the tag to 16 characters, so that it fits a label.'),
  kind: z.enum(PIECE_KINDS),
  construction: z.enum(CONSTRUCTIONS),
  widthMm: sizeMm('width'),
  heightMm: sizeMm('height'),
  thicknessMm: sizeMm('thickness'),
  /** Width of stiles and rails, for a five-piece construction. */
  frameMm: z.number().min(10, 'A frame starts at 10 mm.').max(300, 'A frame ends at 300 mm.'),
  /** Depth of the recess, the same on every recessed side. */
  recessMm: z.number().min(0, 'A recess is 0 mm or deeper.').max(40, 'A recess ends at 40 mm.'),
  /** Panels side by side and panels on top of one another. */
  panelsAcross: z.int().min(1).max(6),
  panelsDown: z.int().min(1).max(6),
  finishFront: z.boolean(),
  finishBack: z.boolean(),
  finishEdges: z.boolean(),
  note: z.string().max(500, 'Keep the note to 500 characters.'),
};

interface SizedPiece {
  construction: Construction;
  widthMm: number;
  heightMm: number;
  thicknessMm: number;
  frameMm: number;
  recessMm: number;
  panelsAcross: number;
  panelsDown: number;
  finishFront: boolean;
  finishBack: boolean;
  finishEdges: boolean;
}

/** Rules that tie several fields of a piece together; each problem names the field to change. */
export function crossCheckPiece(piece: SizedPiece): { path: string; message: string }[] {
  const problems: { path: string; message: string }[] = [];
  if (!piece.finishFront && !piece.finishBack && !piece.finishEdges) {
    problems.push({ path: 'finishFront', message: 'Choose at least one side to finish.' });
  }
  const isSized = piece.widthMm >= SIZE_LIMITS_MM.width.min && piece.heightMm >= SIZE_LIMITS_MM.height.min;
  if (piece.construction === 'five-piece' && isSized) {
    const panelWidth = piece.widthMm - piece.frameMm * (piece.panelsAcross + 1);
    const panelHeight = piece.heightMm - piece.frameMm * (piece.panelsDown + 1);
    if (panelWidth <= 0 || panelHeight <= 0) {
      problems.push({
        path: 'frameMm',
        message: `A ${piece.frameMm} mm frame leaves no room for a panel in ${piece.widthMm} × ${piece.heightMm} mm.`,
      });
    }
    if (piece.recessMm >= piece.thicknessMm) {
      problems.push({ path: 'recessMm', message: 'The recess is as deep as the piece is thick.' });
    }
  }
  return problems;
}

/** A piece as the take-off records it, without the identity that the job gives it. */
export const PieceSpecSchema = z.object(pieceFields).superRefine((piece, context) => {
  for (const { path, message } of crossCheckPiece(piece)) {
    context.addIssue({ code: 'custom', path: [path], message, input: piece });
  }
});
export type PieceSpec = z.infer<typeof PieceSpecSchema>;

/** A piece of a job. `position` orders the take-off. */
export const PieceSchema = z
  .object({ id: z.uuid(), zoneId: z.uuid(), position: z.int().min(0), ...pieceFields })
  .superRefine((piece, context) => {
    for (const { path, message } of crossCheckPiece(piece)) {
      context.addIssue({ code: 'custom', path: [path], message, input: piece });
    }
  });
export type Piece = z.infer<typeof PieceSchema>;

/** Starting values for a piece that is typed in from nothing. */
export const PIECE_DEFAULTS: Omit<PieceSpec, 'tag' | 'widthMm' | 'heightMm'> = {
  kind: 'door',
  construction: 'five-piece',
  thicknessMm: 20,
  frameMm: 60,
  recessMm: 8,
  panelsAcross: 1,
  panelsDown: 1,
  finishFront: true,
  finishBack: true,
  finishEdges: true,
  note: '',
};

/** Fixed pieces are finished in the room; loose ones go to the bench and the booth. */
export function isFixed(kind: PieceKind): boolean {
  return kind === 'face-frame' || kind === 'plinth' || kind === 'cornice';
}

/** Words on screen for each kind: singular and plural. */
export const PIECE_KIND_WORDS: Record<PieceKind, [one: string, many: string]> = {
  door: ['door', 'doors'],
  'drawer-front': ['drawer front', 'drawer fronts'],
  'end-panel': ['end panel', 'end panels'],
  shelf: ['shelf', 'shelves'],
  'face-frame': ['face frame', 'face frames'],
  plinth: ['plinth', 'plinths'],
  cornice: ['cornice', 'cornices'],
};
