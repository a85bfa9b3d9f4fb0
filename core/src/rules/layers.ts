import { layerVerdict } from '../catalogue/index.ts';
import type { Rule } from './model.ts';
import { filmStrands, isAbrasive, once } from './walk.ts';

/** Pairs of films where the upper one lies on the lower one. */
function* pairs(context: Parameters<Rule['check']>[0]) {
  for (const { strand, films } of filmStrands(context)) {
    for (let index = 1; index < films.length; index += 1) {
      const [under, over] = [films[index - 1], films[index]];
      if (!under || !over) continue;
      const isSanded = strand.slice(under.index + 1, over.index).some(isAbrasive);
      yield { under, over, isSanded, verdict: layerVerdict(under.sheet.layerClass, over.sheet.layerClass) };
    }
  }
}

const incompatible: Rule = {
  code: 'layer-no',
  family: 'layers',
  severity: 'stop',
  check(context) {
    return once(
      [...pairs(context)]
        .filter(({ verdict }) => verdict.answer === 'no')
        .map(({ under, over, verdict }) => ({
          at: over.step.key,
          why: `${over.sheet.name} over ${under.sheet.name}: ${verdict.why}`,
        })),
    );
  },
};

const unknown: Rule = {
  code: 'layer-unknown',
  family: 'layers',
  severity: 'advise',
  check(context) {
    return once(
      [...pairs(context)]
        .filter(({ verdict }) => verdict.answer === 'not known')
        .map(({ under, over, verdict }) => ({
          at: over.step.key,
          why: `${over.sheet.name} over ${under.sheet.name}: ${verdict.why}`,
        })),
    );
  },
};

const scuffBetween: Rule = {
  code: 'layer-scuff',
  family: 'layers',
  severity: 'warn',
  check(context) {
    return once(
      [...pairs(context)]
        .filter(({ verdict, isSanded, under, over }) => {
          if (verdict.answer !== 'scuffed' || isSanded) return false;
          // Two coats of one product bond to each other while its window is open.
          return under.step.productKey !== over.step.productKey || under.sheet.isCatalysed;
        })
        .map(({ under, over, verdict }) => ({
          at: over.step.key,
          why: `Nothing is sanded between ${under.sheet.name} and ${over.sheet.name}. ${verdict.why}`,
        })),
    );
  },
};

const mineralSealed: Rule = {
  code: 'mineral-sealed',
  family: 'layers',
  severity: 'warn',
  check(context) {
    const isWet = ['kitchen', 'bath', 'laundry', 'boat'].includes(context.facts.room ?? '');
    if (!isWet) return [];
    return once(
      filmStrands(context).flatMap(({ films }) => {
        const last = films.at(-1);
        return last?.sheet.layerClass === 'mineral'
          ? [
              {
                at: last.step.key,
                why: `Mineral paint stays porous: in a ${context.facts.room} it needs a clear sealer over it.`,
              },
            ]
          : [];
      }),
    );
  },
};

/** What may lie over what. */
export const LAYER_RULES: readonly Rule[] = [incompatible, unknown, scuffBetween, mineralSealed];
