type Text = string | number | null | undefined;

/** Drying: what the air does to a film. */
export const DRY = {
  'dry.because': (p: { where: Text; factor: Text }) => `because ${p.where}: × ${p.factor}`,
  // core/src/drying/clocks.ts
  'dry.and-wet-instead-of': (p: { wftUm: Text; wftTypUm: Text }) =>
    ` and ${p.wftUm} wet instead of ${p.wftTypUm}`,
  'dry.because-would-dry-faster-but-the': (p: { where: Text }) =>
    `because ${p.where} would dry faster, but the sheet's times are kept`,
  'dry.sheet-kept-here': (p: { sheetMinutes: Text }) => `sheet ${p.sheetMinutes}, kept here`,
  'dry.above-humidity-now-it-can-blush': (p: { BLUSH_ABOVE_PCT: Text; rhPct: Text }) =>
    `Above ${p.BLUSH_ABOVE_PCT} % humidity (${p.rhPct} % now) it can blush: the film turns milky. Dry the air, or spray a test card and use a slower thinner as the sheet allows.`,
  'dry.paint-that-stood-in-this-air': (p: { materialMinC: Text }) =>
    `Paint that stood in this air is colder than the ${p.materialMinC} its sheet wants: warm the closed tin in a bath of warm water, never with a flame or a heater.`,
  'dry.the-surface-is-only-above-the': (p: { margin: Text; value: Text }) =>
    `The surface is only ${p.margin} above the dew point; ${p.value} are wanted.`,
  'dry.a-surface-of-is-below-the': (p: { surfaceC: Text; surfaceMinC: Text }) =>
    `A surface of ${p.surfaceC} is below the sheet’s ${p.surfaceMinC}.`,
  'dry.air-of-is-below-the-sheets': (p: { airC: Text; airMinC: Text }) =>
    `Air of ${p.airC} is below the sheet’s ${p.airMinC}.`,
  'dry.air-of-is-above-the-sheets': (p: { airC: Text; airMaxC: Text }) =>
    `Air of ${p.airC} is above the sheet’s ${p.airMaxC}.`,
  'dry.humidity-is-above-the-sheets': (p: { rhPct: Text; rhMaxPct: Text }) =>
    `Humidity ${p.rhPct} % is above the sheet's ${p.rhMaxPct} %.`,
  'dry.the-air-is-too-damp-for': 'The air is too damp for a waterborne film to dry at all.',
};
