import { isListed } from '../catalogue/index.ts';
import { said } from '../said/index.ts';
import { findingsOf } from '../survey/index.ts';
import { type StepDraft, sandStep, YARDSTICKS } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import { measured } from '../units/index.ts';
import { changeFix, type Fix, type Rule, type RuleContext } from './model.ts';
import { filmStrands, isAbrasive } from './walk.ts';

// Longer than other files: one family of rules, each beside those it must not contradict.

const BLOCKER = 'shellac-block-primer';

function primersUnderColour(context: RuleContext) {
  const [first] = filmStrands(context);
  const films = first?.films ?? [];
  const colour = films.find(({ sheet }) => sheet.role === 'colour');
  return {
    films,
    colour,
    primers: films.filter(({ sheet, index }) => sheet.role === 'primer' && index < (colour?.index ?? 0)),
  };
}

function swapProduct(
  context: RuleContext,
  steps: readonly StepDraft[],
  productKey: string,
  label: string,
): Fix[] {
  const sheet = context.sheets[productKey];
  if (!sheet || steps.length === 0) return [];
  return [
    {
      label,
      edits: steps.map(({ key }) => ({
        kind: 'change' as const,
        key,
        part: {
          productKey,
          wftUm: sheet.wftTypUm,
          thinning: { convention: sheet.maxThinning.convention, value: 0 },
          applicator: sheet.applicators.includes('roller')
            ? ('roller' as const)
            : (sheet.applicators[0] ?? 'brush'),
          place: 'bench' as const,
          cautions: sheet.cautions,
        },
      })),
    },
  ];
}

const stainBlocked: Rule = {
  code: 'stain-block',
  family: 'ground',
  severity: 'stop',
  check(context) {
    const { bleeds, tone } = findingsOf(context.facts);
    if (!bleeds || tone === 'dark') return [];
    const { colour, primers } = primersUnderColour(context);
    if (!colour || primers.some(({ sheet }) => sheet.blocksStain !== 'no')) return [];
    const what = { none: 'Stain', tannin: 'Tannin', dye: 'Dye', knots: 'Resin' }[
      context.facts.bleed ?? 'none'
    ];
    return [
      {
        at: primers[0]?.step.key ?? colour.step.key,
        why: said('rule.comes-through-a-pale-colour-as', { what }),
        fixes: swapProduct(
          context,
          primers.map(({ step }) => step),
          BLOCKER,
          said('rule.prime-with-shellac-blocker'),
        ),
      },
    ];
  },
};

const weakBlock: Rule = {
  code: 'stain-block-weak',
  family: 'ground',
  severity: 'warn',
  check(context) {
    const { bleeds, tone } = findingsOf(context.facts);
    if (!bleeds || tone === 'dark') return [];
    const { primers } = primersUnderColour(context);
    const isWeak =
      primers.some(({ sheet }) => sheet.blocksStain === 'partly') &&
      !primers.some(({ sheet }) => sheet.blocksStain === 'yes');
    if (!isWeak) return [];
    return [
      {
        at: primers[0]?.step.key ?? null,
        why: said('rule.a-waterborne-blocker-holds-some-woods'),
        fixes: swapProduct(
          context,
          primers.map(({ step }) => step),
          BLOCKER,
          said('rule.prime-with-shellac-blocker'),
        ),
      },
    ];
  },
};

const openGrainPale: Rule = {
  code: 'open-grain-pale',
  family: 'ground',
  severity: 'warn',
  check({ steps, facts }) {
    const { isOpenGrain, tone, isPainted } = findingsOf(facts);
    const wantsPores = facts.look === 'grain showing' || facts.look === 'clear wood';
    if (!isOpenGrain || tone !== 'pale' || wantsPores || isPainted) return [];
    if (steps.some(({ resultingSurface }) => resultingSurface === 'filled')) return [];
    const colour = steps.find(({ resultingSurface }) => resultingSurface === 'colour');
    return colour
      ? [
          {
            at: colour.key,
            why: said('rule.every-open-pore-shows-as-a'),
          },
        ]
      : [];
  },
};

/** A foam cover bridges open pores and leaves bubbles over them; a short nap presses the paint in. */
const foamOnGrain: Rule = {
  code: 'foam-on-grain',
  family: 'ground',
  severity: 'warn',
  check({ steps, facts, sheets }) {
    if (!findingsOf(facts).isOpenGrain) return [];
    const filled = steps.findIndex(({ resultingSurface }) => resultingSurface === 'filled');
    const open = filled < 0 ? steps : steps.slice(0, filled);
    return open
      .filter(({ operation, applicator }) => does(operation, 'laysFilm') && applicator === 'roller-foam')
      .map(({ key, productKey }) => {
        const nap = (['roller-velour', 'roller'] as const).find((one) =>
          isListed(sheets[productKey ?? '']?.applicators ?? [], one),
        );
        const fixes = nap
          ? [changeFix(said('rule.by-short-nap-instead'), key, { applicator: nap, labour: YARDSTICKS[nap] })]
          : [];
        return { at: key, why: said('rule.foam-bridges-open-pores'), fixes };
      });
  },
};

const fillWasted: Rule = {
  code: 'fill-wasted',
  family: 'ground',
  severity: 'advise',
  check({ steps, facts }) {
    const { isOpenGrain, tone } = findingsOf(facts);
    const fills = steps.filter(
      ({ key, resultingSurface }) => resultingSurface === 'filled' || /^sand-fill/.test(key),
    );
    const isWasted = tone === 'dark' || isOpenGrain === false;
    if (
      !isWasted ||
      facts.look === 'clear wood' ||
      !steps.some(({ operation }) => does(operation, 'fillsPores'))
    )
      return [];
    return [
      {
        at: fills[0]?.key ?? null,
        why:
          isOpenGrain === false
            ? said('rule.there-are-no-open-pores-to')
            : said('rule.the-dark-colour-hides-the-pores'),
        fixes: [
          {
            label: said('rule.leave-the-filling-out'),
            edits: fills.map(({ key }) => ({ kind: 'remove' as const, key })),
          },
        ],
      },
    ];
  },
};

const rawBoardEdges: Rule = {
  code: 'board-edges',
  family: 'ground',
  severity: 'stop',
  check(context) {
    const { steps, facts, sheets } = context;
    if (facts.substrate !== 'MDF' || facts.existing !== 'raw') return [];
    const [first] = filmStrands(context);
    const film = first?.films[0];
    if (!film) return [];
    const isSealed =
      film.sheet.base !== 'water' ||
      steps.some(
        ({ isEdgesOnly, productKey }) =>
          isEdgesOnly && productKey !== null && sheets[productKey]?.base !== 'water',
      );
    if (isSealed) return [];
    const sealer = sheets[BLOCKER];
    return [
      {
        at: film.step.key,
        why: said('rule.cut-edges-of-board-drink-water'),
        fixes: sealer
          ? [
              {
                label: said('rule.seal-the-edges-before-it'),
                edits: [
                  {
                    kind: 'insert',
                    before: film.step.key,
                    step: {
                      ...film.step,
                      key: 'seal-edges',
                      name: said('step.seal-edges'),
                      productKey: BLOCKER,
                      applicator: 'brush',
                      wftUm: sealer.wftTypUm,
                      thinning: { convention: sealer.maxThinning.convention, value: 0 },
                      isEdgesOnly: true,
                      place: 'bench',
                      resultingSurface: null,
                      cautions: sealer.cautions,
                    },
                  },
                ],
              },
            ]
          : [],
      },
    ];
  },
};

/** Edges eased by hand before the first sanding or film. */
function easeFix(steps: readonly StepDraft[]): Fix {
  const before = steps.find((step) => isAbrasive(step) || step.productKey !== null)?.key ?? null;
  const ease = sandStep(
    'ease',
    150,
    'edges',
    YARDSTICKS.easeEdges,
    said('rule.sharp-edges-round-to-a-radius', { value: measured('length', 1.5) }),
    {
      operation: 'ease',
      name: said('step.ease-edges-p', { grit: 150 }),
      waitFor: 'none',
      supplyKey: 'disc-150',
    },
  );
  return { label: said('rule.ease-the-edges'), edits: [{ kind: 'insert', before, step: ease }] };
}

const sharpEdges: Rule = {
  code: 'sharp-edges',
  family: 'ground',
  severity: 'advise',
  check({ steps, facts }) {
    if (facts.existing !== 'raw') return [];
    const hasFilm = steps.some(({ productKey }) => productKey !== null);
    if (!hasFilm || steps.some(({ operation }) => does(operation, 'roundsEdges'))) return [];
    return [
      {
        at: steps[0]?.key ?? null,
        why: said('rule.paint-pulls-away-from-a-knife', { value: measured('length', 1.5) }),
        fixes: [easeFix(steps)],
      },
    ];
  },
};

const closedNeedsGrip: Rule = {
  code: 'adhesion-primer',
  family: 'ground',
  severity: 'stop',
  check(context) {
    const { isClosedSurface } = findingsOf(context.facts);
    if (!isClosedSurface) return [];
    const [first] = filmStrands(context);
    const film = first?.films[0];
    const { substrate } = context.facts;
    const isRated = film?.sheet.isSelfPriming && substrate && film.sheet.substrates.includes(substrate);
    const { layerClass } = film?.sheet ?? {};
    if (!film || isRated || layerClass === 'bonding-primer' || layerClass === 'unknown') return [];
    return [
      {
        at: film.step.key,
        why: said('rule.nothing-soaks-into-laminate-foil-or'),
        fixes: swapProduct(context, [film.step], 'bonding-primer', said('rule.bonding-primer-instead')),
      },
    ];
  },
};

/** Key of the step before which a patch is spot-primed: after it was sanded flush and dusted, where the sequence does that. */
function afterSanding(steps: readonly StepDraft[], repair: StepDraft): string | null {
  const from = steps.indexOf(repair);
  const film = steps.findIndex(({ productKey }, index) => index > from && productKey !== null);
  const end = film === -1 ? steps.length : film;
  const sanded = steps.findLastIndex((step, index) => index > from && index < end && isAbrasive(step));
  let at = (sanded === -1 ? from : sanded) + 1;
  while (at < end && does(steps[at], 'takesDust')) at += 1;
  return steps[at]?.key ?? null;
}

const repairsSpotPrimed: Rule = {
  code: 'spot-prime',
  family: 'ground',
  severity: 'warn',
  check(context) {
    const repair = context.steps.find(
      ({ key, operation }) => does(operation, 'mends') && key !== 'spot-prime',
    );
    if (!repair) return [];
    const { primers } = primersUnderColour(context);
    const isPrimed = primers.length > 0 || context.steps.some(({ key }) => key.startsWith('spot-prime'));
    return isPrimed
      ? []
      : [
          {
            at: repair.key,
            why: said('rule.filler-drinks-paint-and-shows-as'),
            fixes: [
              {
                label: said('rule.spot-prime-after-it'),
                edits: [
                  {
                    kind: 'insert' as const,
                    before: afterSanding(context.steps, repair),
                    step: {
                      ...repair,
                      key: 'spot-prime',
                      name: said('rule.spot-prime-repairs'),
                      why: said('rule.filler-drinks-paint-and-would-show'),
                      resultingSurface: null,
                    },
                  },
                ],
              },
            ],
          },
        ];
  },
};

const latePatch: Rule = {
  code: 'late-patch',
  family: 'ground',
  severity: 'warn',
  check(context) {
    const { films, colour } = primersUnderColour(context);
    const [first] = filmStrands(context);
    const strand = first?.strand ?? [];
    const lastFilm = films.at(-1);
    if (!colour || !lastFilm) return [];
    return strand.flatMap((step, index) => {
      const isPatch = does(step, 'mends') && !/^(spot|patch)-prime/.test(step.key);
      const under = films.findLast((film) => film.index < index);
      const over = films.find((film) => film.index > index);
      if (!isPatch || !under || !over || over.sheet.role === 'primer') return [];
      const between = strand.slice(index, over.index);
      if (between.some(({ key }) => /^(spot|patch)-prime/.test(key))) return [];
      return [
        {
          at: step.key,
          why: said('rule.a-patch-over-primer-or-paint'),
          fixes: [
            {
              label: said('rule.spot-prime-after-it'),
              edits: [
                {
                  kind: 'insert',
                  before: strand[index + 1]?.key ?? null,
                  step: {
                    ...step,
                    key: 'patch-prime',
                    name: said('rule.spot-prime-patches'),
                    labour: YARDSTICKS.spots,
                    supplyKey: null,
                    dryingMin: 45,
                    why: said('rule.shellac-or-solvent-primer-on-patches'),
                  },
                },
              ],
            },
          ],
        },
      ];
    });
  },
};

/** Substrate, pores, stain and edges. */
export const GROUND_RULES: readonly Rule[] = [
  stainBlocked,
  weakBlock,
  openGrainPale,
  foamOnGrain,
  fillWasted,
  rawBoardEdges,
  sharpEdges,
  closedNeedsGrip,
  repairsSpotPrimed,
  latePatch,
];
