import {
  type Climate,
  type ClimateReading,
  type ClimateSource,
  type ClimateStations,
  meanClimate,
} from '@upholder/core/drying';
import type { Place } from '@upholder/core/shop';
import { createSimulatedWeather } from './weather.ts';

/** A late-autumn day in an unheated-at-night workshop by the water, by the hour in UTC: air °C and humidity %. */
const DAY_CURVE: readonly (readonly [airC: number, rhPct: number])[] = [
  [16.2, 63],
  [15.9, 64],
  [15.7, 65],
  [15.5, 65],
  [15.4, 66],
  [15.6, 65],
  [16.4, 63],
  [17.6, 60],
  [18.4, 57],
  [18.9, 55],
  [19.2, 54],
  [19.4, 53],
  [19.5, 53],
  [19.6, 52],
  [19.5, 53],
  [19.3, 54],
  [19.0, 55],
  [18.5, 57],
  [18.0, 58],
  [17.6, 59],
  [17.2, 60],
  [16.9, 61],
  [16.6, 62],
  [16.4, 63],
];
const HOUR_MS = 3_600_000;

/** Deterministic number in [−1, 1] for a seed and a step. */
function noise(seed: number, step: number): number {
  const mixed = Math.sin(seed * 12.9898 + step * 78.233) * 43758.5453;
  return 2 * (mixed - Math.floor(mixed)) - 1;
}

/**
 * A climate station that replays a recorded day with small seeded differences from day to day. It stands in for a real
 * sensor behind the same interface: same seed and instant, same reading.
 */
export function createSimulatedStation(seed: number): ClimateSource {
  function climateAt(instant: Date): Climate {
    const hours = instant.getTime() / HOUR_MS;
    const hour = Math.floor(hours);
    const share = hours - hour;
    const [airA, rhA] = DAY_CURVE[((hour % 24) + 24) % 24] ?? [18, 55];
    const [airB, rhB] = DAY_CURVE[(((hour + 1) % 24) + 24) % 24] ?? [18, 55];
    const day = Math.floor(hour / 24);
    const airC = airA + (airB - airA) * share + noise(seed, day) * 0.8;
    const rhPct = rhA + (rhB - rhA) * share + noise(seed + 1, day) * 3;
    return { airC: Math.round(airC * 10) / 10, rhPct: Math.round(rhPct * 10) / 10 };
  }
  return {
    readingAt: async (instant) => ({ ...climateAt(instant), at: instant.toISOString(), source: 'station' }),
    expectation: async (from, hours) =>
      Array.from({ length: hours }, (_, index): ClimateReading => {
        const at = new Date(from.getTime() + index * HOUR_MS);
        return { ...climateAt(at), at: at.toISOString(), source: 'expected' };
      }),
  };
}

/** The full hour that a moment lies in: forecasts speak of full hours. */
export function fullHour(instant: Date): Date {
  return new Date(Math.floor(instant.getTime() / HOUR_MS) * HOUR_MS);
}

/** Mean of the coming 24 hours, day and night: what a film laid today will dry in. */
export async function planningClimate(source: ClimateSource, from: Date): Promise<Climate> {
  return meanClimate(await source.expectation(from, 24));
}

/** A seed of its own for each place, by its id. */
function seedOf(id: string): number {
  return [...id].reduce((sum, letter) => (sum * 31 + (letter.codePointAt(0) ?? 0)) % 10_007, 7);
}

/** The simulated sensors of a shop: one in it, one in each other place, and the weather for those outdoors. */
export function createSimulatedStations(seed: number): ClimateStations {
  return {
    ...createSimulatedStation(seed),
    stationIn: ({ id, isOutdoors }) =>
      isOutdoors ? createSimulatedWeather(seed) : createSimulatedStation(seed + seedOf(id)),
  };
}

/** The sensor of a place, or the weather for it; null where its air is the shop's or is heated. */
export function stationOf(stations: ClimateStations, { id, air }: Place): ClimateSource | null {
  if (air.from !== 'station' && air.from !== 'outdoors') return null;
  return stations.stationIn({ id, isOutdoors: air.from === 'outdoors' });
}
