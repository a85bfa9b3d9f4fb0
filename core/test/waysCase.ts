import { seeded } from '../src/base/random.ts';
import { NO_HARDWARE } from '../src/elevation/index.ts';
import { NO_ROOM } from '../src/jobs/index.ts';
import { isFixed, PIECE_WAYS, type Piece } from '../src/pieces/index.ts';
import type { Holder, Place } from '../src/places/index.ts';
import { type JobForPlanning, type ShopForPlanning, tiedKind } from '../src/planning/index.ts';
import { sampleId, sampleJob, sampleShop } from './sample.ts';

/** A place that may be sprayed in with waterborne paint. */
export const TENT: Place = {
  id: 'tent',
  name: 'Tent',
  kind: 'tent',
  lengthMm: null,
  widthMm: null,
  heightMm: null,
  rating: 'waterborne-spray',
  air: { from: 'outdoors' },
  benches: 1,
};

/** A random job with every way of working in it, several racks, a room, weather and machines that are kept for a product. */
export function waysCase(
  seed: number,
  now: number,
): { job: JobForPlanning; shop: ShopForPlanning; random: () => number } {
  const random = seeded(seed * 977 + 3);
  const upTo = (most: number) => Math.floor(random() * (most + 1));
  const pick = <T>(items: readonly T[]): T => items[upTo(items.length - 1)] as T;
  const holders: Holder[] = [
    { kind: 'posts', id: 'posts', name: 'Posts', placeId: 'tent', area: 'any', slots: 3 + upTo(9) },
    {
      kind: 'rack',
      id: 'second',
      name: 'Second rack',
      placeId: 'shop',
      area: pick(['any', 'one-face', 'two-face', 'short', 'long'] as const),
      slots: 6 + upTo(30),
      slotLengthMm: 900,
      support: 'packers',
    },
    ...(random() < 0.5
      ? [
          {
            kind: 'rail' as const,
            id: 'line',
            name: 'Line',
            placeId: 'tent',
            area: 'any' as const,
            lengthMm: 4000,
          },
        ]
      : []),
  ];
  const forecast = Array.from({ length: 72 }, (_, index) => {
    const isRaining = random() < 0.12;
    return {
      at: now + index * 60,
      climate: {
        airC: 13 + upTo(8),
        rhPct: isRaining ? 96 : 45 + upTo(30),
        windMs: upTo(9),
        rainMmH: isRaining ? 1 : 0,
        isSunny: random() < 0.4,
      },
    };
  });
  const base = sampleShop({ crew: sampleShop().crew.slice(0, 1 + upTo(1)) });
  const shop: ShopForPlanning = {
    ...base,
    settings: {
      ...base.settings,
      places: [TENT],
      holders,
      tripMin: pick([0, 30]),
      handlingMin: pick([0, 0.7]),
    },
    airs: { tent: { climate: { airC: 16, rhPct: 62 }, forecast } },
    guns: random() < 0.4 ? { turbine: 1, [tiedKind('turbine', 'urethane-enamel-satin')]: 1 } : {},
  };
  const zone = () => ({
    systemId: pick(['A', 'B', 'D', 'G'] as const),
    doors: 1 + upTo(6),
    fronts: upTo(5),
    frames: upTo(2),
    options: {
      applicator: pick(['turbine', 'roller', 'handheld', 'brush'] as const),
      offForLast: random() < 0.5,
    },
    piece: { way: pick(PIECE_WAYS) },
  });
  const job = sampleJob(
    random() < 0.5 ? [zone()] : [zone(), zone()],
    shop,
    pick(['shop', 'client'] as const),
  );
  const pieces = job.pieces.map(
    (piece): Piece => ({
      ...piece,
      area: isFixed(piece.kind) || random() < 0.6 ? '' : pick(['Island', 'North run']),
    }),
  );
  const room =
    random() < 0.6
      ? {
          ...NO_ROOM,
          tasks: [
            { kind: 'floor' as const, amount: 5 + upTo(30), doors: 0, minutesEach: null },
            { kind: 'wall' as const, amount: 5 + upTo(40), doors: 1, minutesEach: null },
          ],
        }
      : null;
  if (random() < 0.5) return { job: { ...job, pieces, job: { ...job.job, room } }, shop, random };
  // On the map, in an order of its own, on two walls; some doors share an opening and some are in none.
  const openings = pieces.map((_, index) => ({
    id: sampleId(10, index + 1),
    wallId: sampleId(11, 1 + (index % 2)),
    tag: `N${index + 1}`,
    xMm: upTo(8) * 300,
    yMm: pick([100, 1400]),
    widthMm: 600,
    heightMm: 720,
    hardware: NO_HARDWARE,
    baggedAt: null,
    returnedAt: null,
  }));
  const mapped = pieces.map((piece) => ({
    ...piece,
    openingId: random() < 0.8 ? (pick(openings)?.id ?? null) : null,
  }));
  return { job: { ...job, pieces: mapped, openings, job: { ...job.job, room } }, shop, random };
}
