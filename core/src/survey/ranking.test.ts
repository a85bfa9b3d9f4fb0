import { describe, it } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import { SYSTEM_IDS, type SystemId } from '../systems/index.ts';
import { rankSystems, type SurveyFacts } from './index.ts';

/** A kitchen in a shop with a waterborne booth, everything else unknown. */
const facts: SurveyFacts = {
  oldColour: '#8a5a33',
  newColour: '#e8e6dc',
  place: 'shop',
  hasBooth: true,
  boothRatedForSolvent: false,
  repairs: 0,
  replacements: 0,
  daysAgreed: null,
};
const oak: SurveyFacts = {
  ...facts,
  substrate: 'open-grain hardwood',
  existing: 'clear lacquer',
  bleed: 'tannin',
  canLeave: true,
  room: 'kitchen',
  pulls: 'handles',
};
const maple: SurveyFacts = { ...oak, substrate: 'closed-grain hardwood', bleed: 'none' };
const pine: SurveyFacts = { ...oak, substrate: 'softwood', bleed: 'knots' };
const board: SurveyFacts = { ...oak, substrate: 'MDF', bleed: 'none', existing: 'raw' };
const laminate: SurveyFacts = { ...oak, substrate: 'foil or laminate', bleed: 'none' };
const painted: SurveyFacts = { ...maple, existing: 'water paint', oldColour: '#e6e4da' };
const DARK = '#2c2f6e';
const MIDDLE = '#6f7f75';

interface Situation {
  name: string;
  facts: SurveyFacts;
  first: SystemId;
  /** Systems that must be out, each with a word of the reason. */
  out: Partial<Record<SystemId, RegExp>>;
  why: RegExp;
}

const SITUATIONS: Situation[] = [
  {
    name: 'oak to pale, dead flat',
    facts: { ...oak, look: 'dead flat' },
    first: 'A',
    out: { C: /tannin|telegraph|through/, D: /No block|telegraph/, K: /colour is wanted/, L: /booth/ },
    why: /every pore/,
  },
  {
    name: 'oak to pale, slight hand texture, nothing bleeds',
    facts: { ...oak, bleed: 'none', look: 'hand texture', existing: 'stain and clear' },
    first: 'B',
    out: { K: /colour/ },
    why: /every pore/,
  },
  {
    name: 'oak to dark, dead flat',
    facts: { ...oak, newColour: DARK, look: 'dead flat' },
    first: 'C',
    out: { O: /nothing to grip/, F: /MDF/ },
    why: /hides the pores/,
  },
  {
    name: 'oak to dark, grain showing',
    facts: { ...oak, newColour: DARK, look: 'grain showing' },
    first: 'C',
    out: { A: /grain/, B: /grain/ },
    why: /grain showing/,
  },
  {
    name: 'oak to pale with the grain to be seen',
    facts: { ...oak, look: 'grain showing' },
    first: 'E',
    out: { A: /grain/, D: /tannin/ },
    why: /tannin/,
  },
  {
    name: 'ash to a middle tone, flat',
    facts: { ...oak, bleed: 'none', newColour: MIDDLE, look: 'dead flat' },
    first: 'D',
    out: { O: /clear finish/ },
    why: /lacquer/,
  },
  {
    name: 'maple lacquered, pale, flat',
    facts: { ...maple, look: 'dead flat' },
    first: 'D',
    out: { A: /no open pores/, B: /no open pores/, O: /nothing to grip/ },
    why: /lacquer/,
  },
  {
    name: 'cherry that bleeds red under white',
    facts: { ...maple, bleed: 'dye', look: 'dead flat' },
    first: 'E',
    out: { D: /dye/, G: /dye/, I: /dye/ },
    why: /dye/,
  },
  {
    name: 'cherry that bleeds, pulled by hand in a kitchen, flat',
    facts: { ...maple, bleed: 'tannin', pulls: 'bare hands', look: 'dead flat' },
    first: 'P',
    out: { D: /tannin/ },
    why: /tannin/,
  },
  {
    name: 'knotty pine to white',
    facts: { ...pine, look: 'dead flat' },
    first: 'E',
    out: { D: /knots/, B: /pores/ },
    why: /knots/,
  },
  {
    name: 'new MDF, flat',
    facts: { ...board, look: 'dead flat' },
    first: 'F',
    out: { K: /MDF|clear/, A: /pores/, O: /refresh/ },
    why: /bare material/,
  },
  {
    name: 'new MDF, no booth at all, hand texture',
    facts: { ...board, hasBooth: false, look: 'hand texture' },
    first: 'G',
    out: { L: /booth/, M: /MDF/ },
    why: /Rolled/,
  },
  {
    name: 'new MDF that was painted already',
    facts: { ...board, existing: 'water paint', look: 'dead flat' },
    first: 'D',
    out: { F: /bare material/ },
    why: /base/,
  },
  {
    name: 'laminate lockers',
    facts: { ...laminate, look: 'dead flat' },
    first: 'H',
    out: { A: /soaks|pores/, C: /soaks/, E: /soaks/, G: /soaks/, O: /soaks/ },
    why: /non-porous/,
  },
  {
    name: 'laminate on a boat, by hand',
    facts: { ...laminate, place: 'client', room: 'boat', look: 'hand texture' },
    first: 'I',
    out: { G: /adhesion/, L: /booth/ },
    why: /stays in its room/,
  },
  {
    name: 'steel lockers',
    facts: { ...laminate, substrate: 'metal', look: 'dead flat' },
    first: 'H',
    out: { A: /soaks|pores/, G: /adhesion/ },
    why: /non-porous/,
  },
  {
    name: 'fitted maple that cannot leave',
    facts: { ...maple, canLeave: false, look: 'hand texture' },
    first: 'I',
    out: { L: /booth/ },
    why: /stays in its room/,
  },
  {
    name: 'pine in place, with an infant at home',
    facts: { ...pine, canLeave: false, vulnerable: true, look: 'hand texture', newColour: '#20301f' },
    first: 'I',
    out: { E: /sensitive/, N: /sensitive/, P: /sensitive/ },
    why: /hand texture/,
  },
  {
    name: 'sound white paint, white again',
    facts: { ...painted, look: 'dead flat' },
    first: 'O',
    out: { A: /pores/, F: /MDF/ },
    why: /stays close/,
  },
  {
    name: 'sound white paint to indigo',
    facts: { ...painted, newColour: DARK, look: 'dead flat' },
    first: 'D',
    out: { O: /ΔE/ },
    why: /paint/,
  },
  {
    name: 'flaking white paint, white again',
    facts: { ...painted, flaking: true, look: 'dead flat' },
    first: 'D',
    out: { O: /is not holding/ },
    why: /dead flat/,
  },
  {
    name: 'soft matt wanted on sound paint',
    facts: { ...painted, newColour: MIDDLE, look: 'soft matt', room: 'living room' },
    first: 'J',
    out: { O: /ΔE/, K: /colour/ },
    why: /soft matt/,
  },
  {
    name: 'raw oak to be seen',
    facts: { ...oak, existing: 'raw', look: 'clear wood' },
    first: 'K',
    out: { A: /covers/, C: /covers/, D: /covers/ },
    why: /wood should show/,
  },
  {
    name: 'new maple doors with a soft texture',
    facts: { ...maple, existing: 'raw', look: 'hand texture' },
    first: 'M',
    out: { O: /refresh/, K: /colour/ },
    why: /bare material/,
  },
  {
    name: 'production in a rated booth',
    facts: { ...maple, boothRatedForSolvent: true, look: 'dead flat', pulls: 'bare hands' },
    first: 'L',
    out: { A: /pores/ },
    why: /rated/,
  },
  {
    name: 'rated booth, but old solvent paint',
    facts: { ...maple, boothRatedForSolvent: true, existing: 'solvent paint', look: 'dead flat' },
    first: 'D',
    out: { L: /wrinkles/ },
    why: /paint/,
  },
];

describe('which system, and why', () => {
  it.each(SITUATIONS)('$name → $first', ({ facts: situation, first, out, why }) => {
    const ranked = rankSystems(situation);
    const best = ranked[0]!;
    expect(
      best.systemId,
      ranked
        .map(({ systemId, points, exclusions }) => `${systemId} ${points} ${exclusions[0] ?? ''}`)
        .join('\n'),
    ).toBe(first);
    expect(best.terms.map((term) => term.why).join(' ')).toMatch(why);
    for (const [systemId, reason] of Object.entries(out)) {
      const system = ranked.find((candidate) => candidate.systemId === systemId)!;
      expect(system.exclusions.length).toBeGreaterThan(0);
      expect(`${systemId}: ${system.exclusions.join(' ')}`).toMatch(reason);
    }
  });
});

describe('what is not known', () => {
  it('rules nothing out and says which answers would', () => {
    const ranked = rankSystems({ ...facts, look: 'dead flat' });
    const filled = ranked.find(({ systemId }) => systemId === 'A')!;
    expect(filled.exclusions).toEqual([]);
    const grain = filled.open.find(({ question }) => question === 'substrate')!;
    expect(grain.ruledOutBy).toContain('closed-grain hardwood');
    expect(grain.highest).toBe(30);
    expect(filled.range[0]).toBeLessThan(filled.points);
    expect(filled.range[1]).toBeGreaterThan(filled.points);
  });

  it('closes the range as answers come in', () => {
    const width = (known: SurveyFacts) => {
      const [low, high] = rankSystems(known).find(({ systemId }) => systemId === 'D')!.range;
      return high - low;
    };
    const steps = [
      facts,
      { ...facts, look: 'dead flat' as const },
      maple,
      { ...maple, look: 'dead flat' as const, vulnerable: false },
    ];
    const widths = steps.map(width);
    expect(widths.at(-1)).toBe(0);
    for (let index = 1; index < widths.length; index += 1)
      expect(widths[index]).toBeLessThanOrEqual(widths[index - 1]!);
  });
});

describe('the ranking as a whole', () => {
  it('lists every system once and adds every term up', () => {
    const ranked = rankSystems(oak);
    expect(ranked.map(({ systemId }) => systemId).sort()).toEqual([...SYSTEM_IDS]);
    for (const { points, terms } of ranked)
      expect(points).toBe(50 + terms.reduce((sum, term) => sum + term.points, 0));
  });

  it('shortlists two to four that fit', () => {
    for (const { facts: situation } of SITUATIONS) {
      const listed = rankSystems(situation).filter(({ isShortlisted }) => isShortlisted);
      expect(listed.every(({ exclusions }) => exclusions.length === 0)).toBe(true);
      expect(listed.length).toBeGreaterThanOrEqual(1);
      expect(listed.length).toBeLessThanOrEqual(4);
    }
  });

  it('holds a system that takes longer than agreed against it', () => {
    const late = rankSystems({ ...maple, daysAgreed: 6 }, { D: 9 }).find(({ systemId }) => systemId === 'D')!;
    expect(late.terms.at(-1)).toEqual({ points: -30, why: 'Takes about 9 calendar days; 6 are agreed.' });
  });

  it('holds days without the room against a system only where the work is done in it', () => {
    const term = (situation: SurveyFacts) =>
      rankSystems(situation, { I: 9 })
        .find(({ systemId }) => systemId === 'I')!
        .terms.find(({ why }) => words(why).includes('out of use'));
    expect(term({ ...maple, canLeave: false, roomOutDays: 5 })).toMatchObject({ points: -25 });
    expect(term({ ...maple, canLeave: false, roomOutDays: 9 })).toBeUndefined();
    expect(term({ ...maple, roomOutDays: 5 })).toBeUndefined();
  });
});
