type Text = string | number | null | undefined;

/** Rules: what a master would object to in a sequence, and the ways out. */
export const RULE = {
  // core/src/rules/cleaning.ts
  'rule.sanding-before-degreasing-grinds-the-grease':
    'Sanding before degreasing grinds the grease in; it comes back as fisheyes and peeling.',
  'rule.move-before-it': (p: { name: Text }) => `Move “${p.name}” before it`,
  'rule.degrease-first': 'Degrease first',
  'rule.keying-opens-old-dirt-clean-once': 'Keying opens old dirt: clean again before the first film.',
  'rule.wipe-clean-after-it': 'Wipe clean after it',
  'rule.the-soil-asks-for-degreasing-passes': (p: { wanted: Text; is: boolean; length: Text }) =>
    `This much grease needs ${p.wanted} degreasing passes before the first film; the sequence has ${p.is ? '1' : p.length}.`,
  'rule.add-a-pass': 'Add a pass',
  'rule.leaves-dust-and-this-coat-would': (p: { after: Text }) =>
    `“${p.after}” leaves dust, and this coat would seal it in.`,
  'rule.dust-off-before-it': 'Dust off before it',
  'rule.leaves-a-residue-that-keeps-paint': (p: { name: Text }) =>
    `${p.name} leaves a residue that keeps paint from bonding: rinse, or wipe off with clean water while it is wet.`,
  'rule.rinse-it-off': 'Rinse it off',
  'rule.degrease-before-it': 'Degrease before it',
  'rule.mask-after-cleaning': 'Mask after cleaning',
  'rule.tape-does-not-hold-on-grease': 'Tape will not stick to grease: clean first, then mask.',
  'rule.dulls-glass-and-aluminium-and-some': (p: { name: Text }) =>
    `${p.name} dulls glass and aluminium, and some of these pieces have glass in them.`,
  'rule.there-is-no-old-finish-and':
    'Bare wood has no old finish and no grease on it: water only raises the grain. Brush it off, and use spirit on hand marks and glue.',
  'rule.leave-out': (p: { name: Text }) => `Remove “${p.name}”`,
  'rule.leave-the-washing-out': 'Skip the wash',
  // core/src/rules/deviations.ts
  'rule.one-more-coat-of-the-last': 'One more coat of the last colour',
  'rule.seal-knots-and-stains-first': 'Seal knots and stains first',
  'rule.fill-sand-flush-and-spot-prime': 'Fill, sand flush and spot-prime',
  'rule.worn-or-thin-places-want-more': 'Worn or thin spots need more film than the rest.',
  'rule.seal-knots-and-stains': 'Seal knots and stains',
  'rule.resin-and-dye-come-through-later': 'Resin and dye come through later.',
  'rule.dents-old-holes-and-chipped-edges': 'Dents, old holes and chipped edges of these pieces.',
  'rule.the-patches': 'the patches',
  'rule.flush-with-the-wood-around-them': 'Flush with the wood around them.',
  'rule.sand-the-patches-flush-p': (p: { grit: Text }) => `Sand the patches flush P${p.grit}`,
  'rule.dust-off-the-patches': 'Dust off the patches',
  'rule.spot-prime-the-patches': 'Spot-prime the patches',
  'rule.filler-drinks-paint-and-would-show': 'Filler soaks up paint and would flash dull.',
  // core/src/rules/films.ts
  'rule.thinned-on-paint-the-sheet-ends': (p: { fraction: Text; most: Text }) =>
    `Thinned ${p.fraction} % on paint; the sheet allows ${p.most} %.`,
  'rule.thin-to-the-maximum': 'Thin to the maximum',
  'rule.wet-the-sheet-says-to': (p: { wftUm: Text; wftMinUm: Text; wftMaxUm: Text }) =>
    `${p.wftUm} wet; the sheet says ${p.wftMinUm} to ${p.wftMaxUm}.`,
  'rule.split-into-two-of': (p: { half: Text }) => `Split into two of ${p.half}`,
  'rule.wet-runs-on-an-upright-piece': (p: { wftUm: Text; from: Text }) =>
    `${p.wftUm} wet will run on an upright piece; it sags from about ${p.from}.`,
  'rule.wet-is-too-much-even-lying': (p: { wftUm: Text; from: Text }) =>
    `${p.wftUm} wet is too much even lying flat: from about ${p.from} it runs over the edges and pools in the profiles.`,
  'rule.dry-of-it-cracks-above': (p: { total: Text; name: Text; maxTotalDftUm: Text }) =>
    `${p.total} dry of ${p.name}; it cracks above ${p.maxTotalDftUm}.`,
  'rule.leave-this-coat-out': 'Remove this coat',
  'rule.dry-in-all-to-is-usual': (p: { total: Text; is: boolean; value: Text; value2: Text }) =>
    `${p.total} dry in all ${p.is ? 'is too thin to protect' : 'is thick enough to crack at edges and joints'}; ${p.value} to ${p.value2} is usual on wood.`,
  'rule.this-colour-does-not-hide-the':
    'This colour will not cover the old one in a sensible number of coats. Tint the primer or choose another product.',
  'rule.coats-hide-the-old-colour-after': (p: { coats: Text; length: Text; is: boolean; left: Text }) =>
    `It takes ${p.coats} coats to cover the old colour; after ${p.length} it still shows${p.is ? '' : ` (ΔE ${p.left})`}.`,
  'rule.one-more-coat': 'One more coat',
  'rule.one-colour-coat-two-light-ones':
    'Only one colour coat: two light ones level better, dry sooner and forgive a thin spot.',
  // core/src/rules/fixes.ts
  'rule.a-fresh-key-for-the-coat': 'A fresh key for the next coat.',
  'rule.scuff-and-dust-before-it': 'Scuff and dust before it',
  'rule.once-more': (p: { name: Text }) => `${p.name}, again`,
  'rule.takes-hands-water-and-wear': 'Stands up to hands, water and wear.',
  'rule.a-clear-coat-over-it': 'A clear coat over it',
  // core/src/rules/ground.ts
  'rule.comes-through-a-pale-colour-as': (p: { what: Text }) =>
    `${p.what} bleeds through a pale colour as brown stains, and no primer here blocks it.`,
  'rule.prime-with-shellac-blocker': 'Prime with shellac blocker',
  'rule.a-waterborne-blocker-holds-some-woods':
    'A waterborne blocker holds some woods and fails on others, days later: make a test panel, or use shellac.',
  'rule.foam-bridges-open-pores':
    'A foam roller bridges open pores and leaves bubbles over them; a short nap works the paint in.',
  'rule.by-short-nap-instead': 'By short-nap roller instead',
  'rule.every-open-pore-shows-as-a':
    'Every open pore shows as a dark line through this pale colour; nothing here fills them.',
  'rule.there-are-no-open-pores-to': 'There are no open pores to fill.',
  'rule.the-dark-colour-hides-the-pores':
    'The dark colour hides the pores: filling would double the prep for nothing.',
  'rule.leave-the-filling-out': 'Remove the filling',
  'rule.cut-edges-of-board-drink-water':
    'Cut board edges soak up water, swell and go furry. Seal them first with shellac or solvent primer.',
  'rule.seal-the-edges-before-it': 'Seal the edges before it',
  'rule.sharp-edges-round-to-a-radius': (p: { value: Text }) => `Round sharp edges over to about ${p.value}.`,
  'rule.ease-the-edges': 'Ease the edges',
  'rule.paint-pulls-away-from-a-knife': (p: { value: Text }) =>
    `Paint pulls away from sharp edges and chips there first. Round them over to about ${p.value}.`,
  'rule.nothing-soaks-into-laminate-foil-or':
    'Nothing soaks into laminate, foil or metal. The first coat must be an adhesion primer.',
  'rule.bonding-primer-instead': 'Bonding primer instead',
  'rule.filler-drinks-paint-and-shows-as':
    'Filler soaks up paint and flashes dull. Spot-prime repairs with solvent or shellac primer.',
  'rule.spot-prime-after-it': 'Spot-prime after it',
  'rule.spot-prime-repairs': 'Spot-prime repairs',
  'rule.a-patch-over-primer-or-paint':
    'Filler over primer or paint soaks up the next coat and flashes as a dull halo, and sand-through shows bare wood. Spot-prime both.',
  'rule.spot-prime-patches': 'Spot-prime patches',
  'rule.shellac-or-solvent-primer-on-patches':
    'Shellac or solvent primer on filler and sand-through, or they flash.',
  // core/src/rules/handling.ts
  'rule.softens-under-skin-contact-a-harder': (p: { name: Text }) =>
    `${p.name} softens under skin contact. Use a harder product, or put a clear coat over it.`,
  'rule.packed-before-it-is-dry-to': 'It is packed before it is dry to pack: the film would print and stick.',
  'rule.wait-until-dry-to-pack': 'Wait until dry to pack',
  'rule.refitted-before-its-clock-a-soft':
    'It is refitted too early: the first screw would mark the soft film.',
  'rule.wait-until-it-may-be-refitted': 'Wait until it may be refitted',
  'rule.it-does-not-wait-for-the':
    'It does not wait for the coat underneath. Solvent and water stay trapped, and it chips months later.',
  'rule.wait-for-the-recoat-time': 'Wait for the recoat time',
  'rule.hooks-are-drilled-before-the-last':
    'Drill for hooks before the last dusting and the first coat, not after.',
  'rule.hang-before-the-first-coat': 'Hang before the first coat',
  'rule.nobody-looks-the-pieces-over-before': 'There is no inspection before packing.',
  'rule.final-look-over-before-it': 'Inspect before packing',
  'rule.at-arms-length-in-room-light': 'At arm’s length in room light.',
  'rule.gaps-show-once-the-first-primer':
    'Gaps only show once the first primer is on. Caulk after it, not before.',
  'rule.the-panel-of-a-wooden-door':
    'A solid panel moves with the seasons: a filled joint cracks within a year.',
  'rule.leave-the-joints-free': 'Leave the joints free',
  'rule.the-tag-on-the-gets-painted': (p: { tagAt: Text }) =>
    `The tag on the ${p.tagAt} will be painted over, and the piece cannot be identified.`,
  'rule.tag-in-a-hinge-bore': 'Tag in a hinge bore',
  'rule.lying-flat-the-back-is-coated':
    'Flat pieces are coated back first, front last; otherwise the wet face rests on the supports.',
  'rule.before': (p: { name: Text; name2: Text }) => `“${p.name}” before “${p.name2}”`,
  'rule.this-handles-pieces-before-is-dry': (p: { name: Text }) =>
    `This handles pieces before “${p.name}” is dry to handle: fingerprints that only sanding removes.`,
  'rule.wait-until-dry-to-handle': 'Wait until dry to handle',
  'rule.it-leaves-the-shop-before-is': (p: { name: Text }) =>
    `The pieces leave the shop before “${p.name}” is done.`,
  'rule.it-is-packed-after-it-was': 'It is packed after it is refitted.',
  'rule.to-the-end': 'Move to the end',
  'rule.before-the-refit': 'Move before the refit',
  // core/src/rules/keying.ts
  'rule.nothing-dulls-the-old-finish-before': (p: { is: boolean }) =>
    `The old finish is not scuffed before this coat${p.is ? ', and it is glossy' : ''}: the paint would peel in sheets.`,
  'rule.key-p180-before-it': 'Key P180 before it',
  'rule.dull-everywhere-bare-nowhere-the-coat': 'Dull all over, bare nowhere: the coat needs a tooth.',
  'rule.p-cuts-through-foil-and-thin': (p: { grit: Text }) =>
    `P${p.grit} cuts through foil and thin veneer. Use a fine pad by hand, no machine.`,
  'rule.fine-pad-by-hand': 'Fine pad by hand',
  'rule.p-leaves-furrows-in-laminate-that': (p: { grit: Text }) =>
    `P${p.grit} leaves scratches in laminate that no coat will fill.`,
  'rule.p320-by-hand': 'P320, by hand',
  'rule.p-between-colour-coats-its-scratches': (p: { grit: Text }) =>
    `P${p.grit} between colour coats is too coarse: the scratches show through.`,
  'rule.p-polishes-the-next-coat-has': (p: { grit: Text }) =>
    `P${p.grit} is too fine: it polishes, and the next coat has nothing to grip.`,
  'rule.from-p-to-p-is-too': (p: { grit: Text; grit2: Text }) =>
    `From P${p.grit} to P${p.grit2} is too big a step: the coarse scratches stay.`,
  'rule.p-between': (p: { between: Text }) => `P${p.between} between`,
  'rule.it-does-not-wait-until-is': (p: { name: Text }) =>
    `It does not wait until “${p.name}” is dry to sand: the paper would clog.`,
  'rule.wait-until-dry-to-sand': 'Wait until dry to sand',
  'rule.primer-that-is-not-flatted-shows': 'Unsanded primer shows its texture through every colour coat.',
  'rule.sand-primer-p240-after-it': 'Sand primer P240 after it',
  'rule.the-coat-has-to-be-on': (p: { windowMin: Text; minutes: Text }) =>
    `The coat must go on within ${p.windowMin} min of the deglosser; here there are about ${p.minutes} min of other work in between.`,
  'rule.nothing-is-coated-after-the-deglosser': (p: { windowMin: Text }) =>
    `Nothing is coated after the deglosser, and its key lasts only ${p.windowMin} min.`,
  'rule.deglosser-right-before-the-coat': 'Deglosser right before the coat',
  // core/src/rules/layers.ts
  'rule.nothing-is-sanded-between-and': (p: { name: Text; name2: Text; why: Text }) =>
    `Nothing is sanded between ${p.name} and ${p.name2}. ${p.why}`,
  'rule.is-a-wall-paint-it-stays': (p: { name: Text }) =>
    `${p.name} is a wall paint: it stays soft, blocks where door meets frame, and marks.`,
  'rule.mineral-paint-stays-porous-in-a': (p: { room: Text }) =>
    `Mineral paint stays porous: in a ${p.room} it needs a clear sealer over it.`,
  // core/src/rules/moves.ts
  'rule.no-move-brings-paint-to': (p: { parts: Text }) => `No move applies paint to the ${p.parts}.`,
  'rule.no-move-sands': (p: { parts: Text }) => `No move sands the ${p.parts}.`,
  'rule.add-to-the-first-move': (p: { parts: Text }) => `Add the ${p.parts} to the first move`,
  'rule.two-moves-bring-paint-to': (p: { parts: Text }) =>
    `Two moves apply paint to the ${p.parts}: the film there is twice as thick as the step says.`,
  'rule.let-the-second-one-lay-off': 'Let the later one tip off, without paint',
  'rule.leave-out-of-it': (p: { parts: Text }) => `Leave the ${p.parts} out of the later one`,
  'rule.lays-off-what-is-not-wet-yet': (p: { number: Text }) =>
    `Move ${p.number} tips off paint that is not on yet.`,
  'rule.make-it-the-last-move': 'Make it the last move',
  'rule.move-thinned-on-paint-the-sheet-ends': (p: { number: Text; fraction: Text; most: Text }) =>
    `Move ${p.number} is thinned ${p.fraction} % on paint; the sheet ends at ${p.most} %.`,
  'rule.leave-the-conditioner-out': 'Leave the conditioner out',
  'rule.conditioner-of': (p: { most: Text }) => `${p.most} % on paint`,
  // core/src/rules/passes.ts
  'rule.flash-off-is-longer-than-the-window': (p: { flashMin: Text; windowMin: Text; isStated: unknown }) =>
    `${p.flashMin} min of flash-off between light passes is too long: the next one goes on within ${p.windowMin} min, ${p.isStated ? 'the wet-on-wet window of the sheet' : 'while the film is not touch dry'}.`,
  'rule.flash-off-of': (p: { minutes: Text }) => `Flash off ${p.minutes} min`,
  'rule.in-one-pass': 'In one pass',
  'rule.a-second-pass-by-hand-drags-the-first':
    'By hand a second pass drags the first one, which has begun to set. Light passes back to back are for guns.',
  'rule.takes-off-more-than-is-there': (p: { off: Text; there: Text }) =>
    `It takes about ${p.off} off; only ${p.there} of dry film is there, so it goes through.`,
  'rule.a-machine-digs-into-profiles': (p: { number: Text }) =>
    `Move ${p.number} takes a machine into profiles or corners, where it digs in.`,
  'rule.by-hand': 'By hand',
  'rule.the-loop-has-no-round-left': (p: { rounds: Text }) =>
    `All ${p.rounds} rounds are planned and none is left: a defect that still shows then has no round to go.`,
  'rule.allow-one-more-round': (p: { most: Text }) => `At most ${p.most} rounds`,
  'rule.each-piece-is-vacuumed-at-the-station':
    'Each piece is vacuumed at the station before it is put down. Dusting it again right away gains nothing.',
  'rule.leave-the-dusting-out': 'Remove the dusting',
  'rule.a-patch-shows-through-a-translucent-coat': (p: { name: Text }) =>
    `This coat is translucent: what “${p.name}” leaves shows through it.`,
  'rule.prime-all-of-it-before': 'Prime all over before it',
  // core/src/rules/place.ts
  'rule.the-sheet-of-does-not-list': (p: { name: Text; applicator: Text }) =>
    `The sheet for ${p.name} does not list ${p.applicator}.`,
  'rule.damp-settles-unseen-and-the-film': (p: { why: Text }) =>
    `${p.why} Moisture can condense unseen and the film peels. Warm the pieces or dry the air.`,
  'rule.the-sheet-of-does-not-name': (p: { name: Text; substrate: Text }) =>
    `The sheet for ${p.name} does not list ${p.substrate}. Make a test panel or choose another product.`,
  'rule.mist-of-burns-it-is-sprayed': (p: { name: Text }) =>
    `${p.name} overspray can ignite: spray it only in a booth with a fan and fittings rated for solvent.`,
  'rule.the-place-is-not-rated-to-spray': (p: { place: Text; rating: Text }) =>
    `${p.place} is rated for ${p.rating}.`,
  'rule.nothing-is-coated-there': (p: { place: Text }) => `${p.place} is rated for no coating.`,
  'rule.spraying-in-a-room-that-is-open': (p: { what: Text }) =>
    `Sprayed in the client’s room, and the room is not protected: overspray settles on everything and falls back into the wet film. Missing: ${p.what}.`,
  'rule.the-gun-is-set-above-its': (p: { name: Text; bar: Text; most: Text }) =>
    `${p.name} is set to ${p.bar} bar and may be given ${p.most} bar at most: it can burst. Turn the regulator down first.`,
  'rule.the-shop-has-no-garage-or': (p: { tags: Text }) =>
    `${p.tags}: no garage or tent is set up in Shop, so they are planned in the shop itself.`,
  'rule.there-is-no-booth-to-spray': 'There is no booth to spray in.',
  'rule.isocyanate-hardener-supplied-air-covered-ski':
    'Isocyanate hardener: supplied air, covered skin, trained people only. One exposure can mean asthma for life. The shop has no supplied air, according to Shop.',
  'rule.the-old-paint-may-hold-lead':
    'The old paint may contain lead and is not cleared. Test before any sanding.',
  'rule.someone-sensitive-lives-there-no-solvent':
    'Someone sensitive lives there: no solvent or alcohol vapour in their rooms.',
  'rule.the-old-film-lets-go-new':
    'The old film is peeling. New paint only holds as well as what is under it. Strip where it flakes.',
  // core/src/rules/windows.ts
  'rule.the-window-of-shuts-after-the': (p: { name: Text; hereMinutes: Text; earliest: Text }) =>
    `The window of ${p.name} closes ${p.hereMinutes} after the coat, and this one comes ${p.earliest} after it at the earliest: it will not bond.`,
  'rule.wet-on-wet-is-open-for': (p: { open: Text; minutes: Text }) =>
    `Wet-on-wet is open for ${p.open}, but getting round all the pieces takes ${p.minutes}: the coat would fall between the two windows.`,
  'rule.wait-for-the-second-window': 'Wait for the second window',
  'rule.wants-before-a-coat-and-the': (p: { name: Text; wanted: Text; dryingMin: Text }) =>
    `${p.name} needs ${p.wanted} before a coat, and the sequence gives it ${p.dryingMin}: the film over it would craze.`,
  'rule.no-paint-holds-on': (p: { name: Text }) => `Paint does not stick to ${p.name}.`,
  'rule.a-mix-of-lasts-here-and': (p: { name: Text; life: Text; minutes: Text }) =>
    `A mix of ${p.name} has a pot life of ${p.life} here, and applying it takes ${p.minutes}: the rest would set in the gun.`,
  'rule.is-thinned-with-makes-it-curdle': (p: { name: Text; thinnerName: Text; thinnerName2: Text }) =>
    `${p.name} is thinned with ${p.thinnerName}; ${p.thinnerName2} makes it curdle, lift or stay soft.`,
  'rule.thin-with': (p: { thinnerName: Text }) => `Thin with ${p.thinnerName}`,
};
