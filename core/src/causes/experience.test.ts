import { describe, it } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import { contextOf } from '../../test/ruleContext.ts';
import { checkSequence, RULES } from '../rules/index.ts';
import { KEPT_AWAY, raisedBy } from '../rules/raised.ts';
import { rankSystems, type SurveyFacts } from '../survey/index.ts';
import { CAUSES, type Experience, experienceOf, trust } from './index.ts';

describe('experience', () => {
  it('adds up a cause over all that it showed as', () => {
    expect(
      experienceOf([
        { cause: 'skin-oil', count: 2 },
        { cause: 'recoat-early', count: 1 },
        { cause: 'skin-oil', count: 1 },
      ]),
    ).toEqual({ 'skin-oil': 3, 'recoat-early': 1 });
    expect([0, 1, 3, 27].map(trust)).toEqual([0, 0.25, 0.5, 0.9]);
  });
});

const FACTS: SurveyFacts = {
  oldColour: '#4a2e1f',
  newColour: '#e9e3d3',
  place: 'shop',
  hasBooth: true,
  boothRatedForSolvent: false,
  repairs: 0,
  replacements: 0,
  daysAgreed: null,
  substrate: 'open-grain hardwood',
  bleed: 'tannin',
  pulls: 'bare hands',
};

/** What own cases add to each system, in points. */
function addedBy(experience: Experience, facts: SurveyFacts = FACTS): Map<string, number> {
  const before = new Map(rankSystems(facts).map(({ systemId, points }) => [systemId, points]));
  return new Map(
    rankSystems(facts, {}, experience).map(({ systemId, points }) => [
      systemId,
      points - (before.get(systemId) ?? 0),
    ]),
  );
}

describe('what a shop confirmed weighs on the ranking', () => {
  it('moves nothing without cases, and no system into or out of the question', () => {
    expect([...addedBy({}).values()].every((points) => points === 0)).toBe(true);
    const out = (experience: Experience) =>
      rankSystems(FACTS, {}, experience)
        .filter(({ exclusions }) => exclusions.length > 0)
        .map(({ systemId }) => systemId)
        .sort();
    expect(out({ 'skin-oil': 9, 'stain-not-blocked': 9, 'pores-open': 9 })).toEqual(out({}));
  });

  it('speaks against films that hands soften where hands pull, and only there', () => {
    const here = addedBy({ 'skin-oil': 3 });
    // J is soft, L and the like are hard: see the traits.
    expect(here.get('J')).toBe(-10);
    expect([...here.values()].some((points) => points === 5)).toBe(true);
    const knobs = addedBy({ 'skin-oil': 3 }, { ...FACTS, pulls: 'handles' });
    expect([...knobs.values()].every((points) => points === 0)).toBe(true);
  });

  it('grows with every case, but never past 20 points', () => {
    const against = [1, 3, 9, 900].map((cases) => addedBy({ 'skin-oil': cases }).get('J'));
    expect(against).toEqual([-5, -10, -15, -20]);
  });

  it('says that it is the shop’s own work, with the count', () => {
    const [term] = rankSystems(FACTS, {}, { 'stain-not-blocked': 2 })
      .flatMap(({ terms }) => terms)
      .filter(({ why }) => words(why).includes('Our own work'));
    expect(term?.why).toMatch(/^Our own work: 2 cases of this cause confirmed/);
  });
});

describe('what a shop confirmed raises rules', () => {
  it('names rules and causes that there are', () => {
    const codes = new Set(RULES.map(({ code }) => code));
    expect(Object.keys(KEPT_AWAY).filter((code) => !codes.has(code))).toEqual([]);
    expect(
      Object.values(KEPT_AWAY)
        .flat()
        .filter((cause) => !CAUSES.includes(cause)),
    ).toEqual([]);
  });

  const context = contextOf('D', {});
  const without = (key: string) => ({ ...context, steps: context.steps.filter((step) => step.key !== key) });
  const severities = (experience: Experience, key: string, code: string) =>
    checkSequence({ ...without(key), experience })
      .filter((finding) => finding.code === code)
      .map(({ severity, raised }) => [severity, raised?.cases ?? null]);

  it('from four cases on for warnings, one step at a time; fewer are too few, and others say nothing', () => {
    const of = (experience: Experience) => severities(experience, 'clean-2', 'clean-after-key')[0];
    expect(of({})).toEqual(['warn', null]);
    expect(of({ 'not-cleaned': 3 })).toEqual(['warn', null]);
    expect(of({ 'not-cleaned': 4 })).toEqual(['stop', 4]);
    expect(of({ 'skin-oil': 40 })).toEqual(['warn', null]);
  });

  it('from two cases on for advice, which stays a warning however many there are', () => {
    expect(raisedBy('one-colour-coat', 'advise', { 'coats-too-few': 1 })).toMatchObject({
      severity: 'advise',
      raised: null,
    });
    expect(raisedBy('one-colour-coat', 'advise', { 'coats-too-few': 2 })).toEqual({
      severity: 'warn',
      raised: { from: 'advise', cases: 2 },
    });
    expect(raisedBy('one-colour-coat', 'advise', { 'coats-too-few': 50 }).severity).toBe('warn');
    expect(raisedBy('one-colour-coat', 'stop', { 'coats-too-few': 50 }).raised).toBeNull();
    expect(raisedBy('no-such-rule', 'advise', { 'coats-too-few': 50 }).raised).toBeNull();
  });

  it('leaves what fits as it is: no case makes a rule object that did not', () => {
    const many = Object.fromEntries(CAUSES.map((cause) => [cause, 50]));
    const codes = (experience: Experience) =>
      checkSequence({ ...context, experience })
        .map(({ code, at }) => `${code} ${at}`)
        .sort();
    expect(codes(many)).toEqual(codes({}));
  });
});
