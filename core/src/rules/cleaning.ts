import type { Supply } from '../catalogue/index.ts';
import { said } from '../said/index.ts';
import { degreasingPasses } from '../survey/facts.ts';
import { benchStep, dustStep, YARDSTICKS } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import { changeFix, type Rule } from './model.ts';
import { isAbrasive, isBare, isCleaning, once, removesDust, strandsOf } from './walk.ts';

const degrease = () =>
  benchStep(
    'clean-1',
    said('step.degrease-and-rinse'),
    'clean',
    YARDSTICKS.degrease,
    said('step.before-any-abrasive-sanding-first-grinds'),
    { resultingSurface: 'clean', appliesTo: 'old' },
  );
const wipe = () =>
  benchStep(
    'clean-2',
    said('step.wipe-clean-again'),
    'clean',
    YARDSTICKS.wipe,
    said('step.sanding-opens-old-dirt-and-leaves'),
    { appliesTo: 'old' },
  );

const cleanBeforeKey: Rule = {
  code: 'clean-before-key',
  family: 'cleaning',
  severity: 'stop',
  check({ steps, facts }) {
    if (isBare(facts)) return [];
    const [strand = []] = strandsOf(steps);
    const abrades = strand.findIndex(isAbrasive);
    const cleans = strand.findIndex(isCleaning);
    const first = strand[abrades];
    if (!first || (cleans !== -1 && cleans < abrades)) return [];
    const later = strand[cleans];
    return [
      {
        at: first.key,
        why: said('rule.sanding-before-degreasing-grinds-the-grease'),
        fixes: [
          later
            ? {
                label: said('rule.move-before-it', { name: later.name }),
                edits: [{ kind: 'move', key: later.key, before: first.key }],
              }
            : {
                label: said('rule.degrease-first'),
                edits: [{ kind: 'insert', before: first.key, step: degrease() }],
              },
        ],
      },
    ];
  },
};

const cleanAfterKey: Rule = {
  code: 'clean-after-key',
  family: 'cleaning',
  severity: 'warn',
  check({ steps, facts }) {
    if (isBare(facts)) return [];
    const [strand = []] = strandsOf(steps);
    const keyed = strand.findIndex(({ operation }) => does(operation, 'keysGround'));
    const film = strand.findIndex(({ productKey }, index) => productKey !== null && index > keyed);
    const key = strand[keyed];
    if (!key || film === -1 || strand.slice(keyed, film).some(isCleaning)) return [];
    const next = strand[keyed + 1];
    return [
      {
        at: key.key,
        why: said('rule.keying-opens-old-dirt-clean-once'),
        fixes: [
          {
            label: said('rule.wipe-clean-after-it'),
            edits: [{ kind: 'insert', before: next?.key ?? null, step: wipe() }],
          },
        ],
      },
    ];
  },
};

const enoughPasses: Rule = {
  code: 'soil-passes',
  family: 'cleaning',
  severity: 'advise',
  check({ steps, facts }) {
    if (isBare(facts) || facts.soil === undefined) return [];
    const [strand = []] = strandsOf(steps);
    const film = strand.findIndex(({ productKey }) => productKey !== null);
    const before = strand.slice(0, film === -1 ? strand.length : film).filter(isCleaning);
    const wanted = degreasingPasses(facts.soil, facts.nicotine === true);
    if (before.length === 0 || before.length >= wanted) return [];
    // Another pass belongs to those before keying, where there is one.
    const abrades = strand.findIndex(isAbrasive);
    const last = before.findLast((step) => abrades === -1 || strand.indexOf(step) < abrades) ?? before.at(-1);
    const next = strand[strand.findIndex(({ key }) => key === last?.key) + 1];
    return [
      {
        at: last?.key ?? null,
        why: said('rule.the-soil-asks-for-degreasing-passes', {
          wanted,
          is: before.length === 1,
          length: before.length,
        }),
        fixes: [
          {
            label: said('rule.add-a-pass'),
            edits: [
              // Like the pass before it: its cleaner, its amount, its rest.
              {
                kind: 'insert',
                before: next?.key ?? null,
                step: { ...(last ?? degrease()), key: 'clean-again', name: said('step.degrease-again') },
              },
            ],
          },
        ],
      },
    ];
  },
};

const dustBeforeFilm: Rule = {
  code: 'dust-before-film',
  family: 'cleaning',
  severity: 'stop',
  check({ steps }) {
    return once(
      strandsOf(steps).flatMap((strand) => {
        let abraded: string | null = null;
        return strand.flatMap((step) => {
          if (removesDust(step)) abraded = null;
          else if (isAbrasive(step)) abraded = step.name;
          else if (does(step, 'laysFilm') && step.productKey !== null && abraded !== null) {
            const after = abraded;
            abraded = null;
            return [
              {
                at: step.key,
                why: said('rule.leaves-dust-and-this-coat-would', { after }),
                fixes: [
                  {
                    label: said('rule.dust-off-before-it'),
                    edits: [
                      {
                        kind: 'insert' as const,
                        before: step.key,
                        step: { ...dustStep(`dust-${step.key}`), appliesTo: step.appliesTo },
                      },
                    ],
                  },
                ],
              },
            ];
          }
          return [];
        });
      }),
    );
  },
};

const rinsed: Rule = {
  code: 'cleaner-rinse',
  family: 'cleaning',
  severity: 'stop',
  check({ steps, supplies }) {
    return steps.flatMap((step) => {
      const supply = step.supplyKey === null ? undefined : supplies[step.supplyKey];
      if (supply?.kind !== 'cleaner' || !supply.needsRinse || step.isRinsed) return [];
      return [
        {
          at: step.key,
          why: said('rule.leaves-a-residue-that-keeps-paint', { name: supply.name }),
          fixes: [changeFix(said('rule.rinse-it-off'), step.key, { isRinsed: true })],
        },
      ];
    });
  },
};

const maskAfterCleaning: Rule = {
  code: 'mask-on-grease',
  family: 'cleaning',
  severity: 'warn',
  check({ steps, facts }) {
    if (isBare(facts)) return [];
    const [strand = []] = strandsOf(steps);
    const masks = strand.findIndex(({ operation }) => does(operation, 'masks'));
    const cleans = strand.findIndex(isCleaning);
    const mask = strand[masks];
    if (!mask || (cleans !== -1 && cleans < masks)) return [];
    const next = strand[cleans + 1];
    const label = cleans === -1 ? said('rule.degrease-before-it') : said('rule.mask-after-cleaning');
    return [
      {
        at: mask.key,
        why: said('rule.tape-does-not-hold-on-grease'),
        fixes: [
          cleans === -1
            ? { label, edits: [{ kind: 'insert', before: mask.key, step: degrease() }] }
            : { label, edits: [{ kind: 'move', key: mask.key, before: next?.key ?? null }] },
        ],
      },
    ];
  },
};

const glassMasked: Rule = {
  code: 'glass-dulled',
  family: 'cleaning',
  severity: 'advise',
  check({ steps, supplies, pieces }) {
    if (!pieces.some(({ construction }) => construction === 'glazed')) return [];
    return steps.flatMap((step) => {
      const supply = step.supplyKey === null ? undefined : supplies[step.supplyKey];
      if (supply?.kind !== 'cleaner' || !supply.dullsGlassAndMetal) return [];
      const mild = supplies['cleaner-mild'];
      return [
        {
          at: step.key,
          why: said('rule.dulls-glass-and-aluminium-and-some', { name: supply.name }),
          fixes: mild ? [changeFix(`${mild.name} instead`, step.key, { supplyKey: 'cleaner-mild' })] : [],
        },
      ];
    });
  },
};

/** Whether a cleaner brings water to the surface; one that nobody named is taken for one that does. */
function isWatery(supply: Supply | undefined): boolean {
  return supply?.kind !== 'cleaner' || supply.needsRinse || /water/i.test(supply.dilution);
}

const bareWashed: Rule = {
  code: 'bare-washed',
  family: 'cleaning',
  severity: 'warn',
  check({ steps, facts, supplies }) {
    if (!isBare(facts)) return [];
    const [strand = []] = strandsOf(steps);
    const film = strand.findIndex(({ productKey }) => productKey !== null);
    const washes = strand
      .slice(0, film === -1 ? strand.length : film)
      .filter(
        (step) =>
          isCleaning(step) && isWatery(step.supplyKey === null ? undefined : supplies[step.supplyKey]),
      );
    const [first] = washes;
    if (!first) return [];
    return [
      {
        at: first.key,
        why: said('rule.there-is-no-old-finish-and'),
        fixes: [
          {
            label:
              washes.length === 1
                ? said('rule.leave-out', { name: first.name })
                : said('rule.leave-the-washing-out'),
            edits: washes.map(({ key }) => ({ kind: 'remove' as const, key })),
          },
        ],
      },
    ];
  },
};

/** Grease, rinsing and dust. */
export const CLEANING_RULES: readonly Rule[] = [
  cleanBeforeKey,
  cleanAfterKey,
  enoughPasses,
  bareWashed,
  rinsed,
  maskAfterCleaning,
  glassMasked,
  dustBeforeFilm,
];
