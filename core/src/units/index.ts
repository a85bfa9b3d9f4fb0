export { formatDuration, parseDurationMinutes } from './duration.ts';
export { formatMm, parseLengthMm, parseOrificeMm } from './length.ts';
export { fitting, parseDecimal, plainDecimal, plainText, readingsOf } from './number.ts';
export { formatOunces, formatOunceWeight } from './ounces.ts';
export * from './prefs.ts';
export * from './sheetUnits.ts';
export * from './show.ts';
export { parseTemperatureC } from './temperature.ts';
export { formatMl, parseVolumeMl } from './volume.ts';
