export { formatDuration, parseDurationMinutes } from './duration.ts';
export { formatMm, parseLengthMm } from './length.ts';
export { formatMoney } from './money.ts';
export { formatOunces, formatOunceWeight } from './ounces.ts';
export * from './sheetUnits.ts';
export { parseTemperatureC } from './temperature.ts';
export { formatMl, parseVolumeMl } from './volume.ts';
