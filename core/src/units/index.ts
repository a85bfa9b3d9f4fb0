export { formatDuration, parseDurationMinutes } from './duration.ts';
export { formatMm, parseLengthMm, parseOrificeMm } from './length.ts';
export { formatMoney } from './money.ts';
export { fitting, parseDecimal, plainDecimal, plainText, readingsOf } from './number.ts';
export { formatOunces, formatOunceWeight } from './ounces.ts';
export * from './sheetUnits.ts';
export { parseTemperatureC } from './temperature.ts';
export { formatMl, parseVolumeMl } from './volume.ts';
