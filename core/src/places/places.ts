import { z } from 'zod';
import { countField, nameField, numberField, quantityField } from '../fields/index.ts';
import { said } from '../said/index.ts';

/** What a place is where loose pieces are worked on, besides the shop itself. */
export const PLACE_KINDS = ['booth', 'bench-room', 'garage', 'tent', 'carport', 'yard'] as const;
export type PlaceKind = (typeof PLACE_KINDS)[number];

/** What may be laid on in a place, the most first. Each allows what follows it. */
export const PLACE_RATINGS = ['solvent-spray', 'waterborne-spray', 'brush-and-roller', 'no-coating'] as const;
export type PlaceRating = (typeof PLACE_RATINGS)[number];

/** What a place of each kind keeps off, and whose it usually is. */
interface PlaceKindTraits {
  /** Rain does not reach the pieces. */
  hasRoof: boolean;
  /** Wind, leaves and insects do not reach them. */
  hasWalls: boolean;
  /** Stands at the client: who works there is there for the day, and carries nothing through town. */
  isAtClient: boolean;
}

/** The traits of each kind of place. */
export const PLACE_KIND_TRAITS: Record<PlaceKind, PlaceKindTraits> = {
  booth: { hasRoof: true, hasWalls: true, isAtClient: false },
  'bench-room': { hasRoof: true, hasWalls: true, isAtClient: false },
  garage: { hasRoof: true, hasWalls: true, isAtClient: true },
  tent: { hasRoof: true, hasWalls: true, isAtClient: true },
  carport: { hasRoof: true, hasWalls: false, isAtClient: true },
  yard: { hasRoof: false, hasWalls: false, isAtClient: true },
};

/** Words on screen for each kind and each rating. */
export const PLACE_KIND_WORDS: Record<PlaceKind, string> = {
  booth: said('shop.place-booth'),
  'bench-room': said('shop.place-bench-room'),
  garage: said('shop.place-garage'),
  tent: said('shop.place-tent'),
  carport: said('shop.place-carport'),
  yard: said('shop.place-yard'),
};
export const PLACE_RATING_WORDS: Record<PlaceRating, string> = {
  'solvent-spray': said('shop.rated-solvent'),
  'waterborne-spray': said('shop.rated-waterborne'),
  'brush-and-roller': said('shop.rated-brush'),
  'no-coating': said('shop.rated-nothing'),
};

/** Where the air of a place comes from: the shop's, a sensor of its own, a room that is heated day and night, or the weather. */
export const PlaceAirSchema = z.discriminatedUnion('from', [
  z.object({ from: z.literal('shop') }),
  z.object({ from: z.literal('station') }),
  z.object({
    from: z.literal('heated'),
    airC: quantityField('air', 'temperature', 5, 40),
    rhPct: numberField('relative-humidity', 10, 95, ' %'),
  }),
  z.object({ from: z.literal('outdoors') }),
]);
export type PlaceAir = z.infer<typeof PlaceAirSchema>;

const sideMm = quantityField('place-side', 'length', 0, 100_000).nullable().default(null);

/** A place besides the shop: what it is, how large, what it is rated for, and whose air it has. */
export const PlaceSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,36}$/),
  name: nameField('place-name', 60),
  kind: z.enum(PLACE_KINDS),
  /** Inside, in mm; null where nobody measured. */
  lengthMm: sideMm,
  widthMm: sideMm,
  heightMm: sideMm,
  rating: z.enum(PLACE_RATINGS),
  air: PlaceAirSchema,
  benches: countField('benches', 0, 20).default(1),
});
export type Place = z.infer<typeof PlaceSchema>;

/** What a rack or rail is kept for. */
export const HOLDER_AREAS = ['any', 'one-face', 'two-face', 'short', 'long'] as const;
export type HolderArea = (typeof HOLDER_AREAS)[number];
export const HOLDER_AREA_WORDS: Record<HolderArea, string> = {
  any: said('shop.area-any'),
  'one-face': said('shop.area-one-face'),
  'two-face': said('shop.area-two-face'),
  short: said('shop.area-short'),
  long: said('shop.area-long'),
};

/** What pieces lie on, so that fingers get under them and no face is touched. */
export const SUPPORTS = ['packers', 'pins', 'cups', 'none'] as const;
export const SUPPORT_WORDS: Record<(typeof SUPPORTS)[number], string> = {
  packers: said('shop.support-packers'),
  pins: said('shop.support-pins'),
  cups: said('shop.support-cups'),
  none: said('shop.support-none'),
};

/** The shop itself, as a place. */
export const SHOP_PLACE = 'shop';

const holderFields = {
  id: z.string().regex(/^[a-z0-9-]{1,36}$/),
  name: nameField('holder-name', 60),
  /** The place that it stands in. */
  placeId: z.string().max(36).default(SHOP_PLACE),
  area: z.enum(HOLDER_AREAS).default('any'),
};

/** A rail, a rack, or trestles and posts that take a piece each. */
export const HolderSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('rail'),
    ...holderFields,
    lengthMm: quantityField('rail', 'length', 100, 100_000),
  }),
  z.object({
    kind: z.literal('rack'),
    ...holderFields,
    slots: countField('slots', 1, 2000),
    slotLengthMm: quantityField('slot-length', 'length', 100, 5000),
    support: z.enum(SUPPORTS).default('packers'),
  }),
  z.object({ kind: z.literal('posts'), ...holderFields, slots: countField('posts', 1, 500) }),
]);
export type Holder = z.infer<typeof HolderSchema>;

/** Longer than this, and a piece is long for the areas of a rack. */
export const LONG_FROM_MM = 1500;

/** The shop's own rail and rack, and all others, as far as settings say. */
export interface Holding {
  railLengthMm: number;
  rackSlots: number;
  rackSlotLengthMm: number;
  holders: readonly Holder[];
}

/** Ids of the rail and the rack that every shop is asked for. */
export const OWN_RAIL = 'rail';
export const OWN_RACK = 'rack';

/** Rails, racks and posts of a place; the shop's own rail and rack come first, where it has them. */
export function holdersAt(settings: Holding, placeId: string): Holder[] {
  const own: Holder[] = [];
  if (placeId === SHOP_PLACE) {
    const common = { placeId, area: 'any' as const };
    if (settings.railLengthMm > 0)
      own.push({
        ...common,
        kind: 'rail',
        id: OWN_RAIL,
        name: said('word.rail'),
        lengthMm: settings.railLengthMm,
      });
    if (settings.rackSlots > 0)
      own.push({
        ...common,
        kind: 'rack',
        id: OWN_RACK,
        name: said('word.rack'),
        slots: settings.rackSlots,
        slotLengthMm: settings.rackSlotLengthMm,
        support: 'packers',
      });
  }
  return [...own, ...settings.holders.filter((holder) => holder.placeId === placeId)];
}

/** How much a holder takes: rail in mm, or slots. */
export function capacityOf(holder: Holder): number {
  return holder.kind === 'rail' ? holder.lengthMm : holder.slots;
}

/** Under which id a holder is planned: the shop's own keep theirs, so that plans made before there were others still hold. */
export function holderResource({ kind, id }: Pick<Holder, 'kind' | 'id'>): string {
  if (id === OWN_RAIL || id === OWN_RACK) return id;
  return `${kind === 'rail' ? 'rail' : 'rack'}:${id}`;
}

/** Under which id the booth or a bench of a place is planned. */
export function resourceAt(row: 'booth' | 'bench', placeId: string): string {
  return placeId === SHOP_PLACE ? row : `${row}:${placeId}`;
}

/** Whether something may be sprayed in a place. */
export function maySpray(rating: PlaceRating, isWater: boolean): boolean {
  return rating === 'solvent-spray' || (rating === 'waterborne-spray' && isWater);
}

/** What a shop that has only itself is rated for. */
export function shopRating(settings: { hasBooth: boolean; boothRatedForSolvent: boolean }): PlaceRating {
  if (!settings.hasBooth) return 'brush-and-roller';
  return settings.boothRatedForSolvent ? 'solvent-spray' : 'waterborne-spray';
}

/** How far a gun stays off the piece, and how much room an arm with it needs behind, in mm. */
export const STAND_OFF_MM = 300;
export const ARM_MM = 600;

/** Sides that a place must have inside for a piece to be coated in it, in mm. */
export interface SpaceNeeded {
  longMm: number;
  shortMm: number;
}

/**
 * The floor that a piece needs to be coated: the gun goes past both ends of its longer side, and in front of its shorter side
 * stand gun and arm.
 */
export function spaceNeeded({ widthMm, heightMm }: { widthMm: number; heightMm: number }): SpaceNeeded {
  const longer = Math.max(widthMm, heightMm);
  const shorter = Math.min(widthMm, heightMm);
  const across = shorter + STAND_OFF_MM + ARM_MM;
  const along = longer + 2 * STAND_OFF_MM;
  return { longMm: Math.max(along, across), shortMm: Math.min(along, across) };
}

/** Whether a piece can be coated inside a place with gun and arm; a place that nobody measured takes everything. */
export function fitsInside(
  { lengthMm, widthMm }: Pick<Place, 'lengthMm' | 'widthMm'>,
  piece: { widthMm: number; heightMm: number },
): boolean {
  const needed = spaceNeeded(piece);
  const sides = [lengthMm, widthMm].filter((side) => side !== null && side > 0) as number[];
  const longest = sides.length === 2 ? Math.max(...sides) : Number.POSITIVE_INFINITY;
  const shortest = sides.length > 0 ? Math.min(...sides) : Number.POSITIVE_INFINITY;
  return needed.longMm <= longest && needed.shortMm <= shortest;
}

/** The place that was chosen, or else the first one at a client's, or the first of all. */
export function chosenPlace(places: readonly Place[], placeId: string | null): Place | undefined {
  return (
    places.find(({ id }) => id === placeId) ??
    places.find(({ kind }) => PLACE_KIND_TRAITS[kind].isAtClient) ??
    places[0]
  );
}
