import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { SUBSTRATES } from '../jobs/model.ts';
import {
  adviceOf,
  BLEEDS,
  CLEARANCES,
  cautionsOf,
  coatsToHide,
  deltaE76,
  EXISTING_FINISHES,
  LEAD_TESTS,
  LOOKS,
  labOf,
  PULLS,
  ROOMS,
  rankSystems,
  SOILS,
  SOUNDNESS,
  type SurveyFacts,
  tintTowards,
} from './index.ts';

const maybe = <T>(values: readonly T[]) => fc.option(fc.constantFrom(...values), { nil: undefined });
const hex = fc.integer({ min: 0, max: 0xffffff }).map((value) => `#${value.toString(16).padStart(6, '0')}`);

const anyFacts: fc.Arbitrary<SurveyFacts> = fc
  .record({
    substrate: maybe(SUBSTRATES),
    soundness: maybe(SOUNDNESS),
    bleed: maybe(BLEEDS),
    existing: maybe(EXISTING_FINISHES),
    adhesionGrade: maybe([0, 1, 2, 3, 4, 5]),
    waxOrSilicone: maybe(CLEARANCES),
    asbestos: maybe(CLEARANCES),
    beforeLeadBan: maybe([true, false]),
    leadTest: maybe(LEAD_TESTS),
    isThinFace: maybe([true, false]),
    foilPeels: maybe([true, false]),
    soil: maybe(SOILS),
    room: maybe(ROOMS),
    pulls: maybe(PULLS),
    canLeave: maybe([true, false]),
    vulnerable: maybe([true, false]),
    look: maybe(LOOKS),
    oldColour: hex,
    newColour: hex,
    place: fc.constantFrom('shop' as const, 'client' as const),
    hasBooth: fc.boolean(),
    boothRatedForSolvent: fc.boolean(),
    daysAgreed: fc.option(fc.integer({ min: 1, max: 60 })),
  })
  .map((facts) => {
    const known = Object.fromEntries(Object.entries(facts).filter(([, value]) => value !== undefined));
    return { ...known, repairs: 0, replacements: 0 } as unknown as SurveyFacts;
  });

describe('for any answers', () => {
  it('the ranking lists every system once, fitting ones first, best first', () => {
    fc.assert(
      fc.property(anyFacts, (facts) => {
        const ranked = rankSystems(facts);
        expect(new Set(ranked.map(({ systemId }) => systemId)).size).toBe(16);
        const firstOut = ranked.findIndex(({ exclusions }) => exclusions.length > 0);
        const fitting = firstOut === -1 ? ranked : ranked.slice(0, firstOut);
        for (const { exclusions, isShortlisted } of ranked.slice(fitting.length)) {
          expect(exclusions.length).toBeGreaterThan(0);
          expect(isShortlisted).toBe(false);
        }
        for (let index = 1; index < fitting.length; index += 1)
          expect(fitting[index]!.points).toBeLessThanOrEqual(fitting[index - 1]!.points);
      }),
      { numRuns: 400, seed: 21 },
    );
  });

  it('every term and every exclusion is a sentence, and no points are nothing', () => {
    fc.assert(
      fc.property(anyFacts, (facts) => {
        for (const { terms, exclusions } of rankSystems(facts)) {
          for (const { points, why } of terms) {
            expect(points).not.toBe(0);
            expect(why).toMatch(/^[A-Z].*\.$/);
          }
          for (const why of exclusions) expect(why).toMatch(/^[A-Z].*\.$/);
        }
      }),
      { numRuns: 200, seed: 22 },
    );
  });

  it('answering the only open question lands within the range, or on an exclusion that was announced', () => {
    const questions = { look: LOOKS, bleed: BLEEDS, pulls: PULLS, room: ROOMS, existing: EXISTING_FINISHES };
    fc.assert(
      fc.property(
        anyFacts,
        fc.constantFrom(...(Object.keys(questions) as (keyof typeof questions)[])),
        fc.nat(),
        (facts, question, pick) => {
          const all: SurveyFacts = {
            ...facts,
            substrate: facts.substrate ?? 'softwood',
            bleed: facts.bleed ?? 'none',
            existing: facts.existing ?? 'raw',
            look: facts.look ?? 'dead flat',
            canLeave: facts.canLeave ?? true,
            pulls: facts.pulls ?? 'handles',
            room: facts.room ?? 'kitchen',
            vulnerable: facts.vulnerable ?? false,
          };
          const { [question]: _removed, ...open } = all;
          const answer = questions[question][pick % questions[question].length];
          const before = new Map(rankSystems(open).map((system) => [system.systemId, system]));
          for (const after of rankSystems({ ...open, [question]: answer })) {
            const was = before.get(after.systemId)!;
            if (was.exclusions.length > 0) continue;
            if (after.exclusions.length > 0) {
              expect(was.open.flatMap(({ ruledOutBy }) => ruledOutBy)).toContain(String(answer));
              continue;
            }
            expect(after.points).toBeGreaterThanOrEqual(was.range[0]);
            expect(after.points).toBeLessThanOrEqual(was.range[1]);
          }
        },
      ),
      { numRuns: 300, seed: 23 },
    );
  });

  it('cautions name each thing once, stops first, and old film of unknown age is never passed over', () => {
    fc.assert(
      fc.property(anyFacts, (facts) => {
        const cautions = cautionsOf(facts);
        const codes = cautions.map(({ code }) => code);
        expect(new Set(codes).size).toBe(codes.length);
        const lastStop = cautions.findLastIndex(({ severity }) => severity === 'stop');
        const firstOther = cautions.findIndex(({ severity }) => severity !== 'stop');
        if (lastStop >= 0 && firstOther >= 0) expect(lastStop).toBeLessThan(firstOther);
        const isCleared = facts.leadTest === 'negative' || facts.leadTest === 'cleared';
        if (facts.existing !== 'raw' && facts.beforeLeadBan !== false && !isCleared)
          expect(codes.some((code) => code === 'lead' || code === 'lead-age')).toBe(true);
        for (const { do: what, why, orElse } of adviceOf(facts))
          for (const text of [what, why, orElse]) expect(text.length).toBeGreaterThan(5);
      }),
      { numRuns: 400, seed: 24 },
    );
  });
});

describe('for any colours and films', () => {
  const film = fc.record({
    contrastRatio: fc.double({ min: 0.3, max: 1, noNaN: true }),
    contrastDftUm: fc.integer({ min: 20, max: 60 }),
    dftUm: fc.integer({ min: 15, max: 60 }),
  });

  it('more coats never leave more of the old colour, and the number said is the first that hides', () => {
    fc.assert(
      fc.property(hex, hex, film, (from, to, colour) => {
        const { coats, stages, startDeltaE } = coatsToHide(from, to, colour, null);
        let before = startDeltaE;
        for (const { deltaE } of stages) {
          expect(deltaE).toBeLessThanOrEqual(before + 1e-9);
          before = deltaE;
        }
        if (coats === null) return;
        const at = (count: number) => stages.find((stage) => stage.coats === count)?.deltaE;
        expect(at(coats) ?? 0).toBeLessThanOrEqual(1);
        if (coats > 2) expect(at(coats - 1) ?? 2).toBeGreaterThan(1);
      }),
      { numRuns: 500, seed: 31 },
    );
  });

  it('a primer tinted to the colour never needs more coats than a white one', () => {
    fc.assert(
      fc.property(hex, hex, film, film, (from, to, colour, under) => {
        const primer = (tint: number) => ({ ...under, coats: 1, colour: tintTowards('#f4f2ec', to, tint) });
        // Where the old colour lies nearer to the new one than white does, any primer may do harm; full tint never does.
        const tinted = coatsToHide(from, to, colour, primer(1));
        const bare = coatsToHide(from, to, colour, null);
        expect(tinted.startDeltaE).toBeLessThanOrEqual(bare.startDeltaE + 1);
      }),
      { numRuns: 300, seed: 32 },
    );
  });

  it('tinting goes from the primer to the colour without detours', () => {
    fc.assert(
      fc.property(hex, hex, (primer, colour) => {
        expect(tintTowards(primer, colour, 0)).toBe(primer);
        expect(tintTowards(primer, colour, 1)).toBe(colour);
        const whole = deltaE76(labOf(primer), labOf(colour));
        const halfway = deltaE76(labOf(tintTowards(primer, colour, 0.5)), labOf(colour));
        // The nearest displayable colour may lie a little off the straight line.
        expect(halfway).toBeLessThanOrEqual(whole + 2);
      }),
      { numRuns: 200, seed: 33 },
    );
  });
});
