import type { ProductSheet } from '../catalogue/sheet.ts';
import { isWorkedInRoom, workedWay } from '../pieces/ways.ts';
import {
  chosenPlace,
  maySpray,
  PLACE_RATING_WORDS,
  type Place,
  type PlaceRating,
  SHOP_PLACE,
  shopRating,
} from '../places/index.ts';
import { said } from '../said/index.ts';
import type { SitePart } from './waySteps.ts';

/** What a shop may coat where. */
export interface Booth {
  hasBooth: boolean;
  boothRatedForSolvent: boolean;
  /** Its other places; none where they are left out. */
  places?: readonly Place[];
}

/** A place where pieces of a zone are coated. */
export interface Site {
  /** `shop`, `room`, or the id of another place. */
  id: string;
  /** Null for the client's room, which nobody rates. */
  rating: PlaceRating | null;
  place: Place | null;
}

/** The client's room among sites. */
export const ROOM_SITE = 'room';

/**
 * Where the pieces of a zone are coated, each place once. What is left in the room while the others are elsewhere is rolled there
 * anyway and counts for none.
 */
export function sitesOf(parts: readonly SitePart[], shop: Booth, isOnSite: boolean): Site[] {
  const places = shop.places ?? [];
  const sites = new Map<string, Site>();
  const add = (site: Site) => sites.set(site.id, site);
  const own: Site = { id: SHOP_PLACE, rating: shopRating(shop), place: null };
  const room: Site = { id: ROOM_SITE, rating: null, place: null };
  for (const part of parts) {
    const way = workedWay(part, isOnSite);
    if (way === 'left') continue;
    if (isWorkedInRoom(way)) add(room);
    else if (way === 'shop') add(own);
    else {
      const place =
        way === 'assembly' ? places.find(({ id }) => id === part.placeId) : chosenPlace(places, part.placeId);
      add(place ? { id: place.id, rating: place.rating, place } : own);
    }
  }
  if (sites.size === 0) add(isOnSite ? room : own);
  return [...sites.values()];
}

/** Why a product cannot be sprayed in a place, as the end of a sentence, or null when it can. */
function obstacleAt({ place, rating }: Site, { base }: Pick<ProductSheet, 'base'>): string | null {
  const isWater = base === 'water';
  // Whoever wants to spray in a room has said so; only solvent mist is out of the question where people live.
  if (rating === null) return isWater ? null : said('step.mist-of-solvent-burns-and-the');
  if (maySpray(rating, isWater)) return null;
  if (place)
    return said('step.the-place-is-rated-for', { place: place.name, rating: PLACE_RATING_WORDS[rating] });
  return rating === 'waterborne-spray'
    ? said('step.the-booth-is-rated-for-waterborne')
    : said('step.the-shop-has-no-booth');
}

/** Why a product cannot be sprayed on the pieces of a zone, wherever each is coated, as the end of a sentence; null when it can. */
export function sprayObstacle(
  sheet: Pick<ProductSheet, 'base'>,
  shop: Booth,
  isOnSite: boolean,
  parts: readonly SitePart[] = [],
): string | null {
  for (const site of sitesOf(parts, shop, isOnSite)) {
    const obstacle = obstacleAt(site, sheet);
    if (obstacle !== null) return obstacle;
  }
  return null;
}
