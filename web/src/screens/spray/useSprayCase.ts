import type { ShopContext } from '@upholder/core/api';
import { APPLICATOR_TRAITS, type ProductSheet, sagFrom } from '@upholder/core/catalogue';
import { hidingOfSteps, PRIMER_WHITE } from '@upholder/core/estimating';
import {
  type Covering,
  type Drying,
  type FilmLimits,
  type FilmSheet,
  LESSON_PLANS,
} from '@upholder/core/film';
import { dilutionOf, itemsOf } from '@upholder/core/mixing';
import type { PieceSpec } from '@upholder/core/pieces';
import {
  attenuationPerUm,
  contrastIn,
  deltaE76,
  HIDDEN_BELOW,
  labOf,
  tintTowards,
} from '@upholder/core/survey';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { sheetsOf } from '../../job/productLookups.ts';

/** A piece that can be sprayed on the screen. */
export interface SprayPiece {
  id: string;
  name: string;
  piece: PieceSpec;
}

const own = (name: string, piece: PieceSpec): SprayPiece => ({ id: name, name, piece });
const { upright, narrow, recess } = LESSON_PLANS;

/** Pieces for whoever has none: a slab, a recessed door, a raised one, a narrow front, a tall door. */
export const SAMPLE_PIECES: readonly SprayPiece[] = [
  own('Flat door', { ...upright.piece, construction: 'slab' }),
  own('Recessed door', upright.piece),
  own('Raised panel', {
    ...upright.piece,
    construction: 'raised-panel',
    bevelMm: 4,
    marginMm: 35,
    raiseMm: 7,
  }),
  own('Drawer front', narrow.piece),
  own('Small door', recess.piece),
  own('Tall door', { ...upright.piece, widthMm: 500, heightMm: 1900 }),
];

/** What a sheet says of its wet film, with the usual factors where it is silent. */
export function filmSheetOf(sheet: ProductSheet): FilmSheet {
  return {
    leastUm: sheet.wftMinUm,
    typicalUm: sheet.wftTypUm,
    sagUprightUm: sagFrom(sheet, 'vertical'),
    sagFlatUm: sagFrom(sheet, 'flat'),
  };
}

/** What the screen is about, by its address: a piece, a product, a gun, and whether it lies flat. */
export function useSprayChoice(shop: ShopContext) {
  const [search, setSearch] = useSearchParams();
  const jobId = search.get('job') ?? '';
  const { data: detail } = upholder.useJobQuery(jobId, { skip: jobId === '' });
  const pieces = useMemo<SprayPiece[]>(
    () => [
      ...(detail?.pieces ?? []).map((piece) => ({ id: piece.id, name: piece.tag, piece })),
      ...SAMPLE_PIECES,
    ],
    [detail],
  );
  const chosen = pieces.find(({ id }) => id === search.get('piece')) ?? pieces[0] ?? SAMPLE_PIECES[0];
  const products = useMemo(
    () =>
      shop.products.filter(({ sheet }) => sheet.applicators.some((one) => APPLICATOR_TRAITS[one].isSprayed)),
    [shop.products],
  );
  const step = detail?.steps.find(({ id }) => id === search.get('step'));
  const wanted = search.get('product') ?? step?.productKey;
  const product =
    products.find(({ key }) => key === wanted) ??
    products.find(({ sheet }) => sheet.role === 'colour') ??
    products[0];
  const guns = useMemo(
    () =>
      itemsOf(shop.benchItems, 'gun').filter(
        ({ item }) => !item.isRetired && APPLICATOR_TRAITS[item.applicator].isSprayed,
      ),
    [shop.benchItems],
  );
  const isFor = ({ item }: (typeof guns)[number]) => product?.sheet.applicators.includes(item.applicator);
  const gun = guns.find(({ id }) => id === search.get('gun')) ?? guns.find(isFor) ?? guns[0];
  const isFlat = search.get('lies') === 'flat';
  const choose = (part: Record<string, string>) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        for (const [key, value] of Object.entries(part)) next.set(key, value);
        return next;
      },
      { replace: true },
    );
  const row = shop.benchItems.find(({ id }) => id === gun?.id);
  return { pieces, chosen, products, product, guns, gun, row, step, detail, isFlat, choose, shop };
}

/** What a film is held against, flat or upright. */
export function limitsOf(sheet: FilmSheet, isFlat: boolean): FilmLimits {
  return { leastUm: sheet.leastUm, sagUm: isFlat ? sheet.sagFlatUm : sheet.sagUprightUm };
}

/** What a coat dries to and covers. */
export interface SprayCover {
  drying: Drying;
  covering: Covering;
  /** What is there before, and what it is to become. */
  ground: string;
  target: string;
}

const SHOWN_GROUND = '#8a5a33';
const SHOWN_COLOUR = '#e9ece4';

type CoverBasis = Pick<ReturnType<typeof useSprayChoice>, 'chosen' | 'product' | 'step' | 'detail' | 'shop'>;

/** What a product covers on a piece: the colours of its zone, with the primer of its sequence below a colour coat; oak under a pale colour elsewhere. */
function coverOf({ chosen, product, step, detail, shop }: CoverBasis): SprayCover | null {
  if (!product) return null;
  const { sheet } = product;
  const row = detail?.pieces.find(({ id }) => id === chosen?.id);
  const zone = detail?.zones.find(({ id }) => id === row?.zoneId);
  const steps = detail?.steps.filter(({ zoneId }) => zoneId === zone?.id) ?? [];
  const old = zone?.oldColour ?? SHOWN_GROUND;
  const wanted = zone?.newColour ?? SHOWN_COLOUR;
  const isPrimer = sheet.role === 'primer';
  const target = isPrimer ? tintTowards(PRIMER_WHITE, wanted, (step?.tintPct ?? 0) / 100) : wanted;
  const ground = isPrimer || !zone ? old : (hidingOfSteps(steps, sheetsOf(shop), zone)?.ground ?? old);
  const coat = step ?? steps.find(({ productKey }) => productKey === product.key);
  const ratio = sheet.role === 'colour' ? contrastIn(sheet.contrastRatio, target) : sheet.contrastRatio;
  return {
    drying: {
      volumeSolidsPct: sheet.volumeSolidsPct,
      thinnedBy: coat?.productKey === product.key ? dilutionOf(coat, sheet) : 0,
    },
    covering: {
      perUm: sheet.role === 'clear' ? 0 : attenuationPerUm({ ...sheet, contrastRatio: ratio }),
      startDeltaE: deltaE76(labOf(ground), labOf(target)),
      hiddenBelow: HIDDEN_BELOW,
    },
    ground,
    target,
  };
}

/** The same, worked out again only when something of it changed. */
export function useCover({ chosen, product, step, detail, shop }: CoverBasis): SprayCover | null {
  return useMemo(
    () => coverOf({ chosen, product, step, detail, shop }),
    [chosen, product, step, detail, shop],
  );
}
