import { isListed } from '../catalogue/index.ts';
import { overThinned, recipeStops, thinningFraction } from '../mixing/index.ts';
import { partAreaM2, WORK_PARTS, type WorkPart } from '../pieces/index.ts';
import { said } from '../said/index.ts';
import {
  type Application,
  inMoves,
  movesOf,
  paintingMoves,
  type StepDraft,
  sideOf,
  stepAppliesTo,
  toolsOf,
} from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import { PART_WORDS } from '../words/index.ts';
import { changeFix, type Rule, type RuleContext } from './model.ts';
import { sheetAt } from './walk.ts';

/** Parts that the pieces of a step have, and that none of these moves covers. */
function leftOut(context: RuleContext, step: StepDraft, moves: readonly Application[]): WorkPart[] {
  const pieces = context.pieces.filter((piece) => stepAppliesTo(step, piece));
  const covered = new Set(moves.flatMap(({ parts }) => parts));
  return WORK_PARTS.filter(
    (part) => !covered.has(part) && pieces.some((piece) => partAreaM2(piece, sideOf(step), part) > 0),
  );
}

const listed = (parts: readonly WorkPart[]) => parts.map((part) => PART_WORDS[part]).join(', ');

/** Moves with one of them changed. */
function withMove(step: StepDraft, at: number, part: Partial<Application>): Partial<StepDraft> {
  return inMoves(
    step,
    step.applications.map((move, index) => (index === at ? { ...move, ...part } : move)),
  );
}

/** Some parts added to the first move that brings paint, or to the first at all. */
function addParts(step: StepDraft, parts: readonly WorkPart[]): Partial<StepDraft> {
  const at = Math.max(
    0,
    step.applications.findIndex(({ laysOff }) => !laysOff),
  );
  const own = step.applications[at]?.parts ?? [];
  return withMove(step, at, {
    parts: WORK_PARTS.filter((part) => own.includes(part) || parts.includes(part)),
  });
}

/** Steps in moves of which none does a part that the pieces have. @param isCoat of coats, or of all others. */
function leftOutRule(
  rule: Pick<Rule, 'code' | 'family' | 'severity'>,
  isCoat: boolean,
  sentence: 'rule.no-move-brings-paint-to' | 'rule.no-move-sands',
): Rule {
  return {
    ...rule,
    check(context) {
      return context.steps.flatMap((step) => {
        if (step.applications.length === 0 || does(step, 'laysFilm') !== isCoat) return [];
        const missing = leftOut(context, step, isCoat ? paintingMoves(step) : step.applications);
        if (missing.length === 0) return [];
        const parts = listed(missing);
        const label = said('rule.add-to-the-first-move', { parts });
        return [
          {
            at: step.key,
            why: said(sentence, { parts }),
            fixes: [changeFix(label, step.key, addParts(step, missing))],
          },
        ];
      });
    },
  };
}

const unpainted = leftOutRule(
  { code: 'part-unpainted', family: 'films', severity: 'stop' },
  true,
  'rule.no-move-brings-paint-to',
);

const unsanded = leftOutRule(
  { code: 'part-unsanded', family: 'keying', severity: 'warn' },
  false,
  'rule.no-move-sands',
);

const paintedTwice: Rule = {
  code: 'part-painted-twice',
  family: 'films',
  severity: 'warn',
  check({ steps }) {
    return steps.flatMap((step) => {
      if (!does(step, 'laysFilm')) return [];
      const painted = new Set<WorkPart>();
      for (const [at, move] of step.applications.entries()) {
        if (move.laysOff) continue;
        const twice = move.parts.filter((part) => painted.has(part));
        for (const part of move.parts) painted.add(part);
        if (twice.length === 0) continue;
        const rest = move.parts.filter((part) => !twice.includes(part));
        const parts = listed(twice);
        return [
          {
            at: step.key,
            why: said('rule.two-moves-bring-paint-to', { parts }),
            fixes: [
              changeFix(
                said('rule.let-the-second-one-lay-off'),
                step.key,
                withMove(step, at, { laysOff: true }),
              ),
              ...(rest.length > 0
                ? [
                    changeFix(
                      said('rule.leave-out-of-it', { parts }),
                      step.key,
                      withMove(step, at, { parts: rest }),
                    ),
                  ]
                : []),
            ],
          },
        ];
      }
      return [];
    });
  },
};

const laysOffNothing: Rule = {
  code: 'lays-off-nothing',
  family: 'films',
  severity: 'warn',
  check({ steps }) {
    return steps.flatMap((step) => {
      const wet = new Set<WorkPart>();
      for (const [at, move] of step.applications.entries()) {
        const later = step.applications.slice(at + 1).filter(({ laysOff }) => !laysOff);
        const comes = (part: WorkPart) => later.some(({ parts }) => parts.includes(part));
        if (move.laysOff && move.parts.some((part) => !wet.has(part) && comes(part))) {
          const others = step.applications.filter((_, index) => index !== at);
          return [
            {
              at: step.key,
              why: said('rule.lays-off-what-is-not-wet-yet', { number: at + 1 }),
              fixes: [
                changeFix(said('rule.make-it-the-last-move'), step.key, inMoves(step, [...others, move])),
              ],
            },
          ];
        }
        if (!move.laysOff) for (const part of move.parts) wet.add(part);
      }
      return [];
    });
  },
};

const toolNotListed: Rule = {
  code: 'move-tool',
  family: 'place',
  severity: 'stop',
  check({ steps, sheets }) {
    return steps.flatMap((step) => {
      const sheet = sheetAt(sheets, step.productKey);
      if (!sheet || step.applications.length === 0) return [];
      const tool = toolsOf(step).find((one) => one !== step.applicator && !isListed(sheet.applicators, one));
      if (!tool) return [];
      const other =
        sheet.applicators.find((one) => one !== step.applicator) ?? sheet.applicators[0] ?? 'brush';
      const applications = step.applications.map((move) =>
        move.applicator === tool ? { ...move, applicator: other } : move,
      );
      return [
        {
          at: step.key,
          why: said('rule.the-sheet-of-does-not-list', { name: sheet.name, applicator: tool }),
          fixes: [changeFix(`By ${other}`, step.key, inMoves(step, applications))],
        },
      ];
    });
  },
};

const moveTooThin: Rule = {
  code: 'move-thinning-max',
  family: 'films',
  severity: 'stop',
  check({ steps, sheets }) {
    return steps.flatMap((step) => {
      const sheet = sheetAt(sheets, step.productKey);
      const at = step.applications.findIndex(
        ({ thinning, laysOff }) => sheet && thinning && !laysOff && overThinned(thinning, sheet) !== null,
      );
      const thinning = step.applications[at]?.thinning;
      if (!sheet || !thinning) return [];
      const percent = (fraction: number) => Math.round(fraction * 1000) / 10;
      return [
        {
          at: step.key,
          why: said('rule.move-thinned-on-paint-the-sheet-ends', {
            number: at + 1,
            fraction: percent(thinningFraction(thinning, sheet)),
            most: percent(thinningFraction(sheet.maxThinning, sheet)),
          }),
          fixes: [
            changeFix(
              said('rule.thin-to-the-maximum'),
              step.key,
              withMove(step, at, { thinning: sheet.maxThinning }),
            ),
          ],
        },
      ];
    });
  },
};

/** What a sheet says against the conditioner of a coat, in a move or in all of them. */
const conditionerInSheet: Rule = {
  code: 'conditioner-max',
  family: 'films',
  severity: 'stop',
  check({ steps, sheets }) {
    return steps.flatMap((step) => {
      const sheet = sheetAt(sheets, step.productKey);
      if (!sheet) return [];
      for (const { thinning, conditionerPct, laysOff } of movesOf(step)) {
        // Too much thinner is told by its own rule.
        if (laysOff || conditionerPct === 0 || !thinning || overThinned(thinning, sheet)) continue;
        const [why] = recipeStops(sheet, { thinning, conditionerPct });
        if (why === undefined) continue;
        const room = sheet.conditionerCountsAsThinner
          ? Math.max(0, thinningFraction(sheet.maxThinning, sheet) - thinningFraction(thinning, sheet)) * 100
          : Number.POSITIVE_INFINITY;
        const most = Math.floor(Math.min(sheet.conditionerMaxPct ?? 0, room) * 10) / 10;
        const applications = step.applications.map((move) => ({
          ...move,
          conditionerPct: move.conditionerPct === null ? null : Math.min(move.conditionerPct, most),
        }));
        const part = { conditionerPct: Math.min(step.conditionerPct, most), applications };
        const label =
          most === 0 ? said('rule.leave-the-conditioner-out') : said('rule.conditioner-of', { most });
        return [{ at: step.key, why, fixes: [changeFix(label, step.key, part)] }];
      }
      return [];
    });
  },
};

/** Coats and abrasive steps that are done in several moves, and what is put into the paint for them. */
export const MOVE_RULES: readonly Rule[] = [
  unpainted,
  unsanded,
  paintedTwice,
  laysOffNothing,
  toolNotListed,
  moveTooThin,
  conditionerInSheet,
];
