type Text = string | number | null | undefined;

/** Jobs and their log. */
export const JOB = {
  // core/src/jobs/model.ts
  'job.write-a-colour-as-7fb5a3': 'Enter a colour such as #7fb5a3.',
  'job.a-job-code-is-1-to': 'A job code is 1 to 12 letters, digits or hyphens.',
  'job.needed-by-lies-before-the-start': '“Needed by” is before the start date.',
  'job.needed-by-is-already-past-no': (p: { neededBy: Text }) =>
    `“Needed by” ${p.neededBy} has passed, so no plan can meet it. Agree a later date.`,
  // core/src/floor/normal.ts
  'job.patchy-now': (p: { more: Text }) =>
    `The old colour may still show through: ${p.more === 1 || p.more === '1' ? 'one more coat follows' : `${p.more} more coats follow`}.`,
  'job.primer-need-not-hide': 'Primer need not hide the old colour: look for gaps and runs, not for shade.',
  'job.clear-looks-milky':
    'A wet clear coat may look milky and show fine bubbles. Both go within minutes: do not brush over them.',
  'job.thin-edges-now': 'Edges look thin now: the coats that follow build them up.',
  'job.stipple-levels': 'Fine stipple levels by itself: do not roll again once the paint starts to pull.',
  'job.stain-uneven-while-wet': 'Stain looks uneven while it is wet: judge it wiped off and dry.',
  'job.last-film-shows': 'This coat is the one that shows: check it under raking light while it is wet.',
  'job.sand-through-on-an-arris':
    'Sanding through on a sharp edge does no harm: a coat follows. Spot-prime bare wood on the flats.',
  'job.nothing-covers-a-sand-through': 'No coat follows: do not sand through anywhere.',
  // core/src/jobs/room.ts
  'job.protect-wash': 'Wash where tape goes',
  'job.protect-floor': 'Cover the floor, tape the edges',
  'job.protect-worktops': 'Cover worktops',
  'job.protect-appliances': 'Cover appliances',
  'job.protect-wall': 'Put up a plastic wall',
  'job.protect-openings': 'Film into open boxes',
  'job.protect-edges': 'Mask edges that stay',
  'job.protect-extraction': 'Set up extraction',
  'job.protect-removal': 'Take the protection down',
  'job.protect-the-room': 'Protect the room',
  'job.each-protection-once': 'Each kind of protection belongs in the list once.',
  // core/src/jobs/log.ts
  'job.choose-at-least-one-piece': 'Choose at least one piece.',
  'job.enter-when-it-was-done': 'Enter when it was done.',
  // core/src/jobs/actions.ts
  'job.log-done': 'Log done',
  'job.log-left-out': 'Log skipped',
  'job.skip': (p: { step: Text }) => `Skipped: ${p.step}`,
  'job.flip': (p: { step: Text }) => `Flip for ${p.step}`,
  'job.log-flip': 'Log flip',
  'job.scuff': (p: { step: Text }) => `Scuff before ${p.step}`,
  'job.dust': (p: { step: Text }) => `Dust before ${p.step}`,
};
