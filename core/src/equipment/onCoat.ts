import type { Applicator } from '../catalogue/index.ts';
import { type Gear, type Gun, itemsOf, type StoredItem } from '../mixing/index.ts';
import { said } from '../said/index.ts';
import { type AirVerdict, airVerdict } from './reckoning.ts';

/**
 * The guns of a shop that work and that a coat may go through: those kept for its product where there are any, else those for
 * everything. A machine that has failed is still kept for its product: nothing goes through another one unasked.
 */
export function gunItemsFor(
  items: readonly StoredItem[],
  applicator: Applicator,
  productKey: string,
): StoredItem<Gun>[] {
  const own = itemsOf(items, 'gun').filter(({ item }) => item.applicator === applicator && !item.isRetired);
  const kept = own.filter(({ item }) => item.tiedTo === productKey);
  return (kept.length > 0 ? kept : own.filter(({ item }) => item.tiedTo === '')).filter(
    ({ item }) => !item.isOutOfOrder,
  );
}

/** The same without their ids. */
export function gunsFor(items: readonly StoredItem[], applicator: Applicator, productKey: string): Gun[] {
  return gunItemsFor(items, applicator, productKey).map(({ item }) => item);
}

/** Whether a gun works by the pressure of its pump, through a tip; others by needle or nozzle. */
export function isByTip(applicator: Applicator): boolean {
  return applicator === 'airless' || applicator === 'air-assisted';
}

/** What of a gun says how far its pressure may go. */
export type GunPressure = Pick<Gun, 'applicator' | 'pressureBar' | 'maxInletBar' | 'maxBar'>;

/** The most that a gun may be given: at its inlet on a compressor, by its pump where it is airless; null where nobody said. */
export function mostBar({ applicator, maxInletBar, maxBar }: GunPressure): number | null {
  return isByTip(applicator) ? maxBar : maxInletBar;
}

/** Whether a gun is set above what it may be given. */
export function isSetTooHigh(gun: GunPressure): boolean {
  const most = mostBar(gun);
  return gun.pressureBar !== null && most !== null && gun.pressureBar > most;
}

/** What an hour of a gun or machine costs by its price and its life, in minor currency units; null where either is missing. */
export function costAnHour({ price, lifeH }: Pick<Gun, 'price' | 'lifeH'>): number | null {
  return price === null || lifeH === null ? null : price / lifeH;
}

/** What a compressor gives; null for other gear, and where nobody said how much air it makes. */
export function supplyOf(gear: Gear): Parameters<typeof airVerdict>[1] | null {
  const { freeAirLMin, tankL, cutOutBar, cutInBar } = gear;
  if (gear.gear !== 'compressor' || gear.isRetired || freeAirLMin === null) return null;
  return { freeAirLMin, tankL: tankL ?? 0, cutOutBar: cutOutBar ?? 0, cutInBar: cutInBar ?? 0 };
}

/** A gun with the compressor that serves it best, and what that lets it do. */
export interface OnAir {
  gun: Gun;
  compressor: Gear;
  verdict: AirVerdict;
}

const freedom = ({ verdict }: OnAir): number => {
  switch (verdict.kind) {
    case 'continuous':
      return Number.POSITIVE_INFINITY;
    case 'tight':
      return Number.MAX_VALUE;
    case 'bursts':
      return verdict.burstS / (verdict.burstS + verdict.restS);
  }
};

/** The gun and compressor of a shop that a coat is sprayed with at its best; null where no gun on air, or no compressor, is known. */
export function bestAir(
  items: readonly StoredItem[],
  applicator: Applicator,
  productKey: string,
): OnAir | null {
  const pairs = gunsFor(items, applicator, productKey).flatMap((gun) =>
    gun.airDemandLMin === null
      ? []
      : itemsOf(items, 'gear').flatMap(({ item }): OnAir[] => {
          const supply = supplyOf(item);
          return supply
            ? [{ gun, compressor: item, verdict: airVerdict(gun.airDemandLMin ?? 0, supply) }]
            : [];
        }),
  );
  return pairs.reduce<OnAir | null>(
    (best, pair) => (best === null || freedom(pair) > freedom(best) ? pair : best),
    null,
  );
}

/** How long the trigger may be held and how long the tank then fills, in words; null where the air is enough. */
export function burstWords({ gun, compressor, verdict }: OnAir): string | null {
  if (verdict.kind !== 'bursts') return null;
  const facts = {
    compressor: compressor.name,
    gun: gun.name,
    free: compressor.freeAirLMin ?? 0,
    demand: gun.airDemandLMin ?? 0,
    burst: Math.floor(verdict.burstS),
  };
  return Number.isFinite(verdict.restS)
    ? said('mix.the-compressor-gives-less-than', { ...facts, rest: Math.ceil(verdict.restS) })
    : said('mix.the-compressor-gives-no-air', {
        gun: gun.name,
        compressor: compressor.name,
        burst: facts.burst,
      });
}
