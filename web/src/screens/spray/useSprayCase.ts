import type { ShopContext } from '@upholder/core/api';
import { APPLICATOR_TRAITS, type ProductSheet } from '@upholder/core/catalogue';
import { readTip, tipFlowMlMin } from '@upholder/core/equipment';
import {
  type FilmLimits,
  type FilmSheet,
  LESSON_PLANS,
  type SprayCase,
  solveSetting,
  USUAL_CASE,
} from '@upholder/core/film';
import { type Gun, itemsOf } from '@upholder/core/mixing';
import type { PieceSpec } from '@upholder/core/pieces';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { upholder } from '../../api/upholder.ts';

/** A piece that can be sprayed on the screen. */
export interface SprayPiece {
  id: string;
  name: string;
  piece: PieceSpec;
}

/** Flatter pieces hold so much more than upright ones, where a sheet says nothing. */
const FLAT_MORE = 1.5;
const UPRIGHT_MORE = 1.3;

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
  const uprightUm = sheet.sagWftUm ?? UPRIGHT_MORE * sheet.wftMaxUm;
  return {
    leastUm: sheet.wftMinUm,
    typicalUm: sheet.wftTypUm,
    sagUprightUm: uprightUm,
    sagFlatUm: sheet.sagFlatWftUm ?? FLAT_MORE * uprightUm,
  };
}

/** A case for a gun of the shop: its transfer, and flow and fan by its tip where it has one. */
function caseOfGun(gun: Gun | undefined, typicalUm: number): SprayCase {
  const transfer = gun ? APPLICATOR_TRAITS[gun.applicator].transfer : USUAL_CASE.setting.transfer;
  const tip = gun?.tip ? readTip(gun.tip) : null;
  const base: SprayCase = tip
    ? {
        ...USUAL_CASE,
        distanceMm: 300,
        referenceMm: 300,
        setting: {
          ...USUAL_CASE.setting,
          transfer,
          fanMm: Math.round(tip.fanMm),
          flowMlMin: Math.round(tipFlowMlMin(tip, gun?.pressureBar ?? 100)),
        },
      }
    : { ...USUAL_CASE, setting: { ...USUAL_CASE.setting, transfer } };
  const solved = solveSetting(base.setting, 'speed', typicalUm);
  return solved
    ? { ...base, setting: { ...base.setting, speedCmS: Math.round(solved.speedCmS * 10) / 10 } }
    : base;
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
  const gun = guns.find(({ id }) => id === search.get('gun')) ?? guns[0];
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
  return { detail, pieces, chosen, products, product, guns, gun, isFlat, choose };
}

/** Where a screen begins for a gun and a product. */
export function startCase(gun: { item: Gun } | undefined, sheet: FilmSheet): SprayCase {
  return caseOfGun(gun?.item, sheet.typicalUm);
}

/** What a film is held against, flat or upright. */
export function limitsOf(sheet: FilmSheet, isFlat: boolean): FilmLimits {
  return { leastUm: sheet.leastUm, sagUm: isFlat ? sheet.sagFlatUm : sheet.sagUprightUm };
}
