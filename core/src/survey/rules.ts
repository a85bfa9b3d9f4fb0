import { CAUSE_WORDS, type Cause, casesOf, type Experience, trust } from '../causes/index.ts';
import { said } from '../said/index.ts';
import type { SystemId, SystemTraits } from '../systems/traits.ts';
import type { Findings, SurveyFacts } from './facts.ts';

/** One thing that speaks for or against a system here. */
export interface Term {
  points: number;
  why: string;
}

/** What a family of considerations says of a system. */
export interface Said {
  terms: Term[];
  /** Why the system is out of the question. */
  exclusions: string[];
}

/** All that a consideration may look at. */
export interface Case {
  id: SystemId;
  traits: SystemTraits;
  facts: SurveyFacts;
  findings: Findings;
  /** Rough calendar days for this take-off; null when there is none yet. */
  roughDays: number | null;
  /** What the shop confirmed as causes of its own findings. */
  experience: Experience;
}

type Consideration = (
  question: Case,
  say: (points: number, why: string) => void,
  rule: (out: string) => void,
) => void;

/** Colours nearer than this count as the same colour again. */
const SAME_COLOUR_DELTA_E = 10;

const surface: Consideration = ({ traits, facts, findings }, say, ruleOut) => {
  if (findings.isClosedSurface) {
    if (traits.bites === 'no') ruleOut(said('survey.nothing-soaks-into-laminate-foil-or'));
    else if (traits.bites === 'made for it') say(40, said('survey.made-for-surfaces-that-nothing-soaks'));
    else say(-20, said('survey.its-primer-grips-closed-surfaces-but'));
  } else if (findings.isClosedSurface === false && traits.bites === 'made for it') {
    say(-25, said('survey.wood-takes-an-ordinary-primer-a'));
  }
  if (facts.isThinFace && traits.fills !== 'no') ruleOut(said('survey.the-face-is-too-thin-to'));
  if (facts.substrate === 'softwood' && traits.shellac === 'primer')
    say(25, said('survey.softwood-bleeds-at-its-knots-sooner'));
  if (facts.substrate !== undefined && facts.substrate !== 'MDF' && traits.raw === 'MDF')
    ruleOut(said('survey.made-for-new-mdf-this-is', { substrate: facts.substrate }));
  const isWood = facts.substrate?.includes('wood') || facts.substrate === 'veneered ply';
  if (facts.substrate !== undefined && !isWood && traits.raw === 'wood')
    ruleOut(said('survey.made-for-wood-that-shows-this', { substrate: facts.substrate }));
};

const oldFinish: Consideration = ({ traits, facts, findings }, say, ruleOut) => {
  if (traits.raw !== null && findings.isRaw) say(30, said('survey.raw-stock-which-is-what-it'));
  if (traits.raw !== null && findings.isRaw === false) {
    if (traits.isClear && !findings.isPainted) say(-20, said('survey.the-old-finish-has-to-be'));
    else
      ruleOut(
        traits.isClear
          ? said('survey.paint-would-have-to-be-stripped')
          : said('survey.made-for-raw-stock-there-is'),
      );
  }
  if (traits.raw === null && findings.isRaw && traits.refreshesPaint)
    ruleOut(said('survey.there-is-no-old-paint-to'));
  if (traits.refreshesPaint) {
    if (findings.isPainted === false && !findings.isRaw)
      ruleOut(said('survey.colour-straight-over-a-clear-finish'));
    if (findings.deltaE > SAME_COLOUR_DELTA_E)
      ruleOut(said('survey.the-colour-changes-too-far-for', { deltaE: Math.round(findings.deltaE) }));
    else say(35, said('survey.the-colour-stays-near-the-old'));
    if (findings.isLoose) ruleOut(said('survey.the-old-paint-does-not-hold'));
  }
  if (facts.existing === 'clear lacquer' && traits.isForLacquer)
    say(20, said('survey.sound-lacquer-is-what-its-bonding'));
  if (findings.isPainted && traits.isForLacquer) say(10, said('survey.sound-paint-is-as-good-a'));
  if (facts.existing === 'oil or wax') {
    if (traits.shellac !== null) say(15, said('survey.once-the-wax-is-washed-off'));
    else if (traits.needsRatedBooth) ruleOut(said('survey.lacquer-thinner-lifts-old-oil-and'));
    else if (!traits.isClear) say(-5, said('survey.old-oil-or-wax-wants-a'));
  }
  if (facts.existing === 'solvent paint' && traits.needsRatedBooth)
    ruleOut(said('survey.lacquer-thinner-lifts-old-solvent-paint'));
};

const bleeding: Consideration = ({ traits, facts, findings }, say, ruleOut) => {
  if (traits.isClear || findings.bleeds === undefined) return;
  if (!findings.bleeds) {
    if (traits.shellac === 'primer' && facts.substrate !== 'softwood')
      say(-20, said('survey.nothing-bleeds-here-shellac-would-be'));
    if (traits.shellac === 'barrier') say(-15, said('survey.nothing-bleeds-here-two-films-more'));
    return;
  }
  const what = { none: 'stain', tannin: 'tannin', dye: 'dye', knots: said('survey.resin-from-knots') }[
    facts.bleed ?? 'none'
  ];
  if (findings.tone === 'dark') {
    if (traits.blocks === 'partly') say(8, said('survey.its-primer-holds-back-well-enough', { what }));
    if (traits.blocks === 'no') say(-8, said('survey.no-block-against-a-dark-colour', { what }));
    if (traits.blocks === 'yes') say(-6, said('survey.a-stronger-block-than-a-dark'));
    return;
  }
  if (traits.blocks === 'no') ruleOut(said('survey.no-block-against-it-would-come', { what }));
  if (traits.blocks === 'partly') say(-10, said('survey.waterborne-blockers-hold-on-some-woods', { what }));
  if (traits.blocks === 'yes') say(20, said('survey.blocks-for-good', { what }));
  if (traits.shellac === 'primer' && facts.bleed !== 'tannin')
    say(15, said('survey.shellac-is-the-surest-block-against'));
};

const grain: Consideration = ({ traits, facts, findings }, say, ruleOut) => {
  if (findings.isOpenGrain === false && traits.fills !== 'no')
    return ruleOut(said('rule.there-are-no-open-pores-to'));
  if (!findings.isOpenGrain || traits.isClear) return;
  const wantsGrain = facts.look === 'grain showing';
  if (traits.fills !== 'no') {
    if (wantsGrain) ruleOut(said('survey.filling-takes-away-the-grain-that'));
    else if (findings.tone === 'dark') say(-35, said('survey.dark-colours-hide-the-pores-filling'));
    else if (findings.tone === 'pale')
      say(traits.fills === 'flat' ? 30 : 22, said('survey.a-pale-colour-shows-every-pore'));
    else say(traits.fills === 'flat' ? 5 : 8, said('survey.pores-may-show-in-a-colour'));
  } else if (findings.tone === 'pale' && !wantsGrain && !findings.isPainted) {
    if (facts.look === 'dead flat') ruleOut(said('survey.pores-telegraph-through-a-pale-colour'));
    else say(-20, said('survey.pores-will-show-as-dark-lines'));
  } else if (findings.tone === 'dark') {
    say(8, said('survey.the-dark-colour-hides-the-pores-2'));
    if (traits.isForDarkGrain) say(20, said('survey.made-for-just-this-dark-paint'));
  }
};

const look: Consideration = ({ traits, facts }, say, ruleOut) => {
  if (facts.look === undefined) return;
  if (facts.look === 'clear wood') {
    if (traits.isClear) say(40, said('survey.the-wood-is-to-be-seen'));
    else ruleOut(said('survey.the-wood-is-to-be-seen-2'));
    return;
  }
  if (traits.isClear) return ruleOut(said('survey.a-colour-is-wanted-and-this'));
  const points = traits.looks[facts.look];
  if (points <= -40) ruleOut(said('survey.it-cannot-give-the-look-that', { look: facts.look }));
  else if (points !== 0)
    say(
      points,
      points > 0
        ? said('survey.gives-the-look-that-is-wanted', { look: facts.look })
        : said('survey.works-against-the-look-that-is', { look: facts.look }),
    );
};

const place: Consideration = ({ traits, facts, findings }, say, ruleOut) => {
  if (traits.needsRatedBooth) {
    if (!facts.hasBooth || !facts.boothRatedForSolvent)
      ruleOut(said('survey.needs-a-booth-rated-for-solvent'));
    else if (!findings.canSpray) ruleOut(said('survey.solvent-lacquer-is-sprayed-in-a'));
    else say(10, said('survey.the-booth-is-rated-for-it'));
    return;
  }
  if (traits.applied === 'sprayed' && !findings.canSpray && !traits.isClear)
    say(-20, said('survey.made-to-be-sprayed-here-it'));
  if (traits.standsInForSpraying)
    say(
      findings.canSpray ? -5 : 25,
      findings.canSpray
        ? said('survey.could-be-sprayed-instead-for-a')
        : said('survey.rolled-and-brushed-which-needs-neither'),
    );
  if (traits.isForFixedWork)
    say(
      findings.isWorkedInRoom ? 25 : -25,
      findings.isWorkedInRoom
        ? said('survey.meant-for-woodwork-that-stays-in')
        : said('survey.painting-in-place-is-slower-when'),
    );
  if (traits.solvent && findings.isWorkedInRoom) {
    if (facts.vulnerable) ruleOut(said('survey.solvent-or-alcohol-vapour-in-rooms'));
    else say(-10, said('survey.solvent-or-alcohol-vapour-in-the'));
  }
  if (traits.isOil) say(-10, said('survey.a-day-between-coats-and-it'));
};

const HARD_ROOMS = ['kitchen', 'bath', 'laundry', 'workshop', 'clinic', 'boat'];

const use: Consideration = ({ traits, facts }, say) => {
  if (facts.pulls === 'bare hands') {
    if (traits.wear === 'soft') say(-15, said('survey.bare-hands-at-every-opening-skin'));
    if (traits.wear === 'hard') say(8, said('survey.resists-skin-oil-where-bare-hands'));
  }
  if (traits.clearOver === 'colour' && facts.pulls !== 'bare hands')
    say(-10, said('survey.a-clear-coat-more-to-lay'));
  if (facts.room !== undefined && HARD_ROOMS.includes(facts.room)) {
    if (traits.wear === 'soft') say(-12, said('survey.a-soft-film-in-a-even', { room: facts.room }));
    if (traits.wear === 'hard') say(6, said('survey.a-hard-film-for-a', { room: facts.room }));
  }
  if (traits.clearOver === 'soft paint' && facts.look !== undefined && facts.look !== 'soft matt')
    say(-20, said('survey.its-softness-and-two-coats-of'));
};

const dates: Consideration = ({ facts, findings, roughDays }, say) => {
  if (roughDays === null) return;
  if (findings.isWorkedInRoom && facts.roomOutDays !== undefined && roughDays > facts.roomOutDays)
    say(-25, said('survey.the-room-would-be-out-of', { roughDays, roomOutDays: facts.roomOutDays }));
  if (facts.daysAgreed !== null && roughDays > facts.daysAgreed)
    say(
      -30,
      said('survey.takes-about-calendar-days-are-agreed', { roughDays, daysAgreed: facts.daysAgreed }),
    );
};

/** Points that a shop's own cases may move at most, however many they are. */
const MOST_LEARNED = 20;

/** What the shop confirmed on its own pieces speaks for and against, the more cases the louder. */
const ownCases: Consideration = ({ traits, facts, findings, experience }, say) => {
  const learn = (causes: readonly Cause[], against: boolean, forIt: boolean) => {
    const cases = casesOf(experience, causes);
    const points = Math.round(MOST_LEARNED * trust(cases));
    if (points === 0 || against === forIt) return;
    const what = causes[0] as Cause;
    if (against) say(-points, said('survey.own-cases-against', { cases, cause: CAUSE_WORDS[what] }));
    else say(Math.round(points / 2), said('survey.own-cases-for', { cases, cause: CAUSE_WORDS[what] }));
  };
  if (facts.pulls === 'bare hands') learn(['skin-oil'], traits.wear !== 'hard', traits.wear === 'hard');
  if (findings.bleeds && !traits.isClear)
    learn(['stain-not-blocked'], traits.blocks !== 'yes', traits.blocks === 'yes');
  if (findings.isOpenGrain && findings.tone !== 'dark' && !traits.isClear && facts.look !== 'grain showing')
    learn(['pores-open'], traits.fills === 'no', traits.fills !== 'no');
  if (findings.isClosedSurface)
    learn(['primer-unfit', 'no-key'], traits.bites !== 'made for it', traits.bites === 'made for it');
  learn(['wet-edge-lost', 'overlap-uneven'], traits.applied !== 'sprayed', false);
  learn(['air-humid'], traits.needsRatedBooth, false);
};

const CONSIDERATIONS: readonly Consideration[] = [
  surface,
  oldFinish,
  bleeding,
  grain,
  look,
  place,
  use,
  dates,
  ownCases,
];

/** Everything that speaks for, against and out of the question, in the order of the survey. */
export function consider(question: Case): Said {
  const said: Said = { terms: [], exclusions: [] };
  for (const consideration of CONSIDERATIONS) {
    consideration(
      question,
      (points, why) => said.terms.push({ points, why }),
      (why) => said.exclusions.push(why),
    );
  }
  return said;
}
