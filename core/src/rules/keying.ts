import { said } from '../said/index.ts';
import { gritPart, handsOnMinutes, type StepDraft, sandStep, YARDSTICKS } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import type { Rule } from './model.ts';
import { filmStrands, isAbrasive, isBare, once, strandsOf } from './walk.ts';

// Longer than other files: one family of rules, each beside those it must not contradict.

/** Scratches of anything coarser show through the next colour coat. */
const COARSEST_BETWEEN_COLOURS = 180;
/** Anything finer gives a film nothing to hold. */
const FINEST_UNDER_A_COAT = 400;
/** One grit removes the scratches of another that is at most so much coarser. */
export const LARGEST_CLIMB = 2;

const keyOldFinish: Rule = {
  code: 'key-old-finish',
  family: 'keying',
  severity: 'stop',
  check({ steps, facts }) {
    if (isBare(facts)) return [];
    const [strand = []] = strandsOf(steps);
    const film = strand.findIndex(({ productKey, isEdgesOnly }) => productKey !== null && !isEdgesOnly);
    const first = strand[film];
    if (!first) return [];
    const before = strand.slice(0, film);
    if (before.some((step) => isAbrasive(step) || does(step, 'deglosses'))) return [];
    return [
      {
        at: first.key,
        why: said('rule.nothing-dulls-the-old-finish-before', { is: facts.gloss === 'glossy' }),
        fixes: [
          {
            label: said('rule.key-p180-before-it'),
            edits: [
              {
                kind: 'insert',
                before: (before.find(({ operation }) => does(operation, 'takesDust')) ?? first).key,
                step: keyStep(180),
              },
            ],
          },
        ],
      },
    ];
  },
};

function keyStep(grit: number): StepDraft {
  return sandStep(
    'key',
    grit,
    said('step.to-key'),
    YARDSTICKS.keyMachine,
    said('rule.dull-everywhere-bare-nowhere-the-coat'),
    {
      operation: 'key',
      name: said('step.key-p', { grit }),
      waitFor: 'none',
      resultingSurface: 'keyed',
      appliesTo: 'old',
    },
  );
}

const thinFaceByHand: Rule = {
  code: 'thin-face',
  family: 'keying',
  severity: 'stop',
  check({ steps, facts }) {
    if (!facts.isThinFace) return [];
    return steps
      .filter((step) => does(step, 'keysGround') && (step.grit ?? 400) < 240)
      .map((step) => ({
        at: step.key,
        why: said('rule.p-cuts-through-foil-and-thin', { grit: step.grit }),
        fixes: [
          {
            label: said('rule.fine-pad-by-hand'),
            edits: [
              {
                kind: 'change' as const,
                key: step.key,
                part: { grit: 320, name: said('step.key-with-a-fine-pad'), labour: YARDSTICKS.keyHand },
              },
            ],
          },
        ],
      }));
  },
};

const closedSurfaceByHand: Rule = {
  code: 'closed-surface-grit',
  family: 'keying',
  severity: 'warn',
  check({ steps, facts, supplies }) {
    if (facts.isThinFace || facts.substrate !== 'foil or laminate') return [];
    return steps
      .filter((step) => does(step, 'keysGround') && (step.grit ?? 400) < 180)
      .map((step) => ({
        at: step.key,
        why: said('rule.p-leaves-furrows-in-laminate-that', { grit: step.grit }),
        fixes: [
          {
            label: said('rule.p320-by-hand'),
            edits: [{ kind: 'change' as const, key: step.key, part: gritPart(step, 320, supplies) }],
          },
        ],
      }));
  },
};

const notTooCoarse: Rule = {
  code: 'grit-coarse-between',
  family: 'keying',
  severity: 'warn',
  check({ steps, sheets, supplies }) {
    const isColour = ({ productKey }: StepDraft) =>
      productKey !== null && ['colour', 'clear'].includes(sheets[productKey]?.role ?? '');
    const first = steps.findIndex(isColour);
    if (first === -1) return [];
    return steps.slice(first).flatMap((step) =>
      does(step, 'flattens') && step.grit !== null && step.grit < COARSEST_BETWEEN_COLOURS
        ? [
            {
              at: step.key,
              why: said('rule.p-between-colour-coats-its-scratches', { grit: step.grit }),
              fixes: [
                {
                  label: 'P320',
                  edits: [
                    {
                      kind: 'change' as const,
                      key: step.key,
                      part: gritPart(step, 320, supplies),
                    },
                  ],
                },
              ],
            },
          ]
        : [],
    );
  },
};

const notTooFine: Rule = {
  code: 'grit-fine-under',
  family: 'keying',
  severity: 'warn',
  check({ steps, supplies }) {
    return steps.flatMap((step, index) => {
      if (!isAbrasive(step) || step.grit === null || step.grit <= FINEST_UNDER_A_COAT) return [];
      const isCoated = steps.slice(index + 1).some(({ productKey }) => productKey !== null);
      if (!isCoated) return [];
      return [
        {
          at: step.key,
          why: said('rule.p-polishes-the-next-coat-has', { grit: step.grit }),
          fixes: [
            {
              label: 'P400',
              edits: [{ kind: 'change' as const, key: step.key, part: gritPart(step, 400, supplies) }],
            },
          ],
        },
      ];
    });
  },
};

const gritLadder: Rule = {
  code: 'grit-ladder',
  family: 'keying',
  severity: 'warn',
  check({ steps, supplies }) {
    return once(
      strandsOf(steps).flatMap((strand) =>
        strand.flatMap((step, index) => {
          const before = strand[index - 1];
          if (
            !before ||
            !isAbrasive(step) ||
            !isAbrasive(before) ||
            step.grit === null ||
            before.grit === null
          )
            return [];
          if (step.grit <= before.grit * LARGEST_CLIMB) return [];
          const between = Math.round(Math.sqrt(step.grit * before.grit) / 20) * 20;
          return [
            {
              at: step.key,
              why: said('rule.from-p-to-p-is-too', { grit: before.grit, grit2: step.grit }),
              fixes: [
                {
                  label: said('rule.p-between', { between }),
                  edits: [
                    {
                      kind: 'insert' as const,
                      before: step.key,
                      step: {
                        ...step,
                        key: `${step.key}-between`,
                        ...gritPart(step, between, supplies),
                        resultingSurface: null,
                      },
                    },
                  ],
                },
              ],
            },
          ];
        }),
      ),
    );
  },
};

/** A sheet's drying clock is kept by whoever waits for it; a step that sands a film without waiting loads the paper. */
const dryToSand: Rule = {
  code: 'dry-to-sand',
  family: 'keying',
  severity: 'stop',
  check(context) {
    return once(
      filmStrands(context).flatMap(({ strand, films }) =>
        strand.flatMap((step, index) => {
          if (!does(step, 'flattens') || step.waitFor !== 'none') return [];
          const film = films.findLast((candidate) => candidate.index < index);
          if (!film) return [];
          return [
            {
              at: step.key,
              why: said('rule.it-does-not-wait-until-is', { name: film.step.name }),
              fixes: [
                {
                  label: said('rule.wait-until-dry-to-sand'),
                  edits: [{ kind: 'change' as const, key: step.key, part: { waitFor: 'sand' as const } }],
                },
              ],
            },
          ];
        }),
      ),
    );
  },
};

const flatPrimer: Rule = {
  code: 'sand-primer',
  family: 'keying',
  severity: 'advise',
  check(context) {
    return once(
      filmStrands(context).flatMap(({ strand, films }) => {
        const colour = films.find(({ sheet }) => sheet.role === 'colour');
        const primer = films.findLast(
          ({ sheet, index }) => sheet.role === 'primer' && index < (colour?.index ?? 0),
        );
        if (!colour || !primer || strand.slice(primer.index, colour.index).some(isAbrasive)) return [];
        const next = strand[primer.index + 1];
        return [
          {
            at: primer.step.key,
            why: said('rule.primer-that-is-not-flatted-shows'),
            fixes: [
              {
                label: said('rule.sand-primer-p240-after-it'),
                edits: [
                  {
                    kind: 'insert' as const,
                    before: next?.key ?? null,
                    step: sandStep(
                      'sand-prime',
                      240,
                      'primer',
                      YARDSTICKS.sandPrimer,
                      said('step.flat-before-colour-fill-and-spot'),
                    ),
                  },
                ],
              },
            ],
          },
        ];
      }),
    );
  },
};

const deglossWindow: Rule = {
  code: 'degloss-window',
  family: 'keying',
  severity: 'stop',
  check({ steps, supplies, pieces }) {
    return strandsOf(steps)
      .flatMap((strand) =>
        strand.flatMap((step, index) => {
          const supply = step.supplyKey === null ? undefined : supplies[step.supplyKey];
          if (!does(step, 'deglosses') || supply?.kind !== 'deglosser') return [];
          const rest = strand.slice(index + 1);
          const film = rest.findIndex(({ productKey }) => productKey !== null);
          const next = rest[film];
          const between = film === -1 ? rest : rest.slice(0, film);
          // A key that is cut after it holds the coat by itself: the deglosser's window no longer counts.
          if (next && between.some(isAbrasive)) return [];
          const others = between.filter((other) => does(other, 'mends'));
          const minutes = between.reduce(
            (sum, other) =>
              sum + handsOnMinutes(other.labour, pieces, 'all') + other.labour.setupMin + other.dryingMin,
            0,
          );
          if (next && others.length === 0 && minutes <= supply.windowMin) return [];
          const dust = does(between.at(-1), 'takesDust') ? between.at(-1) : undefined;
          return [
            {
              at: step.key,
              why: next
                ? said('rule.the-coat-has-to-be-on', {
                    windowMin: supply.windowMin,
                    minutes: Math.round(minutes),
                  })
                : said('rule.nothing-is-coated-after-the-deglosser', { windowMin: supply.windowMin }),
              fixes: next
                ? [
                    {
                      label: said('rule.deglosser-right-before-the-coat'),
                      edits: [
                        ...(dust ? [{ kind: 'move' as const, key: dust.key, before: step.key }] : []),
                        { kind: 'move' as const, key: step.key, before: next.key },
                      ],
                    },
                  ]
                : [],
            },
          ];
        }),
      )
      .filter((found, index, all) => all.findIndex(({ at }) => at === found.at) === index);
  },
};

/** Grits and the key that a film needs. */
export const KEYING_RULES: readonly Rule[] = [
  keyOldFinish,
  deglossWindow,
  thinFaceByHand,
  closedSurfaceByHand,
  notTooCoarse,
  notTooFine,
  gritLadder,
  dryToSand,
  flatPrimer,
];
