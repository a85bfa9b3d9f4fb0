import { type ProductSheet, sagFrom } from '../catalogue/index.ts';
import { hidingOfSteps } from '../estimating/index.ts';
import { thinningFraction } from '../mixing/index.ts';
import { staysBuiltIn } from '../pieces/index.ts';
import { said } from '../said/index.ts';
import { HIDDEN_BELOW } from '../survey/hiding.ts';
import type { StepDraft } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import { measured } from '../units/index.ts';
import { builtUp } from './buildUp.ts';
import { oneMoreCoat, scuffBefore } from './fixes.ts';
import type { Fix, Rule, RuleContext } from './model.ts';
import { filmStrands, once } from './walk.ts';

// Longer than other files: one family of rules, each beside those it must not contradict.

/** Usual total of primer and colour on wood, in µm dry; well below it the film does not protect, well above it cracks. */
const USUAL_TOTAL_UM = { least: 60, most: 260 };
/** Wet film in µm that is wet at one time: light passes that flash off make it together. */
function wetAtOnce({ passes, flashMin }: Pick<StepDraft, 'passes' | 'flashMin'>, wftUm: number): number {
  return flashMin > 0 ? wftUm / passes : wftUm;
}

/** Whether some pieces are coated upright: hung on the rail, standing in the client's room, or fixed where they are. */
function standsUpright({ options, pieces, isOnSite }: RuleContext): boolean {
  return (
    isOnSite ||
    options.laying === 'hung' ||
    pieces.some((piece) => staysBuiltIn(piece) || (options.laying === 'by-kind' && piece.finishBack))
  );
}

const thinnedTooFar: Rule = {
  code: 'thinning-max',
  family: 'films',
  severity: 'stop',
  check({ steps, sheets }) {
    return steps.flatMap((step) => {
      const sheet = step.productKey === null ? undefined : sheets[step.productKey];
      if (!sheet || !step.thinning) return [];
      const [fraction, most] = [
        thinningFraction(step.thinning, sheet),
        thinningFraction(sheet.maxThinning, sheet),
      ];
      if (fraction <= most + 1e-9) return [];
      return [
        {
          at: step.key,
          why: said('rule.thinned-on-paint-the-sheet-ends', {
            fraction: Math.round(fraction * 1000) / 10,
            most: Math.round(most * 1000) / 10,
          }),
          fixes: [
            {
              label: said('rule.thin-to-the-maximum'),
              edits: [{ kind: 'change' as const, key: step.key, part: { thinning: sheet.maxThinning } }],
            },
          ],
        },
      ];
    });
  },
};

const wetFilmInRange: Rule = {
  code: 'wft-range',
  family: 'films',
  severity: 'warn',
  check({ steps, sheets }) {
    return steps.flatMap((step) => {
      const sheet = step.productKey === null ? undefined : sheets[step.productKey];
      if (!sheet || step.wftUm === null) return [];
      const isThin = step.wftUm < sheet.wftMinUm;
      // Each light pass may be as thick as a coat; all of them together make the least that it needs.
      const most = (sheet.wftMaxUm * step.wftUm) / wetAtOnce(step, step.wftUm);
      if (!isThin && step.wftUm <= most) return [];
      const nearest = isThin ? sheet.wftMinUm : most;
      return [
        {
          at: step.key,
          why: said('rule.wet-the-sheet-says-to', {
            wftUm: measured('film', step.wftUm),
            wftMinUm: measured('film', sheet.wftMinUm),
            wftMaxUm: measured('film', most),
          }),
          fixes: [
            {
              label: measured('film', nearest),
              edits: [{ kind: 'change' as const, key: step.key, part: { wftUm: nearest } }],
            },
          ],
        },
      ];
    });
  },
};

/** Two coats of half the film each, within the sheet, with a scuff between. */
function splitFix(step: StepDraft, sheet: ProductSheet): Fix {
  const half = Math.min(sheet.wftMaxUm, Math.max(sheet.wftMinUm, Math.round((step.wftUm ?? 0) / 2)));
  const second = { ...step, key: `${step.key}-again`, name: `${step.name}, again`, wftUm: half };
  const scuff = scuffBefore(second).edits.map((edit) =>
    'before' in edit ? { ...edit, before: step.key } : edit,
  );
  return {
    label: said('rule.split-into-two-of', { half: measured('film', half) }),
    edits: [
      // The first half goes in before the step that is there; what is between comes after the first.
      { kind: 'insert', before: step.key, step: { ...second, name: step.name } },
      ...scuff,
      { kind: 'change', key: step.key, part: { wftUm: half, name: `${step.name}, again` } },
    ],
  };
}

function sagRule(lies: 'vertical' | 'flat'): Rule {
  return {
    code: `sag-${lies}`,
    family: 'films',
    severity: 'stop',
    check(context) {
      if (standsUpright(context) !== (lies === 'vertical')) return [];
      return context.steps.flatMap((step) => {
        const sheet = step.productKey === null ? undefined : context.sheets[step.productKey];
        if (!sheet || !does(step, 'laysFilm') || step.wftUm === null) return [];
        // Light passes flash off one by one: what can run is what is wet of the last of them.
        if (wetAtOnce(step, step.wftUm) <= sagFrom(sheet, lies)) return [];
        const from = Math.round(sagFrom(sheet, lies));
        return [
          {
            at: step.key,
            why:
              lies === 'vertical'
                ? said('rule.wet-runs-on-an-upright-piece', {
                    wftUm: measured('film', step.wftUm),
                    from: measured('film', from),
                  })
                : said('rule.wet-is-too-much-even-lying', {
                    wftUm: measured('film', step.wftUm),
                    from: measured('film', from),
                  }),
            fixes: [
              {
                label: measured('film', sheet.wftTypUm),
                edits: [{ kind: 'change' as const, key: step.key, part: { wftUm: sheet.wftTypUm } }],
              },
              splitFix(step, sheet),
            ],
          },
        ];
      });
    },
  };
}

/** What sanding leaves of each film of a strand, in µm dry, by the keys of their steps. */
function keptOf(strand: readonly StepDraft[], { sheets, settings }: RuleContext): Map<string, number> {
  const { films } = builtUp(strand, sheets, settings.sandedOff);
  return new Map(films.map(({ step, leftUm }) => [step.key, leftUm]));
}

const productTotal: Rule = {
  code: 'film-total-product',
  family: 'films',
  severity: 'stop',
  check(context) {
    return once(
      filmStrands(context).flatMap(({ strand, films }) => {
        const kept = keptOf(strand, context);
        const totals = new Map<string, { total: number; last: string }>();
        for (const { step, dftUm } of films) {
          const key = step.productKey ?? '';
          const left = kept.get(step.key) ?? dftUm;
          totals.set(key, { total: (totals.get(key)?.total ?? 0) + left, last: step.key });
        }
        return [...totals].flatMap(([productKey, { total, last }]) => {
          const sheet = context.sheets[productKey];
          if (!sheet || sheet.maxTotalDftUm === null || total <= sheet.maxTotalDftUm) return [];
          return [
            {
              at: last,
              why: said('rule.dry-of-it-cracks-above', {
                total: measured('film', Math.round(total)),
                name: sheet.name,
                maxTotalDftUm: measured('film', sheet.maxTotalDftUm ?? 0),
              }),
              fixes: [
                { label: said('rule.leave-this-coat-out'), edits: [{ kind: 'remove' as const, key: last }] },
              ],
            },
          ];
        });
      }),
    );
  },
};

const wholeTotal: Rule = {
  code: 'film-total',
  family: 'films',
  severity: 'warn',
  check(context) {
    const [first] = filmStrands(context);
    const films = (first?.films ?? []).filter(({ sheet }) =>
      ['primer', 'colour', 'clear'].includes(sheet.role),
    );
    const kept = keptOf(first?.strand ?? [], context);
    const total = films.reduce((sum, { step, dftUm }) => sum + (kept.get(step.key) ?? dftUm), 0);
    // Clear finishes are thinner by nature: a build-up is asked of what hides.
    if (!films.some(({ sheet }) => sheet.role === 'colour')) return [];
    if (films.length === 0 || (total >= USUAL_TOTAL_UM.least && total <= USUAL_TOTAL_UM.most)) return [];
    const isThin = total < USUAL_TOTAL_UM.least;
    return [
      {
        at: films.at(-1)?.step.key ?? null,
        why: said('rule.dry-in-all-to-is-usual', {
          total: measured('film', Math.round(total)),
          is: isThin,
          value: measured('film', 100),
          value2: measured('film', 180),
        }),
      },
    ];
  },
};

const enoughToHide: Rule = {
  code: 'hiding',
  family: 'films',
  severity: 'warn',
  check({ steps, sheets, facts }) {
    const old = steps.filter(({ appliesTo }) => appliesTo !== 'new');
    const hiding = hidingOfSteps(old, sheets, facts);
    const isMeantToShow = old.some(({ productKey }) => sheets[productKey ?? '']?.isTranslucent);
    if (isMeantToShow) return [];
    const colours = old.filter(
      ({ productKey }) => productKey !== null && sheets[productKey]?.role === 'colour',
    );
    const last = colours.at(-1);
    if (!hiding || !last || (hiding.coats !== null && colours.length >= hiding.coats)) return [];
    const left = hiding.stages[colours.length - 1]?.deltaE;
    // Hidden already: what is missing is only the least number of coats of a system, not hiding.
    if (hiding.coats !== null && left !== undefined && left <= HIDDEN_BELOW) return [];
    return [
      {
        at: last.key,
        why:
          hiding.coats === null
            ? said('rule.this-colour-does-not-hide-the')
            : said('rule.coats-hide-the-old-colour-after', {
                coats: hiding.coats,
                length: colours.length,
                is: left === undefined,
                left: left?.toFixed(1),
              }),
        fixes:
          hiding.coats === null
            ? []
            : [{ label: said('rule.one-more-coat'), edits: oneMoreCoat(steps, sheets, 'colour') }],
      },
    ];
  },
};

const twoColours: Rule = {
  code: 'one-colour-coat',
  family: 'films',
  severity: 'advise',
  check({ steps, sheets }) {
    const colours = steps.filter(
      ({ productKey }) => productKey !== null && sheets[productKey]?.role === 'colour',
    );
    const [only] = colours;
    if (colours.length !== 1 || !only) return [];
    return [
      {
        at: only.key,
        why: said('rule.one-colour-coat-two-light-ones'),
        fixes: [{ label: said('rule.one-more-coat'), edits: oneMoreCoat(steps, sheets, 'colour') }],
      },
    ];
  },
};

/** Thickness, thinning and number of coats. */
export const FILM_RULES: readonly Rule[] = [
  thinnedTooFar,
  wetFilmInRange,
  sagRule('vertical'),
  sagRule('flat'),
  productTotal,
  wholeTotal,
  enoughToHide,
  twoColours,
];
