import { isSprayed, type ProductSheet } from '../catalogue/index.ts';
import { said } from '../said/index.ts';
import { coatStepOf, gritPart, inMoves, type StepDraft } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import { measured } from '../units/index.ts';
import { builtUp } from './buildUp.ts';
import { changeFix, type Fix, type Rule, type RuleContext } from './model.ts';
import { loopsOf, MOST_ROUNDS, roundsEdits } from './repeats.ts';
import { once, sheetAt, strandsOf } from './walk.ts';

/** How long after a light pass the next one still goes on wet on wet, in minutes: the sheet's first window, else until it is touch dry. */
function flashWindow({ wetOnWetMaxMin, clocks }: ProductSheet): number {
  return wetOnWetMaxMin ?? clocks.touchMin;
}

const flashTooLong: Rule = {
  code: 'flash-window',
  family: 'films',
  severity: 'stop',
  check({ steps, sheets }) {
    return steps.flatMap((step) => {
      const sheet = sheetAt(sheets, step.productKey);
      if (!sheet || !does(step, 'laysFilm') || step.passes === 1) return [];
      const windowMin = flashWindow(sheet);
      if (step.flashMin <= windowMin) return [];
      return [
        {
          at: step.key,
          why: said('rule.flash-off-is-longer-than-the-window', {
            flashMin: step.flashMin,
            windowMin,
            isStated: sheet.wetOnWetMaxMin !== null,
          }),
          fixes: [
            changeFix(said('rule.flash-off-of', { minutes: windowMin }), step.key, { flashMin: windowMin }),
            changeFix(said('rule.in-one-pass'), step.key, { passes: 1, flashMin: 0 }),
          ],
        },
      ];
    });
  },
};

const passesByHand: Rule = {
  code: 'passes-by-hand',
  family: 'films',
  severity: 'warn',
  check({ steps }) {
    return steps.flatMap((step) => {
      const isByHand = step.applicator !== null && !isSprayed(step.applicator) && step.applicator !== 'blade';
      if (!does(step, 'laysFilm') || step.passes === 1 || !isByHand) return [];
      return [
        {
          at: step.key,
          why: said('rule.a-second-pass-by-hand-drags-the-first'),
          fixes: [changeFix(said('rule.in-one-pass'), step.key, { passes: 1, flashMin: 0 })],
        },
      ];
    });
  },
};

/** Of a film of less than this nothing reliable is left, in µm dry. */
const LEAST_LEFT_UM = 5;

/** The finest paper that leaves most of a film, from the one that is there. */
function finerGrit(step: StepDraft, thereUm: number, context: RuleContext): Fix[] {
  const grits = [240, 320, 400].filter((grit) => grit > (step.grit ?? 0));
  const gentle = (part: Partial<StepDraft>) => {
    const changed = context.steps.map((one) => (one.key === step.key ? { ...one, ...part } : one));
    return sandedThrough({ ...context, steps: changed }).every(({ step: at }) => at.key !== step.key);
  };
  const grit = grits.find((one) => gentle({ grit: one }));
  return [
    ...(step.passes > 1 && gentle({ passes: 1 })
      ? [changeFix(said('rule.in-one-pass'), step.key, { passes: 1 })]
      : []),
    ...(grit === undefined || thereUm <= LEAST_LEFT_UM
      ? []
      : [changeFix(`P${grit}`, step.key, gritPart(step, grit, context.supplies))]),
  ];
}

function sandedThrough({ steps, sheets, settings }: RuleContext) {
  return strandsOf(steps).flatMap((strand) =>
    builtUp(strand, sheets, settings.sandedOff).sanded.filter(
      ({ offUm, thereUm }) => offUm > thereUm - LEAST_LEFT_UM,
    ),
  );
}

const throughTheFilm: Rule = {
  code: 'sanded-through',
  family: 'keying',
  severity: 'warn',
  check(context) {
    return once(
      sandedThrough(context).map(({ step, offUm, thereUm }) => ({
        at: step.key,
        why: said('rule.takes-off-more-than-is-there', {
          off: measured('film', Math.round(offUm)),
          there: measured('film', Math.round(thereUm)),
        }),
        fixes: finerGrit(step, thereUm, context),
      })),
    );
  },
};

const machineOnProfiles: Rule = {
  code: 'machine-on-profiles',
  family: 'keying',
  severity: 'warn',
  check({ steps }) {
    return steps.flatMap((step) => {
      const at = step.applications.findIndex(
        ({ byMachine, parts }) =>
          byMachine && parts.some((part) => part === 'profiles' || part === 'corners'),
      );
      if (does(step, 'laysFilm') || at === -1) return [];
      const applications = step.applications.map((move, index) =>
        index === at ? { ...move, byMachine: false } : move,
      );
      return [
        {
          at: step.key,
          why: said('rule.a-machine-digs-into-profiles', { number: at + 1 }),
          fixes: [changeFix(said('rule.by-hand'), step.key, inMoves(step, applications))],
        },
      ];
    });
  },
};

const noRoundLeft: Rule = {
  code: 'loop-full',
  family: 'ground',
  severity: 'advise',
  check({ steps }) {
    return loopsOf(steps).flatMap(({ group, rounds, most, keys }) => {
      const [first] = keys;
      if (rounds < most || most >= MOST_ROUNDS || first === undefined) return [];
      return [
        {
          at: first,
          why: said('rule.the-loop-has-no-round-left', { rounds }),
          fixes: [
            {
              label: said('rule.allow-one-more-round', { most: most + 1 }),
              edits: roundsEdits(steps, group, { rounds, most: most + 1 }),
            },
          ],
        },
      ];
    });
  },
};

const dustedTwice: Rule = {
  code: 'station-then-dust',
  family: 'cleaning',
  severity: 'advise',
  check({ steps }) {
    return once(
      strandsOf(steps).flatMap((strand) =>
        strand.flatMap((step, index) => {
          const before = strand[index - 1];
          // What sands and takes its own dust off is the station; a rest between lets dust settle again.
          const isClean = before && does(before, 'abrades') && does(before, 'leavesNoDust');
          if (!isClean || !does(step, 'takesDust') || before.dryingMin > 0) return [];
          return [
            {
              at: step.key,
              why: said('rule.each-piece-is-vacuumed-at-the-station'),
              fixes: [
                {
                  label: said('rule.leave-the-dusting-out'),
                  edits: [{ kind: 'remove' as const, key: step.key }],
                },
              ],
            },
          ];
        }),
      ),
    );
  },
};

/** The first primer of the stores that goes on with what a coat goes on with, or by hand. */
function primerBefore(step: StepDraft, sheets: RuleContext['sheets']): Fix[] {
  const found = Object.entries(sheets).find(
    ([, { role, base }]) => role === 'primer' && base === sheets[step.productKey ?? '']?.base,
  );
  if (!found) return [];
  const [key, sheet] = found;
  const applicator =
    sheet.applicators.find((one) => one === step.applicator) ?? sheet.applicators[0] ?? 'brush';
  const made = coatStepOf(
    'prime',
    said('step.primer-coat'),
    key,
    sheet,
    applicator,
    said('step.added-manually'),
  );
  return [
    {
      label: said('rule.prime-all-of-it-before'),
      edits: [{ kind: 'insert', before: step.key, step: { ...made, appliesTo: step.appliesTo } }],
    },
  ];
}

const patchShows: Rule = {
  code: 'patch-shows',
  family: 'ground',
  severity: 'warn',
  check({ steps, sheets }) {
    return once(
      strandsOf(steps).flatMap((strand) => {
        const at = strand.findIndex(({ productKey }) => sheetAt(sheets, productKey)?.isTranslucent);
        const coat = strand[at];
        if (!coat) return [];
        const under = strand.slice(0, at);
        const patch = under.findLastIndex(
          (step) => does(step, 'mends') || (does(step, 'laysFilm') && step.isEdgesOnly),
        );
        const isCovered = under.slice(patch + 1).some((step) => does(step, 'laysFilm') && !step.isEdgesOnly);
        if (patch === -1 || isCovered) return [];
        return [
          {
            at: coat.key,
            why: said('rule.a-patch-shows-through-a-translucent-coat', { name: under[patch]?.name ?? '' }),
            fixes: primerBefore(coat, sheets),
          },
        ];
      }),
    );
  },
};

/** Light passes, what sanding takes off, loops until approved, the station, and coats that let show. */
export const PASS_RULES: readonly Rule[] = [
  flashTooLong,
  passesByHand,
  throughTheFilm,
  machineOnProfiles,
  noRoundLeft,
  dustedTwice,
  patchShows,
];
