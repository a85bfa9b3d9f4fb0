import { form, plural } from './plural.ts';

type Text = string | number | null | undefined;
interface Some {
  count: number;
  tags: string;
}

const isAre = (count: number) => form(count, 'is', 'are');
const has = (count: number) => form(count, 'has', 'have');

/** Handing over, care, follow-ups, call-backs and readings. */
export const HANDOVER = {
  // core/src/handover/events.ts
  'handover.enter-when-it-was': 'Enter when it was.',
  'handover.enter-who-signs': 'Enter the name of whoever signs.',
  'handover.nobody-signed-yet': 'Nobody has signed yet. Sign in the field, or choose to sign on paper.',
  // server/src/routes/handover.ts
  'handover.nothing-of-this-job': 'This job has no such piece, bag or event.',
  'handover.not-handed-over-yet': 'This job is not handed over yet. Report a defect instead.',
  'handover.handed-over-already': 'This job is handed over already. Open a call-back to work on it again.',
  'handover.quotes-are-for-planners': 'Only planners and owners write and answer quotes.',
  'handover.close-after-handover': 'Only a job that is handed over can be closed.',
  // core/src/handover/state.ts
  'handover.state-open': 'open',
  'handover.state-work-done': 'work done',
  'handover.state-reopened': 'reopened by a call-back',
  'handover.state-handed-over': 'handed over',
  'handover.state-in-care': 'in care',
  'handover.state-closed': 'closed',
  // core/src/handover/leftOpen.ts
  'handover.planned-left': (p: { count: number; name: Text }) =>
    p.count === 1
      ? `1 planned task is not logged: ${p.name}.`
      : `${p.count} planned tasks are not logged. The first is ${p.name}.`,
  'handover.nothing-logged': ({ tags }: Some) => `No work is logged on ${tags}.`,
  'handover.wet-left': ({ count, tags }: Some) => `${tags} ${isAre(count)} still wet.`,
  'handover.found-left': (p: { count: number; tags: Text }) =>
    `${plural(p.count, 'finding is', 'findings are')} not settled: ${p.tags}.`,
  'handover.not-counted': ({ count, tags }: Some) => `${tags} ${isAre(count)} not counted back.`,
  'handover.not-refitted': ({ count, tags }: Some) => `${tags} ${isAre(count)} not refitted.`,
  'handover.not-level': ({ count, tags }: Some) => `${tags} ${isAre(count)} not set level.`,
  'handover.not-adjusted': ({ count, tags }: Some) =>
    `${plural(count, 'door needs its', 'doors need their')} hinges adjusted: ${tags}.`,
  'handover.no-bumpers': ({ count, tags }: Some) => `${tags} ${has(count)} no bumpers yet.`,
  'handover.bags-left': ({ count, tags }: Some) =>
    `${plural(count, 'hardware bag is', 'hardware bags are')} not ticked back in: ${tags}.`,
  'handover.touch-ups-left': (p: { count: number }) =>
    `${plural(p.count, 'touch-up is', 'touch-ups are')} not done.`,
  // core/src/handover/notPromised.ts
  'handover.accepted-as-is': (p: { tag: Text; defect: Text; reason: Text }) =>
    `${p.tag}: ${p.defect}, accepted as it is. ${p.reason}`,
  'handover.grain-shows': (p: { zone: Text }) =>
    `${p.zone}: the grain is not filled and shows in raking light.`,
  'handover.joints-move': (p: { zone: Text }) =>
    `${p.zone}: wood moves with the seasons; hairlines at panel and frame joints are no fault of the finish.`,
  'handover.wood-varies': (p: { zone: Text }) =>
    `${p.zone}: wood differs in shade from board to board and darkens with light.`,
  'handover.touch-ups-seen': 'Touch-ups by brush may show at a low angle.',
  'handover.overridden': (p: { reason: Text }) => `Agreed against our advice: ${p.reason}`,
  // core/src/handover/readings.ts
  'handover.cross-cut': 'Cross-cut',
  'handover.cross-cut-how':
    'Cut a lattice to the substrate on a hidden spot, tape it and pull. Grade 0 (clean) to 5 (ISO 2409).',
  'handover.pencil': 'Pencil hardness',
  'handover.pencil-how':
    'Push pencils at 45° over a hidden spot, from soft to hard. Enter the hardest that leaves no scratch (ISO 15184).',
  'handover.gloss': 'Gloss at 60°',
  'handover.gloss-how': 'Meter flat on a clean face; take the mean of three readings (ISO 2813).',
  'handover.thumb': 'Thumb test',
  'handover.thumb-how': 'Press the thumb on a hidden spot for five seconds and turn it.',
  'handover.thumb-no-mark': 'no mark',
  'handover.thumb-print': 'print that wipes off',
  'handover.thumb-soft': 'soft, film moves',
  'handover.moisture': 'Wood moisture',
  'handover.moisture-how': 'Meter across the grain on bare wood, set to the species and temperature.',
  'handover.limit-band': (p: { from: Text; to: Text }) => `${p.from} to ${p.to}`,
  'handover.limit-least': (p: { from: Text }) => `at least ${p.from}`,
  'handover.limit-most': (p: { to: Text }) => `at most ${p.to}`,
  // core/src/handover/leftovers.ts
  'handover.waste-water':
    'Waterborne paint and wash water: never into a drain or gutter. Let small rests dry out in a tray; liquid goes to the local collection.',
  'handover.waste-oil':
    'Oil and alkyd paint, white spirit: closed metal cans, to the local hazardous-waste collection.',
  'handover.waste-solvent':
    'Shellac, lacquer and their thinner: closed metal cans, away from flames, to the local hazardous-waste collection.',
  'handover.waste-hardener':
    'Mixed with hardener: let it harden in an open can outdoors, it gets warm. Never close the can before.',
  'handover.waste-rags':
    'Rags with oil or alkyd heat up by themselves and can catch fire: into a lidded metal can filled with water, within the hour.',
  'handover.waste-dust':
    'Sanding dust and dried filters: bagged and closed; where old paint held lead, as licensed practice says.',
  'handover.waste-local': 'The safety data sheets and the local waste code have the last word.',
  // core/src/handover/careCalendar.ts
  'handover.calendar-dry': (p: { where: Text }) => `${p.where}: may be used, gently`,
  'handover.calendar-gentle': (p: { where: Text }) => `${p.where}: may be wiped damp from now on`,
  'handover.calendar-cured': (p: { where: Text }) => `${p.where}: fully cured, normal use`,
};
