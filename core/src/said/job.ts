type Text = string | number | null | undefined;

/** Jobs and their log. */
export const JOB = {
  // core/src/jobs/model.ts
  'job.write-a-colour-as-7fb5a3': 'Enter a colour such as #7fb5a3.',
  'job.a-job-code-is-1-to': 'A job code is 1 to 12 letters, digits or hyphens.',
  'job.needed-by-lies-before-the-start': '“Needed by” is before the start date.',
  'job.needed-by-is-already-past-no': (p: { neededBy: Text }) =>
    `“Needed by” ${p.neededBy} has passed, so no plan can meet it. Agree a later date.`,
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
  'job.flip': (p: { step: Text }) => `Flip for ${p.step}`,
  'job.log-flip': 'Log flip',
  'job.scuff': (p: { step: Text }) => `Scuff before ${p.step}`,
  'job.dust': (p: { step: Text }) => `Dust before ${p.step}`,
};
