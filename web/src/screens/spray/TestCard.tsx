/** What a short burst on a card may look like, why, and what mends it, in the order in which to look. */
const LOOKS: readonly { look: string; path: string; mends: readonly string[] }[] = [
  {
    look: 'Even, long and soft at both ends',
    path: 'M50 4 C66 4 66 76 50 76 C34 76 34 4 50 4z',
    mends: ['As it should be. Note the setting, and spray.'],
  },
  {
    look: 'Heavy at both ends, thin in the middle',
    path: 'M50 4 C62 4 60 22 53 30 L53 50 C60 58 62 76 50 76 C38 76 40 58 47 50 L47 30 C40 22 38 4 50 4z',
    mends: [
      'Too thick: thin it, or warm it, within the sheet.',
      'Too little pressure for this flow: more air or pressure.',
      'Too wide a fan for the flow: narrow it.',
    ],
  },
  {
    look: 'Split into two halves',
    path: 'M50 4 C62 4 62 34 50 36 C38 34 38 4 50 4z M50 44 C62 46 62 76 50 76 C38 76 38 46 50 44z',
    mends: ['Too much air for this flow: less air, or open the flow.', 'Too thin: use less thinner.'],
  },
  {
    look: 'Curved like a crescent, or heavy on one side',
    path: 'M42 4 C70 16 70 64 42 76 C54 60 54 20 42 4z',
    mends: [
      'One horn of the air cap is clogged: turn the cap by half; if the curve turns with it, clean its holes.',
      'It stays as it was: clean the tip or the nozzle.',
    ],
  },
  {
    look: 'Spits and breaks off',
    path: 'M50 4 l6 6 -6 6 -5 -6z M47 26 l7 5 -4 8 -6 -5z M52 48 l5 6 -6 5 -5 -6z M49 68 l5 4 -5 4 -4 -4z',
    mends: [
      'Flow knob open? Air on?',
      'Viscosity: strain and thin within the sheet.',
      'Filter and vent hole free?',
      'Cup full enough, pick-up tube tight, nozzle tight?',
    ],
  },
];

/** Testing on a card before the first stroke. */
export function TestCard() {
  return (
    <details className="border-line border-t pt-3">
      <summary className="cursor-pointer font-semibold">First on a card: what a burst looks like</summary>
      <ul className="mt-2 flex flex-col gap-3">
        {LOOKS.map(({ look, path, mends }) => (
          <li key={look} className="grid grid-cols-[3rem_1fr] gap-3">
            <svg viewBox="30 0 40 80" className="h-16 w-12 border border-line bg-raised" aria-hidden="true">
              <path d={path} className="fill-quiet" />
            </svg>
            <div>
              <p className="font-semibold">{look}</p>
              <ol className={mends.length > 1 ? 'list-decimal pl-5' : ''}>
                {mends.map((mend) => (
                  <li key={mend}>{mend}</li>
                ))}
              </ol>
            </div>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-note text-quiet">
        Relieve the pressure and lock the trigger before you take off a tip, a cap or a filter. Paint under
        pressure goes through skin: never near a hand.
      </p>
    </details>
  );
}
