import { isWorkedInRoom, PIECE_KIND_TRAITS, type Piece, workedWay } from '../pieces/index.ts';
import type { Protection, Room, RoomTask } from './room.ts';

/** Depth of a worktop, in m. */
const WORKTOP_M = 0.65;

/** What a proposal goes by. */
export interface RoomBasis {
  pieces: readonly Pick<Piece, 'kind' | 'way' | 'widthMm' | 'heightMm'>[];
  /** Openings of the map; 0 where there is none. */
  openings: number;
  isOnSite: boolean;
  /** Whether anything is sprayed in the room. */
  isSprayed: boolean;
}

const metres = (mm: number) => mm / 1000;
const tenths = (value: number) => Math.round(value * 10) / 10;

/** Length of the fronts along the floor: plinths where they are listed, else the doors of ordinary height side by side. */
function runM(pieces: RoomBasis['pieces']): number {
  const plinths = pieces.filter(({ kind }) => PIECE_KIND_TRAITS[kind].isAlongFloor);
  if (plinths.length > 0) return metres(plinths.reduce((sum, { widthMm }) => sum + widthMm, 0));
  // Base and wall units stand above one another: half of all doors is one row.
  const doors = pieces.filter(({ kind }) => PIECE_KIND_TRAITS[kind].isHinged);
  return metres(doors.reduce((sum, { widthMm }) => sum + widthMm, 0)) / 2;
}

/**
 * What to protect in a room before work in it, from its size and the take-off: floors, worktops and washing for rolling, and all
 * else besides where something is sprayed. Amounts are first guesses, to one decimal; what cannot be guessed is left out.
 */
export function proposeProtection(
  { lengthMm, widthMm, heightMm }: Pick<Room, 'lengthMm' | 'widthMm' | 'heightMm'>,
  { pieces, openings, isOnSite, isSprayed }: RoomBasis,
): RoomTask[] {
  const inRoom = pieces.filter((piece) => isWorkedInRoom(workedWay(piece, isOnSite)));
  const run = runM(inRoom);
  const floorM2 = metres(lengthMm ?? 0) * metres(widthMm ?? 0);
  const shortM = metres(Math.min(lengthMm ?? 0, widthMm ?? 0));
  const boxes =
    openings > 0 ? openings : inRoom.filter(({ kind }) => PIECE_KIND_TRAITS[kind].isHinged).length;
  const amounts: [Protection, number][] = [
    ['wash', floorM2],
    ['floor', floorM2],
    ['worktops', run * WORKTOP_M],
    ...(isSprayed
      ? ([
          ['wall', shortM * metres(heightMm ?? 2400)],
          ['openings', boxes],
          // Along the wall, the ceiling and the worktop.
          ['edges', 2 * run],
          ['extraction', 1],
        ] as [Protection, number][])
      : []),
  ];
  return amounts.flatMap(([kind, amount]) =>
    tenths(amount) > 0
      ? [{ kind, amount: tenths(amount), doors: kind === 'wall' ? 1 : 0, minutesEach: null }]
      : [],
  );
}
