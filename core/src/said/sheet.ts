type Text = string | number | null | undefined;

/** Data sheets: what contradicts itself on them, and what goes over what. */
export const SHEET = {
  // core/src/catalogue/layers.ts
  'sheet.wax-takes-wax-once-it-is': 'Wax goes over wax once it is hard.',
  'sheet.nothing-holds-on-wax-it-is': 'Nothing sticks to wax: wash it off, or make it the last coat.',
  'sheet.wax-goes-over-any-dry-film': 'Wax goes over any dry film, last.',
  'sheet.glaze-lies-on-a-closed-dulled': 'Glaze goes over a sealed, dulled film.',
  'sheet.a-clear-coat-protects-the-glaze': 'A clear coat protects the glaze.',
  'sheet.acid-cured-films-let-go-of':
    'Acid-cured films peel off ordinary shellac; only dewaxed shellac named in their sheet will do.',
  'sheet.acid-cured-films-go-over-their':
    'Acid-cured films go over their own sealer, scuffed, within the window.',
  'sheet.acid-and-lacquer-solvent-lift-films':
    'Acid and lacquer solvent lift any film the sheet does not name as a sealer.',
  'sheet.wall-paint-holds-on-primers-it':
    'Wall paint sticks to primers, but it stays soft and blocks: not a finish for doors.',
  'sheet.lacquer-solvent-lifts-a-film-that':
    'Lacquer solvent lifts and wrinkles an oxidising (oil or alkyd) film.',
  'sheet.lacquer-solvent-bites-into-a-waterborne':
    'Lacquer solvent bites into a waterborne film that is not fully cured.',
  'sheet.two-part-films-let-go-of':
    'Two-part films peel off ordinary shellac; only dewaxed shellac named in their sheet will do.',
  'sheet.two-part-films-go-only-over': 'Two-part products only go over what their sheet names.',
  'sheet.mineral-paint-is-porous-the-next': 'Mineral paint is porous: the next coat sinks in.',
  'sheet.a-hard-film-wants-a-fine': 'A hard film needs a fine scuff before the next coat.',
  'sheet.shellac-goes-under-nearly-everything': 'Shellac goes under nearly everything.',
  'sheet.waterborne-over-a-solvent-primer-holds':
    'Waterborne sticks to a solvent primer once that is past its recoat time and sanded.',
  'sheet.primers-build-on-each-other-within': 'Primers build on each other within their windows.',
  'sheet.what-these-primers-are-for': 'What these primers are for.',
  'sheet.usual-under-two-part-waterborne-see': 'Usual under two-part waterborne; see its sheet.',
  'sheet.what-sealers-are-for': 'What sealers are for.',
  'sheet.waterborne-over-sealer-wants-a-scuff': 'Waterborne over sealer needs a scuff.',
  'sheet.filler-is-sanded-level-and-then': 'Filler is sanded flush, then primed.',
  'sheet.filler-drinks-paint-without-a-primer': 'Filler soaks up paint: without primer it flashes dull.',
  'sheet.paint-over-paint-of-its-kind':
    'Paint sticks to paint of the same kind when clean and scuffed, or within its window.',
  'sheet.dry-stain-takes-a-clear-coat': 'Dry stain takes a clear coat.',
  'sheet.no-data-on-this-combination-make': 'No data on this combination: make a test panel.',
  'sheet.dewaxed-shellac-scuffed-see-that-the': 'Dewaxed shellac, scuffed; check that the sheet names it.',
  // core/src/catalogue/sheet.ts
  'sheet.compressor-gun': 'compressor gun',
  'sheet.air-assisted-airless': 'air-assisted airless',
  'sheet.hand-held-electric': 'hand-held electric gun',
  'sheet.aerosol': 'aerosol can',
  'sheet.foam-brush': 'foam brush',
  'sheet.turbine-gun': 'turbine gun',
  'sheet.airless-fine-finish-tip': 'airless, fine-finish tip',
  'sheet.brush-and-roller': 'brush and roller',
  'sheet.roller-velour': 'velour roller',
  'sheet.roller-mohair': 'mohair roller',
  'sheet.roller-microfibre': 'microfibre roller',
  'sheet.roller-foam': 'foam roller',
  'sheet.filling-blade': 'filling blade',
  'sheet.on-paint': '% on paint',
  'sheet.of-mix': '% of mix',
  'sheet.parts-of-paint-to-1': 'parts of paint to 1',
  'sheet.by-weight-of-paint': '% by weight of paint',
  'sheet.choose-at-least-one-applicator': 'Choose at least one applicator.',
  'sheet.the-longest-time-is-below-the': 'The longest time must not be below the shortest.',
  'sheet.the-recoat-window-shuts-before-it': '“Recoat until” must be later than “recoat from”.',
  'sheet.dry-to-handle-comes-after-touch': 'Dry to handle must not be before touch dry.',
  'sheet.dry-to-pack-comes-after-dry': 'Dry to pack must not be before dry to handle.',
  'sheet.the-thinnest-wet-film-is-above': 'The thinnest wet film must not be above the typical one.',
  'sheet.the-thickest-wet-film-is-below': 'The thickest wet film must not be below the typical one.',
  'sheet.it-would-sag-below-its-typical': 'The sag limit must not be below the typical wet film.',
  'sheet.a-flat-piece-holds-at-least': 'The flat sag limit must not be below the vertical one.',
  'sheet.the-wet-on-wet-window-ends': 'The wet-on-wet window must end before “recoat from”.',
  'sheet.the-warmest-air-is-not-above': 'The highest air temperature must be above the lowest.',
  'sheet.a-key-is-lower-case-letters': 'A key is made of lower-case letters, digits and hyphens.',
  // core/src/catalogue/sheetChecks.ts
  'sheet.the-sheet-states-wet-gives': (p: {
    statedSpreadM2L: Text;
    wftTypUm: Text;
    computed: Text;
    abs: Text;
    is: boolean;
  }) =>
    `The sheet states ${p.statedSpreadM2L}; ${p.wftTypUm} wet gives ${p.computed}, ${p.abs} % ${p.is ? 'less' : 'more'}.`,
  'sheet.of-voc-is-more-than-solids': (p: { vocGL: Text; volumeSolidsPct: Text; mostVoc: Text }) =>
    `${p.vocGL} of VOC does not fit with ${p.volumeSolidsPct} % solids: at most about ${p.mostVoc}.`,
  'sheet.density-and-solids-make-a-dry': (p: { dry: Text; least: Text; most: Text }) =>
    `Density and solids make a dry film of ${p.dry}; ${p.least} to ${p.most} is usual.`,
  'sheet.dry-to-sand-comes-before-touch': 'Dry to sand comes before touch dry.',
  'sheet.it-may-be-recoated-before-it':
    'It can be recoated before it can be sanded, so only without sanding in between.',
  'sheet.refit-comes-before-dry-to-pack': 'Refit comes before dry to pack.',
  'sheet.full-cure-comes-before-dry-to': 'Full cure comes before dry to handle.',
  'sheet.two-coats-at-the-typical-film': (p: { twoCoats: Text }) =>
    `Two coats at the typical film make ${p.twoCoats} dry, already above this limit.`,
  'sheet.it-sags-below-the-thickest-wet': 'It sags below the thickest wet film that the sheet allows.',
  'sheet.it-has-a-hardener-but-no': 'It has a hardener but no pot life.',
  'sheet.a-two-part-product-without-a': 'A two-part product without a mixing ratio.',
  'sheet.the-induction-time-uses-up-the': 'The induction time uses up the pot life.',
  'sheet.solvent-alcohol-or-lacquer-thinner-burns':
    'It is solvent, alcohol or lacquer thinner based, but marked as not flammable.',
  'sheet.it-dries-by-oxygen-its-rags': 'It dries by oxidation: its rags can self-ignite.',
  'sheet.a-primer-needs-no-mark-as': 'A primer does not need the self-priming mark.',
  'sheet.there-is-a-target-for-the': (p: { applicator: Text }) =>
    `There is a target for the ${p.applicator}, which the sheet does not list.`,
};
