import { PROTECTION_TRAITS, PROTECTIONS, type Protection, type RoomTask, ZIP_DOOR_MIN } from './room.ts';

/** Protection that somebody took the time of. */
export interface TimedProtection extends Pick<RoomTask, 'kind' | 'amount' | 'doors'> {
  minutes: number;
}

/** How long one of a kind takes in this shop, and from how many times it is known. */
export interface LearnedMinutes {
  kind: Protection;
  minutesEach: number;
  times: number;
}

/** The yardstick of the trade counts as much as so many times of one's own. */
const PRIOR_TIMES = 2;
/** A time is believed up to so many times the yardstick, and down to that share of it. */
const BELIEVED = 4;

/**
 * How long protecting takes in this shop: the mean of what was timed and of the yardstick, which counts as two times (the mean of
 * a normal likelihood and a conjugate prior of the same spread). A slip of the watch is cut at four times the yardstick.
 *
 * @returns minutes for one, to a tenth; kinds that nobody timed are left out.
 */
export function learnedMinutes(timed: readonly TimedProtection[]): LearnedMinutes[] {
  return PROTECTIONS.flatMap((kind) => {
    const usual = PROTECTION_TRAITS[kind].minutes;
    const rates = timed
      .filter((one) => one.kind === kind && one.amount > 0)
      .map(({ minutes, amount, doors }) => Math.max(0, minutes - doors * ZIP_DOOR_MIN) / amount)
      .map((rate) => Math.min(usual * BELIEVED, Math.max(usual / BELIEVED, rate)));
    if (rates.length === 0) return [];
    const sum = rates.reduce((all, rate) => all + rate, PRIOR_TIMES * usual);
    const minutesEach = Math.round((sum / (PRIOR_TIMES + rates.length)) * 10) / 10;
    return [{ kind, minutesEach, times: rates.length }];
  });
}

/** Proposed protection with the times of this shop, where it knows any. */
export function withLearned(tasks: readonly RoomTask[], learned: readonly LearnedMinutes[]): RoomTask[] {
  return tasks.map((task) => {
    const own = learned.find(({ kind }) => kind === task.kind);
    return own ? { ...task, minutesEach: own.minutesEach } : task;
  });
}
