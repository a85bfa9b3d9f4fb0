import type { ProductRow, ShopContext } from '@upholder/core/api';
import type { ProductSheet, Thinning } from '@upholder/core/catalogue';
import { type CupReckoning, cupReckoning, gunItemsFor } from '@upholder/core/equipment';
import { coatMixMl, residueMl } from '@upholder/core/film';
import {
  COMPONENT_ROLES,
  type Component,
  cupsOf,
  densityOf,
  type GoodResult,
  type Gun,
  type GunFacts,
  leftoverOf,
  type MixRecord,
  type Poured,
  paintForMix,
  parseThinning,
  poursFor,
  recipeStops,
  successfulMixes,
  thinningFraction,
  thinningWords,
} from '@upholder/core/mixing';
import { failure, type Outcome } from '@upholder/core/outcome';
import { totalAreas } from '@upholder/core/pieces';
import { parseDecimal } from '@upholder/core/units';
import { v7 as uuid } from 'uuid';
import { showAll, read as understand } from '../../base/voice.ts';
import { REFERENCE_PIECES } from '../../job/referencePieces.ts';
import { type CupTarget, targetIn, targetsOf } from './mixTargets.ts';
import { coatingsOf, type MixDraft } from './startDraft.ts';

/** A closed mix of the same product, and what is in it. */
export interface Leftover {
  mix: MixRecord;
  left: Poured;
}

/** The form as it was understood. */
export interface ReadDraft {
  product: ProductRow;
  sheet: ProductSheet;
  recipe: MixRecord['recipe'];
  /** Paint in mL without what thinner a tin holds; NaN while the amount cannot be read. */
  paintMl: number;
  /** Where the mix goes, for a task or an area. */
  share: { piecesMl: number; residueMl: number; reserveMl: number } | null;
  pours: Component[];
  gun: GunFacts | null;
  /** How its cup is filled, and what it weighs in the hand; null where it has none. */
  cup: CupReckoning | null;
  /** The thinning as it was understood, in words. */
  thinningSaid: string;
  target: CupTarget | null;
  /** The target lies where the cup at hand says nothing: which one to take, or that none is known. */
  cupRemark: string | null;
  leftovers: Leftover[];
  good: GoodResult | null;
  stops: string[];
  /** The tin is thinner already than what was asked for. */
  tinIsThinner: boolean;
  /** Diameter of the pail in mm; null where nothing is measured by a stick. */
  pailMm: number | null;
  materialC: number | null;
  errors: Partial<
    Record<'amount' | 'thinning' | 'material' | 'reserve' | 'conditioner' | 'drops' | 'pail', string>
  >;
}

const DOORS_M2 = totalAreas([...REFERENCE_PIECES]).totalMm2 / 1e6;

/** How the cup of a gun is filled with so much of each. */
function cupOf(gun: Gun | null, pours: readonly Component[], sheet: ProductSheet): CupReckoning | null {
  const mixMl = pours.reduce((sum, { ml }) => sum + ml, 0);
  if (!gun?.cupMl || !(mixMl > 0)) return null;
  const grams = pours.reduce((sum, { role, ml }) => sum + ml * densityOf(role, sheet), 0);
  return cupReckoning(mixMl, { ...gun, cupMl: gun.cupMl }, gun.fullG, grams / mixMl);
}

/** A bare number of the form between two ends; nothing typed is 0. */
function amountOf(text: string, what: string, min: number, max: number, suffixes: string[]) {
  if (text.trim() === '' && min === 0) return { value: 0, error: undefined };
  const read = parseDecimal(text, { what, example: String(Math.max(min, 10)), min, max, suffixes });
  return read.ok ? { value: read.value, error: undefined } : { value: 0, error: read.message };
}

/** Drops of accelerator to a litre; nothing typed is none. */
function dropsOf(text: string): { value: number; error: string | undefined } {
  if (text.trim() === '') return { value: 0, error: undefined };
  const typed = understand('drops', text.replace(/\s*drops?$/i, ''));
  return typed.ok ? { value: typed.value, error: undefined } : { value: 0, error: typed.message };
}

/** Mix in mL and where it goes, or what is wrong with the amount. */
function mixFor(draft: MixDraft, sheet: ProductSheet, gun: GunFacts | null, reservePct: number) {
  const also = draft.also.reduce((sum, tool) => sum + residueMl(tool), 0);
  const stays = (gun?.residueMl ?? residueMl(draft.applicator)) + also;
  const shared = (piecesMl: number) => {
    const reserveMl = ((piecesMl + stays) * reservePct) / 100;
    return {
      mixMl: piecesMl + stays + reserveMl,
      share: { piecesMl, residueMl: stays, reserveMl },
      error: undefined,
    };
  };
  if (draft.goal === 'area') {
    const area = understand('area', draft.amount);
    if (!area.ok) return { mixMl: Number.NaN, share: null, error: area.message };
    const areaM2 = area.value;
    if (!(areaM2 > 0)) return { mixMl: Number.NaN, share: null, error: 'Area must be more than 0.' };
    // What reaches an area is worked out as for framed doors, sprayed one by one.
    const onDoors =
      coatMixMl(REFERENCE_PIECES, 'all', sheet.wftTypUm, draft.applicator) - residueMl(draft.applicator);
    return shared((onDoors * areaM2) / DOORS_M2);
  }
  const read = understand('volume', draft.amount);
  if (!read.ok) return { mixMl: Number.NaN, share: null, error: read.message };
  if (read.value <= 0) return { mixMl: Number.NaN, share: null, error: 'Amount must be more than 0.' };
  if (draft.goal === 'task') return shared(Math.max(0, read.value - residueMl(draft.applicator) - also));
  return { mixMl: read.value, share: null, error: undefined };
}

function pailOf(text: string): Outcome<number> {
  const read = understand('length', text);
  if (read.ok && (read.value < 50 || read.value > 1000))
    return failure(`The pail must be ${showAll('length', [50, 1000], ' to ')} across.`);
  return read;
}

/** Reads the form; null when the stores have no such coating. */
export function readDraft(draft: MixDraft, shop: ShopContext, mixes: readonly MixRecord[]): ReadDraft | null {
  const product = coatingsOf(shop).find(({ key }) => key === draft.productKey);
  if (!product) return null;
  const { sheet, tinFraction } = product;
  const conditioner = amountOf(draft.conditioner, 'the conditioner', 0, 50, ['%']);
  const drops = dropsOf(draft.drops);
  const reserve = amountOf(draft.reserve, 'the reserve', 0, 100, ['%']);
  const pail = draft.way === 'stick' ? pailOf(draft.pail) : null;
  const temperature = draft.material.trim() === '' ? null : understand('temperature', draft.material);
  const cups = cupsOf(shop.benchItems);
  const materialC = temperature?.ok ? temperature.value : null;
  const hand = {
    productKey: draft.productKey,
    applicator: draft.applicator,
    batch: draft.batch.trim(),
    materialC,
  };
  const good = successfulMixes(mixes, hand)[0] ?? null;
  const typed = parseThinning(draft.thinning, draft.convention);
  const wantedS = typed.ok && typed.value.kind === 'seconds' ? typed.value : null;
  // Thinned to seconds, it starts where it was good last time, else unthinned, and the cup says what to add.
  const thinning: Thinning =
    typed.ok && typed.value.kind === 'amount'
      ? typed.value.thinning
      : { convention: 'on-paint', value: wantedS && good ? Math.round(good.fraction * 1000) / 10 : 0 };
  const tinIsThinner = thinningFraction(thinning, sheet) < tinFraction - 1e-6;
  const recipe: MixRecord['recipe'] = {
    thinning: tinIsThinner ? { convention: 'on-paint', value: tinFraction * 100 } : thinning,
    conditionerPct: conditioner.value,
    hardenerBy: draft.way === 'weight' && sheet.hardener?.partsByWeight != null ? 'weight' : 'volume',
    dropsPerL: drops.value,
  };
  const gun =
    gunItemsFor(shop.benchItems, draft.applicator, draft.productKey).find(({ id }) => id === draft.gunId)
      ?.item ?? null;
  const { mixMl, share, error } = mixFor(draft, sheet, gun, reserve.value);
  const paintMl = draft.goal === 'paint' ? mixMl : paintForMix(mixMl, sheet, recipe);
  const cup = cups.find(({ id }) => id === draft.cupId);
  const sheetTarget = targetsOf(sheet, draft.applicator, cups)[0] ?? null;
  const wanted = wantedS && cup ? { cup, fromS: wantedS.fromS, toS: wantedS.toS } : sheetTarget;
  const { target, remark } = targetIn(wanted, cup, cups);
  const pours = Number.isFinite(paintMl) && paintMl > 0 ? poursFor(paintMl, sheet, recipe) : [];
  const taken = new Set(mixes.flatMap(({ pours }) => pours.map(({ fromMixId }) => fromMixId)));
  return {
    product,
    sheet,
    recipe,
    paintMl,
    share,
    pours,
    cup: cupOf(gun, pours, sheet),
    gun: gun && { name: gun.name, orificeUm: gun.orificeUm, cupMl: gun.cupMl, residueMl: gun.residueMl },
    thinningSaid: wantedS
      ? `thin to ${wantedS.fromS === null ? '' : `${wantedS.fromS}–`}${wantedS.toS} s in ${cup?.name ?? 'the cup'}, starting from ${thinningWords(recipe.thinning)}`
      : thinningWords(recipe.thinning),
    target,
    cupRemark: remark,
    leftovers: sheet.hardener
      ? []
      : mixes.flatMap((mix) => {
          const left = mix.productKey === draft.productKey && !taken.has(mix.id) ? leftoverOf(mix) : null;
          return left ? [{ mix, left }] : [];
        }),
    good,
    stops: recipeStops(sheet, recipe),
    tinIsThinner,
    pailMm: pail?.ok ? pail.value : null,
    materialC,
    errors: {
      amount: error,
      thinning: typed.ok ? undefined : typed.message,
      conditioner: conditioner.error,
      drops: drops.error,
      reserve: reserve.error,
      pail: pail && !pail.ok ? pail.message : undefined,
      material: temperature && !temperature.ok ? temperature.message : undefined,
    },
  };
}

/** Whether a mix may be started: everything can be read, and what goes past the sheet has its reason. */
export function isReady(read: ReadDraft, draft: MixDraft): boolean {
  return (
    Object.values(read.errors).every((error) => error === undefined) &&
    read.paintMl > 0 &&
    (read.stops.length === 0 || draft.reason.trim().length >= 3)
  );
}

/** The mix that the form asks for, with what was left of others in it already. */
export function mixFrom(
  draft: MixDraft,
  read: ReadDraft,
  context: { search: URLSearchParams; madeBy: string; at: string },
): MixRecord {
  const { search, madeBy, at } = context;
  return {
    id: uuid(),
    revision: 0,
    productKey: draft.productKey,
    batch: draft.batch.trim(),
    jobId: search.get('job'),
    stepId: search.get('step'),
    purpose: (search.get('for') ?? '').slice(0, 2000),
    applicator: draft.applicator,
    recipe: read.recipe,
    overrideReason: read.stops.length > 0 ? draft.reason.trim() : '',
    paintMl: Math.round(read.paintMl * 10) / 10,
    way: draft.way,
    pailMm: read.pailMm,
    target: read.target && { cupId: read.target.cup.id, fromS: read.target.fromS, toS: read.target.toS },
    tinFraction: read.product.tinFraction,
    gun: read.gun,
    shakenAt: null,
    materialC: read.materialC,
    madeBy,
    startedAt: at,
    pours: read.leftovers
      .filter(({ mix }) => draft.used.includes(mix.id))
      .flatMap(({ mix, left }) =>
        COMPONENT_ROLES.flatMap((role) => {
          const ml = Math.round((left[role] ?? 0) * 10) / 10;
          return ml > 0 ? [{ id: uuid(), role, ml, at, fromMixId: mix.id }] : [];
        }),
      ),
    readings: [],
    emptiedAt: null,
    leftMl: null,
    leftTo: 'closed container',
    note: '',
  };
}
