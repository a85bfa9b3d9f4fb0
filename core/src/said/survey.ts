import { form, plural } from './plural.ts';

type Text = string | number | null | undefined;

/** The survey: what it advises, warns of and ranks by. */
export const SURVEY = {
  // core/src/survey/advice.ts
  'survey.leave-the-pores-open': 'Leave the pores open',
  'survey.the-grain-is-to-be-seen': 'The grain should show.',
  'survey.show-a-sample-with-half-the': 'Show the client a sample with half the face filled.',
  'survey.at-this-lightness-every-pore-reads': 'At this lightness every pore reads as a dark line.',
  'survey.leave-it-and-show-the-client': 'Leave it unfilled, and show the client a sample first.',
  'survey.filling-is-your-choice': 'Filling is your choice',
  'survey.at-this-lightness-pores-show-in': 'At this lightness pores show in raking light only.',
  'survey.decide-on-a-sample-half-filled': 'Decide on a sample, half filled.',
  'survey.do-not-fill': 'Do not fill',
  'survey.the-dark-colour-hides-the-pores': 'The dark colour hides the pores; filling would double the prep.',
  'survey.fill-if-a-mirror-flat-face': 'Fill only if the client wants it mirror-flat.',
  'survey.solvent-or-shellac-blocker': 'Solvent or shellac blocker',
  'survey.shellac-blocker': 'Shellac blocker',
  'survey.what-bleeds-comes-through-pale-waterborne':
    'Bleed comes through pale waterborne paint, sometimes only days later.',
  'survey.a-waterborne-blocker-on-a-test': 'A waterborne blocker, on a test panel left for a week.',
  'survey.waterborne-blocking-primer': 'Waterborne blocking primer',
  'survey.under-a-dark-colour-the-stain': 'Under a dark colour the stain does not show.',
  'survey.straight-to-colour-if-the-old': 'Straight to colour, if the old film is sound.',
  'survey.no-primer-but-on-bare-spots': 'Prime bare spots only',
  'survey.sound-paint-that-stays-near-its': 'Sound paint in nearly the same colour is its own primer.',
  'survey.one-bonding-primer-if-the-old': 'One bonding primer, if the old paint is glossy.',
  'survey.degreasing-before-the-first-film': (p: { passes: number }) =>
    `${p.passes} degreasing ${form(p.passes, 'pass', 'passes')} before the first film`,
  'survey.grease-round-cooker-and-handles-is': 'Grease left around cooker and handles gets sanded in.',
  'survey.grease-first-then-abrasive-then-wipe': 'Grease first, then abrasive, then wipe again.',
  'survey.go-by-the-cloth-it-has': 'Go by the cloth: it must stay white.',
  'survey.scrape-bumpers-and-tape-glue-first': 'Scrape bumpers and tape glue first',
  'survey.a-pad-only-smears-the-glue': 'A pad only smears the glue, and paint will not bond to it.',
  'survey.citrus-or-spirit-on-a-cloth': 'Citrus or spirit on a cloth, then degrease.',
  'survey.shellac-or-a-waterborne-acrylic': 'shellac or a waterborne acrylic',
  'survey.cured-oil-paint-or-a-two': 'cured oil paint or a two-part film',
  'survey.wipe-test-in-a-hidden-spot': 'Wipe test in a hidden spot',
  'survey.alcohol-then-lacquer-thinner-what-softens':
    'Alcohol, then lacquer thinner: whatever softens the film tells you what it is.',
  'survey.look-at-an-edge-or-a': 'Look at an edge or a hinge bore.',
  'survey.softened-by': (p: { wipe: Text }) => `Softened by: ${p.wipe}.`,
  'survey.treat-it-as-unknown-and-use': 'Treat it as unknown and use a bonding primer.',
  'survey.cross-cut-tape-test': 'Cross-cut tape test',
  'survey.grade-0-to-2-holds-iso': 'Grades 0 to 2 hold (ISO 2409); from 3, strip where it comes off.',
  'survey.a-coin-pressed-across-an-edge': 'Scrape a coin across an edge to see the worst of it.',
  'survey.damp-white-cloth-on-bare-wood': 'Damp white cloth on bare wood, ten minutes',
  'survey.a-yellow-or-brown-cloth-means': 'A yellow or brown stain on the cloth means tannin or dye.',
  'survey.take-it-as-bleeding': 'Treat it as bleeding.',
  // core/src/survey/cautions.ts
  'survey.follow-the-products-safety-data-sheet':
    'Follow the product’s safety data sheet, local codes and licensed practice; this is not legal advice.',
  'survey.lead-in-the-old-paint': 'Lead in the old paint',
  'survey.no-sanding-no-stripping-no-heat':
    'No sanding, no stripping, no heat. Licensed practice and local rules decide what happens next; mark the zone cleared once they have.',
  'survey.may-hold-lead-not-tested': 'May hold lead: not tested',
  'survey.fitted-before-the-ban-on-lead':
    'Installed before lead paint was banned. Test every layer before any sanding.',
  'survey.age-not-known': 'Age not known',
  'survey.find-out-when-it-was-fitted':
    'Find out when it was installed. If that was before the lead ban, test before sanding.',
  'survey.backing-may-hold-asbestos': 'Backing may hold asbestos',
  'survey.do-not-drill-break-or-sand':
    'Do not drill, break or sand. A licensed surveyor takes the sample; carry on once it is cleared.',
  'survey.wax-polish-or-silicone': 'Wax, polish or silicone',
  'survey.causes-fisheyes-wash-with-solvent-change':
    'Causes fisheyes. Wash with solvent, change cloths, repeat, then coat a test patch; no barrier coat over wax. Mark it cleared once the patch flows out flat.',
  'survey.foil-lifts': 'Foil lifts',
  'survey.paint-cannot-hold-foil-down-give':
    'Paint will not hold loose foil down. Mark these pieces “replace”.',
  'survey.the-old-film-lets-go': 'The old film is peeling',
  'survey.strip-where-it-flakes-or-comes':
    'Strip where it flakes or comes off with tape; new paint only holds as well as what is under it.',
  'survey.thin-face': 'Thin face',
  'survey.no-machine-fine-pad-by-hand':
    'No machine: fine pad by hand, synthetic under waterborne coats. Wire wool leaves rust specks.',
  'survey.someone-sensitive-at-home': 'Someone sensitive at home',
  'survey.waterborne-only-closed-tent-extraction-to':
    'Waterborne products only, sealed tent, extraction to the outside. Agree in writing when the room can be used again.',
  'survey.an-alkaline-wash-more-and-a':
    'One more alkaline wash and a blocking primer, or it yellows from below. Gloves and goggles.',
  'survey.isocyanate-hardener': 'Isocyanate hardener',
  'survey.supplied-air-covered-skin-trained-people': (p: { name: Text }) =>
    `${p.name}: supplied air, covered skin, trained people only, no one else near. One exposure can be enough for life-long asthma.`,
  'survey.solvent-mist-without-a-rated-booth': 'Solvent mist without a rated booth',
  'survey.is-sprayed-only-where-fan-and': (p: { name: Text }) =>
    `${p.name} may only be sprayed where fan and fittings are rated for solvent. Choose unknown system or place.`,
  'survey.flammable-vapour': 'Flammable vapour',
  'survey.brush-or-roll-it-with-the': (p: { name: Text }) =>
    `${p.name}: brush or roll it with the windows open, no flame or pilot light; oily rags into a lidded metal can with water.`,
  // core/src/survey/rules.ts
  'survey.nothing-soaks-into-laminate-foil-or':
    'Nothing soaks into laminate, foil or metal: without an adhesion primer the coat peels.',
  'survey.made-for-surfaces-that-nothing-soaks': 'Made for non-porous surfaces.',
  'survey.its-primer-grips-closed-surfaces-but':
    'Its primer grips non-porous surfaces, but machine-sanding is wrong for foil and laminate.',
  'survey.wood-takes-an-ordinary-primer-a':
    'Wood takes an ordinary primer; a second degrease and hand-padding would be wasted time.',
  'survey.the-face-is-too-thin-to': 'The face is too thin to be sanded flat after filling.',
  'survey.softwood-bleeds-at-its-knots-sooner': 'Softwood bleeds at its knots sooner or later.',
  'survey.made-for-new-mdf-this-is': (p: { substrate: Text }) => `Made for new MDF; this is ${p.substrate}.`,
  'survey.made-for-wood-that-shows-this': (p: { substrate: Text }) =>
    `Made for wood that shows; this is ${p.substrate}.`,
  'survey.raw-stock-which-is-what-it': 'Starts from bare material, which this is.',
  'survey.the-old-finish-has-to-be': 'The old finish has to be stripped to bare wood first.',
  'survey.paint-would-have-to-be-stripped': 'Paint would have to be stripped out of every pore first.',
  'survey.made-for-raw-stock-there-is': 'Made for bare material; there is an old finish on it.',
  'survey.there-is-no-old-paint-to': 'There is no old paint to refresh.',
  'survey.colour-straight-over-a-clear-finish': 'Colour straight over a clear finish has nothing to grip.',
  'survey.the-colour-changes-too-far-for': (p: { deltaE: Text }) =>
    `The colour change is too big for it: ΔE ${p.deltaE}.`,
  'survey.the-colour-stays-near-the-old':
    'The colour stays close to the old one: sound paint only needs freshening up.',
  'survey.the-old-paint-does-not-hold':
    'The old paint is not holding, so new paint over it would not either.',
  'survey.sound-lacquer-is-what-its-bonding': 'Sound lacquer is what its bonding primer is for.',
  'survey.sound-paint-is-as-good-a': 'Sound paint is as good a base as lacquer.',
  'survey.once-the-wax-is-washed-off':
    'Once the wax is washed off, shellac is the barrier over what stays in the wood.',
  'survey.lacquer-thinner-lifts-old-oil-and': 'Lacquer thinner lifts and wrinkles old oil paint.',
  'survey.old-oil-or-wax-wants-a': 'Old oil or wax needs a shellac barrier, which this system lacks.',
  'survey.lacquer-thinner-lifts-old-solvent-paint':
    'Lacquer thinner lifts old solvent paint and wrinkles it.',
  'survey.nothing-bleeds-here-shellac-would-be':
    'Nothing bleeds here: shellac would be fumes and work for no gain.',
  'survey.nothing-bleeds-here-two-films-more': 'Nothing bleeds here: two coats more than needed.',
  'survey.resin-from-knots': 'resin from knots',
  'survey.its-primer-holds-back-well-enough': (p: { what: Text }) =>
    `Its primer blocks ${p.what} well enough under a dark colour.`,
  'survey.no-block-against-a-dark-colour': (p: { what: Text }) =>
    `Does not block ${p.what}; a dark colour hides most of it.`,
  'survey.a-stronger-block-than-a-dark': 'Blocks more than a dark colour needs.',
  'survey.no-block-against-it-would-come': (p: { what: Text }) =>
    `Does not block ${p.what}: it would bleed through as brown stains.`,
  'survey.waterborne-blockers-hold-on-some-woods': (p: { what: Text }) =>
    `Waterborne blockers hold ${p.what} on some woods and fail on others, days later: make a test panel.`,
  'survey.blocks-for-good': (p: { what: Text }) => `Blocks ${p.what} for good.`,
  'survey.shellac-is-the-surest-block-against': 'Shellac is the surest blocker for dye and resin.',
  'survey.filling-takes-away-the-grain-that': 'Filling hides the grain the client wants to see.',
  'survey.dark-colours-hide-the-pores-filling':
    'Dark colours hide the pores: filling costs as many hours as the rest of the prep, for nothing.',
  'survey.a-pale-colour-shows-every-pore':
    'A pale colour shows every pore as a dark line; this system fills them.',
  'survey.pores-may-show-in-a-colour': 'At this lightness pores may show; filling is your choice.',
  'survey.pores-telegraph-through-a-pale-colour':
    'Pores telegraph through a pale colour: no dead-flat finish without filling.',
  'survey.pores-will-show-as-dark-lines': 'Pores will show as dark lines through the pale colour.',
  'survey.the-dark-colour-hides-the-pores-2': 'The dark colour hides the pores, so none are filled.',
  'survey.made-for-just-this-dark-paint': 'Made for exactly this: dark paint over open grain.',
  'survey.the-wood-is-to-be-seen': 'The wood should show, and this is the only clear system.',
  'survey.the-wood-is-to-be-seen-2': 'The wood should show, and this covers it.',
  'survey.a-colour-is-wanted-and-this': 'A colour is wanted, and this is clear.',
  'survey.it-cannot-give-the-look-that': (p: { look: Text }) =>
    `It cannot give the look you want: ${p.look}.`,
  'survey.gives-the-look-that-is-wanted': (p: { look: Text }) => `Gives the look you want: ${p.look}.`,
  'survey.works-against-the-look-that-is': (p: { look: Text }) =>
    `Works against the look you want: ${p.look}.`,
  'survey.needs-a-booth-rated-for-solvent': 'Needs a booth rated for solvent, which the shop does not have.',
  'survey.solvent-lacquer-is-sprayed-in-a':
    'Solvent lacquer may only be sprayed in a rated booth, and these pieces stay in the room.',
  'survey.the-booth-is-rated-for-it': 'The booth is rated for it, and it recoats within the hour.',
  'survey.made-to-be-sprayed-here-it': 'Made for spraying; here it would be rolled and show stipple.',
  'survey.could-be-sprayed-instead-for-a': 'Could be sprayed instead, for a flatter face in less time.',
  'survey.rolled-and-brushed-which-needs-neither': 'Rolled and brushed: needs neither booth nor gun.',
  'survey.meant-for-woodwork-that-stays-in': 'Meant for woodwork that stays in its room.',
  'survey.painting-in-place-is-slower-when':
    'Painting in place is slower, and these pieces could go on a bench.',
  'survey.solvent-or-alcohol-vapour-in-rooms':
    'Solvent or alcohol vapour in rooms where someone sensitive lives.',
  'survey.solvent-or-alcohol-vapour-in-the':
    'Solvent or alcohol vapour in the client’s rooms: ventilate, no flame, rags in a metal can.',
  'survey.a-day-between-coats-and-it': 'A day between coats, and it yellows.',
  'survey.own-cases-against': (p: { cases: number; cause: Text }) =>
    `Our own work: ${plural(p.cases, 'case', 'cases')} of this cause confirmed: ${p.cause}.`,
  'survey.own-cases-for': (p: { cases: number; cause: Text }) =>
    `Keeps away what our own work showed in ${plural(p.cases, 'case', 'cases')}: ${p.cause}.`,
  'survey.bare-hands-at-every-opening-skin': 'Opened by bare hands: skin oil softens a soft film.',
  'survey.resists-skin-oil-where-bare-hands': 'Resists skin oil where doors are pulled by hand.',
  'survey.a-clear-coat-more-to-lay': 'One more clear coat to apply and wait for, and nothing here needs it.',
  'survey.a-soft-film-in-a-even': (p: { room: Text }) => `A soft film in a ${p.room}, even sealed.`,
  'survey.a-hard-film-for-a': (p: { room: Text }) => `A hard film for a ${p.room}.`,
  'survey.its-softness-and-two-coats-of':
    'A soft finish and two coats of sealer for a look nobody asked for.',
  'survey.the-room-would-be-out-of': (p: { roughDays: Text; roomOutDays: Text }) =>
    `The room would be out of use for about ${p.roughDays} days; ${p.roomOutDays} are allowed.`,
  'survey.takes-about-calendar-days-are-agreed': (p: { roughDays: Text; daysAgreed: Text }) =>
    `Takes about ${p.roughDays} calendar days; ${p.daysAgreed} are agreed.`,
};
