import { said } from '../said/index.ts';
import { type StepDraft, YARDSTICKS } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import { clearOver } from './fixes.ts';
import { changeFix, type Rule } from './model.ts';
import { type Film, filmStrands, isAbrasive, once } from './walk.ts';

// Longer than other files: one family of rules, each beside those it must not contradict.

const skinOil: Rule = {
  code: 'skin-oil',
  family: 'handling',
  severity: 'warn',
  check(context) {
    if (context.facts.pulls !== 'bare hands') return [];
    return once(
      filmStrands(context).flatMap(({ films }) => {
        const last = films.at(-1);
        return last && !last.sheet.resistsSkinOil
          ? [
              {
                at: last.step.key,
                why: said('rule.softens-under-skin-contact-a-harder', { name: last.sheet.name }),
                fixes: clearOver(context.steps, context.sheets),
              },
            ]
          : [];
      }),
    );
  },
};

const packBeforeItsClock: Rule = {
  code: 'pack-clock',
  family: 'handling',
  severity: 'stop',
  check({ steps }) {
    return steps
      .filter(
        ({ operation, waitFor }) => does(operation, 'packs') && waitFor !== 'pack' && waitFor !== 'refit',
      )
      .map(({ key }) => ({
        at: key,
        why: said('rule.packed-before-it-is-dry-to'),
        fixes: [changeFix(said('rule.wait-until-dry-to-pack'), key, { waitFor: 'pack' })],
      }));
  },
};

const refitBeforeItsClock: Rule = {
  code: 'refit-clock',
  family: 'handling',
  severity: 'stop',
  check({ steps }) {
    return steps
      .filter(({ operation, waitFor }) => does(operation, 'mountsAgain') && waitFor !== 'refit')
      .map(({ key }) => ({
        at: key,
        why: said('rule.refitted-before-its-clock-a-soft'),
        fixes: [changeFix(said('rule.wait-until-it-may-be-refitted'), key, { waitFor: 'refit' })],
      }));
  },
};

/** Whether a coat goes on the one under it while that is wet, which its sheet allows. */
function isWetOnWet(under: Film | undefined, over: StepDraft): boolean {
  return under?.step.productKey === over.productKey && under.sheet.wetOnWetMaxMin !== null;
}

const recoatBeforeItsClock: Rule = {
  code: 'recoat-clock',
  family: 'handling',
  severity: 'stop',
  check(context) {
    return once(
      filmStrands(context).flatMap(({ films }) =>
        films.slice(1).flatMap(({ step }, index) =>
          step.waitFor === 'none' && !isWetOnWet(films[index], step)
            ? [
                {
                  at: step.key,
                  why: said('rule.it-does-not-wait-for-the'),
                  fixes: [changeFix(said('rule.wait-for-the-recoat-time'), step.key, { waitFor: 'recoat' })],
                },
              ]
            : [],
        ),
      ),
    );
  },
};

const drillBeforeDust: Rule = {
  code: 'hooks-late',
  family: 'handling',
  severity: 'warn',
  check({ steps }) {
    const film = steps.findIndex(
      // Spots and pore filling are done at the bench, before anything hangs.
      ({ productKey, operation, isEdgesOnly, resultingSurface }) =>
        productKey !== null && does(operation, 'laysFilm') && !isEdgesOnly && resultingSurface !== 'filled',
    );
    const hang = steps.findIndex(({ operation }) => does(operation, 'hangs'));
    const step = steps[hang];
    if (!step || film === -1 || hang < film) return [];
    const first = steps[film];
    const dusts = steps.slice(0, film).findLast(({ operation }) => does(operation, 'takesDust'));
    return [
      {
        at: step.key,
        why: said('rule.hooks-are-drilled-before-the-last'),
        fixes: [
          {
            label: said('rule.hang-before-the-first-coat'),
            edits: [{ kind: 'move', key: step.key, before: (dusts ?? first)?.key ?? null }],
          },
        ],
      },
    ];
  },
};

const lookedOver: Rule = {
  code: 'no-look-over',
  family: 'handling',
  severity: 'advise',
  check({ steps }) {
    const pack = steps.find(({ operation }) => does(operation, 'packs'));
    if (!pack || steps.some(({ operation }) => does(operation, 'looksOver'))) return [];
    return [
      {
        at: pack.key,
        why: said('rule.nobody-looks-the-pieces-over-before'),
        fixes: [
          {
            label: said('rule.final-look-over-before-it'),
            edits: [
              {
                kind: 'insert',
                before: pack.key,
                step: {
                  ...pack,
                  key: 'inspect',
                  name: said('step.final-look-over'),
                  operation: 'inspect',
                  labour: YARDSTICKS.inspect,
                  waitFor: 'handle',
                  why: said('rule.at-arms-length-in-room-light'),
                },
              },
            ],
          },
        ],
      },
    ];
  },
};

const caulkOrder: Rule = {
  code: 'caulk-order',
  family: 'handling',
  severity: 'warn',
  check(context) {
    const caulk = context.steps.find(({ operation }) => does(operation, 'sealsGaps'));
    const [first] = filmStrands(context);
    const primer = first?.films.find(({ sheet }) => sheet.role === 'primer');
    if (!caulk || !primer) return [];
    if (context.steps.indexOf(caulk) > context.steps.indexOf(primer.step)) return [];
    const after = context.steps[context.steps.indexOf(primer.step) + 1];
    return [
      {
        at: caulk.key,
        why: said('rule.gaps-show-once-the-first-primer'),
        fixes: [
          {
            label: said('step.after-the-first-primer'),
            edits: [{ kind: 'move', key: caulk.key, before: after?.key ?? null }],
          },
        ],
      },
    ];
  },
};

const floatingPanel: Rule = {
  code: 'floating-panel',
  family: 'handling',
  severity: 'warn',
  check({ steps, facts, pieces }) {
    // Gaps of a frame that stands still may be filled; the joint round a panel may not.
    const caulk = steps.find(
      ({ operation, key, name }) =>
        does(operation, 'sealsGaps') && (key.startsWith('caulk-joints') || /panel|joint/i.test(name)),
    );
    const isBoard = facts.substrate === 'MDF';
    const hasPanels = pieces.some(
      ({ construction }) =>
        construction === 'five-piece' || construction === 'raised-panel' || construction === 'beaded',
    );
    if (!caulk || isBoard || !hasPanels) return [];
    return [
      {
        at: caulk.key,
        why: said('rule.the-panel-of-a-wooden-door'),
        fixes: [{ label: said('rule.leave-the-joints-free'), edits: [{ kind: 'remove', key: caulk.key }] }],
      },
    ];
  },
};

const tagPainted: Rule = {
  code: 'tag-painted',
  family: 'handling',
  severity: 'warn',
  check({ steps, pieces }) {
    return steps.flatMap((step) => {
      const isPainted = pieces.some(
        ({ finishBack, finishEdges }) =>
          (step.tagAt === 'back' && finishBack) || (step.tagAt === 'hidden edge' && finishEdges),
      );
      return isPainted
        ? [
            {
              at: step.key,
              why: said('rule.the-tag-on-the-gets-painted', { tagAt: step.tagAt }),
              fixes: [changeFix(said('rule.tag-in-a-hinge-bore'), step.key, { tagAt: 'hinge bore' })],
            },
          ]
        : [];
    });
  },
};

const backsFirst: Rule = {
  code: 'backs-first',
  family: 'handling',
  severity: 'warn',
  check({ steps, options, isOnSite }) {
    if (options.laying !== 'flat' || isOnSite) return [];
    const coats = steps.filter(({ operation, faces }) => does(operation, 'laysFilm') && faces !== 'both');
    return coats.flatMap((step, index) => {
      const next = coats[index + 1];
      if (step.faces !== 'front' || next?.faces !== 'back' || next.productKey !== step.productKey) return [];
      return [
        {
          at: next.key,
          why: said('rule.lying-flat-the-back-is-coated'),
          fixes: [
            {
              label: said('rule.before', { name: next.name, name2: step.name }),
              edits: [{ kind: 'move', key: next.key, before: step.key }],
            },
          ],
        },
      ];
    });
  },
};

const handledEarly: Rule = {
  code: 'handle-clock',
  family: 'handling',
  severity: 'warn',
  check(context) {
    return once(
      filmStrands(context).flatMap(({ strand, films }) =>
        strand.flatMap((step, index) => {
          const isHandled = does(step, 'touchesFilm');
          const film = films.findLast((candidate) => candidate.index < index);
          // Whatever was sanded was dry enough to be held.
          const isSanded = film && strand.slice(film.index, index).some(isAbrasive);
          if (!isHandled || !film || isSanded || step.waitFor === 'pack' || step.waitFor === 'refit')
            return [];
          // Looking does no harm; turning and holding does.
          if (step.waitFor === 'handle' || (does(step, 'looksOver') && step.waitFor !== 'none')) return [];
          return [
            {
              at: step.key,
              why: said('rule.this-handles-pieces-before-is-dry', { name: film.step.name }),
              fixes: [changeFix(said('rule.wait-until-dry-to-handle'), step.key, { waitFor: 'handle' })],
            },
          ];
        }),
      ),
    );
  },
};

const packedLast: Rule = {
  code: 'packed-early',
  family: 'handling',
  severity: 'stop',
  check({ steps }) {
    const film = steps.findLast(
      (step) => step.productKey !== null && !does(step, 'packs') && !does(step, 'mountsAgain'),
    );
    const refit = steps.find(({ operation }) => does(operation, 'mountsAgain'));
    const at = film ? steps.indexOf(film) : -1;
    return steps.flatMap((step, index) => {
      const isShipped = does(step, 'packs') || does(step, 'mountsAgain');
      const isAfterRefit = does(step, 'packs') && refit !== undefined && steps.indexOf(refit) < index;
      if (!isShipped || (index > at && !isAfterRefit)) return [];
      const before = does(step, 'packs') && refit && steps.indexOf(refit) > at ? refit.key : null;
      return [
        {
          at: step.key,
          why:
            index < at
              ? said('rule.it-leaves-the-shop-before-is', { name: film?.name })
              : said('rule.it-is-packed-after-it-was'),
          fixes: [
            {
              label: before === null ? said('rule.to-the-end') : said('rule.before-the-refit'),
              edits: [{ kind: 'move', key: step.key, before: isAfterRefit ? (refit?.key ?? null) : before }],
            },
          ],
        },
      ];
    });
  },
};

/** Hands, hooks, clocks of handling, joints. */
export const HANDLING_RULES: readonly Rule[] = [
  skinOil,
  packBeforeItsClock,
  refitBeforeItsClock,
  recoatBeforeItsClock,
  drillBeforeDust,
  lookedOver,
  caulkOrder,
  floatingPanel,
  tagPainted,
  backsFirst,
  handledEarly,
  packedLast,
];
