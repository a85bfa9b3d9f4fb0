import type { ProductRow, ShopContext } from '@upholder/core/api';
import type { Applicator, ProductSheet, Thinning } from '@upholder/core/catalogue';
import { coatMixMl, residueMl } from '@upholder/core/film';
import {
  COMPONENT_ROLES,
  type Component,
  type Cup,
  cupsOf,
  findCup,
  type GoodResult,
  type GunFacts,
  goodResults,
  itemsOf,
  leftoverOf,
  type PotRecord,
  type Poured,
  paintForMix,
  poursFor,
  recipeStops,
  thinningFraction,
} from '@upholder/core/mixing';
import { totalAreas } from '@upholder/core/pieces';
import { parseTemperatureC, parseVolumeMl } from '@upholder/core/units';
import { v7 as uuid } from 'uuid';
import { REFERENCE_PIECES } from '../referencePieces.ts';

/** What is known when a pot is started. */
export const GOALS = {
  visit: 'what a visit takes',
  paint: 'so much paint',
  cup: 'a cup to fill',
  area: 'an area to cover',
} as const;
export type Goal = keyof typeof GOALS;

/** The form of a new pot, as it is typed. */
export interface PotDraft {
  productKey: string;
  applicator: Applicator;
  gunId: string;
  goal: Goal;
  amount: string;
  reserve: string;
  thinning: Thinning;
  conditioner: string;
  drops: string;
  batch: string;
  material: string;
  way: PotRecord['way'];
  pail: string;
  reason: string;
  /** Closed pots that are poured in. */
  used: string[];
}

/** Colour, primer, clear and stain are mixed; fillers come ready. */
export function coatingsOf(shop: ShopContext): ProductRow[] {
  return shop.products.filter(({ sheet }) => sheet.role !== 'filler');
}

/** Not every pot empties to the last drop, nor does every piece drink alike. */
const RESERVE_PCT = '10';

/** The form as an address fills it in; empty where it says nothing. */
export function draftFrom(search: URLSearchParams, shop: ShopContext): PotDraft {
  const coatings = coatingsOf(shop);
  const product = coatings.find(({ key }) => key === search.get('product')) ?? coatings[0];
  const mix = search.get('mix');
  const applicator =
    (search.get('applicator') as Applicator | null) ?? product?.sheet.applicators[0] ?? 'brush';
  return {
    productKey: product?.key ?? '',
    applicator,
    gunId: gunsFor(shop, applicator)[0]?.id ?? '',
    goal: mix === null ? 'paint' : 'visit',
    amount: mix ?? search.get('paint') ?? '900 mL',
    reserve: RESERVE_PCT,
    thinning: {
      convention: (search.get('convention') as Thinning['convention'] | null) ?? 'on-paint',
      value: Number(search.get('thinning') ?? 0),
    },
    conditioner: '0',
    drops: '0',
    batch: '',
    material: '',
    way: 'volume',
    pail: '200',
    reason: '',
    used: [],
  };
}

/** The guns of a shop for an applicator. */
export function gunsFor(shop: ShopContext, applicator: Applicator) {
  return itemsOf(shop.benchItems, 'gun').filter(
    ({ item }) => item.applicator === applicator && !item.isRetired,
  );
}

/** A closed pot of the same product, and what is in it. */
export interface Leftover {
  pot: PotRecord;
  left: Poured;
}

/** The form as it was understood. */
export interface ReadDraft {
  product: ProductRow;
  sheet: ProductSheet;
  recipe: PotRecord['recipe'];
  /** Paint in mL without what thinner a tin holds; NaN while the amount cannot be read. */
  paintMl: number;
  /** Where the mix goes, for a visit or an area. */
  share: { piecesMl: number; residueMl: number; reserveMl: number } | null;
  pours: Component[];
  gun: GunFacts | null;
  target: { cup: Cup; fromS: number | null; toS: number } | null;
  leftovers: Leftover[];
  good: GoodResult | null;
  stops: string[];
  /** The tin is thinner already than what was asked for. */
  tinIsThinner: boolean;
  materialC: number | null;
  errors: Partial<Record<'amount' | 'material' | 'reserve' | 'conditioner' | 'drops' | 'pail', string>>;
}

const DOORS_M2 = totalAreas([...REFERENCE_PIECES]).totalMm2 / 1e6;

function amountOf(text: string, least: number, most: number, message: string) {
  const value = Number(text.trim().replace(',', '.').replace(/\s*%$/, '') || '0');
  const isGood = Number.isFinite(value) && value >= least && value <= most;
  return { value: isGood ? value : 0, error: isGood ? undefined : message };
}

/** Mix in mL and where it goes, or what is wrong with the amount. */
function mixFor(draft: PotDraft, sheet: ProductSheet, gun: GunFacts | null, reservePct: number) {
  const stays = gun?.residueMl ?? residueMl(draft.applicator);
  const shared = (piecesMl: number) => {
    const reserveMl = ((piecesMl + stays) * reservePct) / 100;
    return {
      mixMl: piecesMl + stays + reserveMl,
      share: { piecesMl, residueMl: stays, reserveMl },
      error: undefined,
    };
  };
  if (draft.goal === 'area') {
    const areaM2 = Number(
      draft.amount
        .trim()
        .replace(',', '.')
        .replace(/\s*m²?2?$/, ''),
    );
    if (!(areaM2 > 0)) return { mixMl: Number.NaN, share: null, error: 'Enter m², such as 4.5.' };
    // What reaches an area is worked out as for framed doors, sprayed one by one.
    const onDoors =
      coatMixMl(REFERENCE_PIECES, 'all', sheet.wftTypUm, draft.applicator) - residueMl(draft.applicator);
    return shared((onDoors * areaM2) / DOORS_M2);
  }
  const read = parseVolumeMl(draft.amount);
  if (!read.ok) return { mixMl: Number.NaN, share: null, error: read.message };
  if (read.value <= 0) return { mixMl: Number.NaN, share: null, error: 'Enter more than nothing.' };
  if (draft.goal === 'visit') return shared(Math.max(0, read.value - residueMl(draft.applicator)));
  return { mixMl: read.value, share: null, error: undefined };
}

/** Reads the form; null when the stores have no such coating. */
export function readDraft(draft: PotDraft, shop: ShopContext, pots: readonly PotRecord[]): ReadDraft | null {
  const product = coatingsOf(shop).find(({ key }) => key === draft.productKey);
  if (!product) return null;
  const { sheet, tinFraction } = product;
  const conditioner = amountOf(draft.conditioner, 0, 50, 'Enter 0 to 50 %.');
  const drops = amountOf(draft.drops, 0, 1000, 'Enter 0 to 1000 drops.');
  const reserve = amountOf(draft.reserve, 0, 100, 'Enter 0 to 100 %.');
  const pail = amountOf(draft.pail, 50, 1000, 'Enter 50 to 1000 mm.');
  const temperature = draft.material.trim() === '' ? null : parseTemperatureC(draft.material);
  const tinIsThinner = thinningFraction(draft.thinning, sheet) < tinFraction - 1e-6;
  const recipe: PotRecord['recipe'] = {
    thinning: tinIsThinner ? { convention: 'on-paint', value: tinFraction * 100 } : draft.thinning,
    conditionerPct: conditioner.value,
    hardenerBy: draft.way === 'weight' && sheet.hardener?.partsByWeight != null ? 'weight' : 'volume',
    dropsPerL: drops.value,
  };
  const gun = gunsFor(shop, draft.applicator).find(({ id }) => id === draft.gunId)?.item ?? null;
  const { mixMl, share, error } = mixFor(draft, sheet, gun, reserve.value);
  const paintMl = draft.goal === 'paint' ? mixMl : paintForMix(mixMl, sheet, recipe);
  const cups = cupsOf(shop.benchItems);
  const targets = sheet.targets.flatMap((one) => {
    const cup = one.applicator === draft.applicator ? findCup(one.cup, cups) : null;
    return cup ? [{ cup, fromS: one.fromS, toS: one.toS }] : [];
  });
  const taken = new Set(pots.flatMap(({ pours }) => pours.map(({ fromPotId }) => fromPotId)));
  const materialC = temperature?.ok ? temperature.value : null;
  return {
    product,
    sheet,
    recipe,
    paintMl,
    share,
    pours: Number.isFinite(paintMl) && paintMl > 0 ? poursFor(paintMl, sheet, recipe) : [],
    gun: gun && { name: gun.name, orificeUm: gun.orificeUm, cupMl: gun.cupMl, residueMl: gun.residueMl },
    target: targets[0] ?? null,
    leftovers: sheet.hardener
      ? []
      : pots.flatMap((pot) => {
          const left = pot.productKey === draft.productKey && !taken.has(pot.id) ? leftoverOf(pot) : null;
          return left ? [{ pot, left }] : [];
        }),
    good:
      goodResults(pots, {
        productKey: draft.productKey,
        applicator: draft.applicator,
        batch: draft.batch.trim(),
        materialC,
      })[0] ?? null,
    stops: recipeStops(sheet, recipe),
    tinIsThinner,
    materialC,
    errors: {
      amount: error,
      conditioner: conditioner.error,
      drops: drops.error,
      reserve: reserve.error,
      pail: draft.way === 'stick' ? pail.error : undefined,
      material: temperature && !temperature.ok ? temperature.message : undefined,
    },
  };
}

/** Whether a pot may be started: everything can be read, and what goes past the sheet has its reason. */
export function isReady(read: ReadDraft, draft: PotDraft): boolean {
  return (
    Object.values(read.errors).every((error) => error === undefined) &&
    read.paintMl > 0 &&
    (read.stops.length === 0 || draft.reason.trim().length >= 3)
  );
}

/** The pot that the form asks for, with what was left of others in it already. */
export function potFrom(
  draft: PotDraft,
  read: ReadDraft,
  context: { search: URLSearchParams; madeBy: string; at: string },
): PotRecord {
  const { search, madeBy, at } = context;
  return {
    id: uuid(),
    revision: 0,
    productKey: draft.productKey,
    batch: draft.batch.trim(),
    jobId: search.get('job'),
    stepId: search.get('step'),
    purpose: (search.get('for') ?? '').slice(0, 200),
    applicator: draft.applicator,
    recipe: read.recipe,
    overrideReason: read.stops.length > 0 ? draft.reason.trim() : '',
    paintMl: Math.round(read.paintMl * 10) / 10,
    way: draft.way,
    pailMm: draft.way === 'stick' ? Number(draft.pail.replace(',', '.')) : null,
    target: read.target && { cupId: read.target.cup.id, fromS: read.target.fromS, toS: read.target.toS },
    tinFraction: read.product.tinFraction,
    gun: read.gun,
    shakenAt: null,
    materialC: read.materialC,
    madeBy,
    startedAt: at,
    pours: read.leftovers
      .filter(({ pot }) => draft.used.includes(pot.id))
      .flatMap(({ pot, left }) =>
        COMPONENT_ROLES.flatMap((role) => {
          const ml = Math.round((left[role] ?? 0) * 10) / 10;
          return ml > 0 ? [{ id: uuid(), role, ml, at, fromPotId: pot.id }] : [];
        }),
      ),
    readings: [],
    emptiedAt: null,
    leftMl: null,
    leftTo: 'closed pot',
    note: '',
  };
}
