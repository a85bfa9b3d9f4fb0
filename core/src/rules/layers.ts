import { productLayerVerdict } from '../catalogue/index.ts';
import { said } from '../said/index.ts';
import { clearOver, scuffBefore, swapEdit } from './fixes.ts';
import type { Fix, Rule, RuleContext } from './model.ts';
import { type Film, filmStrands, isAbrasive, neighbours, once } from './walk.ts';

/** Neighbouring films of every strand, with what is known of the one over the other. */
function pairs(context: RuleContext) {
  const end = ({ step, sheet }: Film) => ({ productKey: step.productKey ?? '', sheet });
  return neighbours(context).map(({ under, over, between }) => ({
    under,
    over,
    isSanded: between.some(isAbrasive),
    verdict: productLayerVerdict(end(under), end(over), context.layers),
  }));
}

const incompatible: Rule = {
  code: 'layer-no',
  family: 'layers',
  severity: 'stop',
  check(context) {
    return once(
      pairs(context)
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
      pairs(context)
        .filter(({ verdict }) => verdict.answer === 'not known')
        .map(({ under, over, verdict }) => ({
          at: over.step.key,
          why: `${over.sheet.name} over ${under.sheet.name}: ${verdict.why}`,
          testPanel: { under: under.step.productKey ?? '', over: over.step.productKey ?? '' },
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
      pairs(context)
        .filter(({ verdict, isSanded, under, over }) => {
          if (verdict.answer !== 'scuffed' || isSanded) return false;
          // Two coats of one product bond to each other while its window is open.
          return under.step.productKey !== over.step.productKey || under.sheet.isCatalysed;
        })
        .map(({ under, over, verdict }) => ({
          at: over.step.key,
          why: said('rule.nothing-is-sanded-between-and', {
            name: under.sheet.name,
            name2: over.sheet.name,
            why: verdict.why,
          }),
          fixes: [scuffBefore(over.step)],
        })),
    );
  },
};

const latexBlocks: Rule = {
  code: 'latex-blocking',
  family: 'layers',
  severity: 'warn',
  check(context) {
    return once(
      filmStrands(context).flatMap(({ films }) => {
        const last = films.findLast(({ sheet }) => sheet.role !== 'decor');
        return last?.sheet.layerClass === 'latex'
          ? [
              {
                at: last.step.key,
                why: said('rule.is-a-wall-paint-it-stays', { name: last.sheet.name }),
                fixes: swapColour(context),
              },
            ]
          : [];
      }),
    );
  },
};

/** Another product in place of the colour coats that are of this class. */
function swapColour(context: RuleContext): Fix[] {
  const [productKey = '', sheet] =
    Object.entries(context.sheets).find(
      ([, one]) => one.role === 'colour' && one.layerClass === 'acrylic-enamel',
    ) ?? [];
  const coats = context.steps.filter((step) => context.sheets[step.productKey ?? '']?.layerClass === 'latex');
  if (!sheet || coats.length === 0) return [];
  return [{ label: `${sheet.name} instead`, edits: coats.map((step) => swapEdit(step, productKey, sheet)) }];
}

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
                why: said('rule.mineral-paint-stays-porous-in-a', { room: context.facts.room }),
                fixes: clearOver(context.steps, context.sheets),
              },
            ]
          : [];
      }),
    );
  },
};

/** What may lie over what. */
export const LAYER_RULES: readonly Rule[] = [incompatible, unknown, scuffBetween, latexBlocks, mineralSealed];
