type Text = string | number | null | undefined;

/** Drying: what the air does to a film. */
export const DRY = {
  'dry.because': (p: { where: Text; factor: Text }) => `because ${p.where}: × ${p.factor}`,
  // core/src/drying/clocks.ts
  'dry.and-wet-instead-of': (p: { wftUm: Text; wftTypUm: Text }) =>
    ` and ${p.wftUm} wet instead of ${p.wftTypUm}`,
  'dry.because-would-dry-faster-but-the': (p: { where: Text }) =>
    `because ${p.where} would dry faster, but the sheet times are kept`,
  'dry.hour-by-hour-outdoors': (p: { coldest: Text; warmest: Text }) =>
    p.coldest === p.warmest
      ? `hour by hour outdoors, at ${p.coldest}`
      : `hour by hour outdoors, at ${p.coldest} to ${p.warmest}`,
  'dry.by-the-hour-it-is-applied': (p: { coldest: Text; warmest: Text }) =>
    p.coldest === p.warmest
      ? `by the hour it is applied, outdoors at ${p.coldest}`
      : `by the hour it is applied, outdoors at ${p.coldest} to ${p.warmest}`,
  'dry.sheet-here-from-to': (p: { sheetMinutes: Text; from: Text; to: Text }) =>
    `sheet ${p.sheetMinutes} → here ${p.from} to ${p.to}`,
  'dry.sheet-kept-here': (p: { sheetMinutes: Text }) => `sheet ${p.sheetMinutes}, kept here`,
  'dry.above-humidity-now-it-can-blush': (p: { BLUSH_ABOVE_PCT: Text; rhPct: Text }) =>
    `Above ${p.BLUSH_ABOVE_PCT} % humidity (${p.rhPct} % now) it can blush (turn milky). Dry the air, or use a slower thinner if the sheet allows, and spray a test card first.`,
  'dry.paint-that-stood-in-this-air': (p: { materialMinC: Text }) =>
    `Paint stored in this air is below its sheet’s ${p.materialMinC}. Warm the closed tin in warm water, never with a flame or a heater.`,
  'dry.the-surface-is-only-above-the': (p: { margin: Text; value: Text }) =>
    `The surface is only ${p.margin} above the dew point; it should be at least ${p.value}.`,
  'dry.a-surface-of-is-below-the': (p: { surfaceC: Text; surfaceMinC: Text }) =>
    `Surface at ${p.surfaceC}: the sheet asks for at least ${p.surfaceMinC}.`,
  'dry.air-of-is-below-the-sheets': (p: { airC: Text; airMinC: Text }) =>
    `Air at ${p.airC}: the sheet asks for at least ${p.airMinC}.`,
  'dry.air-of-is-above-the-sheets': (p: { airC: Text; airMaxC: Text }) =>
    `Air at ${p.airC}: the sheet allows at most ${p.airMaxC}.`,
  'dry.humidity-is-above-the-sheets': (p: { rhPct: Text; rhMaxPct: Text }) =>
    `Humidity at ${p.rhPct} %: the sheet allows at most ${p.rhMaxPct} %.`,
  'dry.rain-before-touch-dry': 'It rains before the coat is touch dry.',
  'dry.wind-carries-dust': (p: { windMs: Text; most: Text }) =>
    `Wind at ${p.windMs} m/s: spray drifts and leaves fly in; ${p.most} m/s at most.`,
  'dry.wind-too-strong-for-the-tent': (p: { windMs: Text; most: Text }) =>
    `Wind at ${p.windMs} m/s: the tent is not safe to work in above ${p.most} m/s.`,
  'dry.direct-sun-on-the-piece': 'Direct sun on the piece: the film skins before it levels.',
  'dry.dew-within-two-hours': 'Dew within two hours.',
  'dry.wind-of': (p: { windMs: Text }) => `wind ${p.windMs} m/s`,
  'dry.raining': 'rain',
  'dry.sunny': 'sun',
  'dry.dry-sky': 'no rain',
  'dry.the-air-is-too-damp-for': 'The air is too damp for a waterborne film to dry at all.',
};
