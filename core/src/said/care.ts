type Text = string | number | null | undefined;

/** Care of a finish, for the client. */
export const CARE = {
  // core/src/floor/progress.ts
  'care.until-the-finish-has-hardened': 'Until the finish has hardened',
  'care.for-the-first-days': (p: { cureDays: Text }) => `For the first ${p.cureDays} days`,
  'care.open-and-close-gently-hang-nothing': (p: { first: Text }) =>
    `${p.first}: open and close gently; no wet cloths over doors, no tape or stickers on them.`,
  'care.wipe-only-with-a-soft-cloth': (p: { first: Text }) =>
    `${p.first}: wipe only with a soft cloth, barely damp, and dry at once.`,
  'care.after-that-a-soft-cloth-with':
    'After that: a soft cloth with water and a drop of washing-up liquid, then dry.',
  'care.wipe-up-coffee-wine-oil-and':
    'Wipe up coffee, wine, oil and steam marks the same day; no abrasive pads, bleach, ammonia or solvent.',
};
