import { seeded } from '../src/base/random.ts';
import { GENERIC_PRODUCTS } from '../src/catalogue/index.ts';
import type { Zone } from '../src/jobs/index.ts';
import { PIECE_DEFAULTS, type Piece } from '../src/pieces/index.ts';
import type { JobForPlanning, ShopForPlanning } from '../src/planning/index.ts';
import { DEFAULT_SHOP_SETTINGS, minuteAt } from '../src/shop/index.ts';
import {
  FINISHING_SYSTEMS,
  generateSteps,
  optionsInPlace,
  type Step,
  SYSTEM_IDS,
  type SystemId,
  type ZoneOptions,
} from '../src/systems/index.ts';

/** A v4-shaped id that counts up; for tests and benchmarks only. */
export function sampleId(space: number, number: number): string {
  return `${space.toString(16).padStart(8, '0')}-0000-4000-8000-${number.toString(16).padStart(12, '0')}`;
}

export { seeded };

export const SAMPLE_TIME_ZONE = 'Europe/London';
/** Monday morning, before work. */
export const SAMPLE_START = minuteAt('2026-11-23', '06:00', SAMPLE_TIME_ZONE);

export function sampleShop(change: Partial<ShopForPlanning> = {}): ShopForPlanning {
  return {
    timeZone: SAMPLE_TIME_ZONE,
    // Hands only: what trips, carrying and the end of the day take is asked of tests of their own.
    settings: { ...DEFAULT_SHOP_SETTINGS, tripMin: 0, wrapUpMin: 0, handlingMin: 0 },
    crew: [
      { id: sampleId(9, 1), name: 'Ines', daysOff: [] },
      { id: sampleId(9, 2), name: 'Tam', daysOff: [] },
    ],
    sheets: GENERIC_PRODUCTS,
    climate: { airC: 18, rhPct: 55 },
    reserved: [],
    ...change,
  };
}

export interface ZonePlan {
  systemId: SystemId;
  options?: Partial<ZoneOptions>;
  doors: number;
  fronts: number;
  frames?: number;
  /** What all pieces of the zone have in common, such as how they are worked. */
  piece?: Partial<Piece>;
  /** Of the zone itself. */
  zone?: Partial<Zone>;
}

/** Builds a job from a few numbers per zone, with its steps generated. */
export function sampleJob(
  plans: readonly ZonePlan[],
  shop: ShopForPlanning = sampleShop(),
  place: 'shop' | 'client' = 'shop',
): JobForPlanning {
  const zones: Zone[] = [];
  const steps: Step[] = [];
  const pieces: Piece[] = [];
  plans.forEach((plan, index) => {
    const zoneId = sampleId(1, index + 1);
    const usual = optionsInPlace(FINISHING_SYSTEMS[plan.systemId].defaults, place === 'client');
    const options = { ...usual, ...plan.options };
    const zone: Zone = {
      id: zoneId,
      position: index,
      name: `Zone ${index + 1}`,
      oldColour: '#5b3a24',
      newColour: '#8fc1b2',
      substrate: 'open-grain hardwood',
      survey: {},
      choiceReason: '',
      isEdited: false,
      customSystem: null,
      sharesWith: null,
      systemId: plan.systemId,
      options,
      ...plan.zone,
    };
    zones.push(zone);
    const add = (count: number, spec: Partial<Piece>) => {
      for (let number = 0; number < count; number += 1) {
        const position = pieces.length;
        pieces.push({
          ...PIECE_DEFAULTS,
          id: sampleId(3, position + 1),
          zoneId,
          position,
          tag: `P${position + 1}`,
          widthMm: 400,
          heightMm: 720,
          ...plan.piece,
          ...spec,
        });
      }
    };
    add(plan.doors, {});
    add(plan.fronts, { kind: 'drawer-front', widthMm: 400, heightMm: 160, frameMm: 40, finishBack: false });
    add(plan.frames ?? 0, { kind: 'face-frame', construction: 'slab', widthMm: 1200, heightMm: 60 });
    const drafts = generateSteps({
      systemId: plan.systemId,
      options,
      sheets: shop.sheets,
      shop: shop.settings,
      isOnSite: place === 'client',
      ground: zone,
      parts: pieces.filter((piece) => piece.zoneId === zoneId),
    });
    if (!drafts.ok) throw new Error(drafts.message);
    drafts.value.forEach((draft, position) => {
      steps.push({ ...draft, id: sampleId(2, index * 1000 + position), zoneId, position });
    });
  });
  return { job: { id: sampleId(4, 1), place, startOn: '2026-11-23' }, zones, steps, pieces, log: [] };
}

/** The yardstick job: 60 pieces in two zones with two systems. */
export function sixtyPieces(shop = sampleShop()): JobForPlanning {
  return sampleJob(
    [
      { systemId: 'A', doors: 8, fronts: 30 },
      { systemId: 'D', doors: 10, fronts: 12 },
    ],
    shop,
  );
}

/** A random but valid job and shop for a seed. */
export function randomCase(seed: number): { job: JobForPlanning; shop: ShopForPlanning } {
  const random = seeded(seed);
  const upTo = (most: number) => Math.floor(random() * (most + 1));
  const pick = <T>(items: readonly T[]): T => items[Math.floor(random() * items.length)] as T;
  const crew = Array.from({ length: 1 + upTo(2) }, (_, index) => ({
    id: sampleId(9, index + 1),
    name: `Person ${index + 1}`,
    daysOff: random() < 0.3 ? ['2026-11-25'] : [],
  }));
  const shop = sampleShop({
    crew,
    climate: { airC: 12 + upTo(14), rhPct: 35 + upTo(40) },
    settings: {
      ...DEFAULT_SHOP_SETTINGS,
      daysOff: random() < 0.3 ? ['2026-11-27', '2026-12-01', '2026-12-02', '2026-12-03', '2026-12-04'] : [],
      railLengthMm: pick([0, 3000, 9000, 20000]),
      rackSlots: pick([6, 12, 36, 100]),
      benches: 1 + upTo(2),
      boothRatedForSolvent: random() < 0.5,
    },
  });
  const zones = Array.from(
    { length: 1 + upTo(2) },
    (): ZonePlan => ({
      systemId: pick(SYSTEM_IDS),
      options: {
        laying: pick(['by-kind', 'hung', 'flat'] as const),
        applicator: pick(['turbine', 'airless', 'roller'] as const),
        primerCoats: 1 + upTo(1),
        primerKey: pick([
          'bonding-primer',
          'alkyd-block-primer',
          'alkyd-block-primer-fast',
          'shellac-block-primer',
          'build-primer',
        ]),
        colourKey: pick(['urethane-enamel-satin', 'alkyd-enamel-satin']),
      },
      doors: 1 + upTo(14),
      fronts: upTo(14),
      frames: upTo(3),
    }),
  );
  return { job: sampleJob(zones, shop, random() < 0.15 ? 'client' : 'shop'), shop };
}
