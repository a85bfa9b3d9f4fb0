// Longer than other files: all sentences of one room.

type Text = string | number | null | undefined;

/** Steps: what they are called, why they are done, and how a shop may do them otherwise. */
export const STEP = {
  // core/src/systems/applyMethods.ts
  'step.wipe-raw-stock-clean': 'Wipe bare material clean',
  'step.hands-glue-and-machine-oil-off':
    'Wipe off hand marks, glue and machine oil before the first abrasive.',
  'step.key-p': (p: { grit: Text }) => `Key P${p.grit}`,
  'step.wipe-with-deglosser': 'Wipe with deglosser',
  'step.softens-the-gloss-chemically-in-deep':
    'Dulls the gloss chemically, deep profiles included; coat within its window.',
  'step.gloves-goggles-and-air-deglosser-is':
    'Deglosser is solvent: gloves, goggles, ventilation. No flame; rags into a lidded metal can.',
  'step.caulk-frame-gaps': 'Caulk frame gaps',
  'step.thin-gaps-that-show-after-the':
    'Thin gaps that show after the first primer. Leave the joints of solid panels free.',
  'step.before-the-primer-which-then-covers':
    'Before the primer, which then covers wood and caulk in one go.',
  'step.caulk-panel-joints': 'Caulk panel joints',
  'step.for-a-closed-line-it-cracks': 'For a closed line. It will crack when the panel moves.',
  'step.scuff-p': (p: { grit: Text }) => `Scuff P${p.grit}`,
  'step.nibs-off-and-a-fresh-key': (p: { grit: Text }) => `Knock off nibs and re-key with P${p.grit}.`,
  'step.one-full-coat-at-the-thickest': 'One full coat at the thickest film the sheet allows.',
  'step.shaken-let-the-mix-rest-until': 'Shaken: let the mix stand until the bubbles are gone, then strain.',
  'step.soft-vacuum-air-into-the-corners':
    'Vacuum with a soft brush, blow out the corners, then wipe with a lint-free cloth barely damp with water and alcohol.',
  'step.mask-the-hinges': 'Mask the hinges',
  'step.they-stay-on-and-are-replaced':
    'They stay on and are replaced later. Keep paint out of screw holes and cups.',
  'step.clear-coat': 'clear coat',
  'step.very-fine-and-almost-without-pressure': 'Very fine, almost no pressure, once it is hard.',
  'step.rub-out-p': (p: { grit: Text }) => `Rub out P${p.grit}`,
  // core/src/systems/coatRuns.ts
  'step.between-coats': 'between coats',
  'step.nibs-off-and-a-fresh-key-2': (p: { grit: Text }) =>
    `Knock off nibs and re-key; P${p.grit} scratches vanish under the next coat.`,
  'step.two-light-coats-beat-one-heavy': 'Two light coats beat one heavy coat: fewer sags, faster drying.',
  'step.takes-the-wear': 'Takes the wear and tear.',
  'step.from-very-thin-to-full-so': 'From very thin to full: the first coats soak in, the last one levels.',
  // core/src/systems/library.ts
  'step.with-at-most-for-a-longer': (p: { conditionerName: Text; conditionerMaxPct: Text }) =>
    ` With ${p.conditionerName}, at most ${p.conditionerMaxPct} %, for a longer wet edge.`,
  'step.member-by-member-laid-off-along': (p: { added: Text }) =>
    `Stile by stile and rail by rail, tipped off along the grain, overnight between coats.${p.added}`,
  'step.blocks-tannin-and-old-stain-which':
    'Blocks tannin and old stain that would bleed through a pale waterborne coat.',
  'step.grips-sound-old-lacquer-that-an': 'Grips sound old lacquer that an ordinary primer would peel off.',
  'step.filled-open-grain-pale': 'Filled open grain, pale',
  'step.clean-key-clean-grain-fill-solvent':
    'clean, key, clean · grain fill · solvent stain-block primer · waterborne enamel',
  'step.a-pale-colour-on-oak-ash':
    'A pale colour on oak, ash, elm or chestnut that must look flat: pores filled, stain blocked.',
  'step.dark-colours-which-hide-the-pores':
    'Dark colours, which hide the pores anyway, and closed grain, which has none.',
  'step.primer-filled-open-grain-pale': 'Primer-filled open grain, pale',
  'step.clean-key-clean-heavy-primer-into':
    'clean, key, clean · heavy primer into the pores · high-build primer · waterborne enamel',
  'step.a-pale-colour-on-open-grain':
    'A pale colour on open grain where a trace of grain is fine: less work than filler, not as flat.',
  'step.glass-flat-work-strong-tannin-under': 'Glass-flat work, strong tannin under white, and dark colours.',
  'step.builds-over-the-filled-pores-until': 'Builds over the filled pores until raking light finds none.',
  'step.open-grain-dark-no-fill': 'Open grain, dark, no fill',
  'step.clean-key-clean-waterborne-stain-block':
    'clean, key, clean · waterborne stain-block primer · waterborne enamel',
  'step.dark-colours-on-open-grain-they':
    'Dark colours on open grain: they hide the pores, so filling would be wasted time.',
  'step.pale-colours-which-draw-every-pore': 'Pale colours, where every pore shows as a dark line.',
  'step.holds-back-what-bleeds-and-gives': 'Blocks bleed and gives the colour an even base.',
  'step.closed-grain-or-old-lacquer': 'Closed grain or old lacquer',
  'step.clean-key-clean-bonding-primer-waterborne': 'clean, key, clean · bonding primer · waterborne enamel',
  'step.maple-birch-beech-cherry-or-any':
    'Maple, birch, beech, cherry or any sound old lacquer, and dark colours where pores may stay.',
  'step.pale-colours-over-open-pores-bleeding':
    'Pale colours over open pores, bleeding stain under pale colours, flaking finishes.',
  'step.knotty-softwood-or-bleeding-dye': 'Knotty softwood or bleeding dye',
  'step.clean-key-clean-shellac-knots-once': 'clean, key, clean · shellac, knots twice · waterborne enamel',
  'step.pine-and-spruce-with-knots-cherry':
    'Pine and spruce with knots, cherry, red stain: shellac, the surest blocker, seals in what bleeds.',
  'step.closed-surfaces-and-rooms-where-alcohol':
    'Non-porous surfaces, and rooms where alcohol vapour cannot be kept away from a flame.',
  'step.seal-knots': 'Seal knots',
  'step.spots-first-resin-comes-through-two': 'Spot-seal first: resin gets through two coats, rarely three.',
  'step.shellac-holds-resin-and-dye-that':
    'Shellac holds resin and dye that every waterborne primer lets through.',
  'step.new-mdf-sprayed': 'New MDF, sprayed',
  'step.ease-edges-seal-edges-build-primer': 'ease edges · seal edges · build primer · waterborne enamel',
  'step.new-mdf-doors-and-panels-straight': 'New MDF doors and panels, straight from the workshop.',
  'step.anything-with-an-old-finish-on': 'Anything with an old finish on it.',
  'step.builds-a-film-that-sands-flat': 'Builds enough to sand flat, and evens out face and edge.',
  'step.flat-before-colour': 'Sand flat before colour.',
  'step.rolled-any-sound-ground': 'Rolled, any sound substrate',
  'step.clean-key-clean-primer-rolled-colour':
    'clean, key, clean · primer rolled · colour rolled, finer between',
  'step.any-sound-or-new-ground-where':
    'Any sound or new substrate where spraying is not an option: a fine even stipple that can be touched up later.',
  'step.a-dead-flat-look-and-closed': 'A dead flat look, and closed surfaces without an adhesion primer.',
  'step.evens-what-drinks-and-what-does': 'Evens out the suction before the roller shows it.',
  'step.more-thin-coats-and-finer-paper':
    'More thin coats with finer paper between them make a rolled face even.',
  'step.laminate-foil-and-metal': 'Laminate, foil and metal',
  'step.degrease-twice-fine-pad-adhesion-primer':
    'degrease twice · fine pad · adhesion primer · waterborne enamel',
  'step.closed-surfaces-that-hold-nothing-by': 'Non-porous surfaces: laminate, melamine, sound foil, metal.',
  'step.foil-that-peels-and-wood-which': 'Peeling foil, and wood, which does not need it.',
  'step.bites-where-nothing-soaks-in-all':
    'Bites where nothing soaks in. Everything above depends on this coat.',
  'step.hand-painted-in-place': 'Hand-painted in place',
  'step.clean-key-clean-bonding-primer-conditioned':
    'clean, key, clean · bonding primer · conditioned enamel tipped off by hand, overnight between',
  'step.fitted-woodwork-that-stays-where-it':
    'Built-in woodwork that stays in place, and clients who like to see brushwork.',
  'step.a-dead-flat-look-and-short': 'A dead-flat look, and rooms that can only be closed briefly.',
  'step.mineral-paint-sealed': 'Mineral paint, sealed',
  'step.clean-key-clean-mineral-paint-clear': 'clean, key, clean · mineral paint · clear sealer',
  'step.a-soft-dead-matt-look-on': 'A soft, dead-matt look on clean, sound wood or paint.',
  'step.hard-use-and-wet-rooms-unless':
    'Hard use and wet rooms unless it is sealed; bleeding wood without a blocker.',
  'step.a-blocker-first-where-the-wood': 'A blocker first where the wood bleeds.',
  'step.clear-over-stain-or-natural': 'Clear over stain or natural',
  'step.raw-sanded-stain-clear-thin-to': 'bare wood sanded · stain · clear, thin to full',
  'step.wood-that-is-to-be-seen': 'Wood that will show: bare, or stripped back to bare.',
  'step.anything-that-is-to-be-painted': 'Any painted finish, MDF and laminate included.',
  'step.wiped-on-and-off-along-the': 'Wipe on and off along the grain; what shows now stays.',
  'step.fast-production-lacquer': 'Fast production lacquer',
  'step.sealer-two-light-coats-back-to':
    'sealer, two light coats back to back · scuff · pre-catalysed colour, two light coats',
  'step.many-pieces-in-few-days-in':
    'A lot of pieces in a few days, in a booth rated for solvent, by people who know two-part products.',
  'step.any-place-without-such-a-booth':
    'Anywhere without such a booth, old oil paint or fresh enamel underneath, brush and roller work.',
  'step.light-and-back-to-back-dry': 'Light and back to back: dry to sand within the hour.',
  'step.a-light-scuff-is-enough': 'A light scuff is enough.',
  'step.soft-texture-new-pieces': 'Soft texture, new pieces',
  'step.raw-wood-generous-primer-by-hand':
    'bare wood · generous primer by hand, sanded · several thin colours, upright',
  'step.new-wooden-pieces-that-shall-keep': 'New wooden pieces that should keep a soft, hand-worked surface.',
  'step.old-finishes-and-a-dead-flat': 'Old finishes and a dead flat look.',
  'step.a-second-film-so-that-the': 'A second coat, so that the texture is paint and not raised grain.',
  'step.several-thin-coats-upright-a-thicker':
    'Several thin coats, upright; a thicker mix or less air leaves the soft texture.',
  'step.solvent-enamel-brushed': 'Solvent enamel, brushed',
  'step.clean-key-clean-solvent-primer-solvent':
    'clean, key, clean · solvent primer · solvent enamel, brushed, a day between',
  'step.traditional-brushed-woodwork-where-days-do':
    'Traditional brushed woodwork, where days do not matter and the room can be aired.',
  'step.occupied-homes-with-sensitive-people-whites':
    'Occupied homes with sensitive people, whites that must not yellow, short dates.',
  'step.solvent-under-solvent-seals-fills-a': 'Solvent under solvent: seals, fills a little, blocks stain.',
  'step.refresh-same-colour': 'Refresh, same colour',
  'step.clean-key-clean-spot-prime-bare': 'clean, key, clean · spot-prime bare places · colour',
  'step.sound-paint-that-stays-near-its':
    'Sound paint in nearly the same colour that only needs freshening up.',
  'step.new-colours-clear-finishes-anything-that':
    'New colours, clear finishes, anything that lifts or bleeds.',
  'step.spot-prime-bare-places': 'Spot-prime bare places',
  'step.bare-wood-and-filler-drink-paint': 'Bare wood and filler soak up paint and would show as dull spots.',
  'step.blocked-and-cleared': 'Blocked and cleared',
  'step.clean-key-clean-blocker-waterborne-enamel': 'clean, key, clean · blocker · waterborne enamel · clear',
  'step.bleeding-or-doubtful-ground-that-hands':
    'Bleeding or doubtful substrates in hard use: blocker below, clear coat on top.',
  'step.quiet-rooms-and-short-dates-where': 'Quiet rooms and tight dates, where two coats fewer will do.',
  // core/src/systems/options.ts
  'step.two-sided-hung-one-sided-flat': 'two-sided hung, one-sided flat',
  'step.all-hung': 'all hung',
  'step.all-flat': 'all flat',
  // core/src/systems/otherProduct.ts
  'step.your-cautions': 'your cautions',
  'step.how-it-is-applied': 'how it is applied',
  'step.from-the-new-sheet': (p: { follows: Text }) => `From the new sheet: ${p.follows}.`,
  // core/src/systems/customSystem.ts
  'step.a-system-has-at-least-one': 'A system has at least one step.',
  // core/src/systems/phases.ts
  'step.remove-tag-and-bag': 'Remove, tag and bag',
  'step.tag-where-no-paint-goes-hardware': 'Tag where no paint goes; hardware in one bag per opening.',
  'step.degrease-and-rinse': 'Degrease and rinse',
  'step.before-any-abrasive-sanding-first-grinds': 'Before any abrasive: sanding first grinds the grease in.',
  'step.to-key': 'to key',
  'step.dull-everywhere-bare-nowhere-the-coat':
    'Dull all over, bare nowhere: the coat needs a tooth, not scratches.',
  'step.wipe-clean-again': 'Wipe clean again',
  'step.sanding-opens-old-dirt-and-leaves': 'Sanding opens up old dirt and leaves dust.',
  'step.a-closed-surface-holds-grease-as':
    'A non-porous surface holds grease as a film no primer can bite through.',
  'step.degrease-again': 'Degrease again',
  'step.the-second-cloth-shows-whether-the': 'The second cloth shows whether the first pass was enough.',
  'step.by-hand-with-a-fine-pad':
    'By hand with a fine pad: a machine cuts through foil and scratches laminate.',
  'step.key-with-a-fine-pad': 'Key with a fine pad',
  'step.padding-leaves-dust-and-opens-old': 'Hand-padding leaves dust and opens up old dirt.',
  'step.unpack-check-and-tag': 'Unpack, check and tag',
  'step.count-against-the-take-off-before':
    'Count them against the take-off before you start; brush off the dust. Do not wash bare wood: use spirit on hand marks and glue only.',
  'step.paint-pulls-away-from-a-knife': 'Paint pulls away from a knife edge and chips there first.',
  'step.ease-edges-p': (p: { grit: Text }) => `Ease edges P${p.grit}`,
  'step.faces-and-edges': 'faces and edges',
  'step.closes-what-the-coarser-grit-opened': 'Refines the coarser scratches.',
  'step.raw-wood': 'bare wood',
  'step.planer-marks-out-sharp-edges-eased': 'Sand out planer marks, round sharp edges over.',
  'step.with-the-grain-the-last-scratches': 'With the grain: the last scratches are the ones that show.',
  'step.seal-edges': 'Seal edges',
  'step.cut-edges-drink-water-swell-and':
    'Cut edges soak up water, swell and go furry; an alcohol-based sealer closes them.',
  'step.until-the-edge-feels-like-the': 'Until the edge feels like the face.',
  'step.fill-and-repair': 'Fill and repair',
  'step.two-part-filler-for-edges-and':
    'Two-part filler for edges and old holes, sanded flush. It soaks up paint, so spot-prime it.',
  'step.grain-fill': (p: { number: Text }) => `Grain fill ${p.number}`,
  'step.across-the-pores-surplus-off-before': 'Work across the pores; take off the surplus before it sets.',
  'step.level-under-raking-light-pits-that': 'Level under raking light: pits that show now will always show.',
  'step.work-primer-into-the-pores': (p: { number: Text }) => `Work primer into the pores ${p.number}`,
  'step.brushed-across-the-grain-and-along':
    'Brush across the grain, then along it, to get it into the pores.',
  'step.down-to-the-wood-between-the':
    'Sand back to the wood between the pores; check under raking light before carrying on.',
  'step.flat-before-colour-fill-and-spot': 'Sand flat before colour; fill and spot-prime what shows.',
  'step.first-primer-on-raw-stock': 'First primer on bare material',
  'step.raw-stock-drinks-the-first-coat':
    'Bare material soaks up the first coat; this one brings it level with the rest.',
  'step.raised-fibres-off': 'Sand off raised grain.',
  // core/src/systems/methods.ts
  'step.clean-or-sand-first': 'Clean or sand first',
  'step.clean-key-clean': 'Clean, key, clean',
  'step.grease-is-gone-before-an-abrasive': 'The grease is off before an abrasive can grind it in.',
  'step.sand-then-clean': 'Sand, then clean',
  'step.saves-a-pass-safe-only-on': 'Saves a pass; only safe on bare material no one has handled.',
  'step.clean-raw-stock-too': 'Clean bare material too',
  'step.raw-stock-picks-up-hands-glue': 'Bare material picks up hand marks, glue and machine oil in transit.',
  'step.first-key': 'First key',
  'step.p180-p220-on-thin-film': 'P180, P220 on thin film',
  'step.takes-the-gloss-without-leaving-furrows': 'Takes the gloss off without deep scratches.',
  'step.p120-then-p': (p: { grit: Text }) => `P120, then P${p.grit}`,
  'step.levels-a-rough-old-finish-the':
    'Levels a rough old finish; the second grit takes out the scratches of the first.',
  'step.deglosser': 'Deglosser',
  'step.reaches-deep-profiles-without-dust-the':
    'Reaches deep profiles without dust; coat within its window.',
  'step.fill-the-grain': 'Fill the grain',
  'step.as-the-system-says': 'As the system says',
  'step.pale-colours-draw-every-pore-dark': 'Pale colours show every pore; dark ones hide them.',
  'step.always': 'Always',
  'step.glass-flat-whatever-the-colour-costs':
    'Glass-flat in any colour; costs as much as all the other prep.',
  'step.never': 'Never',
  'step.the-wood-may-show-saves-the': 'The grain may show; saves the most expensive part of the prep.',
  'step.when-found': 'When found',
  'step.added-manually-where-gaps-show-none': 'Added by hand where gaps show; none is planned.',
  'step.after-the-first-primer': 'After the first primer',
  'step.gaps-show-once-the-first-primer': 'Gaps show once the first primer is on.',
  'step.before-primer': 'Before primer',
  'step.one-pass-of-primer-covers-wood': 'One primer pass covers wood and caulk.',
  'step.joint-of-a-floating-panel': 'Joint of a floating panel',
  'step.leave-free': 'Leave free',
  'step.the-panel-moves-with-the-seasons': 'The panel moves with the seasons; a filled joint cracks.',
  'step.caulk': 'Caulk',
  'step.a-closed-line-looks-finished-until': 'A closed line looks finished until the panel moves.',
  'step.grit-between-coats': 'Grit between coats',
  'step.by-the-film': 'By the film',
  'step.p320-p220-on-soft-paint-p400': 'P320; P220 on soft paint; P400 on gloss and clear.',
  'step.levels-most-scratches-most': 'Levels the most, scratches the most.',
  'step.levels-well-under-a-film-that': 'Levels well under a coat that flows out.',
  'step.scratches-vanish-under-the-next-coat': 'Scratches vanish under the next coat.',
  'step.for-hard-and-glossy-coats-levels': 'For hard, glossy coats; levels very little.',
  'step.a-coat-that-dried-smooth': 'A coat that dried smooth',
  'step.scuff-it': 'Scuff it',
  'step.a-fresh-key-and-the-nibs': 'A fresh key, and the nibs are gone.',
  'step.coat-it-as-it-is': 'Coat it as it is',
  'step.inside-the-window-the-next-coat': 'Within the window the next coat bonds by itself; saves a pass.',
  'step.colour-coats': 'Colour coats',
  'step.two-light': 'Two light',
  'step.less-sag-sooner-dry-sooner-recoated': 'Fewer sags, dries sooner, recoats sooner.',
  'step.one-full-wet-coat': 'One full wet coat',
  'step.half-the-handling-at-the-thickest':
    'Half the handling, at the thickest film the sheet allows; the price is runs and slow drying.',
  'step.loose-pieces': 'Loose pieces',
  'step.hang-two-sided-ones': 'Hang two-sided ones',
  'step.both-sides-in-one-task-where': 'Two-sided pieces get both sides at once; one-sided ones lie flat.',
  'step.hang-all': 'Hang all',
  'step.both-sides-and-edges-at-once': 'Both sides and edges at once; runs are more likely.',
  'step.all-flat-2': 'All flat',
  'step.no-runs-back-flip-front-two': 'No runs. Back, flip, front: two tasks, and rack space.',
  'step.overlap-of-strokes': 'Overlap of strokes',
  'step.half': 'Half',
  'step.the-evenest-film': 'The evenest film.',
  'step.a-sixth-quicker-slight-stripes': 'A sixth quicker, slight striping.',
  'step.quickest-stripes-unless-the-fan-is': 'Quickest; stripes unless the fan is soft-edged.',
  'step.gun-distance': 'Gun distance',
  'step.perpendicular-close': 'Perpendicular, close',
  'step.even-film-least-paint-in-the': 'Even film, least overspray.',
  'step.farther-for-texture': 'Farther, for texture',
  'step.a-drier-softer-surface-about-a': 'A drier, softer surface; wastes about a seventh more paint.',
  'step.edges-and-recesses': 'Edges and recesses',
  'step.first-lightly': 'First, lightly',
  'step.they-are-covered-before-the-faces': 'They are covered before the faces go wet.',
  'step.by-overspray': 'By overspray',
  'step.quicker-edges-stay-thin': 'Quicker, but edges stay thin.',
  'step.to-a-cup-time': 'To a cup time',
  'step.the-same-film-whatever-the-batch':
    'The same film in any weather and from any batch, within the sheet.',
  'step.by-ratio-10': 'By ratio, 10 %',
  'step.no-cup-needed-batches-and-cold': 'No cup needed, but batches and cold days vary.',
  'step.none': 'None',
  'step.the-thickest-dry-film-needs-a': 'The thickest dry film; needs a gun that can handle it.',
  'step.stir': 'Stir',
  'step.no-air-in-the-paint': 'No air in the paint.',
  'step.shake-and-rest': 'Shake and rest',
  'step.lifts-settled-pigment-the-bubbles-need': 'Lifts settled pigment, but the bubbles need time.',
  'step.dust-removal-before-coating': 'Dust removal before coating',
  'step.vacuum-air-tack-cloth': 'Vacuum, air, tack cloth',
  'step.least-left-behind': 'Leaves the least behind.',
  'step.damp-lint-free-cloth': 'Damp lint-free cloth',
  'step.no-wax-at-all-the-cloth': 'No wax at all; the cloth must be barely damp.',
  'step.cup-between-coats': 'Cup between coats',
  'step.sealed-rest-waterborne': 'Sealed rest, waterborne',
  'step.a-few-hours-do-a-sealed': 'A sealed waterborne cup keeps for a few hours.',
  'step.clean-always': 'Clean always',
  'step.a-clean-gun-never-surprises': 'A clean gun never surprises you.',
  'step.off': 'Off',
  'step.clean-edges-all-round': 'Clean edges all round.',
  'step.masked-left-on': 'Masked, left on',
  'step.if-they-are-replaced-anyway-edges':
    'If they are being replaced anyway; edges next to them stay thin.',
  'step.on-backs': (p: { name: Text }) => `${p.name}, backs`,
  'step.on-fronts': (p: { name: Text }) => `${p.name}, fronts`,
  'step.between-two-coats': 'Sanding between coats',
  'step.sand-all-then-dust-all': 'Sand all, then dust all',
  'step.one-tool-at-a-time-for-the-whole-load': 'One tool at a time for the whole load.',
  'step.piece-by-piece-at-a-station': 'Piece by piece at an inspection station',
  'step.what-is-found-is-mended-in-the-hand':
    'Sand, vacuum, look, next: each piece is picked up once, and what the light shows is sanded out in the hand.',
  'step.faces-of-pieces-that-lie': 'Faces of pieces that lie flat',
  'step.both-faces-coat-by-coat': 'Both faces, coat by coat',
  'step.both-faces-are-equally-far-at-any-time':
    'Both faces are equally far at any time; each coat turns the piece over.',
  'step.backs-wholly-first': 'Backs wholly first, fronts a day later',
  'step.turned-over-once-the-face-is-last':
    'Turned over once. The face comes last and never lies on a support; it costs a night.',
  'step.after-the-last-clear-coat': 'After the last clear coat',
  'step.leave-it': 'Leave it',
  'step.a-film-is-hardest-untouched': 'Left alone, the film is at its hardest.',
  'step.rub-out': 'Rub out',
  'step.silky-to-the-hand-very-fine': 'Silky to the touch: very fine paper, almost no pressure.',
  // core/src/systems/steps.ts
  'step.dust-mask-and-extraction-while-sanding': 'Dust mask and extraction while sanding.',
  'step.gloves-and-goggles-with-alkaline-cleaners':
    'Gloves and goggles with alkaline cleaners; never mix cleaners.',
  'step.sand-p': (p: { what: Text; grit: Text }) => `Sand ${p.what} P${p.grit}`,
  'step.dust-off': 'Dust off',
  'step.soft-vacuum-air-into-the-corners-2':
    'Vacuum with a soft brush, blow out the corners, wipe lightly with a tack cloth: dust left behind becomes nibs.',
  'step.drill-and-hook': 'Drill and hook',
  'step.two-hooks-in-an-edge-that':
    'Two hooks in an edge that is hidden once the door is fitted; drill before dusting.',
  'step.the-sheet-does-not-list-the': (p: { wanted: Text }) =>
    `The sheet does not list ${p.wanted} for this product.`,
  'step.sprayed-since-its-sheet-lists-nothing': 'Sprayed, because its sheet lists nothing else, although',
  'step.not-sprayed': (p: { is: boolean }) => `${p.is ? 'Rolled' : 'Brushed'}, not sprayed:`,
  'step.final-look-over': 'Final inspection',
  'step.at-arms-length-in-room-light':
    'At arm’s length in room light: a fault found here is cheaper than one found on site.',
  'step.pack': 'Pack',
  'step.foam-between-the-pieces-never-face':
    'Foam between the pieces; never face to face too early, a soft film prints.',
  'step.refit': 'Refit',
  'step.by-tag-one-opening-after-another': 'By tag, opening by opening; adjust hinges, fit bumpers.',
  // core/src/systems/generate.ts
  'step.mist-of-solvent-burns-and-the':
    'solvent overspray can ignite, and the client’s room has no rated booth.',
  'step.the-place-is-rated-for': (p: { place: Text; rating: Text }) => `${p.place} is rated for ${p.rating}.`,
  'step.the-doors-stay-on-them': 'The doors stay on them.',
  'step.take-the-doors-off': 'Take the doors off',
  'step.backs-and-edges-lie-for-the-last':
    'Backs, edges and the edges of the frame get their last coat while the doors are off.',
  'step.rehang-the-doors': 'Rehang the doors',
  'step.by-tag-on-their-own-hinges': 'By tag, each on its own hinges.',
  'step.touch-up-at-hinges': 'Touch up at hinges and edges',
  'step.edges-beside-the-hinges-and-of':
    'Edges beside the hinges and drawer edges were out of reach while everything hung.',
  'step.deliver-to-assembly': 'Deliver to assembly',
  'step.counted-face-to-face-with-foam': 'Counted, faces to faces with foam between them.',
  'step.the-shop-has-no-booth': 'the shop has no booth.',
  'step.the-booth-is-rated-for-waterborne': 'the booth is rated for waterborne products only.',
  'step.the-stores-have-no-product-add': (p: { missing: Text }) =>
    `There is no product “${p.missing}”. Add it or choose another.`,
  // web/src/job/steps/newSteps.ts
  'step.added-manually': 'Added by hand.',
  'step.degrease': 'Degrease',
  'step.sand-plain-p': (p: { grit: Text }) => `Sand P${p.grit}`,
  'step.glaze': 'Glaze',
  'step.wax': 'Wax',
  'step.by-hand': 'by hand',
  'step.added-manually-right-before-the-coat': 'Added by hand: right before the coat, its window is short.',
  'step.mask': 'Mask',
  'step.station': (p: { grit: Text }) => `Sand, vacuum and look, P${p.grit}`,
  'step.piece-by-piece-the-next-one-waits':
    'Piece by piece: sand it, vacuum it, turn it under the light, put it down; the next one stands ready.',
  'step.thin-rubbed-off-last-of-all':
    'Thin, rubbed off with a clean cloth; last of all, since nothing bonds to wax.',
  'step.brushed-on-wiped-back-while-it-is-wet':
    'Brushed on and wiped back while it is wet, one piece at a time: it stays in the recesses and thins out on the flats.',
  'step.look-over': 'Inspect',
  'step.under-a-raking-light-before-the': 'Under a raking light, before the next coat.',
  'step.primer-coat': 'Primer coat',
  'step.colour-coat': 'Colour coat',
  'step.clear-coat-2': 'Clear coat',
  'step.added-manually-brushed-on-wiped-back':
    'Added by hand: brush on, wipe back while wet; protect it with a clear coat.',
  'step.added-manually-thin-rubbed-off-nothing':
    'Added by hand: thin, then buff. Nothing sticks to wax, so it always comes last.',
};
