import type { ProductSheet, Thinning } from '../catalogue/sheet.ts';
import { said } from '../said/index.ts';
import { measured } from '../units/index.ts';
import { overThinned, thinningFraction, thinningWords } from './thinning.ts';

// Longer than other files: everything that is worked out of one mix.

/** What goes into a mix, in pouring order. */
export const COMPONENT_ROLES = ['paint', 'hardener', 'thinner', 'conditioner', 'accelerator'] as const;
export type ComponentRole = (typeof COMPONENT_ROLES)[number];

/** One pour. */
export interface Component {
  role: ComponentRole;
  name: string;
  ml: number;
  g: number;
  /** What an untared scale shows once this pour is in, in grams. */
  cumulativeG: number;
}

/** How a mix is to be made. */
export interface MixRecipe {
  thinning: Thinning;
  /** Percent on the paint; 0 for none. */
  conditionerPct: number;
  /** Which of the sheet's two ratios the hardener goes by; by volume where this is left out. */
  hardenerBy?: 'volume' | 'weight';
  /** Drops of accelerator per litre of paint; none where this is left out. */
  dropsPerL?: number;
}

/** Where no sheet says it, in kg/L. */
const HARDENER_DENSITY = 1.1;
const CONDITIONER_DENSITY = 1.0;
const ACCELERATOR_DENSITY = 1.0;

/** A drop is taken as a twentieth of a millilitre, as droppers are made. */
export const DROP_ML = 0.05;

type MixSheet = Pick<
  ProductSheet,
  | 'name'
  | 'densityKgL'
  | 'thinnerDensityKgL'
  | 'thinnerName'
  | 'hardener'
  | 'conditionerName'
  | 'conditionerDensityKgL'
  | 'thinsBaseOnly'
  | 'accelerator'
  | 'volumeSolidsPct'
  | 'vocGL'
  | 'base'
  | 'pricePerLitre'
>;

/** Hardener per unit of paint by volume. By weight A:1 it is (ρ_paint / A) / ρ_hardener. */
function hardenerRatio(sheet: MixSheet, by: 'volume' | 'weight' = 'volume'): number {
  const { hardener } = sheet;
  if (!hardener) return 0;
  if (by === 'weight' && hardener.partsByWeight !== null)
    return sheet.densityKgL / hardener.partsByWeight / densityOf('hardener', sheet);
  return 1 / hardener.partsByVolume;
}

/**
 * Volumes per litre of paint: hardener A:1, thinner on paint and hardener (or on the paint alone, by the sheet), conditioner
 * on the paint, accelerator by the drop.
 */
export function ratiosOf(sheet: MixSheet, recipe: MixRecipe): Record<ComponentRole, number> {
  const hardener = hardenerRatio(sheet, recipe.hardenerBy);
  return {
    paint: 1,
    hardener,
    thinner: thinningFraction(recipe.thinning, sheet) * (sheet.thinsBaseOnly ? 1 : 1 + hardener),
    conditioner: recipe.conditionerPct / 100,
    accelerator: ((recipe.dropsPerL ?? 0) * DROP_ML) / 1000,
  };
}

/** kg/L of a component, by the sheet or as is usual. */
export function densityOf(role: ComponentRole, sheet: MixSheet): number {
  switch (role) {
    case 'paint':
      return sheet.densityKgL;
    case 'hardener':
      return sheet.hardener?.densityKgL ?? HARDENER_DENSITY;
    case 'thinner':
      return sheet.thinnerDensityKgL;
    case 'conditioner':
      return sheet.conditionerDensityKgL ?? CONDITIONER_DENSITY;
    case 'accelerator':
      return ACCELERATOR_DENSITY;
  }
}

/**
 * The pours for so much paint, in order: paint, hardener, thinner, conditioner, accelerator. Grams are volume × density; the
 * cumulative figure is what a scale shows that is not tared between pours. Components of nothing are left out.
 * @param paintMl ≥ 0.
 */
export function poursFor(paintMl: number, sheet: MixSheet, recipe: MixRecipe): Component[] {
  const ratios = ratiosOf(sheet, recipe);
  const names: Record<ComponentRole, string> = {
    paint: sheet.name,
    hardener: sheet.hardener?.name ?? '',
    thinner: sheet.thinnerName,
    conditioner: sheet.conditionerName || 'conditioner',
    accelerator: sheet.accelerator?.name ?? 'accelerator',
  };
  let cumulativeG = 0;
  return COMPONENT_ROLES.flatMap((role) => {
    const ml = paintMl * ratios[role];
    if (ml <= 0) return [];
    const g = ml * densityOf(role, sheet);
    cumulativeG += g;
    return [{ role, name: names[role], ml, g, cumulativeG }];
  });
}

/** Paint in mL for a cup that is to be filled to a volume of mix. */
export function paintForMix(mixMl: number, sheet: MixSheet, recipe: MixRecipe): number {
  return mixMl / Object.values(ratiosOf(sheet, recipe)).reduce((sum, ratio) => sum + ratio, 0);
}

/** What was really poured, in mL by role; what is not named is not in yet. */
export type Poured = Partial<Record<ComponentRole, number>>;

/** What is still to be poured of a component. */
export interface Remaining extends Component {
  pouredMl: number;
  addMl: number;
  addG: number;
}

/**
 * What is left to pour. Poured too much of one, all others grow with it: everything is scaled to the largest
 * poured ÷ planned, so that the mix stays what it was meant to be.
 * @returns the components at their new targets, and the factor by which the mix grew (1: nothing was over-poured).
 */
export function afterPours(
  planned: readonly Component[],
  poured: Poured,
): { remaining: Remaining[]; factor: number } {
  const factor = Math.max(1, ...planned.map(({ role, ml }) => (poured[role] ?? 0) / ml));
  let cumulativeG = 0;
  const remaining = planned.map((component): Remaining => {
    const ml = component.ml * factor;
    const g = component.g * factor;
    const pouredMl = poured[component.role] ?? 0;
    const addMl = Math.max(0, ml - pouredMl);
    cumulativeG += g;
    return { ...component, ml, g, cumulativeG, pouredMl, addMl, addG: (addMl * component.g) / component.ml };
  });
  return { remaining, factor };
}

/** Thinner to add to a mix of so much volume to take it from f₁ to f₂: V·(f₂ − f₁)/(1 + f₁); 0 when it is thin enough. */
export function rethinMl(mixMl: number, from: number, to: number): number {
  return Math.max(0, (mixMl * (to - from)) / (1 + from));
}

/** What a mix is, from what is in it. */
export interface MixState {
  mixMl: number;
  /** What thinner is reckoned on, in mL: paint and hardener, or the paint alone. */
  basisMl: number;
  /** Thinner per unit of that. */
  fraction: number;
  /** Volume solids of the mix in %. */
  solidsPct: number;
  /** As applied, in g/L of mix; null when the sheet does not say. */
  vocGL: number | null;
  /** Minor currency units of the paint in it; null without a price. */
  cost: number | null;
}

/**
 * Volume, thinning, solids, VOC and cost of what was poured. Solids and VOC are volume-weighted; water brings no VOC,
 * any other thinner brings its own density. Hardener and conditioner are taken as the paint, which their sheets may correct.
 */
export function mixState(poured: Poured, sheet: MixSheet): MixState {
  const { paint = 0, hardener = 0, thinner = 0, conditioner = 0, accelerator = 0 } = poured;
  const mixMl = paint + hardener + thinner + conditioner + accelerator;
  const thinnerVoc = sheet.base === 'water' ? 0 : sheet.thinnerDensityKgL * 1000;
  const binder = paint + hardener;
  const basisMl = sheet.thinsBaseOnly ? paint : binder;
  return {
    mixMl,
    basisMl,
    fraction: basisMl === 0 ? 0 : thinner / basisMl,
    solidsPct: mixMl === 0 ? 0 : (sheet.volumeSolidsPct * binder) / mixMl,
    vocGL:
      sheet.vocGL === null || mixMl === 0
        ? null
        : (sheet.vocGL * (mixMl - thinner) + thinnerVoc * thinner) / mixMl,
    cost: sheet.pricePerLitre === null ? null : Math.round((sheet.pricePerLitre * paint) / 1000),
  };
}

/** Thinner per unit that the sheet leaves room for, beside a conditioner that counts towards it. */
export function thinnerRoom(sheet: ProductSheet, recipe: MixRecipe): number {
  const most = thinningFraction(sheet.maxThinning, sheet);
  return Math.max(0, most - countedConditioner(sheet, recipe));
}

/** The conditioner as thinner per unit of what thinner is reckoned on; 0 where it does not count. */
function countedConditioner(sheet: ProductSheet, recipe: MixRecipe): number {
  if (!sheet.conditionerCountsAsThinner) return 0;
  const basis = sheet.thinsBaseOnly ? 1 : 1 + hardenerRatio(sheet, recipe.hardenerBy);
  return recipe.conditionerPct / 100 / basis;
}

/** What a sheet forbids about a recipe; goes on only with a written reason. */
export function recipeStops(sheet: ProductSheet, recipe: MixRecipe): string[] {
  const stops: string[] = [];
  const tooThin = overThinned(recipe.thinning, sheet);
  const counted = countedConditioner(sheet, recipe);
  const total = thinningFraction(recipe.thinning, sheet) + counted;
  const most = thinningFraction(sheet.maxThinning, sheet);
  if (tooThin) stops.push(tooThin);
  else if (counted > 0 && total > most + 1e-9)
    stops.push(
      said('mix.thinner-and-come-to-together-and', {
        conditionerName: sheet.conditionerName,
        total: percent(total),
        most: percent(most),
      }),
    );
  const { conditionerMaxPct, conditionerName, accelerator } = sheet;
  if (recipe.conditionerPct > 0 && conditionerMaxPct === null)
    stops.push(said('mix.the-sheet-names-no-conditioner-for'));
  else if (recipe.conditionerPct > (conditionerMaxPct ?? 0))
    stops.push(
      said('mix.of-is-more-than-the-of', {
        conditionerPct: recipe.conditionerPct,
        conditionerName,
        conditionerMaxPct,
      }),
    );
  const drops = recipe.dropsPerL ?? 0;
  if (drops > 0 && !accelerator) stops.push(said('mix.the-sheet-names-no-accelerator-for'));
  else if (accelerator && drops > accelerator.maxDropsPerL)
    stops.push(
      said('mix.drops-of-to-a-litre-are', {
        drops: measured('drops', drops),
        name: accelerator.name,
        maxDropsPerL: measured('drops', accelerator.maxDropsPerL),
      }),
    );
  return stops;
}

const percent = (fraction: number) => said('mix.on-paint', { fraction: Math.round(fraction * 1000) / 10 });

/** Height in mm of a volume in a straight-sided pail: V / (π·d²/4). */
export function stickDepthMm(ml: number, diameterMm: number): number {
  return (ml * 1000) / ((Math.PI * diameterMm ** 2) / 4);
}

/** The inverse: volume in mL that stands so high in a pail. */
export function stickVolumeMl(depthMm: number, diameterMm: number): number {
  return (depthMm * (Math.PI * diameterMm ** 2)) / 4 / 1000;
}

/** Pot life in minutes at a temperature: halves every 10 °C up, never longer than the sheet's at 23 °C. */
export function potLifeAt(potLifeMin: number, celsius: number): number {
  return potLifeMin * Math.min(1, 2 ** ((23 - celsius) / 10));
}

/** Where a mix stands in its life: `good`, `short` from 75 %, `over` from 100 %. */
export function mixPhase(ageMin: number, lifeMin: number): 'good' | 'short' | 'over' {
  if (ageMin >= lifeMin) return 'over';
  return ageMin >= 0.75 * lifeMin ? 'short' : 'good';
}

const MESHES_UM = [100, 125, 150, 190, 250, 400];

/** The coarsest usual strainer for an orifice in µm: openings at most half of it, and never above 400 µm. */
export function strainerUm(orificeUm: number): number {
  return MESHES_UM.findLast((mesh) => mesh <= orificeUm / 2) ?? 100;
}

/** The recipe in words that cannot be misread. */
export function recipeWords(sheet: MixSheet, recipe: MixRecipe): string {
  const parts = [thinningWords(recipe.thinning)];
  if (sheet.hardener) {
    const { name, partsByVolume, partsByWeight } = sheet.hardener;
    const isWeighed = recipe.hardenerBy === 'weight' && partsByWeight !== null;
    parts.unshift(
      said('mix.1-paint-to-by', { part: isWeighed ? partsByWeight : partsByVolume, name, is: isWeighed }),
    );
  }
  if (recipe.conditionerPct > 0)
    parts.push(
      said('mix.on-paint-2', {
        conditionerPct: recipe.conditionerPct,
        conditionerName: sheet.conditionerName,
      }),
    );
  if (recipe.dropsPerL)
    parts.push(
      said('mix.drops-of-to-a-litre', {
        dropsPerL: measured('drops', recipe.dropsPerL),
        name: sheet.accelerator?.name,
      }),
    );
  return parts.join(', ');
}
