// Longer than other files: what every screen is for, in five lines each.

/** What a screen is for, how to start on it, and what comes of it. */
export interface ScreenHelp {
  title: string;
  lines: readonly [string, string, string, string, string];
}

/** The first that fits the address counts, so the narrower one stands before the wider. */
const HELP: readonly [RegExp, ScreenHelp][] = [
  [
    /^\/jobs\/?$/,
    {
      title: 'Jobs',
      lines: [
        'Every job of the shop, each with its pieces as they stand right now.',
        'Start a job here, or import a job file from another shop or an earlier copy.',
        'The right-hand side says when the job ends, and whether that is too late.',
        'Tap a job to open it at the stage it needs next.',
        'Week shows all jobs together: who is where, and which room is lost to which client.',
      ],
    },
  ],
  [
    /\/brief$/,
    {
      title: 'Brief',
      lines: [
        'Who the job is for, where it is done, when it starts and when it is needed.',
        'A zone is the pieces that share colours and finishing system. Most jobs have one to three.',
        'Name the old and the new colour: how many coats it takes to hide depends on both.',
        'Give the client a link here if they should see how far you are.',
        'Next: the survey, one answer after another for each zone.',
      ],
    },
  ],
  [
    /\/survey\/systems$/,
    {
      title: 'Systems compared',
      lines: [
        'The finishing systems that fit this zone, ranked by what the survey says.',
        'Each shows coats, days, paint and what speaks for and against it.',
        'A system with a stop can only be chosen with a written reason.',
        'Choosing one writes the sequence of the zone.',
        'Change an answer of the survey and the ranking changes with it.',
      ],
    },
  ],
  [
    /\/survey$/,
    {
      title: 'Survey',
      lines: [
        'What is on the doors today, and what the client wants on them.',
        'Answer what you know. Take a picture where you doubt.',
        'Thumb tests tell you what the finish is: solvent, scratch, water drop.',
        'Cautions come up as you answer. Stops need a written reason.',
        'Next: compare the systems and choose one for each zone.',
      ],
    },
  ],
  [
    /\/pieces\/map$/,
    {
      title: 'Map',
      lines: [
        'The walls of the room with their openings, drawn to scale.',
        'Draw a wall, then place doors and drawer fronts in it. Tags follow their places.',
        'Hinge side, way up and hardware bag belong to the opening.',
        'Print it: at refitting, every door goes back where it hung.',
        'Undo takes back the last change.',
      ],
    },
  ],
  [
    /\/pieces\/labels$/,
    {
      title: 'Labels',
      lines: [
        'A label for every piece: tag, place and a code to scan.',
        'Choose the size of your labels: tape, or sheets.',
        'Put the label in the hinge bore, where no paint reaches.',
        'Scan a label under Find to open the piece.',
        'Print again any time. Tags do not change.',
      ],
    },
  ],
  [
    /\/pieces\/hardware$/,
    {
      title: 'Hardware',
      lines: [
        'Hinges, pulls and screws of every piece, and the bag they go into.',
        'Count when you take down, not when you refit.',
        'A reused hinge keeps its place. A new one needs its bore checked.',
        'Print the list and keep it with the bags.',
        'Missing parts show up at the handover.',
      ],
    },
  ],
  [
    /\/pieces\/room$/,
    {
      title: 'Room',
      lines: [
        'What is done in the client’s room: protection, tent, air, what may be used when.',
        'Measure the room. The masking and the heater follow from it.',
        'Work that is done in place waits until its protection is up.',
        'The client’s wishes for days and hours belong here too.',
        'Cautions for dust, flame and air stand at the step they matter for.',
      ],
    },
  ],
  [
    /\/pieces\/[^/]+$/,
    {
      title: 'One piece',
      lines: [
        'Everything that was done to this piece: coats, mixes, batches, air, who and when.',
        'Planned work stands below what is logged.',
        'Defects and what became of them are listed with their pictures.',
        'Tap a batch to see which other pieces had paint out of it.',
        'Share the page with the client at the handover if you like.',
      ],
    },
  ],
  [
    /\/pieces$/,
    {
      title: 'Pieces',
      lines: [
        'The take-off: every door, front and panel with its size and its shape.',
        'Type a line such as “4 doors 400 × 720”, paste a table, or import one.',
        'Sizes can be typed in any unit. A bare number counts in the shop’s own.',
        'Shape, sides and edges decide the area, and with it paint and time.',
        'Select several to change them at once. Undo takes back the last change.',
      ],
    },
  ],
  [
    /\/materials\/price$/,
    {
      title: 'Price',
      lines: [
        'What the job costs you and what it should bring: labour, materials, travel, overhead.',
        'Minutes come from the plan’s yardsticks and from your own log.',
        'Change a margin or an extra, and see what it does to the total.',
        'Nothing is sent to the client from here.',
        'Next: write a quote from these figures.',
      ],
    },
  ],
  [
    /\/materials\/quotes/,
    {
      title: 'Quotes',
      lines: [
        'Offers in writing, each with its number and its date. Written ones do not change.',
        'Write a quote from the price, check it, then print it.',
        'Record what the client said: accepted, declined, or changed.',
        'A change of scope gets a quote of its own.',
        'The agreed total shows in the stages above.',
      ],
    },
  ],
  [
    /\/materials$/,
    {
      title: 'Materials',
      lines: [
        'Paint, primer, fillers, abrasives and cloths for this job, with losses.',
        'Amounts follow area, wet film, transfer and what stays in cup and hose.',
        'What is in stock is set against it. The rest goes on the shopping list.',
        'Containers are whole ones, so some is left over.',
        'Next: the price.',
      ],
    },
  ],
  [
    /\/sequence\/card$/,
    {
      title: 'Process card',
      lines: [
        'One sheet for each zone: every step with product, thinning, film and clocks.',
        'Print it and hang it where the work is done.',
        'The strokes for each kind of piece are drawn at the spraying steps.',
        'Cautions stand at the step where they matter.',
        'Print it again after a change. The date says which one is current.',
      ],
    },
  ],
  [
    /\/sequence\/methods$/,
    {
      title: 'Job methods',
      lines: [
        'How this job is done where it differs from the shop’s usual methods.',
        'Every choice says what it changes in steps, time and film.',
        'A choice that goes against a rule asks for a reason.',
        'Steps are generated again. What you edited by hand is kept where it still fits.',
        'Shop methods are set under Shop.',
      ],
    },
  ],
  [
    /\/sequence$/,
    {
      title: 'Sequence',
      lines: [
        'Every step for each zone, from unpacking to cure.',
        'Open a step to see why it is there and what it uses.',
        'Add, move or change steps. The rules check the result at once.',
        'A stop blocks the plan until it is mended or overridden with a reason.',
        'Next: plan the days.',
      ],
    },
  ],
  [
    /\/days$/,
    {
      title: 'Days',
      lines: [
        'The job on the calendar: who does what when, and what dries where until when.',
        'Replan from now after something changed. Logged work stays as it was.',
        'Select a task to see what it waits for. Drag it to pin it to a time.',
        'Plan quality says how near to the best possible the plan is.',
        'Finish sooner tries what one more rack, person or day would do.',
      ],
    },
  ],
  [
    /\/inspection$/,
    {
      title: 'Inspection',
      lines: [
        'Defects found on pieces, each with its place, its likely cause and its repair.',
        'Look in slanting light, from arm’s length, dry.',
        'Decide for each: repair, accept, or replace the piece.',
        'A repair puts its own steps into the plan.',
        'A confirmed cause is remembered for the next job.',
      ],
    },
  ],
  [
    /\/handover/,
    {
      title: 'Handover',
      lines: [
        'What must be true before the client gets the pieces back: cured, counted, complete.',
        'Tick what you have checked. What is open says why it matters.',
        'Care sheet, touch-up paint and leftovers have pages of their own.',
        'Take a signature here, or record that it was given on paper.',
        'Follow-ups come up on the list of jobs when they are due.',
      ],
    },
  ],
  [
    /\/log$/,
    {
      title: 'Log',
      lines: [
        'Everything that was logged on this job, newest first.',
        'An entry can be corrected or withdrawn. The old one stays readable.',
        'Add what was forgotten, with the time it really happened.',
        'Entries waiting to sync are marked. They are safe on this device.',
        'Times learned from the log go into the next estimate.',
      ],
    },
  ],
  [
    /^\/floor/,
    {
      title: 'Floor',
      lines: [
        'What to do now, readable from arm’s length. Tap Log when it is done.',
        'Partial or earlier lets you log some of the pieces, or another time.',
        'Drying counts down to the next clock of every film. Turn alarms on to be told.',
        'Also ready and Next: tap a line to do that first.',
        'Without network, keep working: entries are kept here and sent later.',
      ],
    },
  ],
  [
    /^\/bench\/[^/]+\/label/,
    {
      title: 'Mix label',
      lines: [
        'The label for the cup: product, batch, thinning, and until when it may be used.',
        'Print it, or copy it by hand.',
        'Stick it on the cup, not on the lid.',
        'Anyone can scan it to open the mix.',
        'Print again after a change.',
      ],
    },
  ],
  [
    /^\/bench\/./,
    {
      title: 'A mix',
      lines: [
        'Pour one component after the other and confirm each. Overshoot is corrected for you.',
        'Hold the stopwatch button while you dip, release as the cup clears, tap when the stream breaks.',
        'Too thick: it says how much thinner to add. It never goes past the sheet.',
        'With hardener in, the pot life counts down. When it is over, do not spray it.',
        'Empty the mix when you are done, and say what is left.',
      ],
    },
  ],
  [
    /^\/bench/,
    {
      title: 'Bench',
      lines: [
        'Mixes that are open now, each with its clock.',
        'Start one for a task of the plan, by area, or by amount.',
        'Thinning counts on the paint or on the mix: check which, the sheet says it.',
        'Scan the code on a cup to open its mix again.',
        'Note the maker’s batch. It is asked for when something goes wrong.',
      ],
    },
  ],
  [
    /^\/(find|p|trace)/,
    {
      title: 'Find',
      lines: [
        'Type job and tag, such as QUAY U07, or scan a label, to open that piece.',
        'No camera? Take a picture of the label, or type what is on it.',
        'The tag alone is enough while only one open job has it. A closed job needs its code.',
        'The piece’s page shows all that was done to it.',
        'Trace a batch to see every piece that had paint out of it.',
      ],
    },
  ],
  [
    /^\/spray/,
    {
      title: 'Spray',
      lines: [
        'What settings and hand do to the film, before the paint does it.',
        'Set-up: flow, fan, distance, speed. Leave one open and it is worked out.',
        'Strokes: the stroke plan of a piece as a map, dry, right, or over its sag limit.',
        'Questions: two maps side by side, with the figures that differ.',
        'Practice: spray on the screen, or replay a recording, and see your faults marked.',
      ],
    },
  ],
  [
    /^\/wall/,
    {
      title: 'Daily worksheet',
      lines: [
        'One day over all jobs: each person’s tasks with times, pieces and mixes.',
        'Choose the day, then print.',
        'Hang it in the evening for the next morning.',
        'At the end it says what dries overnight and must not be touched.',
        'Log on the floor screen. Paper forgets.',
      ],
    },
  ],
  [
    /^\/week/,
    {
      title: 'Week',
      lines: [
        'All jobs side by side: who is where on which day.',
        'Below, which client’s room is in use when.',
        'Tap a job to open its days.',
        'A day with too little work or too much shows in its hours.',
        'Plan all under Jobs puts the jobs in order again.',
      ],
    },
  ],
  [
    /^\/(products|stores)/,
    {
      title: 'Products & stock',
      lines: [
        'Data sheets of your coatings and consumables, and how much of each is in stock.',
        'Copy figures from the maker’s sheet. Every clock and film goes by them.',
        'Cups & guns: calibrate a cup, test a gun with a bucket and a watch.',
        'Recoat compatibility says which coating may go over which.',
        'The shopping list gathers what all planned jobs still need.',
      ],
    },
  ],
  [
    /^\/shop/,
    {
      title: 'Shop',
      lines: [
        'Hours, people, places and racks: what every plan goes by.',
        'Yardsticks are your minutes for each kind of work. Your log corrects them.',
        'Shop methods are how you do things unless a job says otherwise.',
        'Rates are what an hour costs and what it should bring.',
        'People and backups are for the owner.',
      ],
    },
  ],
  [
    /^\/me/,
    {
      title: 'You',
      lines: [
        'Your password, your PIN for the shop’s tablet, and your units.',
        'Change the password when somebody may have seen it.',
        'The PIN is only for the tablet in the shop.',
        'See where you are signed in, and sign out there.',
        'Units are yours alone. The figures behind them stay the same.',
      ],
    },
  ],
];

/**
 * Explains the screen at an address.
 * @returns null where there is nothing to explain.
 */
export function helpFor(pathname: string): ScreenHelp | null {
  return HELP.find(([place]) => place.test(pathname))?.[1] ?? null;
}
