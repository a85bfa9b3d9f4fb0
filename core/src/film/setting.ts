/** How a gun is set and moved. */
export interface GunSetting {
  /** What leaves the gun, in mL/min. */
  flowMlMin: number;
  /** Share of it that stays on a flat target while all of the fan is on it, 0 to 1. */
  transfer: number;
  /** Width of the fan on the piece, in mm. */
  fanMm: number;
  /** Share of the fan that a stroke lays over the one before, 0 to below 1. */
  overlap: number;
  speedCmS: number;
}

/** What a setting may be solved for. */
export const SETTING_UNKNOWNS = ['film', 'flow', 'fan', 'overlap', 'speed'] as const;
export type SettingUnknown = (typeof SETTING_UNKNOWNS)[number];

/** A hand is steady at such a speed, in cm/s. */
export const HAND_SPEED_CM_S = { from: 20, to: 60 } as const;

/**
 * Wet film in µm of a field of strokes: `10⁴·Q·TE / (index·speed)`, Q in mL/min, index = fan × (1 − overlap) in cm, speed in cm/min.
 * 220 mL/min at 0.65 with a fan of 20 cm, half overlap and 35 cm/s lay 68 µm.
 */
export function settingFilmUm({ flowMlMin, transfer, fanMm, overlap, speedCmS }: GunSetting): number {
  const indexCm = (fanMm / 10) * (1 - overlap);
  return (1e4 * flowMlMin * transfer) / (indexCm * speedCmS * 60);
}

/**
 * The setting that lays a wanted wet film, with one of its figures worked out of the others; the given value of that one is not looked at.
 * @param wftUm wanted, > 0; with `film` it is what comes out.
 * @returns the setting and its film; null where no overlap from 0 to below 1 gives that film.
 */
export function solveSetting(
  setting: GunSetting,
  unknown: SettingUnknown,
  wftUm: number,
): (GunSetting & { wftUm: number }) | null {
  const { flowMlMin, transfer, fanMm, overlap, speedCmS } = setting;
  const amount = (1e4 * flowMlMin * transfer) / 60;
  const indexCm = (fanMm / 10) * (1 - overlap);
  switch (unknown) {
    case 'film':
      return { ...setting, wftUm: settingFilmUm(setting) };
    case 'speed':
      return { ...setting, wftUm, speedCmS: amount / (wftUm * indexCm) };
    case 'flow':
      return { ...setting, wftUm, flowMlMin: (wftUm * indexCm * speedCmS * 60) / (1e4 * transfer) };
    case 'fan':
      return { ...setting, wftUm, fanMm: (10 * amount) / (wftUm * speedCmS * (1 - overlap)) };
    case 'overlap': {
      const solved = 1 - (10 * amount) / (wftUm * speedCmS * fanMm);
      return solved >= 0 && solved < 1 ? { ...setting, wftUm, overlap: solved } : null;
    }
  }
}

/** What brings a hand that is too slow or too fast back to a comfortable speed. */
export interface SpeedAdvice {
  is: 'slow' | 'fast';
  /** Wet film that the advice lays, in µm. */
  wftUm: number;
  /** Whether that is another film than the hand lays now, since nobody wants the one it lays. */
  isOtherFilm: boolean;
  /** Comfortable speed, in cm/s: with the flow and fan as they are where that lays the film, otherwise the nearest. */
  speedCmS: number;
  /** Flow with which the film comes at that speed; null where it comes with the flow and fan as they are. */
  flowMlMin: number | null;
  /** Fan with which it does at the same flow; null as for the flow. */
  fanMm: number | null;
}

/** Films that a coat may have, in µm: what is wanted, the thinnest that covers, and the thickest that stays where it is. */
export interface WantedFilm {
  leastUm: number;
  typicalUm: number;
  mostUm: number;
}

/**
 * What to change where a hand would have to move at an uncomfortable speed. The film stays while it is one that a coat may have:
 * then flow, or fan, follow the speed. Where it is none (a hand at 5 cm/s that floods the door), the advice goes for the typical
 * film: by the speed alone if a comfortable one lays it, otherwise with flow or fan. Null from 20 to 60 cm/s.
 * @param wanted null keeps the film whatever it is.
 */
export function speedAdvice(setting: GunSetting, wanted: WantedFilm | null = null): SpeedAdvice | null {
  const { speedCmS, flowMlMin, fanMm } = setting;
  const { from, to } = HAND_SPEED_CM_S;
  if (speedCmS >= from && speedCmS <= to) return null;
  const film = settingFilmUm(setting);
  const isOtherFilm = wanted !== null && (film < wanted.leastUm || film > wanted.mostUm);
  const wftUm = isOtherFilm ? wanted.typicalUm : film;
  // film ∝ flow / (fan·speed)
  const asSet = (speedCmS * film) / wftUm;
  const nearest = Math.min(to, Math.max(from, asSet));
  const factor = nearest / asSet;
  const changes = factor === 1 ? null : factor;
  return {
    is: speedCmS < from ? 'slow' : 'fast',
    wftUm,
    isOtherFilm,
    speedCmS: nearest,
    // More speed asks for more flow, or for a narrower fan.
    flowMlMin: changes && flowMlMin * changes,
    fanMm: changes && fanMm / changes,
  };
}
