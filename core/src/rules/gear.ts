import { bestAir, burstWords, gunsFor, isSetTooHigh, mostBar } from '../equipment/index.ts';
import { said } from '../said/index.ts';
import { sprayedCoats } from './coats.ts';
import type { Rule, RuleContext } from './model.ts';

/** What these rules look at. */
type GearContext = Pick<RuleContext, 'steps' | 'sheets' | 'gear'>;
interface GearRule extends Omit<Rule, 'check'> {
  check(context: GearContext): ReturnType<Rule['check']>;
}

/** Too much pressure can burst a gun: a stop where every gun for the coat is set so. */
const inlet: GearRule = {
  code: 'gun-inlet',
  family: 'safety',
  severity: 'stop',
  check(context) {
    return sprayedCoats(context).flatMap(({ step, applicator }) => {
      const guns = gunsFor(context.gear ?? [], applicator, step.productKey ?? '');
      const [first] = guns;
      if (!first || !guns.every(isSetTooHigh)) return [];
      const { name, pressureBar } = first;
      return [
        {
          at: step.key,
          why: said('rule.the-gun-is-set-above-its', {
            name,
            bar: pressureBar ?? 0,
            most: mostBar(first) ?? 0,
          }),
          goTo: 'gear' as const,
        },
      ];
    });
  },
};

/** A compressor that gives less than the gun asks for: nobody holds the trigger longer than the tank lasts. */
const bursts: GearRule = {
  code: 'air-bursts',
  family: 'films',
  severity: 'advise',
  check(context) {
    // Said once: it is the same for every coat that goes through the same gun.
    const known = new Set<string>();
    return sprayedCoats(context).flatMap(({ step, applicator }) => {
      const air = bestAir(context.gear ?? [], applicator, step.productKey ?? '');
      const why = air && burstWords(air);
      if (!why || known.has(why)) return [];
      known.add(why);
      return [{ at: step.key, why, goTo: 'gear' as const }];
    });
  },
};

/** What the guns and compressors of the shop say to a coat. */
export const GEAR_RULES: readonly GearRule[] = [inlet, bursts];
