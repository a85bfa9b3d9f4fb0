type Text = string | number | null | undefined;

/** Care of a finish, for the client. */
export const CARE = {
  // core/src/handover/care.ts
  'care.until-the-finish-has-hardened': 'Until the finish has hardened',
  'care.for-the-first-days': (p: { cureDays: Text }) => `For the first ${p.cureDays} days`,
  'care.open-and-close-gently-hang-nothing': (p: { first: Text }) =>
    `${p.first}: open and close gently; no wet cloths over doors, no tape or stickers on them.`,
  'care.wipe-only-with-a-soft-cloth': (p: { first: Text }) =>
    `${p.first}: wipe only with a soft cloth, barely damp, and dry at once.`,
  'care.after-that-a-soft-cloth-with':
    'After that: a soft cloth with water and a drop of washing-up liquid, then dry.',
  'care.use-gently-from': (p: { dryOn: Text; gentleUntil: Text }) =>
    `From ${p.dryOn} you may use it, gently: open and close by the handles. Until ${p.gentleUntil} wipe it with a dry soft cloth only.`,
  'care.nothing-stuck-until': (p: { curedOn: Text }) =>
    `Until ${p.curedOn}: no magnets, stickers or tape, no wet cloths over doors, no cleaner stronger than water.`,
  'care.normal-from': (p: { curedOn: Text }) => `From ${p.curedOn} it is fully cured: normal use.`,
  'care.waxed-dry-cloth':
    'After that: a dry soft cloth. Water leaves marks on wax; new wax once a year keeps it closed.',
  'care.shellac-no-alcohol':
    'After that: a barely damp soft cloth. No alcohol and nothing hot on it: both mark shellac.',
  'care.matt-do-not-rub': 'Do not rub a matt face: rubbing polishes it to shiny spots. Dab, do not scrub.',
  'care.gloss-scratches': 'A glossy face shows every scratch: a clean soft cloth, never a dusty or dry one.',
  'care.hands-weekly':
    'Where hands pull, wipe skin oil off once a week with a drop of washing-up liquid: it softens this finish.',
  'care.wipe-up-coffee-wine-oil-and':
    'Wipe up coffee, wine, oil and steam marks the same day; no abrasive pads, bleach, ammonia or solvent.',
};
