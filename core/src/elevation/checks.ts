import { hingesOf, PIECE_KIND_TRAITS, type Piece, type PieceSpec, staysBuiltIn } from '../pieces/index.ts';
import { said } from '../said/index.ts';
import type { ShopSettings } from '../shop/shop.ts';
import { measured } from '../units/index.ts';
import { overlaps } from './layout.ts';
import type { Opening, Wall } from './model.ts';

/** What a press changes. */
export type CheckFix =
  | { label: string; pieceId: string; piece: Partial<PieceSpec> }
  | { label: string; openingId: string; opening: Partial<Opening> };

/** A quiet mark on a take-off: something does not add up. */
export interface TakeoffCheck {
  code:
    | 'no-opening'
    | 'shared-opening'
    | 'empty-opening'
    | 'hand-missing'
    | 'hand-twice'
    | 'hinges'
    | 'outside-wall'
    | 'overlap'
    | 'size'
    | 'rack'
    | 'bag';
  /** What it is about, for showing it there. */
  pieceIds: string[];
  openingId: string | null;
  say: string;
  fix: CheckFix | null;
}

/** A piece may be this much larger than its opening before it looks wrong: the overlay of a door. */
const MOST_OVERLAY_MM = 60;
const SMALLEST_FRONT_MM = 60;

const needsOpening = ({ kind }: Piece) => PIECE_KIND_TRAITS[kind].closesOpening;

interface Takeoff {
  pieces: readonly Piece[];
  walls: readonly Wall[];
  openings: readonly Opening[];
}

function pieceChecks(
  { pieces, openings }: Takeoff,
  shop: Pick<ShopSettings, 'rackSlotLengthMm'>,
): TakeoffCheck[] {
  const checks: TakeoffCheck[] = [];
  const byId = new Map(openings.map((opening) => [opening.id, opening]));
  for (const piece of pieces) {
    const about = { pieceIds: [piece.id], openingId: piece.openingId };
    const opening = piece.openingId === null ? undefined : byId.get(piece.openingId);
    if (!opening && needsOpening(piece) && openings.length > 0) {
      const free = openings.find(
        ({ id, tag }) =>
          tag.toLowerCase() === piece.tag.toLowerCase() && !pieces.some(({ openingId }) => openingId === id),
      );
      checks.push({
        ...about,
        code: 'no-opening',
        say: said('map.is-not-assigned-to-an-opening', { tag: piece.tag }),
        fix: free
          ? {
              label: said('map.put-it-in', { tag: free.tag }),
              pieceId: piece.id,
              piece: { openingId: free.id },
            }
          : null,
      });
    }
    if (opening && needsOpening(piece)) {
      const pair = pieces.filter(({ openingId }) => openingId === opening.id).length;
      const tooWide = piece.widthMm * pair - opening.widthMm > MOST_OVERLAY_MM * pair;
      const tooHigh = piece.heightMm - opening.heightMm > MOST_OVERLAY_MM;
      const fitsTurned =
        Math.abs(piece.heightMm - opening.widthMm) <= MOST_OVERLAY_MM &&
        Math.abs(piece.widthMm - opening.heightMm) <= MOST_OVERLAY_MM;
      if (tooWide || tooHigh)
        checks.push({
          ...about,
          code: 'size',
          say: said('map.is-its-opening', {
            tag: piece.tag,
            widthMm: measured('length', piece.widthMm, piece.heightMm),
            widthMm2: measured('length', opening.widthMm, opening.heightMm),
          }),
          fix: fitsTurned
            ? {
                label: said('map.swap-width-and-height'),
                pieceId: piece.id,
                piece: { widthMm: piece.heightMm, heightMm: piece.widthMm },
              }
            : null,
        });
    }
    if (needsOpening(piece) && Math.min(piece.widthMm, piece.heightMm) < SMALLEST_FRONT_MM)
      checks.push({
        ...about,
        code: 'size',
        say: said('map.is-only-on-one-side-was', {
          tag: piece.tag,
          min: measured('length', Math.min(piece.widthMm, piece.heightMm)),
        }),
        fix: null,
      });
    if (!staysBuiltIn(piece) && Math.max(piece.widthMm, piece.heightMm) > 3 * shop.rackSlotLengthMm)
      checks.push({
        ...about,
        code: 'rack',
        say: said('map.is-longer-than-three-rack-slots', {
          tag: piece.tag,
          value: measured('length', 3 * shop.rackSlotLengthMm),
        }),
        fix: null,
      });
  }
  return checks;
}

function pairChecks(opening: Opening, members: readonly Piece[]): TakeoffCheck[] {
  const doors = members.filter(({ kind }) => PIECE_KIND_TRAITS[kind].isHinged);
  const about = { pieceIds: members.map(({ id }) => id), openingId: opening.id };
  const tags = members.map(({ tag }) => tag).join(' and ');
  if (members.length > 2 || (members.length === 2 && doors.length < 2)) {
    const last = members.at(-1);
    return [
      {
        ...about,
        code: 'shared-opening',
        say: said('map.are-all-in-opening', { tags, tag: opening.tag }),
        fix: last
          ? { label: said('map.take-out', { tag: last.tag }), pieceId: last.id, piece: { openingId: null } }
          : null,
      },
    ];
  }
  if (doors.length !== 2) return [];
  const [first, second] = doors as [Piece, Piece];
  if (first.hingeSide === 'none' || second.hingeSide === 'none') {
    const open = first.hingeSide === 'none' ? first : second;
    const other = open === first ? second : first;
    const side =
      other.hingeSide === 'left' || (other.hingeSide === 'none' && open === second) ? 'right' : 'left';
    return [
      {
        ...about,
        code: 'hand-missing',
        say: said('map.are-a-pair-which-is-left', { tags }),
        fix: { label: `${open.tag} hangs ${side}`, pieceId: open.id, piece: { hingeSide: side } },
      },
    ];
  }
  if (first.hingeSide === second.hingeSide)
    return [
      {
        ...about,
        code: 'hand-twice',
        say: said('map.both-hang', { tags, hingeSide: first.hingeSide }),
        fix: {
          label: `${second.tag} hangs ${first.hingeSide === 'left' ? 'right' : 'left'}`,
          pieceId: second.id,
          piece: { hingeSide: first.hingeSide === 'left' ? 'right' : 'left' },
        },
      },
    ];
  return [];
}

function openingChecks({ pieces, walls, openings }: Takeoff): TakeoffCheck[] {
  const checks: TakeoffCheck[] = [];
  openings.forEach((opening, index) => {
    const about = { pieceIds: [], openingId: opening.id };
    const members = pieces.filter(({ openingId }) => openingId === opening.id);
    const wall = walls.find(({ id }) => id === opening.wallId);
    if (members.length === 0)
      checks.push({
        ...about,
        code: 'empty-opening',
        say: said('map.opening-has-no-piece', { tag: opening.tag }),
        fix: null,
      });
    checks.push(...pairChecks(opening, members));
    const doors = members.filter(({ kind }) => PIECE_KIND_TRAITS[kind].isHinged);
    const usual = doors.reduce((sum, piece) => sum + hingesOf(piece), 0);
    const { hinges } = opening.hardware;
    if (doors.length > 0 && hinges > 0 && hinges !== usual && hinges < doors.length * 2)
      checks.push({
        ...about,
        code: 'hinges',
        say: `${opening.tag}: ${hinges} ${hinges === 1 ? 'hinge' : 'hinges'} for ${doors.length === 1 ? 'a door' : `${doors.length} doors`}.`,
        fix: {
          label: said('map.make-it', { usual }),
          openingId: opening.id,
          opening: { hardware: { ...opening.hardware, hinges: usual } },
        },
      });
    if (
      wall &&
      (opening.xMm + opening.widthMm > wall.widthMm + 0.5 ||
        opening.yMm + opening.heightMm > wall.heightMm + 0.5)
    )
      checks.push({
        ...about,
        code: 'outside-wall',
        say: said('map.opening-reaches-beyond', { tag: opening.tag, name: wall.name }),
        fix: null,
      });
    const over = openings
      .slice(index + 1)
      .find((other) => other.wallId === opening.wallId && overlaps(opening, other));
    if (over)
      checks.push({
        ...about,
        code: 'overlap',
        say: said('map.openings-and-lie-over-each-other', { tag: opening.tag, tag2: over.tag }),
        fix: null,
      });
    if (opening.returnedAt !== null && opening.baggedAt === null)
      checks.push({
        ...about,
        code: 'bag',
        say: said('map.the-bag-of-came-back-but', { tag: opening.tag }),
        fix: null,
      });
  });
  return checks;
}

/**
 * Counts a take-off against itself: pieces, openings, bags, hinges, hands and sizes. Each mark says what does not add up
 * and, where one change would settle it, offers that change. An empty list means that everything adds up.
 */
export function takeoffChecks(
  takeoff: Takeoff,
  shop: Pick<ShopSettings, 'rackSlotLengthMm'>,
): TakeoffCheck[] {
  return [...pieceChecks(takeoff, shop), ...openingChecks(takeoff)];
}
