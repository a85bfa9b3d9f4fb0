import { missingForSpray, PROTECTION_TRAITS } from '../jobs/index.ts';
import { tagsOf, workedWay } from '../pieces/index.ts';
import { said } from '../said/index.ts';
import { fitsInside, maySpray, PLACE_RATING_WORDS, spaceNeeded } from '../shop/index.ts';
import { applicatorLabour, ROOM_SITE, type Site, sitesOf } from '../systems/index.ts';
import { measured } from '../units/index.ts';
import { type SprayedCoat, sprayedCoats } from './coats.ts';
import { GEAR_RULES } from './gear.ts';
import { changeFix, type Finding, type Fix, type Rule, type RuleContext } from './model.ts';

/** What these rules look at. */
type SiteContext = Pick<
  RuleContext,
  'steps' | 'sheets' | 'pieces' | 'settings' | 'isOnSite' | 'room' | 'gear'
>;
interface SiteRule extends Omit<Rule, 'check'> {
  check(context: SiteContext): ReturnType<Rule['check']>;
}

const sitesIn = ({ pieces, settings, isOnSite }: SiteContext): Site[] => sitesOf(pieces, settings, isOnSite);

/** Laying a coat on by roller or brush instead of spraying it, where the sheet allows either. */
function byHand({ step, sheet }: SprayedCoat): Fix[] {
  const applicator = sheet.applicators.find((candidate) => candidate === 'roller' || candidate === 'brush');
  if (!applicator) return [];
  const part = { applicator, place: 'bench' as const, labour: applicatorLabour(applicator) };
  return [changeFix(`By ${applicator} instead`, step.key, part)];
}

const solventSpray: SiteRule = {
  code: 'solvent-spray',
  family: 'safety',
  severity: 'stop',
  check(context) {
    const isUnfit = sitesIn(context).some(({ rating }) => rating !== 'solvent-spray');
    if (!isUnfit) return [];
    return sprayedCoats(context)
      .filter(({ sheet }) => sheet.base !== 'water')
      .map((coat) => ({
        at: coat.step.key,
        why: said('rule.mist-of-burns-it-is-sprayed', { name: coat.sheet.name }),
        fixes: byHand(coat),
      }));
  },
};

/** Waterborne products where nobody may spray at all; solvent is a question of its own. */
const sprayPlace: SiteRule = {
  code: 'spray-place',
  family: 'place',
  severity: 'stop',
  check(context) {
    const unrated = sitesIn(context).find(({ rating }) => rating !== null && !maySpray(rating, true));
    if (!unrated) return [];
    const why =
      unrated.place === null
        ? said('rule.there-is-no-booth-to-spray')
        : said('rule.the-place-is-not-rated-to-spray', {
            place: unrated.place.name,
            rating: PLACE_RATING_WORDS[unrated.place.rating],
          });
    return sprayedCoats(context)
      .filter(({ sheet }) => sheet.base === 'water')
      .map((coat) => ({ at: coat.step.key, why, fixes: byHand(coat), goTo: 'places' as const }));
  },
};

/** Nothing at all is coated in a place that is rated for nothing. */
const coatPlace: SiteRule = {
  code: 'coat-place',
  family: 'place',
  severity: 'stop',
  check(context) {
    const unrated = sitesIn(context).find(({ rating }) => rating === 'no-coating');
    const first = context.steps.find(({ productKey }) => productKey !== null);
    return unrated?.place && first
      ? [
          {
            at: first.key,
            why: said('rule.nothing-is-coated-there', { place: unrated.place.name }),
            goTo: 'places',
          },
        ]
      : [];
  },
};

/** Spray in a room goes everywhere that is not covered, and back onto the wet film. */
const sprayUnprotected: SiteRule = {
  code: 'spray-unprotected',
  family: 'place',
  severity: 'stop',
  check(context) {
    if (!sitesIn(context).some(({ id }) => id === ROOM_SITE)) return [];
    const missing = missingForSpray(context.room ?? null);
    if (missing.length === 0) return [];
    const what = missing.map((kind) => PROTECTION_TRAITS[kind].words).join('; ');
    return sprayedCoats(context)
      .filter(({ sheet }) => sheet.base === 'water')
      .map((coat) => ({
        at: coat.step.key,
        why: said('rule.spraying-in-a-room-that-is-open', { what }),
        goTo: 'room' as const,
        fixes: byHand(coat),
      }));
  },
};

/** Gun and arm have to find room around the piece. */
const tooLarge: SiteRule = {
  code: 'fits-place',
  family: 'place',
  severity: 'warn',
  check(context) {
    for (const { id, place } of sitesIn(context)) {
      if (!place) continue;
      const large = context.pieces.filter(
        (piece) =>
          sitesOf([piece], context.settings, context.isOnSite)[0]?.id === id && !fitsInside(place, piece),
      );
      if (large.length === 0) continue;
      return [
        {
          at: null,
          why: said('plan.does-not-fit-into-the-place', {
            tags: tagsOf(
              large,
              large.map(({ id }) => id),
            ),
            place: place.name,
            size: measured(
              'length',
              Math.max(...large.map((piece) => spaceNeeded(piece).longMm)),
              Math.max(...large.map((piece) => spaceNeeded(piece).shortMm)),
            ),
          }),
          goTo: 'places',
        },
      ];
    }
    return [];
  },
};

/** Pieces that are to be worked in a garage or tent, of which the shop has none. */
const noPlace: SiteRule = {
  code: 'no-place',
  family: 'place',
  severity: 'warn',
  check({ pieces, settings, isOnSite }) {
    if ((settings.places ?? []).length > 0) return [];
    const away = pieces.filter((piece) => workedWay(piece, isOnSite) === 'place');
    if (away.length === 0) return [];
    const tags = tagsOf(
      away,
      away.map(({ id }) => id),
    );
    return [{ at: null, why: said('rule.the-shop-has-no-garage-or', { tags }), goTo: 'places' }];
  },
};

/** Where things are coated: what a place is rated for, how large it is, and whether a room is protected. */
export const SITE_RULES: readonly SiteRule[] = [
  solventSpray,
  sprayPlace,
  coatPlace,
  sprayUnprotected,
  tooLarge,
  noPlace,
];

/** What keeps a job from being planned until it is settled or overridden. */
const PLANNING_STOPS: readonly SiteRule[] = [
  sprayPlace,
  coatPlace,
  sprayUnprotected,
  ...GEAR_RULES.filter(({ severity }) => severity === 'stop'),
];

/** What of a zone stands in the way of planning it: spraying where nobody may, in a room that is not protected, or with a gun that could burst. */
export function planningStops(context: SiteContext): Finding[] {
  return PLANNING_STOPS.flatMap(({ code, family, severity, check }) =>
    check(context).map(({ at, why, fixes = [], goTo }) => ({
      code,
      family,
      severity,
      at,
      why,
      fixes,
      ...(goTo && { goTo }),
    })),
  );
}
