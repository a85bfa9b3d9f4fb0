type Text = string | number | null | undefined;

/** Pieces: what is wrong with one, and with a line that is typed. */
export const PIECE = {
  // core/src/pieces/model.ts
  'piece.list-twenty-kinds-of-member-at': 'List at most twenty kinds of member.',
  'piece.a-frame-leaves-no-room-for': (p: { frameMm: Text; widthMm: Text }) =>
    `A ${p.frameMm} frame leaves no room for a panel in ${p.widthMm}.`,
  'piece.the-recess-is-as-deep-as': 'The recess is as deep as the piece is thick.',
  'piece.the-bevels-meet-in-the-middle': 'The bevels meet in the middle of the panel.',
  'piece.the-margins-leave-no-field-on': 'The margins leave no flat field on the panel.',
  'piece.the-piece-has-only-panels-to': (p: { panelsAcross: Text }) =>
    `The piece has only ${p.panelsAcross} panels to glaze.`,
  'piece.choose-at-least-one-side-to': 'Choose at least one side to finish.',
  'piece.a-raised-panel-has-a-sloping': 'A raised panel has a sloping margin. Enter its width.',
  'piece.enter-the-girth-the-profile-measured': 'Enter the girth: the profile measured around its surface.',
  'piece.a-box-is-measured-inside-enter': 'Enter the inside depth of the box.',
  'piece.a-glazed-piece-has-at-least': 'A glazed piece has at least one pane.',
  // core/src/pieces/fastEntry.ts
  'piece.a-size-is-missing-type-the':
    'A size is missing. Type the length and the height, for example 2400 × 90.',
  'piece.a-size-is-missing-type-for': 'A size is missing. Type for example 400 × 720.',
  'piece.too-many-numbers-for-a-size': 'Too many numbers for a size. Type width × height × thickness.',
  'piece.type-a-line-for-example-12':
    'Type a line, for example 12 × 15 3/4 x 28 3/8 shaker, 2 3/8 frame, both sides.',
  'piece.type-a-line-for-example-12-2': 'Type a line, for example 12 × 400×720 shaker, 60 frame, both sides.',
  'piece.is-not-understood': (p: { stray: Text }) => `“${p.stray}” is not understood.`,
  'piece.a-line-must-be-between-1': (p: { MOST_AT_ONCE: Text }) =>
    `A line must be between 1 and ${p.MOST_AT_ONCE} pieces.`,
  'piece.a-size-of-0-is-no': 'Size must be more than 0.',
  'piece.mm-is-smaller-than-any': (p: { slice: Text; spoken: Text; is: boolean }) =>
    `${p.slice} mm is smaller than any ${p.spoken}. ${p.is ? 'Inches' : 'Centimetres'}?`,
  'piece.yes-inches': 'Yes, inches',
  'piece.yes-centimetres': 'Yes, centimetres',
  'piece.pieces-for-a-thickness-write': (p: { thirdText: Text; bare: Text }) =>
    `${p.thirdText} pieces? For a thickness write ${p.thirdText} ${p.bare}.`,
  'piece.yes-pieces': (p: { thirdText: Text }) => `Yes, ${p.thirdText} pieces`,
  'piece.way-usual': 'as the job says',
  'piece.way-shop': 'in the shop',
  'piece.way-place': 'in a garage or tent',
  'piece.way-hinges': 'on the hinges',
  'piece.way-fixed': 'fixed in the room',
  'piece.way-assembly': 'before assembly',
  'piece.not-a-valid-piece': 'Not a valid piece.',
};
