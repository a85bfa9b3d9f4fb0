type Text = string | number | null | undefined;

/** The map of a room: what does not fit together on it. */
export const MAP = {
  // core/src/elevation/model.ts
  'map.one-to-three-letters-so-that': 'One to three letters, so that tags stay short.',
  // core/src/elevation/checks.ts
  'map.is-not-assigned-to-an-opening': (p: { tag: Text }) => `${p.tag} is not assigned to an opening.`,
  'map.put-it-in': (p: { tag: Text }) => `Put it in ${p.tag}`,
  'map.is-its-opening': (p: { tag: Text; widthMm: Text; widthMm2: Text }) =>
    `${p.tag} is ${p.widthMm}, its opening ${p.widthMm2}.`,
  'map.swap-width-and-height': 'Swap width and height',
  'map.is-only-on-one-side-was': (p: { tag: Text; min: Text }) =>
    `${p.tag} is only ${p.min} on one side. Was it meant in cm or inches?`,
  'map.is-longer-than-three-rack-slots': (p: { tag: Text; value: Text }) =>
    `${p.tag} is longer than three rack slots (${p.value}): it needs another place.`,
  'map.are-all-in-opening': (p: { tags: Text; tag: Text }) => `${p.tags} are all in opening ${p.tag}.`,
  'map.take-out': (p: { tag: Text }) => `Take ${p.tag} out`,
  'map.are-a-pair-which-is-left': (p: { tags: Text }) =>
    `${p.tags} are a pair: which is left, which is right?`,
  'map.both-hang': (p: { tags: Text; hingeSide: Text }) => `${p.tags} both hang ${p.hingeSide}.`,
  'map.opening-has-no-piece': (p: { tag: Text }) => `Opening ${p.tag} has no piece.`,
  'map.make-it': (p: { usual: Text }) => `Make it ${p.usual}`,
  'map.opening-reaches-beyond': (p: { tag: Text; name: Text }) =>
    `Opening ${p.tag} reaches beyond ${p.name}.`,
  'map.openings-and-lie-over-each-other': (p: { tag: Text; tag2: Text }) =>
    `Openings ${p.tag} and ${p.tag2} overlap.`,
  'map.the-bag-of-came-back-but': (p: { tag: Text }) => `The bag of ${p.tag} was returned but never packed.`,
  // core/src/elevation/layout.ts
  'map.wall': (p: { letter: Text }) => `Wall ${p.letter}`,
};
