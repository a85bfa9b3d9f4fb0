import { z } from 'zod';
import { countWhile } from '../../base/ordered.ts';
import { APPLICATORS, isSprayed, type ProductSheet } from '../../catalogue/sheet.ts';
import type { Zone } from '../../jobs/index.ts';
import type { Interval, Minute } from '../../shop/calendar.ts';
import type { Changeover } from '../../shop/shop.ts';
import { labOf } from '../../survey/colour.ts';
import { isTinted, type Step } from '../../systems/index.ts';

/** What a task sprays, as far as the next one out of the same gun has to care. */
export const PaintSchema = z.object({
  applicator: z.enum(APPLICATORS),
  /** The same text for the same product in the same colour. */
  material: z.string(),
  isWater: z.boolean(),
  /** CIELAB lightness, 0–100. */
  lightness: z.number(),
  /** Minutes that it may rest in a sealed gun; 0 where it may not. */
  restMin: z.number().min(0).default(0),
  /** Minutes that a mix of it lasts; null where it keeps. */
  lifeMin: z.number().nullable().default(null),
  /** Cleaning that is left for whoever next needs the gun on the same day, or for the end of the day. */
  cleanMin: z.number().min(0).default(0),
});
export type Paint = z.infer<typeof PaintSchema>;

/** Which of several like guns a task has, and what it takes to set that up. */
export const GunUseSchema = PaintSchema.extend({
  number: z.int().min(0),
  /** What cleaning it and changing it over from the paint before adds to the usual set-up. */
  changeMin: z.number().min(0),
  /** The same paint is in it from the task before: it is filled up, not set up. */
  goesOn: z.boolean().default(false),
});
export type GunUse = z.infer<typeof GunUseSchema>;

/**
 * Guns in working order by what they are; those that are kept for one product stand under their kind and the product's key,
 * `airless=bonding-primer`. One of each kind where nothing is said of it; 0 where all have failed or are kept for other products.
 */
export type GunCounts = Readonly<Record<string, number>>;

/** Under what a gun is counted that is kept for one product. */
export function tiedKind(applicator: Paint['applicator'], productKey: string): string {
  return `${applicator}=${productKey}`;
}

/** The guns that a paint goes through: those kept for its product where there are any, else those of its kind for everything. */
export function gunKindOf(
  { applicator, material }: Pick<Paint, 'applicator' | 'material'>,
  counts: GunCounts,
): string {
  const tied = tiedKind(applicator, material.split(' ')[0] ?? '');
  return counts[tied] === undefined ? applicator : tied;
}

/** A paint this much paler than the one before shows every trace of it. */
const PALER_BY = 20;
/** Primers are taken for white, clear coats for water: both show what was left in the gun. */
const PALEST = 95;

/** Bringing the next load takes no longer than this: nothing sets in a gun in between, whatever is in it. */
export const GOES_ON_MIN = 15;
/** A longer pause than this is a night: the gun was cleaned at the end of the day. */
export const NIGHT_MIN = 600;

/** The same text for what may be laid on out of one mix: the product in its colour, thinned alike. */
export function materialOf(
  {
    productKey,
    thinning,
    conditionerPct,
    tintPct,
  }: Pick<Step, 'productKey' | 'thinning' | 'conditionerPct' | 'tintPct'>,
  { newColour }: Pick<Zone, 'newColour'>,
  { role }: Pick<ProductSheet, 'role'>,
): string {
  const colour = isTinted(role) ? ` ${newColour}` : tintPct > 0 ? ` ${newColour} ${tintPct} %` : '';
  return `${productKey}${colour}${thinning ? ` ${thinning.convention} ${thinning.value}` : ''}${conditionerPct > 0 ? ` +${conditionerPct}` : ''}`;
}

/** Minutes that a product may rest in a sealed gun or a wrapped roller: as its sheet says, and never once hardener is in it. */
export function restOf({ hardener, gunRestMin }: Pick<ProductSheet, 'hardener' | 'gunRestMin'>): Minute {
  return hardener ? 0 : (gunRestMin ?? 0);
}

/** What a step sprays in a zone; null where nothing is sprayed. @param cleanMin cleaning that is left to others. */
export function paintOf(
  step: Pick<Step, 'productKey' | 'applicator' | 'thinning' | 'conditionerPct' | 'tintPct'>,
  zone: Pick<Zone, 'newColour'>,
  sheet: Pick<ProductSheet, 'role' | 'base' | 'hardener' | 'gunRestMin' | 'potLifeMin'> | undefined,
  { applicator, cleanMin }: { applicator: Step['applicator']; cleanMin: Minute },
): Paint | null {
  if (applicator === null || !isSprayed(applicator) || step.productKey === null || !sheet) return null;
  return {
    applicator,
    material: materialOf(step, zone, sheet),
    isWater: sheet.base === 'water',
    lightness: isTinted(sheet.role) ? labOf(zone.newColour).l : PALEST,
    restMin: restOf(sheet),
    lifeMin: sheet.potLifeMin,
    cleanMin,
  };
}

/** Minutes that changing a gun over adds to its usual cleaning and setting up; 0 for the first paint in it. */
export function changeMinutes(from: Paint | null, to: Paint, { paleMin, solventMin }: Changeover): Minute {
  if (from === null || from.material === to.material) return 0;
  const isOther = from.isWater !== to.isWater;
  const isPaler = to.lightness - from.lightness >= PALER_BY;
  return (isOther ? solventMin : 0) + (isPaler ? paleMin : 0);
}

/** The longest pause after which a gun goes on with what is in it. */
export function pauseOf({ restMin }: Pick<Paint, 'restMin'>): Minute {
  return Math.max(GOES_ON_MIN, restMin);
}

/** A task that a gun is booked for. */
export interface Booked extends Interval {
  paint: Paint;
  changeMin: Minute;
  /** Relies on the paint that the task before left in the gun. */
  goesOn?: boolean;
  /** When the gun was set up for the session that it belongs to. */
  since?: Minute;
  /** Another job's: what it was set up after is not known here. */
  isGiven?: boolean;
}

/** What a gun takes to set up for a task; with `goesOn` it is only filled up. */
export interface GunSetUp {
  goesOn: boolean;
  changeMin: Minute;
}

/**
 * What a gun takes between two tasks. The same paint goes on for as long as it may rest sealed and its mix lasts; anything else
 * means cleaning it, unless a night lies between, and setting it up.
 */
export function setUpBetween(
  before: Booked | null,
  next: Interval & { paint: Paint },
  change: Changeover,
): GunSetUp {
  if (before === null) return { goesOn: false, changeMin: 0 };
  const { paint, since = before.start } = before;
  const pause = next.start - before.end;
  const isSame = paint.material === next.paint.material && paint.applicator === next.paint.applicator;
  const lasts = next.paint.lifeMin === null || next.end - since <= next.paint.lifeMin;
  if (isSame && lasts && pause <= pauseOf(paint)) return { goesOn: true, changeMin: 0 };
  const cleanMin = pause >= NIGHT_MIN ? 0 : paint.cleanMin;
  return { goesOn: false, changeMin: cleanMin + changeMinutes(paint, next.paint, change) };
}

/** How many of what is booked on a gun, in the order in which it begins, begins by a minute. */
const begunBy = (booked: readonly Booked[], minute: Minute): number =>
  countWhile(booked, ({ start }) => start <= minute);

/** What goes through the guns of one kind, each in the order of time. */
export class GunBook {
  private readonly guns: Booked[][];

  constructor(
    count: number,
    private readonly change: Changeover,
  ) {
    this.guns = Array.from({ length: Math.max(1, count) }, () => []);
  }

  /** The same book, to be written in by itself. */
  copy(): GunBook {
    const copy = new GunBook(this.guns.length, this.change);
    copy.guns.splice(0, copy.guns.length, ...this.guns.map((booked) => [...booked]));
    return copy;
  }

  /**
   * The gun that takes a paint over an interval with the least setting up, or the moment from which it is worth trying
   * again: when every gun is in use, or what follows in it counts on what would be lost.
   */
  find(paint: Paint, { start, end }: Interval): (GunSetUp & { number: number }) | { retryAt: Minute } {
    let best: (GunSetUp & { number: number }) | null = null;
    let retryAt = Number.POSITIVE_INFINITY;
    this.guns.forEach((booked, number) => {
      // What begins later ends later than this begins: only what begins before is looked at, from the last back.
      let at = begunBy(booked, start);
      while (at > 0 && (booked[at - 1]?.end ?? 0) > start) at -= 1;
      const after = booked[at];
      const before = booked[at - 1] ?? null;
      const own = { start, end, paint };
      const setUp = setUpBetween(before, own, this.change);
      const isTaken = after !== undefined && after.start < end;
      if (
        isTaken ||
        (after && !this.stillHolds(after, { ...own, ...setUp, since: sinceOf(before, own, setUp) }))
      ) {
        retryAt = Math.min(retryAt, after?.end ?? retryAt);
        return;
      }
      if (!best || isLess(setUp, best)) best = { number, ...setUp };
    });
    return best ?? { retryAt };
  }

  /** Whether a task that is booked has the time that it needs after another one. */
  private stillHolds(after: Booked, own: Booked): boolean {
    const pause = after.start - own.end;
    // Another job's gun is cleaned over night, or was left to it by something that comes later than this.
    if (after.isGiven && pause >= (after.goesOn ? pauseOf(after.paint) + 1 : NIGHT_MIN)) return true;
    const needed = setUpBetween(own, after, this.change);
    return needed.goesOn || (after.goesOn !== true && needed.changeMin <= after.changeMin);
  }

  /** When tasks with the same paint end that one could go on from. */
  ends(paint: Paint, { start, end }: Interval): Minute[] {
    const ends: Minute[] = [];
    const pause = pauseOf(paint);
    // From the last back: what ended longer ago than the paint may rest, and all before it, is out of reach.
    for (const booked of this.guns)
      for (let at = begunBy(booked, end) - 1; at >= 0; at -= 1) {
        const use = booked[at] as Booked;
        if (use.end + pause < start) break;
        if (use.end <= end && use.paint.material === paint.material) ends.push(Math.max(start, use.end));
      }
    return ends;
  }

  /** Books a gun; history and other jobs may overlap, what is planned here does not. */
  book(number: number, booked: Booked): void {
    const list = this.guns[Math.min(number, this.guns.length - 1)];
    if (!list) return;
    const at = begunBy(list, booked.start);
    const before = list[at - 1] ?? null;
    const since = booked.goesOn ? sinceOf(before, booked, { goesOn: true }) : booked.start;
    list.splice(at, 0, { ...booked, since });
  }
}

function isLess(one: GunSetUp, other: GunSetUp): boolean {
  if (one.goesOn !== other.goesOn) return one.goesOn;
  return one.changeMin < other.changeMin;
}

function sinceOf(before: Booked | null, { start }: Interval, { goesOn }: Pick<GunSetUp, 'goesOn'>): Minute {
  return goesOn && before ? (before.since ?? before.start) : start;
}
