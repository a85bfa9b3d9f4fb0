import { type Applicator, isRolled, isSprayed } from '../catalogue/applicators.ts';
import type { Gear } from '../mixing/index.ts';
import { said } from '../said/index.ts';
import { does, OPERATIONS } from '../systems/operations.ts';
import { wearLeft } from './reckoning.ts';

/** Work as it wears gear out: what was done, with what, and by whom. */
export interface WearingWork {
  operation: string;
  applicator: string | null;
  memberId: string | null;
}

/** Some of it that was logged, with the minutes that it takes by the yardsticks and when it was done. */
export interface LoggedWork extends WearingWork {
  minutes: number;
  doneAt: string;
}

const abrades = (operation: string) => OPERATIONS.some((one) => one === operation && does(one, 'abrades'));

/** Which work wears which gear out. */
const WORN_BY: Record<Gear['gear'], (work: WearingWork) => boolean> = {
  // Cartridges load with mist and with dust alike.
  respirator: ({ operation, applicator }) => isSprayed(applicator as Applicator | null) || abrades(operation),
  sander: ({ operation }) => abrades(operation),
  turbine: ({ applicator }) => applicator === 'turbine',
  compressor: ({ applicator }) => applicator === 'compressor' || applicator === 'air-assisted',
  'roller-frame': ({ applicator }) => isRolled(applicator as Applicator | null),
  brush: ({ applicator }) => applicator === 'brush',
};

/** Whether work wears an item out: by its kind, and by who wears it where that is one person. */
export function wearsOut({ gear, wornBy }: Pick<Gear, 'gear' | 'wornBy'>, work: WearingWork): boolean {
  return WORN_BY[gear](work) && (wornBy === null || work.memberId === null || wornBy === work.memberId);
}

/** Hours that the log adds to an item since it is counted; 0 where it is not. */
export function loggedHours(item: Gear, log: readonly LoggedWork[]): number {
  const { countedFrom } = item;
  if (countedFrom === null) return 0;
  const minutes = log
    .filter((work) => work.doneAt > countedFrom && wearsOut(item, work))
    .reduce((sum, one) => sum + one.minutes, 0);
  return minutes / 60;
}

/** An item of gear with the hours that the log adds to what was typed. */
export interface WornGear {
  item: Gear;
  loggedHours: number;
}

/** Hours that an item has had: typed, and logged since. */
export function hoursHad({ item, loggedHours: logged }: WornGear): number {
  return item.hoursUsed + logged;
}

/** What is due before some work is done, in words: the first thing that wears out by it and has no hours left. */
export function dueBefore(gear: readonly WornGear[], work: WearingWork): string[] {
  return gear.flatMap((one) => {
    const { item } = one;
    if (item.isRetired || item.hoursLife === null || !wearsOut(item, work)) return [];
    const had = hoursHad(one);
    if (!wearLeft({ hoursLife: item.hoursLife, hoursUsed: had }).isDue) return [];
    return [
      said('mix.wear-part-is-due', {
        name: item.name,
        had: Math.round(had),
        life: Math.round(item.hoursLife),
      }),
    ];
  });
}
