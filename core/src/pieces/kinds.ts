/** What a piece is. Fixed kinds stay in the client's room and are finished there. */
export const PIECE_KINDS = [
  'door',
  'drawer-front',
  'end-panel',
  'shelf',
  'face-frame',
  'plinth',
  'cornice',
  'moulding',
  'box-interior',
] as const;
export type PieceKind = (typeof PIECE_KINDS)[number];

/** What take-off, map, labour and labels ask of a kind of piece. Whoever adds one answers all of it. */
interface PieceKindTraits {
  /** Words on screen: one, many. */
  words: readonly [one: string, many: string];
  /** Stays in the room and is finished there; what is not goes to the bench and the booth. */
  isFixed: boolean;
  /** Turns on hinges, so many by its height, on one side. */
  isHinged: boolean;
  /** Closes an opening of the carcase and is pulled open. */
  closesOpening: boolean;
  /** Is seen on the elevation of a wall. */
  isOnWall: boolean;
  /** Stands above and below others of its kind in one column. */
  isStacked: boolean;
  /** Longer across than high, as a cut list names it length first. */
  isLying: boolean;
  /** Comes by the metre, up to the length of a whole run. */
  isRun: boolean;
  /** Goes along the floor under the fronts, so that its length is theirs. */
  isAlongFloor: boolean;
  /** In which order fixed woodwork is coated in a room: what is seen least comes first. */
  seenRank: number;
  /** May stand in an opening of the map. */
  fitsOpening: boolean;
  /** Takes the yardstick for drawers, where a step has one. */
  isByDrawer: boolean;
  /** Where its tag sits so that no paint covers it. A number written on the back gets painted over. */
  tagPlace: string;
}

/** The traits of each kind. */
export const PIECE_KIND_TRAITS: Record<PieceKind, PieceKindTraits> = {
  door: {
    words: ['door', 'doors'],
    isFixed: false,
    isHinged: true,
    closesOpening: true,
    isOnWall: true,
    isStacked: false,
    isLying: false,
    isRun: false,
    isAlongFloor: false,
    seenRank: 4,
    fitsOpening: true,
    isByDrawer: false,
    tagPlace: 'in the upper hinge bore, on tape that is masked over',
  },
  'drawer-front': {
    words: ['drawer front', 'drawer fronts'],
    isFixed: false,
    isHinged: false,
    closesOpening: true,
    isOnWall: true,
    isStacked: true,
    isLying: true,
    isRun: false,
    isAlongFloor: false,
    seenRank: 4,
    fitsOpening: true,
    isByDrawer: true,
    tagPlace: 'on the back, under a bumper or in a screw hole',
  },
  'end-panel': {
    words: ['end panel', 'end panels'],
    isFixed: false,
    isHinged: false,
    closesOpening: false,
    isOnWall: true,
    isStacked: false,
    isLying: false,
    isRun: false,
    isAlongFloor: false,
    seenRank: 2,
    fitsOpening: true,
    isByDrawer: false,
    tagPlace: 'on the edge that the wall hides',
  },
  shelf: {
    words: ['shelf', 'shelves'],
    isFixed: false,
    isHinged: false,
    closesOpening: false,
    isOnWall: false,
    isStacked: false,
    isLying: true,
    isRun: false,
    isAlongFloor: false,
    seenRank: 1,
    fitsOpening: true,
    isByDrawer: false,
    tagPlace: 'brass disc on wire through a pin hole',
  },
  'face-frame': {
    words: ['face frame', 'face frames'],
    isFixed: true,
    isHinged: false,
    closesOpening: false,
    isOnWall: false,
    isStacked: false,
    isLying: false,
    isRun: false,
    isAlongFloor: false,
    seenRank: 3,
    fitsOpening: true,
    isByDrawer: false,
    tagPlace: 'inside the frame, behind a hinge plate',
  },
  plinth: {
    words: ['plinth', 'plinths'],
    isFixed: true,
    isHinged: false,
    closesOpening: false,
    isOnWall: false,
    isStacked: false,
    isLying: true,
    isRun: true,
    isAlongFloor: true,
    seenRank: 3,
    fitsOpening: true,
    isByDrawer: false,
    tagPlace: 'on the back, which stays bare',
  },
  cornice: {
    words: ['cornice', 'cornices'],
    isFixed: true,
    isHinged: false,
    closesOpening: false,
    isOnWall: false,
    isStacked: false,
    isLying: true,
    isRun: true,
    isAlongFloor: false,
    seenRank: 3,
    fitsOpening: true,
    isByDrawer: false,
    tagPlace: 'on the back, which stays bare',
  },
  moulding: {
    words: ['moulding', 'mouldings'],
    isFixed: false,
    isHinged: false,
    closesOpening: false,
    isOnWall: false,
    isStacked: false,
    isLying: true,
    isRun: true,
    isAlongFloor: false,
    seenRank: 3,
    fitsOpening: false,
    isByDrawer: false,
    tagPlace: 'brass disc on wire at one end',
  },
  'box-interior': {
    words: ['box interior', 'box interiors'],
    isFixed: true,
    isHinged: false,
    closesOpening: false,
    isOnWall: false,
    isStacked: false,
    isLying: false,
    isRun: false,
    isAlongFloor: false,
    seenRank: 1,
    fitsOpening: true,
    isByDrawer: false,
    tagPlace: 'under the bottom, outside the box',
  },
};

/** Fixed pieces are finished in the room; loose ones go to the bench and the booth. */
export function isFixed(kind: PieceKind): boolean {
  return PIECE_KIND_TRAITS[kind].isFixed;
}

/** Words on screen for a kind: for one, or for so many. */
export function pieceKindWords(kind: PieceKind, count = 1): string {
  return PIECE_KIND_TRAITS[kind].words[count === 1 ? 0 : 1];
}

/** Hinges by the height of a door, as makers drill them: 2 up to 900 mm, 3 to 1600, 4 to 2000, then 5. */
export function hingesFor(heightMm: number): number {
  if (heightMm <= 900) return 2;
  if (heightMm <= 1600) return 3;
  return heightMm <= 2000 ? 4 : 5;
}

/** Hinges that a piece hangs on; 0 where its kind has none. */
export function hingesOf({ kind, heightMm }: { kind: PieceKind; heightMm: number }): number {
  return PIECE_KIND_TRAITS[kind].isHinged ? hingesFor(heightMm) : 0;
}
