import { z } from 'zod';
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
});
export type Paint = z.infer<typeof PaintSchema>;

/** Which of several like guns a task has, and what changing it over from the paint before adds to the set-up. */
export const GunUseSchema = PaintSchema.extend({ number: z.int().min(0), changeMin: z.number().min(0) });
export type GunUse = z.infer<typeof GunUseSchema>;

/** Guns by what they are; at least one of each kind that a step asks for. */
export type GunCounts = Readonly<Partial<Record<Paint['applicator'], number>>>;

/** A paint this much paler than the one before shows every trace of it. */
const PALER_BY = 20;
/** Primers are taken for white, clear coats for water: both show what was left in the gun. */
const PALEST = 95;

/** What a step sprays in a zone; null where nothing is sprayed. */
export function paintOf(
  { productKey, applicator: asked }: Pick<Step, 'productKey' | 'applicator'>,
  { newColour }: Pick<Zone, 'newColour'>,
  sheet: Pick<ProductSheet, 'role' | 'base'> | undefined,
  applicator: Step['applicator'] = asked,
): Paint | null {
  if (applicator === null || !isSprayed(applicator) || productKey === null || !sheet) return null;
  return {
    applicator,
    material: isTinted(sheet.role) ? `${productKey} ${newColour}` : productKey,
    isWater: sheet.base === 'water',
    lightness: isTinted(sheet.role) ? labOf(newColour).l : PALEST,
  };
}

/** Minutes that changing a gun over adds to its usual cleaning and setting up; 0 for the first paint in it. */
export function changeMinutes(from: Paint | null, to: Paint, { paleMin, solventMin }: Changeover): Minute {
  if (from === null || from.material === to.material) return 0;
  const isOther = from.isWater !== to.isWater;
  const isPaler = to.lightness - from.lightness >= PALER_BY;
  return (isOther ? solventMin : 0) + (isPaler ? paleMin : 0);
}

interface Booked extends Interval {
  paint: Paint;
  changeMin: Minute;
}

/** What goes through the guns of one kind, each in the order of time. */
export class GunBook {
  private readonly guns: Booked[][];

  constructor(
    count: number,
    private readonly change: Changeover,
  ) {
    this.guns = Array.from({ length: Math.max(1, count) }, () => []);
  }

  /**
   * The gun that takes a paint over an interval with the least change over, or the moment from which it is worth trying
   * again: when every gun is in use, or what follows in it would need more changing over than it has time for.
   */
  find(paint: Paint, { start, end }: Interval): { number: number; changeMin: Minute } | { retryAt: Minute } {
    let best: { number: number; changeMin: Minute } | null = null;
    let retryAt = Number.POSITIVE_INFINITY;
    this.guns.forEach((booked, number) => {
      let at = booked.length;
      while (at > 0 && (booked[at - 1]?.end ?? 0) > start) at -= 1;
      const before = booked[at - 1];
      const after = booked[at];
      const isTaken = after !== undefined && after.start < end;
      if (isTaken || (after && changeMinutes(paint, after.paint, this.change) > after.changeMin)) {
        retryAt = Math.min(retryAt, after?.end ?? retryAt);
        return;
      }
      const changeMin = changeMinutes(before?.paint ?? null, paint, this.change);
      if (!best || changeMin < best.changeMin) best = { number, changeMin };
    });
    return best ?? { retryAt };
  }

  /** Books a gun; history and other jobs may overlap, what is planned here does not. */
  book(number: number, booked: Booked): void {
    const list = this.guns[Math.min(number, this.guns.length - 1)];
    if (!list) return;
    let at = list.length;
    while (at > 0 && (list[at - 1]?.start ?? 0) > booked.start) at -= 1;
    list.splice(at, 0, booked);
  }
}
