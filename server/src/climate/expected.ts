import type { AirHour, Climate, ClimateSource } from '@upholder/core/drying';
import { toMinute } from '@upholder/core/shop';
import { fullHour, planningClimate } from '../devices/station.ts';

/** Hours of the forecast that planning looks at; further out nobody knows. */
const FORECAST_HOURS = 72;

/** The air that a sensor or the weather expects: its mean for the clocks, and by full hours. */
export async function expectedAir(
  source: ClimateSource,
  now: Date,
): Promise<{ climate: Climate; forecast: AirHour[] }> {
  const [climate, hours] = await Promise.all([
    planningClimate(source, now),
    source.expectation(fullHour(now), FORECAST_HOURS),
  ]);
  return {
    climate,
    forecast: hours.map(({ at, source: _source, ...hour }) => ({ at: toMinute(at), climate: hour })),
  };
}
