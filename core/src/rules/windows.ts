import { filmClocks } from '../drying/index.ts';
import { isSameThinner, potLifeAt } from '../mixing/index.ts';
import { said } from '../said/index.ts';
import { minutesOfStep, restOf, type StepDraft, sideOf, stepAppliesTo } from '../systems/index.ts';
import { formatDuration } from '../units/index.ts';
import { scuffBefore } from './fixes.ts';
import { changeFix, type Rule, type RuleContext } from './model.ts';
import { type Film, isAbrasive, neighbours, once } from './walk.ts';

function clocksHere(context: RuleContext, film: Film) {
  return filmClocks(film.sheet, context.climate, film.step.wftUm ?? film.sheet.wftTypUm);
}

const recoatMaximum: Rule = {
  code: 'recoat-max',
  family: 'films',
  severity: 'warn',
  check(context) {
    return once(
      neighbours(context).flatMap(({ under, over, between }) => {
        const clocks = clocksHere(context, under);
        if (!clocks.recoatMax || between.some(isAbrasive)) return [];
        const kind =
          over.step.waitFor === 'none' || over.step.waitFor === 'recoat' ? 'recoatMin' : over.step.waitFor;
        const rests = between.reduce((sum, { dryingMin }) => sum + dryingMin, 0);
        const earliest = Math.max(clocks[kind].hereMinutes, under.step.dryingMin) + rests;
        if (over.step.waitFor === 'none' || earliest <= clocks.recoatMax.hereMinutes) return [];
        return [
          {
            at: over.step.key,
            why: said('rule.the-window-of-shuts-after-the', {
              name: under.sheet.name,
              hereMinutes: formatDuration(clocks.recoatMax.hereMinutes),
              earliest: formatDuration(earliest),
            }),
            fixes: [scuffBefore(over.step)],
          },
        ];
      }),
    );
  },
};

/** Hands-on minutes of laying a coat on all pieces that it concerns. */
function coatingMinutes(context: RuleContext, step: StepDraft): number {
  const pieces = context.pieces.filter((piece) => stepAppliesTo(step, piece));
  return minutesOfStep(step, pieces, sideOf(step), undefined).handsOnMin;
}

const wetOnWet: Rule = {
  code: 'double-window',
  family: 'films',
  severity: 'warn',
  check(context) {
    return once(
      neighbours(context).flatMap(({ under, over }) => {
        const open = under.sheet.wetOnWetMaxMin;
        if (over.step.waitFor !== 'none' || open === null || under.step.productKey !== over.step.productKey)
          return [];
        const minutes = coatingMinutes(context, under.step) + over.step.labour.setupMin;
        if (minutes <= open) return [];
        return [
          {
            at: over.step.key,
            why: said('rule.wet-on-wet-is-open-for', {
              open: formatDuration(open),
              minutes: formatDuration(minutes),
            }),
            fixes: [changeFix(said('rule.wait-for-the-second-window'), over.step.key, { waitFor: 'recoat' })],
          },
        ];
      }),
    );
  },
};

const dryBeforeCoat: Rule = {
  code: 'caulk-dry',
  family: 'handling',
  severity: 'stop',
  check({ steps, supplies }) {
    return steps.flatMap((step, index) => {
      const supply = step.supplyKey === null ? undefined : supplies[step.supplyKey];
      if (supply?.kind !== 'caulk' && supply?.kind !== 'filler') return [];
      const isCoated = steps.slice(index + 1).some(({ productKey }) => productKey !== null);
      const wanted = restOf(supply);
      if (!isCoated || step.dryingMin >= wanted) return [];
      return [
        {
          at: step.key,
          why: said('rule.wants-before-a-coat-and-the', {
            name: supply.name,
            wanted: formatDuration(wanted),
            dryingMin: formatDuration(step.dryingMin),
          }),
          fixes: [changeFix(`Rest ${formatDuration(wanted)}`, step.key, { dryingMin: wanted })],
        },
      ];
    });
  },
};

const notPaintable: Rule = {
  code: 'caulk-paintable',
  family: 'handling',
  severity: 'stop',
  check({ steps, supplies }) {
    return steps.flatMap((step) => {
      const supply = step.supplyKey === null ? undefined : supplies[step.supplyKey];
      if (supply?.kind !== 'caulk' || supply.isPaintable) return [];
      const other = Object.entries(supplies).find(([, one]) => one.kind === 'caulk' && one.isPaintable);
      return [
        {
          at: step.key,
          why: said('rule.no-paint-holds-on', { name: supply.name }),
          fixes: other
            ? [
                changeFix(`${other[1].name} instead`, step.key, {
                  supplyKey: other[0],
                  dryingMin: Math.max(step.dryingMin, restOf(other[1])),
                }),
              ]
            : [],
        },
      ];
    });
  },
};

const potLife: Rule = {
  code: 'pot-life',
  family: 'films',
  severity: 'stop',
  check(context) {
    return context.steps.flatMap((step) => {
      const sheet = step.productKey === null ? undefined : context.sheets[step.productKey];
      if (!sheet || sheet.potLifeMin === null) return [];
      const life = potLifeAt(sheet.potLifeMin, context.climate.airC) - sheet.inductionMin;
      const minutes = coatingMinutes(context, step) / step.mixCount;
      if (minutes <= life) return [];
      const mixes = Math.ceil((minutes * step.mixCount) / Math.max(1, life));
      return [
        {
          at: step.key,
          why: said('rule.a-mix-of-lasts-here-and', {
            name: sheet.name,
            life: formatDuration(life),
            minutes: formatDuration(minutes),
          }),
          fixes: mixes <= 20 ? [changeFix(`Mix ${mixes} mixes`, step.key, { mixCount: mixes })] : [],
        },
      ];
    });
  },
};

const wrongThinner: Rule = {
  code: 'thinner-wrong',
  family: 'films',
  severity: 'stop',
  check({ steps, sheets }) {
    return steps.flatMap((step) => {
      const sheet = step.productKey === null ? undefined : sheets[step.productKey];
      const isOther = step.thinnerName !== '' && sheet && !isSameThinner(step.thinnerName, sheet.thinnerName);
      if (!sheet || !isOther || (step.thinning?.value ?? 0) === 0) return [];
      return [
        {
          at: step.key,
          why: said('rule.is-thinned-with-makes-it-curdle', {
            name: sheet.name,
            thinnerName: sheet.thinnerName,
            thinnerName2: step.thinnerName,
          }),
          fixes: [
            changeFix(said('rule.thin-with', { thinnerName: sheet.thinnerName }), step.key, {
              thinnerName: '',
            }),
          ],
        },
      ];
    });
  },
};

/** Windows, mixes and what has to dry besides films. */
export const WINDOW_RULES: readonly Rule[] = [
  recoatMaximum,
  wetOnWet,
  dryBeforeCoat,
  notPaintable,
  potLife,
  wrongThinner,
];
