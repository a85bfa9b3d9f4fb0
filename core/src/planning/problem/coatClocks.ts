import {
  type AirHour,
  type Climate,
  type FilmClocks,
  filmClocks,
  filmClocksThrough,
} from '../../drying/index.ts';
import { type LogEntry, stepAsLogged } from '../../jobs/index.ts';
import type { Piece } from '../../pieces/index.ts';
import { toMinute } from '../../shop/index.ts';
import type { Step } from '../../systems/index.ts';
import { airIn, isOutdoors } from './air.ts';
import type { AirInPlace, JobForPlanning, ShopForPlanning } from './input.ts';
import { placeIdOf } from './loads.ts';
import type { Lags } from './model.ts';

/** The air that a coat dries in: as it is expected on the whole, and outdoors hour by hour, with what has been. */
export interface CoatAir {
  climate: Climate;
  hourly: readonly AirHour[];
}

/** What of a job decides which air its pieces dry in. */
export type JobSite = Pick<JobForPlanning['job'], 'place' | 'room'>;

/** What the air of a place is known by. */
export type ShopAir = Pick<ShopForPlanning, 'settings' | 'climate' | 'forecast' | 'airs'>;

const joined = new WeakMap<AirInPlace, readonly AirHour[]>();

/** What has been and what is expected, as one; always the same object for the same air. */
function hoursOf(air: AirInPlace): readonly AirHour[] {
  if (!air.past || air.past.length === 0) return air.forecast;
  const known = joined.get(air) ?? [...air.past, ...air.forecast];
  joined.set(air, known);
  return known;
}

/** The air that a coat dries in, in one place. */
export function coatAirIn(placeId: string, shop: ShopAir, job: Pick<JobSite, 'room'>): CoatAir {
  const air = airIn(placeId, shop, job);
  return { climate: air.climate, hourly: isOutdoors(placeId, shop) ? hoursOf(air) : [] };
}

/** The air that a coat on a piece dries in. */
export function coatAirOf(
  piece: Pick<Piece, 'kind' | 'way' | 'placeId'>,
  shop: ShopAir,
  job: JobSite,
): CoatAir {
  return coatAirIn(placeIdOf(piece, job.place === 'client', shop.settings), shop, job);
}

/**
 * Clocks of a coat from what is known: the logged climate and film where there are any, else what is expected. A coat that
 * was logged outdoors is followed through the hours since.
 */
export function clocksOfCoat(
  step: Step,
  { sheets, settings }: Pick<ShopForPlanning, 'sheets' | 'settings'>,
  { climate: expected, hourly }: CoatAir,
  entry?: LogEntry,
): FilmClocks | null {
  const done = stepAsLogged(step, entry);
  const sheet = sheets[entry?.coat?.productKey ?? done.productKey ?? ''];
  if (!sheet) return null;
  const wft = entry?.coat?.wftUm ?? done.wftUm ?? sheet.wftTypUm;
  const policy = { mayShorten: settings.mayShortenClocks };
  if (entry && hourly.length > 0)
    return filmClocksThrough(
      sheet,
      { hours: hourly, before: entry.coat?.climate ?? undefined },
      toMinute(entry.doneAt),
      wft,
      policy,
    );
  return filmClocks(sheet, entry?.coat?.climate ?? expected, wft, policy);
}

/**
 * Lags of a step by kind of successor: the clocks of its film where it lays one, and at least the rest that the step
 * itself asks for (caulk and filler that dry, a night between coats). Null when nothing has to dry.
 */
export function lagsOf(clocks: FilmClocks | null, dryingMin = 0): Lags | null {
  if (!clocks && dryingMin === 0) return null;
  const least = (minutes = 0) => Math.max(minutes, dryingMin);
  return {
    touch: least(clocks?.touch.hereMinutes),
    sand: least(clocks?.sand.hereMinutes),
    recoat: least(clocks?.recoatMin.hereMinutes),
    handle: least(clocks?.handle.hereMinutes),
    pack: least(clocks?.pack.hereMinutes),
    refit: least(clocks?.refit.hereMinutes),
  };
}
