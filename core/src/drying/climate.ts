import { z } from 'zod';
import { numberField, quantityField } from '../fields/index.ts';

/** Air (and, where known, surface) at one moment. The surface is taken as warm as the air when it is not measured. */
export const ClimateSchema = z.object({
  airC: quantityField('air', 'temperature', -20, 60),
  rhPct: numberField('relative-humidity', 1, 100, ' %'),
  surfaceC: z.number().min(-20).max(60).optional(),
  /** Outdoors: mean wind in m/s, rain in mm/h, and whether the sun shines. Left out where nobody looked, and indoors. */
  windMs: numberField('wind', 0, 60, ' m/s').optional(),
  rainMmH: numberField('rain', 0, 200, ' mm').optional(),
  isSunny: z.boolean().optional(),
});
export type Climate = z.infer<typeof ClimateSchema>;

/** A climate with the moment it was measured or expected for and where it came from. */
export const ClimateReadingSchema = ClimateSchema.extend({
  at: z.iso.datetime(),
  source: z.enum(['station', 'typed', 'expected']),
});
export type ClimateReading = z.infer<typeof ClimateReadingSchema>;

/**
 * What a climate sensor offers, real or simulated: the present reading and an expectation by the hour.
 */
export interface ClimateSource {
  readingAt(instant: Date): Promise<ClimateReading>;
  expectation(from: Date, hours: number): Promise<ClimateReading[]>;
}

/** The sensors of a shop: its own, and those of its other places; a place outdoors has a forecast of the weather. */
export interface ClimateStations extends ClimateSource {
  stationIn(place: { id: string; isOutdoors: boolean }): ClimateSource;
}

/** The climate that sheets speak of. */
export const SHEET_CLIMATE: Climate = { airC: 23, rhPct: 50 };

/**
 * Saturation vapour pressure of water in hPa at a temperature in °C.
 * Magnus form of Alduchov & Eskridge (1996), good to 0.4 % between −40 and 50 °C.
 */
export function saturationPressureHpa(celsius: number): number {
  return 6.1094 * Math.exp((17.625 * celsius) / (celsius + 243.04));
}

/**
 * Drying power of the air over a wet waterborne film, in hPa: vapour pressure at the surface less that of the air.
 * 14.02 hPa at 23 °C and 50 %. Zero or below means that nothing evaporates.
 */
export function evaporationHpa(climate: Climate): number {
  const surfaceC = climate.surfaceC ?? climate.airC;
  return saturationPressureHpa(surfaceC) - (climate.rhPct / 100) * saturationPressureHpa(climate.airC);
}

/** Dew point of the air in °C, the inverse of the Magnus form. */
export function dewPointC(climate: Climate): number {
  const ln = Math.log(climate.rhPct / 100) + (17.625 * climate.airC) / (climate.airC + 243.04);
  return (243.04 * ln) / (17.625 - ln);
}

/** Mean of several climates; surfaces only where every one of them has one. */
export function meanClimate(climates: readonly Climate[]): Climate {
  if (climates.length === 0) return SHEET_CLIMATE;
  const mean = (pick: (climate: Climate) => number) =>
    Math.round((climates.reduce((sum, climate) => sum + pick(climate), 0) / climates.length) * 10) / 10;
  return { airC: mean((climate) => climate.airC), rhPct: mean((climate) => climate.rhPct) };
}
