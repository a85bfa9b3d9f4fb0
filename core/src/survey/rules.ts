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
    if (traits.bites === 'no')
      ruleOut('Nothing soaks into laminate, foil or metal: without an adhesion primer the coat lets go.');
    else if (traits.bites === 'made for it') say(40, 'Made for surfaces that nothing soaks into.');
    else say(-20, 'Its primer grips closed surfaces, but its machine key is wrong for foil and laminate.');
  } else if (findings.isClosedSurface === false && traits.bites === 'made for it') {
    say(-25, 'Wood takes an ordinary primer: a second degreasing and hand-padding would be wasted time.');
  }
  if (facts.isThinFace && traits.fills !== 'no')
    ruleOut('The face is too thin to be sanded flat after filling.');
  if (facts.substrate === 'softwood' && traits.shellac === 'primer')
    say(25, 'Softwood bleeds at its knots sooner or later.');
  if (facts.substrate !== undefined && facts.substrate !== 'MDF' && traits.raw === 'MDF')
    ruleOut(`Made for new MDF; this is ${facts.substrate}.`);
  const isWood = facts.substrate?.includes('wood') || facts.substrate === 'veneered ply';
  if (facts.substrate !== undefined && !isWood && traits.raw === 'wood')
    ruleOut(`Made for wood that shows; this is ${facts.substrate}.`);
};

const oldFinish: Consideration = ({ traits, facts, findings }, say, ruleOut) => {
  if (traits.raw !== null && findings.isRaw) say(30, 'Raw stock, which is what it starts from.');
  if (traits.raw !== null && findings.isRaw === false) {
    if (traits.isClear && !findings.isPainted)
      say(-20, 'The old finish has to be stripped to bare wood first.');
    else
      ruleOut(
        traits.isClear
          ? 'Paint would have to be stripped out of every pore first.'
          : 'Made for raw stock; there is an old finish on it.',
      );
  }
  if (traits.raw === null && findings.isRaw && traits.refreshesPaint)
    ruleOut('There is no old paint to refresh.');
  if (traits.refreshesPaint) {
    if (findings.isPainted === false && !findings.isRaw)
      ruleOut('Colour straight over a clear finish has nothing to hold on to.');
    if (findings.deltaE > SAME_COLOUR_DELTA_E)
      ruleOut(`The colour changes too far for it: ΔE ${Math.round(findings.deltaE)}.`);
    else say(35, 'The colour stays near the old one: sound paint only wants a new face.');
    if (findings.isLoose) ruleOut('The old paint does not hold, so new paint on it would not either.');
  }
  if (facts.existing === 'clear lacquer' && traits.isForLacquer)
    say(20, 'Sound lacquer is what its bonding primer is for.');
  if (findings.isPainted && traits.isForLacquer) say(10, 'Sound paint is as good a ground as lacquer.');
  if (facts.existing === 'oil or wax') {
    if (traits.shellac !== null)
      say(15, 'Once the wax is washed off, shellac is the barrier over what stays in the wood.');
    else if (traits.needsRatedBooth) ruleOut('Lacquer thinner lifts old oil and wrinkles.');
    else if (!traits.isClear) say(-5, 'Old oil or wax wants a shellac barrier, which it does not have.');
  }
  if (facts.existing === 'solvent paint' && traits.needsRatedBooth)
    ruleOut('Lacquer thinner lifts old solvent paint and wrinkles it.');
};

const bleeding: Consideration = ({ traits, facts, findings }, say, ruleOut) => {
  if (traits.isClear || findings.bleeds === undefined) return;
  if (!findings.bleeds) {
    if (traits.shellac === 'primer' && facts.substrate !== 'softwood')
      say(-20, 'Nothing bleeds here: shellac would be fumes and work for nothing.');
    if (traits.shellac === 'barrier') say(-15, 'Nothing bleeds here: two films more than needed.');
    return;
  }
  const what = { none: 'stain', tannin: 'tannin', dye: 'dye', knots: 'resin from knots' }[
    facts.bleed ?? 'none'
  ];
  if (findings.tone === 'dark') {
    if (traits.blocks === 'partly') say(8, `Its primer holds ${what} back well enough under a dark colour.`);
    if (traits.blocks === 'no') say(-8, `No block against ${what}; a dark colour forgives most of it.`);
    if (traits.blocks === 'yes') say(-6, 'A stronger block than a dark colour needs.');
    return;
  }
  if (traits.blocks === 'no') ruleOut(`No block against ${what}: it would come through as brown shadows.`);
  if (traits.blocks === 'partly')
    say(
      -10,
      `Waterborne blockers hold ${what} on some woods and fail on others, days later: make a test piece.`,
    );
  if (traits.blocks === 'yes') say(20, `Blocks ${what} for good.`);
  if (traits.shellac === 'primer' && facts.bleed !== 'tannin')
    say(15, 'Shellac is the surest block against dye and resin.');
};

const grain: Consideration = ({ traits, facts, findings }, say, ruleOut) => {
  if (findings.isOpenGrain === false && traits.fills !== 'no')
    return ruleOut('There are no open pores to fill.');
  if (!findings.isOpenGrain || traits.isClear) return;
  const wantsGrain = facts.look === 'grain showing';
  if (traits.fills !== 'no') {
    if (wantsGrain) ruleOut('Filling takes away the grain that is to be seen.');
    else if (findings.tone === 'dark')
      say(
        -35,
        'Dark colours hide the pores: filling costs as many hours as all other preparation, for nothing.',
      );
    else if (findings.tone === 'pale')
      say(
        traits.fills === 'flat' ? 30 : 22,
        'A pale colour shows every pore as a dark line; here they are filled.',
      );
    else
      say(
        traits.fills === 'flat' ? 5 : 8,
        'Pores may show in a colour of this lightness; filling is your choice.',
      );
  } else if (findings.tone === 'pale' && !wantsGrain && !findings.isPainted) {
    if (facts.look === 'dead flat')
      ruleOut('Pores telegraph through a pale colour: dead flat cannot be had without filling.');
    else say(-20, 'Pores will show as dark lines through the pale colour.');
  } else if (findings.tone === 'dark') {
    say(8, 'The dark colour hides the pores, so none are filled.');
    if (traits.isForDarkGrain) say(20, 'Made for just this: dark paint over open pores.');
  }
};

const look: Consideration = ({ traits, facts }, say, ruleOut) => {
  if (facts.look === undefined) return;
  if (facts.look === 'clear wood') {
    if (traits.isClear) say(40, 'The wood is to be seen, and it is the only build-up without colour.');
    else ruleOut('The wood is to be seen, and this covers it.');
    return;
  }
  if (traits.isClear) return ruleOut('A colour is wanted, and this is clear.');
  const points = traits.looks[facts.look];
  if (points <= -40) ruleOut(`It cannot give the look that is wanted: ${facts.look}.`);
  else if (points !== 0)
    say(
      points,
      points > 0
        ? `Gives the look that is wanted: ${facts.look}.`
        : `Works against the look that is wanted: ${facts.look}.`,
    );
};

const place: Consideration = ({ traits, facts, findings }, say, ruleOut) => {
  if (traits.needsRatedBooth) {
    if (!facts.hasBooth || !facts.boothRatedForSolvent)
      ruleOut('Needs a booth rated for solvent, which the shop has not.');
    else if (!findings.canSpray)
      ruleOut('Solvent lacquer is sprayed in a rated booth only, and the pieces stay in the room.');
    else say(10, 'The booth is rated for it, and its coats follow each other within the hour.');
    return;
  }
  if (traits.applied === 'sprayed' && !findings.canSpray && !traits.isClear)
    say(-20, 'Made to be sprayed; here it would be rolled and show a stipple.');
  if (traits.standsInForSpraying)
    say(
      findings.canSpray ? -5 : 25,
      findings.canSpray
        ? 'Could be sprayed instead, for a flatter face in less time.'
        : 'Rolled and brushed, which needs neither booth nor gun.',
    );
  if (traits.isForFixedWork)
    say(
      findings.isWorkedInRoom ? 25 : -25,
      findings.isWorkedInRoom
        ? 'Meant for woodwork that stays in its room.'
        : 'Painting in place is slower, when the pieces could lie on a bench.',
    );
  if (traits.solvent && findings.isWorkedInRoom) {
    if (facts.vulnerable) ruleOut('Solvent or alcohol vapour in rooms where someone sensitive lives.');
    else
      say(-10, 'Solvent or alcohol vapour in the client’s rooms: air them, no flame, rags in a metal can.');
  }
  if (traits.isOil) say(-10, 'A day between coats, and it yellows.');
};

const HARD_ROOMS = ['kitchen', 'bath', 'laundry', 'workshop', 'clinic', 'boat'];

const use: Consideration = ({ traits, facts }, say) => {
  if (facts.pulls === 'bare hands') {
    if (traits.wear === 'soft') say(-15, 'Bare hands at every opening: skin oil softens a soft film.');
    if (traits.wear === 'hard') say(8, 'Resists skin oil where bare hands pull.');
  }
  if (traits.clearOver === 'colour' && facts.pulls !== 'bare hands')
    say(-10, 'A clear coat more to lay and to wait for, and nobody’s bare hands to need it.');
  if (facts.room !== undefined && HARD_ROOMS.includes(facts.room)) {
    if (traits.wear === 'soft') say(-12, `A soft film in a ${facts.room}, even sealed.`);
    if (traits.wear === 'hard') say(6, `A hard film for a ${facts.room}.`);
  }
  if (traits.clearOver === 'soft paint' && facts.look !== undefined && facts.look !== 'soft matt')
    say(-20, 'Its softness and two coats of sealer buy a look that nobody asked for.');
};

const dates: Consideration = ({ facts, findings, roughDays }, say) => {
  if (roughDays === null) return;
  if (findings.isWorkedInRoom && facts.roomOutDays !== undefined && roughDays > facts.roomOutDays)
    say(-25, `The room would be out of use for about ${roughDays} days; ${facts.roomOutDays} are allowed.`);
  if (facts.daysAgreed !== null && roughDays > facts.daysAgreed)
    say(-30, `Takes about ${roughDays} calendar days; ${facts.daysAgreed} are agreed.`);
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
