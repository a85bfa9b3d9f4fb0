import { isListed, isSprayed } from '../catalogue/index.ts';
import { dewPointObstacle, sheetObstacles } from '../drying/index.ts';
import { said } from '../said/index.ts';
import { findingsOf, LOOSE_FROM_GRADE } from '../survey/index.ts';
import { applicatorLabour } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import type { Rule } from './model.ts';
import { filmStrands, sheetAt } from './walk.ts';

const applicatorAllowed: Rule = {
  code: 'applicator',
  family: 'place',
  severity: 'stop',
  check({ steps, sheets }) {
    return steps.flatMap((step) => {
      const sheet = sheetAt(sheets, step.productKey);
      if (!sheet || step.applicator === null || isListed(sheet.applicators, step.applicator)) return [];
      const other = sheet.applicators[0] ?? 'brush';
      return [
        {
          at: step.key,
          why: said('rule.the-sheet-of-does-not-list', { name: sheet.name, applicator: step.applicator }),
          fixes: [
            {
              label: `By ${other}`,
              edits: [
                {
                  kind: 'change' as const,
                  key: step.key,
                  part: {
                    applicator: other,
                    place: isSprayed(other) ? ('booth' as const) : ('bench' as const),
                    labour: applicatorLabour(other),
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

const climateInSheet: Rule = {
  code: 'climate',
  family: 'place',
  severity: 'warn',
  check({ steps, sheets, climate }) {
    const seen = new Set<string>();
    return steps.flatMap((step) => {
      const sheet = sheetAt(sheets, step.productKey);
      if (!sheet || step.productKey === null || seen.has(step.productKey)) return [];
      seen.add(step.productKey);
      return sheetObstacles(sheet, climate).map((why) => ({ at: step.key, why: `${sheet.name}: ${why}` }));
    });
  },
};

const dewPoint: Rule = {
  code: 'dew-point',
  family: 'place',
  severity: 'warn',
  check({ steps, sheets, climate }) {
    const why = dewPointObstacle(climate);
    const first = steps.find(({ productKey }) => sheetAt(sheets, productKey));
    return why === null || !first
      ? []
      : [
          {
            at: first.key,
            why: said('rule.damp-settles-unseen-and-the-film', { why }),
          },
        ];
  },
};

const groundOnSheet: Rule = {
  code: 'ground-not-named',
  family: 'place',
  severity: 'warn',
  check(context) {
    const { substrate } = context.facts;
    const [first] = filmStrands(context);
    const film = first?.films[0];
    if (!film || substrate === undefined || film.sheet.substrates.length === 0) return [];
    if (film.sheet.substrates.includes(substrate)) return [];
    return [
      {
        at: film.step.key,
        why: said('rule.the-sheet-of-does-not-name', { name: film.sheet.name, substrate }),
      },
    ];
  },
};

const twoPart: Rule = {
  code: 'isocyanate',
  family: 'safety',
  severity: 'stop',
  check({ steps, sheets, settings }) {
    const step = steps.find(({ productKey }) => sheetAt(sheets, productKey)?.isIsocyanate);
    return step && !settings.hasSuppliedAir
      ? [
          {
            at: step.key,
            why: said('rule.isocyanate-hardener-supplied-air-covered-ski'),
          },
        ]
      : [];
  },
};

const leadCleared: Rule = {
  code: 'lead',
  family: 'safety',
  severity: 'stop',
  check({ steps, facts }) {
    const isOpen =
      facts.leadTest === 'positive' ||
      (facts.beforeLeadBan === true && facts.leadTest !== 'negative' && facts.leadTest !== 'cleared');
    const sands = steps.find(({ operation, appliesTo }) => appliesTo !== 'new' && does(operation, 'keys'));
    if (!isOpen || facts.existing === 'raw' || !sands) return [];
    return [{ at: sands.key, why: said('rule.the-old-paint-may-hold-lead') }];
  },
};

const sensitiveHome: Rule = {
  code: 'vulnerable',
  family: 'safety',
  severity: 'warn',
  check({ steps, sheets, facts }) {
    if (!facts.vulnerable || !findingsOf(facts).isWorkedInRoom) return [];
    const step = steps.find(({ productKey }) => {
      const base = sheetAt(sheets, productKey)?.base;
      return base !== undefined && base !== 'water';
    });
    return step ? [{ at: step.key, why: said('rule.someone-sensitive-lives-there-no-solvent') }] : [];
  },
};

const looseFilm: Rule = {
  code: 'loose-film',
  family: 'ground',
  severity: 'stop',
  check({ steps, facts }) {
    const isLoose = facts.flaking === true || (facts.adhesionGrade ?? 0) >= LOOSE_FROM_GRADE;
    const strips = steps.some(({ name, grit }) => /strip/i.test(name) || (grit !== null && grit <= 80));
    if (!isLoose || facts.existing === 'raw' || strips) return [];
    return [
      {
        at: steps[0]?.key ?? null,
        why: said('rule.the-old-film-lets-go-new'),
      },
    ];
  },
};

/** Applicators, air, and what can hurt someone. */
export const PLACE_RULES: readonly Rule[] = [
  applicatorAllowed,
  climateInSheet,
  dewPoint,
  groundOnSheet,
  twoPart,
  leadCleared,
  sensitiveHome,
  looseFilm,
];
