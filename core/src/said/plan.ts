type Text = string | number | null | undefined;

const WEEKDAYS: Record<string, string> = {
  mon: 'Mondays',
  tue: 'Tuesdays',
  wed: 'Wednesdays',
  thu: 'Thursdays',
  fri: 'Fridays',
  sat: 'Saturdays',
  sun: 'Sundays',
};

/** Plans: why something waits, what would free it, and what cannot be. */
export const PLAN = {
  // core/src/planning/relief.ts
  'plan.opens-a-door-beside-a-wet-one': 'opens a door beside one that is open and wet',
  'plan.begins-in-a-room-that-is-open': 'begins in a room that is not protected yet',
  'plan.goes-on-after-the-room-is-cleared': 'goes on after the protection was taken down',
  'plan.two-areas-at-once': 'is worked while another area of its zone is',
  'plan.is-sprayed-in-another-place': 'is sprayed in another place than its own',
  'plan.dries-by-the-air-of-another-hour': 'dries by the air of another hour than the one it is applied in',
  'plan.no-gun-is-left-for': (p: { name: Text; gun: Text }) =>
    `${p.name}: no gun is left for it (${p.gun}). Every one is out of order or kept for another product. Put one back in order, or change how it is applied.`,
  'plan.does-not-fit-into-the-place': (p: { tags: Text; place: Text; size: Text }) =>
    `${p.tags}: too large for ${p.place}. With gun and arm it takes ${p.size} inside. Work it elsewhere, or correct the size of the place.`,
  'plan.saturday-mornings': 'Saturday mornings',
  'plan.4-hours-more-for-everybody-each': '4½ more hours for everyone, each week',
  'plan.one-more-rail': 'One more rail',
  'plan.m-of-rail-and-the-room': (p: { rail: Text }) => `${p.rail} of rail, and the space for it`,
  'plan.one-more-rack': 'One more rack',
  'plan.slots-and-the-room-for-them': (p: { MORE_SLOTS: Text }) =>
    `${p.MORE_SLOTS} slots, and the space for them`,
  'plan.one-more-bench': 'One more bench',
  'plan.a-bench-with-light-and-extraction': 'a bench with light and extraction',
  'plan.one-more-gun': (p: { applicator: Text }) => `One more ${p.applicator} gun`,
  'plan.a-gun-for-each-paint-less': 'a gun for each paint: less changing over',
  'plan.hang-all-of': (p: { name: Text }) => `Hang all of ${p.name}`,
  'plan.lay-all-of-flat': (p: { name: Text }) => `Lay all of ${p.name} flat`,
  'plan.hooks-in-edges-that-are-not': 'hooks in edges that will not be seen',
  'plan.a-flip-for-every-two-sided': 'a flip for every two-sided coat',
  'plan.a-second-pair-of-hands': 'A second pair of hands',
  'plan.somebody-who-keeps-the-shops-hours': 'someone who keeps the shop’s hours',
  'plan.somebody': 'Someone',
  'plan.the-drying-room-at': (p: { WARM_C: Text }) => `The drying room at ${p.WARM_C}`,
  'plan.heating-day-and-night-from-and': (p: { airC: Text }) =>
    `heating day and night, from ${p.airC}, and air that moves`,
  'plan.all-of-the-room-at-once': 'The whole room at once',
  'plan.no-way-through-and-no-sink': 'the client has no way through and no sink until it is done',
  'plan.work-in-the-room-on': (p: { date: Text }) => `Work in the room on ${p.date}`,
  'plan.the-client-lets-you-in': 'the client lets you in',
  'plan.the-new-pieces-here-now': 'New pieces delivered now',
  'plan.as-far-as-whoever-makes-them': 'if the maker can deliver sooner',
  'plan.another-tin-ready-for-the-next': (p: { recoatMinMin: Text }) =>
    `another product; recoat after ${p.recoatMinMin}, according to its sheet`,
  'plan.lighter-coats': 'Lighter coats',
  'plan.as-thin-as-the-sheets-allow':
    'as thin as the sheets allow; check under Sequence that the colour still covers',
  'plan.pin-to': (p: { name: Text; format: Text }) => `Pin “${p.name}” to ${p.format}`,
  'plan.the-first-start-that-would-hold': 'the earliest start that works',
  'plan.let-go': (p: { is: boolean; get: Text }) => `Unpin ${p.is ? `“${p.get}”` : 'the other task'}`,
  'plan.it-is-planned-wherever-it-fits': 'it is planned where it fits',
  // core/src/planning/explain/words.ts
  'plan.drying-must-be': (p: { op: Text; value: Text }) => `Drying: ${p.op} must be ${p.value}.`,
  'plan.taken-by': (p: { place: Text; by: Text }) => `${p.place} taken by ${p.by}.`,
  'plan.everyone-is-busy': (p: { value: Text }) => `Everyone is busy: ${p.value}.`,
  'plan.the-shop-is-closed': 'The shop is closed.',
  'plan.the-new-pieces-are-not-here': 'The new pieces are not here yet.',
  'plan.the-room-is-worked-on-zone': (p: { by: Text }) =>
    `The room is done zone by zone, and this zone follows ${p.by}.`,
  'plan.forecast-conditions-are-outside-the-sheet': (p: { why: Text }) =>
    `Forecast conditions are outside the sheet limits: ${p.why}`,
  'plan.no-free-stretch-is-long-enough': (p: { minutes: Text }) =>
    `No free stretch is long enough for ${p.minutes} in one go.`,
  // core/src/planning/explain/check.ts
  'plan.is-not-in-the-plan': 'is not in the plan',
  'plan.is-planned-times': (p: { count: Text }) => `is planned ${p.count} times`,
  'plan.was-never-asked-for': 'was never asked for',
  'plan.starts-min-before-now': (p: { now: Text }) => `starts ${p.now} min before now`,
  'plan.has-nobody-called': (p: { personId: Text }) => `has no one called ${p.personId}`,
  'plan.is-given-to-who-may-not': (p: { name: Text }) => `is given to ${p.name}, who may not do it`,
  'plan.is-laid-on-in-air-that': (p: { why: Text }) => `is applied in air outside the sheet limits: ${p.why}`,
  'plan.is-wet-work-cut-into-parts': (p: { length: Text }) => `is wet work cut into ${p.length} parts`,
  'plan.works-outside-working-hours': (p: { start: Text; end: Text }) =>
    `works ${p.start}–${p.end} outside working hours`,
  'plan.does-pieces-in-min': (p: { pieces: Text; end: Text }) => `does ${p.pieces} pieces in ${p.end} min`,
  'plan.takes-min-where-are-needed': (p: { minutes: Text; least: Text }) =>
    `takes ${p.minutes} min where ${p.least} are needed`,
  'plan.start-and-end-differ-from-its': 'start and end differ from its parts',
  'plan.leaves-its-place-before-it-is': 'leaves its place before it is dry to handle',
  'plan.was-pinned-to-and-starts-at': (p: { at: Text; start: Text }) =>
    `was pinned to ${p.at} and starts at ${p.start}`,
  'plan.is-not-the-work-that-was': 'is not the work that was asked for',
  'plan.has-no-set-up-and-goes': 'has no set-up to carry on from',
  'plan.sprays-and-has-no-gun': 'is spraying without a gun',
  'plan.has-gun-which-the-shop-has': (p: { number: Text }) =>
    `uses gun ${p.number}, which the shop does not have`,
  'plan.has-no-time-for-the-change': 'leaves no time for its changeover',
  'plan.has-a-gun-that-is-in': 'has a gun that is in use',
  'plan.kept-for-a-trip-with-others': 'Kept for a trip to the client together with other pieces',
  'plan.goes-on-with-a-gun-that': 'goes on with a gun that holds no such paint any more',
  'plan.leaves-of-min-to-change-the': (p: { changeMin: Text; minutes: Text }) =>
    `leaves ${p.changeMin} of ${p.minutes} min to change the gun over`,
  'plan.overlaps-for-the-same-person': (p: { id: Text }) => `overlaps ${p.id} for the same person`,
  'plan.starts-min-before-its-pieces-are': (p: { from: Text }) =>
    `starts ${p.from} min before its pieces are here`,
  'plan.starts-min-before-what-it-is': (p: { through: Text }) =>
    `starts ${p.through} min before the one it follows is finished`,
  'plan.starts-before-ends': (p: { id: Text }) => `starts before ${p.id} ends`,
  'plan.starts-min-too-early-for': (p: { open: Text; waitFor: Text }) =>
    `starts ${p.open} min too early for ${p.waitFor}`,
  'plan.starts-after-the-window-of-shut': (p: { id: Text }) => `starts after the window of ${p.id} closed`,
  'plan.is-coated-on-dust-that-settled': 'is coated over dust more than a day old',
  'plan.says-but-the-last-work-ends': (p: { completion: Text; last: Text }) =>
    `says ${p.completion}, but the last work ends ${p.last}`,
  // core/src/planning/explain/explain.ts
  'plan.whoever-may-do-it-is-off': 'everyone who may do it is off',
  // core/src/planning/problem/problem.ts
  'plan.the-job-has-no-pieces-yet': 'The job has no pieces yet: add them under Pieces.',
  'plan.choose-a-finishing-system-for-under': (p: { unset: Text }) =>
    `Choose a finishing system for ${p.unset} under Sequence.`,
  'plan.nobody-works-while-the-room-is-open':
    'No one works at the hours when the client’s room is open. Widen those hours, or give someone hours of their own under Shop, Crew.',
  'plan.takes-longer-than-the-room-is': (p: { name: Text; minutes: Text; open: Text }) =>
    `${p.name} takes ${p.minutes} min; the client’s room is open for ${p.open} min of working time at most.`,
  'plan.comes-back-before-all-is-ready': 'is refitted before every piece is ready',
  'plan.work-in-the-room-on-weekdays': (p: { day: Text }) =>
    `Work in the room on ${WEEKDAYS[String(p.day)] ?? ''} too`,
  'plan.the-room-at-any-hour': 'The client’s room open during all working hours',
  'plan.bring-back-as-it-is-ready': 'Refit pieces as they become ready',
  'plan.more-trips-and-a-room-that': 'more trips; the client sees the room come back bit by bit',
  'plan.room': 'Room',
  // core/src/planning/plan.ts
  'plan.the-client-who-has-it-closed': 'the client: closed that day',
  'plan.there-is-nothing-to-plan': 'There is nothing to plan.',
  'plan.that-is-outside-working-hours-or': 'that is outside working hours, or the slot is too short',
  'plan.people-or-place-are-taken-by': 'people or place are taken by another pin or another job then',
  'plan.what-comes-before-it-is-not': 'the task before it is not done and dry by then',
  'plan.the-window-of-the-coat-before':
    'the window of the previous coat would have closed, and there is no time to scuff first',
  'plan.its-new-pieces-are-not-here': 'its new pieces are not delivered by then',
  'plan.the-zones-of-the-room-that': 'the zones before it in the room are not finished by then',
  'plan.it-could-start': (p: { earliest: Text }) => ` It could start ${p.earliest}.`,
  'plan.cannot-start': (p: { name: Text; at: Text; why: Text; instead: Text }) =>
    `“${p.name}” cannot start ${p.at}: ${p.why}.${p.instead}`,
  'plan.the-earlier-plan-cannot-be-kept': 'The earlier plan cannot be kept.',
  // core/src/planning/solve/builder.ts
  'plan.nobody-has-working-hours-set-them': 'No one has working hours. Set them under Shop.',
  'plan.no-one-is-assigned-the-skill': (p: { name: Text }) =>
    `No one is assigned the skill for “${p.name}”. Set it under Shop.`,
  'plan.takes-min-in-one-go-but': (p: { name: Text; op: Text; longest: Text }) =>
    `“${p.name}” takes ${p.op} min in one go, but the longest stretch of work is ${p.longest} min. Use smaller loads or longer hours.`,
  'plan.one-piece-of-is-larger-than': (p: { name: Text; name2: string }) =>
    `One piece of “${p.name}” is larger than the ${p.name2.toLowerCase()} can take.`,
  'plan.finds-no-place-within-days': (p: { name: Text; horizon: Text }) =>
    `“${p.name}” does not fit within ${p.horizon} days.`,
  // core/src/planning/solve/objective.ts
  'plan.earliest-hand-over': 'earliest completion',
  'plan.shortest-time-in-the-room': 'shortest time in the room',
  'plan.least-labour': 'least labour',
  'plan.balanced-days': 'balanced days',
};
