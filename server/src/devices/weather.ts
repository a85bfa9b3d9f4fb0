import type { Climate, ClimateReading, ClimateSource } from '@upholder/core/drying';
import { saturationPressureHpa } from '@upholder/core/drying';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

/** Deterministic number in [0, 1) for a seed and a step. */
function chance(seed: number, step: number): number {
  const mixed = Math.sin(seed * 12.9898 + step * 78.233) * 43758.5453;
  return mixed - Math.floor(mixed);
}

/** Mean of a day by the sea in a temperate country, coldest in the middle of January; °C. */
function seasonC(day: number): number {
  return 11 - 6.5 * Math.cos((2 * Math.PI * (day - 15)) / 365);
}

/** Hours of a rainy day in which it rains, in UTC: a front passes in three to six hours. */
function rainHours(seed: number, day: number): { from: number; to: number } | null {
  if (chance(seed, day) >= 0.35) return null;
  const from = Math.floor(chance(seed + 1, day) * 20);
  return { from, to: from + 3 + Math.floor(chance(seed + 2, day) * 4) };
}

const round = (value: number, digits = 1) => Math.round(value * 10 ** digits) / 10 ** digits;

function weatherAt(seed: number, instant: Date): Climate {
  const hours = instant.getTime() / HOUR_MS;
  const day = Math.floor(hours / 24);
  const hour = ((hours % 24) + 24) % 24;
  const ofYear = Math.floor((instant.getTime() - Date.UTC(instant.getUTCFullYear(), 0, 1)) / DAY_MS);
  const rain = rainHours(seed, day);
  const isRaining = rain !== null && hour >= rain.from && hour < rain.to;
  const isCloudy = rain !== null || chance(seed + 3, day) < 0.3;
  const swing = isCloudy ? 2.5 : 5;
  const warmth = Math.cos((2 * Math.PI * (hour - 15)) / 24);
  const meanC = seasonC(ofYear) + 4 * (chance(seed + 4, day) - 0.5);
  const airC = meanC + swing * warmth;
  // The water in the air changes little over a day: what the night's coolest air can hold, nearly.
  const vapour = saturationPressureHpa(meanC - swing) * (isCloudy ? 0.94 : 0.88);
  const rhPct = isRaining ? 95 : Math.min(97, (100 * vapour) / saturationPressureHpa(airC));
  const windMs = 1 + 3 * chance(seed + 5, day) * (0.6 + 0.4 * warmth) + (isRaining ? 2.5 : 0);
  const isDay = hour > 7 && hour < 18;
  return {
    airC: round(airC),
    rhPct: round(rhPct),
    windMs: round(windMs),
    rainMmH: isRaining ? round(0.5 + 2 * chance(seed + 6, Math.floor(hours))) : 0,
    isSunny: isDay && !isCloudy,
  };
}

/**
 * Weather that is made up, by the season, with days of rain among them: it stands in for a forecast service behind the same
 * interface. Same seed and instant, same weather.
 */
export function createSimulatedWeather(seed: number): ClimateSource {
  return {
    readingAt: async (instant) => ({
      ...weatherAt(seed, instant),
      at: instant.toISOString(),
      source: 'station',
    }),
    expectation: async (from, hours) =>
      Array.from({ length: hours }, (_, index): ClimateReading => {
        const at = new Date(from.getTime() + index * HOUR_MS);
        return { ...weatherAt(seed, at), at: at.toISOString(), source: 'expected' };
      }),
  };
}
