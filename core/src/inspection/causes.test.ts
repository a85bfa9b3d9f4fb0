import { describe, it } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import { SITUATIONS, type Situation } from '../../test/tables/findings.ts';
import { CAUSES, type CauseFacts, causesOf, DEFECTS, type Defect, rankCauses, waysFor } from './index.ts';

const NONE = { value: null, from: null, to: null };

/** Everything in order, as far as it is recorded. */
function factsOf({ defect, part, coat, under, prep, ground, after, cover }: Situation): CauseFacts {
  return {
    defect,
    part: part ?? 'face',
    coat:
      coat === null
        ? null
        : {
            product: 'Waterborne urethane enamel, satin',
            productKey: 'urethane-enamel-satin',
            isPrimer: false,
            base: 'water',
            isSprayed: true,
            isVertical: true,
            wft: NONE,
            sagUm: 143,
            thinning: { fraction: 0.05, max: 0.1 },
            seconds: NONE,
            mixAge: { minutes: 45, potLife: null },
            hasHardener: null,
            air: { airC: 20, rhPct: 52 },
            materialC: 19,
            limits: { airMinC: 10, airMaxC: 30, rhMaxPct: 85, surfaceMinC: null, materialMinC: null },
            resistsSkinOil: true,
            who: 'Maren',
            gun: 'Turbine gun',
            ...coat,
          },
    under:
      under === null
        ? null
        : {
            product: 'Waterborne bonding primer',
            keptMin: 900,
            askedMin: 240,
            shutMin: null,
            wasScuffed: true,
            pair: 'yes',
            isPrimer: true,
            ...under,
          },
    prep: {
      grit: 320,
      gritBefore: 240,
      gritSkipped: null,
      wasDusted: true,
      wasCleaned: true,
      wasRinsed: true,
      fills: 0,
      ...prep,
    },
    ground: {
      isOpenGrain: false,
      bleeds: false,
      blocksStain: 'no',
      isClosed: false,
      hasPanelJoint: false,
      ...ground,
    },
    after: { handled: null, packed: null, handsPull: false, days: 0, ...after },
    cover: { coats: 2, coatsAsked: 2, hidingPct: 99.5, ...cover },
  };
}

describe('rankCauses', () => {
  it.each(SITUATIONS.map((one) => [`${one.defect}: ${one.what}`, one] as const))('%s', (_what, situation) => {
    const [first] = rankCauses(factsOf(situation));
    expect([first?.cause, words(first?.evidence.why ?? '')]).toEqual([
      situation.cause,
      expect.stringContaining(situation.because),
    ]);
    expect(waysFor({ defect: situation.defect, severity: situation.severity ?? 'visible' })[0]).toBe(
      situation.cure,
    );
  });

  it('is tried on sixty situations and more, and on every defect', () => {
    expect(SITUATIONS.length).toBeGreaterThanOrEqual(60);
    expect([...new Set(SITUATIONS.map(({ defect }) => defect))].sort()).toEqual([...DEFECTS].sort());
  });

  it('says of every cause what speaks for it, or that nothing is recorded', () => {
    for (const defect of DEFECTS)
      for (const coat of [undefined, null])
        for (const { evidence } of rankCauses(
          factsOf({ defect, what: '', coat, cause: 'damage', because: '', cure: 'wait' }),
        ))
          expect(words(evidence.why)).toMatch(/^[A-Z0-9][^⟦⟧]*\.$/);
  });

  it('thinks of every cause somewhere', () => {
    expect([...new Set(DEFECTS.flatMap(causesOf))].sort()).toEqual([...CAUSES].sort());
  });
});

describe('what the shop confirmed before', () => {
  const run: Situation = { defect: 'run', what: '', cause: 'damage', because: '', cure: 'wait' };
  const place = (cause: string, confirmed: Parameters<typeof rankCauses>[1]) =>
    rankCauses(factsOf(run), confirmed).findIndex((one) => one.cause === cause);

  it('raises a cause that it found again and again, and counts along', () => {
    const own = [{ defect: 'run' as Defect, cause: 'material-cold' as const, count: 12 }];
    expect(place('material-cold', [])).toBeGreaterThan(place('material-cold', own));
    expect(rankCauses(factsOf(run), own).find(({ cause }) => cause === 'material-cold')?.confirmed).toEqual({
      count: 12,
      of: 12,
    });
  });

  it('is moved little by a single case, and not at all by another defect', () => {
    const [before] = rankCauses(factsOf(run));
    expect(rankCauses(factsOf(run), [{ defect: 'nibs', cause: 'not-dusted', count: 40 }])[0]).toEqual(before);
    const one = rankCauses(factsOf(run), [{ defect: 'run', cause: 'air-cold', count: 1 }]);
    expect(one[0]?.cause).toBe(before?.cause);
  });

  it('never outweighs what the records decide', () => {
    const wet: Situation = { ...run, coat: { wft: { value: 200, from: 60, to: 110 } } };
    const own = [{ defect: 'run' as Defect, cause: 'hand-too-slow' as const, count: 500 }];
    expect(rankCauses(factsOf(wet), own)[0]?.cause).toBe('film-too-wet');
  });
});
