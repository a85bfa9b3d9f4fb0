import type { ProductRow, ShopContext } from '@upholder/core/api';
import { APPLICATORS, type Applicator, type ProductSheet, type Thinning } from '@upholder/core/catalogue';
import { gunItemsFor } from '@upholder/core/equipment';
import {
  cupsOf,
  type MixRecord,
  parseThinning,
  thinningFraction,
  thinningFrom,
  writeThinning,
} from '@upholder/core/mixing';
import { parseVolumeMl } from '@upholder/core/units';
import { bare, show } from '../../base/voice.ts';
import { targetsOf } from './mixTargets.ts';

/** What is known when a mix is started. */
export const GOALS = {
  task: 'by task',
  paint: 'by amount of paint',
  cup: 'by cup size',
  area: 'by area',
} as const;
export type Goal = keyof typeof GOALS;

/** The form of a new mix, as it is typed. */
export interface MixDraft {
  productKey: string;
  applicator: Applicator;
  /** Other tools that are filled from the same mix, each of which keeps its share back. */
  also: Applicator[];
  gunId: string;
  goal: Goal;
  amount: string;
  reserve: string;
  /** What a bare number of the thinning counts as. */
  convention: Thinning['convention'];
  /** As it is typed: an amount, a ratio, or the seconds of the cup. */
  thinning: string;
  /** The cup that the bench times with. */
  cupId: string;
  conditioner: string;
  drops: string;
  batch: string;
  material: string;
  way: MixRecord['way'];
  pail: string;
  reason: string;
  /** Closed mixes that are poured in. */
  used: string[];
}

/** Colour, primer, clear and stain are mixed; fillers come ready. */
export function coatingsOf(shop: ShopContext): ProductRow[] {
  return shop.products.filter(({ sheet }) => sheet.role !== 'filler');
}

/** Not every mix empties to the last drop, nor does every piece drink alike. */
const RESERVE_PCT = '10';

/** An amount as an address has it, in the units of this page; what is no amount stays as it is. */
function volumeText(text: string): string {
  const read = parseVolumeMl(text);
  return read.ok ? show('volume', read.value) : text;
}

/** The form as an address fills it in; empty where it says nothing. */
export function draftFrom(search: URLSearchParams, shop: ShopContext): MixDraft {
  const coatings = coatingsOf(shop);
  const product = coatings.find(({ key }) => key === search.get('product')) ?? coatings[0];
  const mix = search.get('mix');
  const applicator =
    (search.get('applicator') as Applicator | null) ?? product?.sheet.applicators[0] ?? 'brush';
  const convention = (search.get('convention') as Thinning['convention'] | null) ?? 'on-paint';
  const cups = cupsOf(shop.benchItems);
  return {
    productKey: product?.key ?? '',
    applicator,
    also: APPLICATORS.filter((one) => search.get('also')?.split(',').includes(one)),
    gunId: gunItemsFor(shop.benchItems, applicator, product?.key ?? '')[0]?.id ?? '',
    goal: mix === null ? 'paint' : 'task',
    amount: volumeText(mix ?? search.get('paint') ?? '900 mL'),
    reserve: RESERVE_PCT,
    convention,
    thinning: writeThinning({ convention, value: Number(search.get('thinning') ?? 0) || 0 }),
    cupId: targetsOf(product?.sheet, applicator, cups)[0]?.cup.id ?? 'iso-4',
    conditioner: String(Number(search.get('conditioner') ?? 0) || 0),
    drops: '0',
    batch: '',
    material: '',
    way: 'volume',
    pail: bare('length', 200),
    reason: '',
    used: [],
  };
}

/** The typed thinning in another convention: the same amount, another number. Text that cannot be read stays. */
export function inConvention(
  draft: MixDraft,
  sheet: ProductSheet,
  convention: Thinning['convention'],
): Pick<MixDraft, 'convention' | 'thinning'> {
  const read = parseThinning(draft.thinning, draft.convention);
  if (!read.ok || read.value.kind !== 'amount') return { convention, thinning: draft.thinning };
  const fraction = thinningFraction(read.value.thinning, sheet);
  return { convention, thinning: writeThinning(thinningFrom(fraction, convention, sheet)) };
}
