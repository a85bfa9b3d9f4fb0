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
    `The soil asks for ${p.wanted} degreasing passes before the first film; there ${p.is ? 'is 1' : `are ${p.length}`}.`,
  'rule.add-a-pass': 'Add a pass',
  'rule.leaves-dust-and-this-coat-would': (p: { after: Text }) =>
    `“${p.after}” leaves dust, and this coat would lay it in for good.`,
  'rule.dust-off-before-it': 'Dust off before it',
  'rule.leaves-a-residue-that-keeps-paint': (p: { name: Text }) =>
    `${p.name} leaves a residue that keeps paint from bonding: rinse, or wipe off with clean water while it is wet.`,
  'rule.rinse-it-off': 'Rinse it off',
  'rule.degrease-before-it': 'Degrease before it',
  'rule.mask-after-cleaning': 'Mask after cleaning',
  'rule.tape-does-not-hold-on-grease': 'Tape does not hold on grease: clean first, then mask.',
  'rule.dulls-glass-and-aluminium-and-some': (p: { name: Text }) =>
    `${p.name} dulls glass and aluminium, and some of these pieces are glazed.`,
  'rule.there-is-no-old-finish-and':
    'There is no old finish and no grease on bare wood: water only raises the fibres. Brush it off; spirit where hands or glue left marks.',
  'rule.leave-out': (p: { name: Text }) => `Leave out “${p.name}”`,
  'rule.leave-the-washing-out': 'Leave the washing out',
  // core/src/rules/deviations.ts
  'rule.one-more-coat-of-the-last': 'One more coat of the last colour',
  'rule.seal-knots-and-stains-first': 'Seal knots and stains first',
  'rule.fill-sand-flush-and-spot-prime': 'Fill, sand flush and spot-prime',
  'rule.worn-or-thin-places-want-more': 'Worn or thin places want more film than their neighbours.',
  'rule.seal-knots-and-stains': 'Seal knots and stains',
  'rule.resin-and-dye-come-through-later': 'Resin and dye come through later.',
  'rule.dents-old-holes-and-chipped-edges': 'Dents, old holes and chipped edges of these pieces.',
  'rule.the-patches': 'the patches',
  'rule.flush-with-the-wood-around-them': 'Flush with the wood around them.',
  'rule.sand-the-patches-flush-p': (p: { grit: Text }) => `Sand the patches flush P${p.grit}`,
  'rule.dust-off-the-patches': 'Dust off the patches',
  'rule.spot-prime-the-patches': 'Spot-prime the patches',
  'rule.filler-drinks-paint-and-would-show': 'Filler drinks paint and would show dull.',
  // core/src/rules/films.ts
  'rule.thinned-on-paint-the-sheet-ends': (p: { fraction: Text; most: Text }) =>
    `Thinned ${p.fraction} % on paint; the sheet ends at ${p.most} %.`,
  'rule.thin-to-the-maximum': 'Thin to the maximum',
  'rule.wet-the-sheet-says-to': (p: { wftUm: Text; wftMinUm: Text; wftMaxUm: Text }) =>
    `${p.wftUm} wet; the sheet says ${p.wftMinUm} to ${p.wftMaxUm}.`,
  'rule.split-into-two-of': (p: { half: Text }) => `Split into two of ${p.half}`,
  'rule.wet-runs-on-an-upright-piece': (p: { wftUm: Text; from: Text }) =>
    `${p.wftUm} wet runs on an upright piece: about ${p.from} is where it sags.`,
  'rule.wet-is-too-much-even-lying': (p: { wftUm: Text; from: Text }) =>
    `${p.wftUm} wet is too much even lying flat: from about ${p.from} it runs over the edges and pools in the profile.`,
  'rule.dry-of-it-cracks-above': (p: { total: Text; name: Text; maxTotalDftUm: Text }) =>
    `${p.total} dry of ${p.name}; it cracks above ${p.maxTotalDftUm}.`,
  'rule.leave-this-coat-out': 'Leave this coat out',
  'rule.dry-in-all-to-is-usual': (p: { total: Text; is: boolean; value: Text; value2: Text }) =>
    `${p.total} dry in all ${p.is ? 'does not protect' : 'is thick enough to crack at edges and joints'}; ${p.value} to ${p.value2} is usual on wood.`,
  'rule.this-colour-does-not-hide-the':
    'This colour does not hide the old one within a sensible number of coats: tint the primer or choose another.',
  'rule.coats-hide-the-old-colour-after': (p: { coats: Text; length: Text; is: boolean; left: Text }) =>
    `${p.coats} coats hide the old colour; after ${p.length} it still shows${p.is ? '' : ` (ΔE ${p.left})`}.`,
  'rule.one-more-coat': 'One more coat',
  'rule.one-colour-coat-two-light-ones':
    'One colour coat: two light ones level better, dry sooner and forgive a thin place.',
  // core/src/rules/fixes.ts
  'rule.a-fresh-key-for-the-coat': 'A fresh key for the coat that follows.',
  'rule.scuff-and-dust-before-it': 'Scuff and dust before it',
  'rule.once-more': (p: { name: Text }) => `${p.name}, once more`,
  'rule.takes-hands-water-and-wear': 'Takes hands, water and wear.',
  'rule.a-clear-coat-over-it': 'A clear coat over it',
  // core/src/rules/ground.ts
  'rule.comes-through-a-pale-colour-as': (p: { what: Text }) =>
    `${p.what} comes through a pale colour as brown shadows, and no primer here holds it back.`,
  'rule.prime-with-shellac-blocker': 'Prime with shellac blocker',
  'rule.a-waterborne-blocker-holds-some-woods':
    'A waterborne blocker holds some woods and fails on others, days later: make a test panel, or use shellac.',
  'rule.every-open-pore-shows-as-a':
    'Every open pore shows as a dark line through this pale colour; nothing here fills them.',
  'rule.there-are-no-open-pores-to': 'There are no open pores to fill.',
  'rule.the-dark-colour-hides-the-pores':
    'The dark colour hides the pores: filling doubles the preparation for nothing.',
  'rule.leave-the-filling-out': 'Leave the filling out',
  'rule.cut-edges-of-board-drink-water':
    'Cut edges of board drink water, swell and fur: they are sealed with shellac or solvent primer first.',
  'rule.seal-the-edges-before-it': 'Seal the edges before it',
  'rule.sharp-edges-round-to-a-radius': (p: { value: Text }) =>
    `Sharp edges round, to a radius of ${p.value}.`,
  'rule.ease-the-edges': 'Ease the edges',
  'rule.paint-pulls-away-from-a-knife': (p: { value: Text }) =>
    `Paint pulls away from a knife edge and chips there first: ease edges to a radius of ${p.value}.`,
  'rule.nothing-soaks-into-laminate-foil-or':
    'Nothing soaks into laminate, foil or metal: the first film has to be an adhesion primer.',
  'rule.bonding-primer-instead': 'Bonding primer instead',
  'rule.filler-drinks-paint-and-shows-as':
    'Filler drinks paint and shows as a dull patch: spot-prime repairs with solvent or shellac primer.',
  'rule.spot-prime-after-it': 'Spot-prime after it',
  'rule.spot-prime-repairs': 'Spot-prime repairs',
  'rule.a-patch-over-primer-or-paint':
    'A patch over primer or paint drinks the next coat and flashes as a dull halo, and where it was sanded through bare wood shows: spot-prime both.',
  'rule.spot-prime-patches': 'Spot-prime patches',
  'rule.shellac-or-solvent-primer-on-patches':
    'Shellac or solvent primer on patches and sand-through, or they flash.',
  // core/src/rules/handling.ts
  'rule.softens-under-skin-contact-a-harder': (p: { name: Text }) =>
    `${p.name} softens under skin contact: a harder film or a clear coat over it.`,
  'rule.packed-before-it-is-dry-to': 'Packed before it is dry to pack, a film prints and sticks.',
  'rule.wait-until-dry-to-pack': 'Wait until dry to pack',
  'rule.refitted-before-its-clock-a-soft':
    'Refitted before its clock, a soft film is marked by the first screw.',
  'rule.wait-until-it-may-be-refitted': 'Wait until it may be refitted',
  'rule.it-does-not-wait-for-the':
    'It does not wait for the coat under it: solvent and water stay trapped, and it chips months later.',
  'rule.wait-for-the-recoat-time': 'Wait for the recoat time',
  'rule.hooks-are-drilled-before-the-last':
    'Hooks are drilled before the last dusting and the first coat, not after.',
  'rule.hang-before-the-first-coat': 'Hang before the first coat',
  'rule.nobody-looks-the-pieces-over-before': 'Nothing inspects the pieces before they are packed.',
  'rule.final-look-over-before-it': 'Final inspection before it',
  'rule.at-arms-length-in-room-light': 'At arm’s length in room light.',
  'rule.gaps-show-once-the-first-primer':
    'Gaps show once the first primer is on: caulk after it, not before.',
  'rule.the-panel-of-a-wooden-door':
    'The panel of a wooden door moves with the seasons: a filled joint cracks within a year.',
  'rule.leave-the-joints-free': 'Leave the joints free',
  'rule.the-tag-on-the-gets-painted': (p: { tagAt: Text }) =>
    `The tag on the ${p.tagAt} gets painted over, and no one knows the piece again.`,
  'rule.tag-in-a-hinge-bore': 'Tag in a hinge bore',
  'rule.lying-flat-the-back-is-coated':
    'Lying flat, the back is coated first and the front last: else the face rests on its supports.',
  'rule.before': (p: { name: Text; name2: Text }) => `“${p.name}” before “${p.name2}”`,
  'rule.this-handles-pieces-before-is-dry': (p: { name: Text }) =>
    `This handles pieces before “${p.name}” is dry to handle: prints that only sanding removes.`,
  'rule.wait-until-dry-to-handle': 'Wait until dry to handle',
  'rule.it-leaves-the-shop-before-is': (p: { name: Text }) => `It leaves the shop before “${p.name}” is on.`,
  'rule.it-is-packed-after-it-was': 'It is packed after it was refitted.',
  'rule.to-the-end': 'To the end',
  'rule.before-the-refit': 'Before the refit',
  // core/src/rules/keying.ts
  'rule.nothing-dulls-the-old-finish-before': (p: { is: boolean }) =>
    `Nothing dulls the old finish before this coat${p.is ? ', and it is glossy' : ''}: it would peel in sheets.`,
  'rule.key-p180-before-it': 'Key P180 before it',
  'rule.dull-everywhere-bare-nowhere-the-coat': 'Dull everywhere, bare nowhere: the coat needs a tooth.',
  'rule.p-cuts-through-foil-and-thin': (p: { grit: Text }) =>
    `P${p.grit} cuts through foil and thin veneer: a fine pad by hand, no machine.`,
  'rule.fine-pad-by-hand': 'Fine pad by hand',
  'rule.p-leaves-furrows-in-laminate-that': (p: { grit: Text }) =>
    `P${p.grit} leaves furrows in laminate that no film fills.`,
  'rule.p320-by-hand': 'P320, by hand',
  'rule.p-between-colour-coats-its-scratches': (p: { grit: Text }) =>
    `P${p.grit} between colour coats: its scratches show through the next one.`,
  'rule.p-polishes-the-next-coat-has': (p: { grit: Text }) =>
    `P${p.grit} polishes: the next coat has nothing to hold.`,
  'rule.from-p-to-p-is-too': (p: { grit: Text; grit2: Text }) =>
    `From P${p.grit} to P${p.grit2} is too far: the coarse scratches stay.`,
  'rule.p-between': (p: { between: Text }) => `P${p.between} between`,
  'rule.it-does-not-wait-until-is': (p: { name: Text }) =>
    `It does not wait until “${p.name}” is dry to sand: the paper loads and rolls.`,
  'rule.wait-until-dry-to-sand': 'Wait until dry to sand',
  'rule.primer-that-is-not-flatted-shows':
    'Primer that is not flatted shows its texture through every colour coat.',
  'rule.sand-primer-p240-after-it': 'Sand primer P240 after it',
  'rule.the-coat-has-to-be-on': (p: { windowMin: Text; minutes: Text }) =>
    `The coat has to be on within ${p.windowMin} min of the deglosser; here about ${p.minutes} min of other work lie between.`,
  'rule.nothing-is-coated-after-the-deglosser': (p: { windowMin: Text }) =>
    `Nothing is coated after the deglosser, and its key is gone after ${p.windowMin} min.`,
  'rule.deglosser-right-before-the-coat': 'Deglosser right before the coat',
  // core/src/rules/layers.ts
  'rule.nothing-is-sanded-between-and': (p: { name: Text; name2: Text; why: Text }) =>
    `Nothing is sanded between ${p.name} and ${p.name2}. ${p.why}`,
  'rule.is-a-wall-paint-it-stays': (p: { name: Text }) =>
    `${p.name} is a wall paint: it stays soft, sticks to itself where door meets frame, and prints.`,
  'rule.mineral-paint-stays-porous-in-a': (p: { room: Text }) =>
    `Mineral paint stays porous: in a ${p.room} it needs a clear sealer over it.`,
  // core/src/rules/place.ts
  'rule.the-sheet-of-does-not-list': (p: { name: Text; applicator: Text }) =>
    `The sheet of ${p.name} does not list the ${p.applicator}.`,
  'rule.damp-settles-unseen-and-the-film': (p: { why: Text }) =>
    `${p.why} Damp settles unseen and the film peels: warm the pieces or dry the air.`,
  'rule.the-sheet-of-does-not-name': (p: { name: Text; substrate: Text }) =>
    `The sheet of ${p.name} does not name ${p.substrate} among its substrates: make a test panel or choose another.`,
  'rule.mist-of-burns-it-is-sprayed': (p: { name: Text }) =>
    `Mist of ${p.name} burns: it is sprayed only in a booth whose fan and fittings are rated for solvent.`,
  'rule.spraying-in-the-clients-room-takes':
    'Spraying in the client’s room takes it out of use and drifts into everything.',
  'rule.there-is-no-booth-to-spray': 'There is no booth to spray in.',
  'rule.isocyanate-hardener-supplied-air-covered-ski':
    'Isocyanate hardener: supplied air, covered skin, trained people only. One exposure can mean asthma for life. The shop says under Shop that it has no supplied air.',
  'rule.the-old-paint-may-hold-lead':
    'The old paint may hold lead and is not cleared: no abrasive before a test.',
  'rule.someone-sensitive-lives-there-no-solvent':
    'Someone sensitive lives there: no solvent or alcohol vapour in their rooms.',
  'rule.the-old-film-lets-go-new':
    'The old film is peeling: new paint only holds as well as what is under it. Strip where it flakes.',
  // core/src/rules/windows.ts
  'rule.the-window-of-shuts-after-the': (p: { name: Text; hereMinutes: Text; earliest: Text }) =>
    `The window of ${p.name} closes ${p.hereMinutes} after the coat, and this one comes ${p.earliest} after it at the earliest: it would not bond.`,
  'rule.wet-on-wet-is-open-for': (p: { open: Text; minutes: Text }) =>
    `Wet on wet is open for ${p.open}, and coming round again takes ${p.minutes}: the coat would fall between its two windows.`,
  'rule.wait-for-the-second-window': 'Wait for the second window',
  'rule.wants-before-a-coat-and-the': (p: { name: Text; wanted: Text; restMin: Text }) =>
    `${p.name} wants ${p.wanted} before a coat, and the sequence leaves it ${p.restMin}: the film over it crazes.`,
  'rule.no-paint-holds-on': (p: { name: Text }) => `No paint holds on ${p.name}.`,
  'rule.a-pot-of-lasts-here-and': (p: { name: Text; life: Text; minutes: Text }) =>
    `A mix of ${p.name} lasts ${p.life} here, and applying it takes ${p.minutes}: the rest would set in the gun.`,
  'rule.is-thinned-with-makes-it-curdle': (p: { name: Text; thinnerName: Text; thinnerName2: Text }) =>
    `${p.name} is thinned with ${p.thinnerName}; ${p.thinnerName2} makes it curdle, lift or stay soft.`,
  'rule.thin-with': (p: { thinnerName: Text }) => `Thin with ${p.thinnerName}`,
};
