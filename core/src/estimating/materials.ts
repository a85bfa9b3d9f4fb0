import { APPLICATOR_TRAITS } from '../catalogue/applicators.ts';
import { isSprayed, type ProductSheet } from '../catalogue/sheet.ts';
import type { Supply } from '../catalogue/supplies.ts';
import { areAllSides, type LogEntry, sidesDone } from '../jobs/index.ts';
import { availableMl, coatAmounts, type Shelf, setAside, type Thirst } from '../mixing/index.ts';
import { type DoorMeasure, doorEquivalents, type Piece, sideAreaM2 } from '../pieces/index.ts';
import { type Step, sideOf, stepAppliesTo } from '../systems/index.ts';
import { cheapestContainers, type Purchase } from './containers.ts';
import { type GapReason, gapReasons } from './gap.ts';
import { type Belief, interval90, upper90 } from './learned.ts';
import { type CountedRole, countedRole, seededPerSide } from './standardDoor.ts';

/** Paint in mL for a side of one door equivalent and a coat, by what it is; null where the shop has no figure of its own. */
export type PerSideMl = Readonly<Record<CountedRole, number | null>>;

/** What the amounts of a job are reckoned from. */
export interface MaterialInput {
  steps: readonly Step[];
  pieces: readonly Piece[];
  sheets: Readonly<Record<string, ProductSheet>>;
  supplies: Readonly<Record<string, Supply>>;
  isOnSite: boolean;
  doorMeasure: DoorMeasure;
  perSideMl: PerSideMl;
  /** Zones with their colours: paints of different colours do not share a tin. All of one colour where they are left out. */
  zones?: readonly { id: string; name: string; newColour: string }[];
  /** What is done already; nothing where it is left out. */
  log?: readonly LogEntry[];
  /** What the shop learned from its mixes; the classes of its tools where it is left out. */
  learned?: LearnedFigures;
}

/** What mixes taught: transfer by `applicator|product`, and paint a side of a door equivalent, each with how many mixes say so. */
export interface LearnedFigures {
  transfer: ReadonlyMap<string, { belief: Belief; count: number }>;
  perSide: ReadonlyMap<CountedRole, { belief: Belief; count: number }>;
}

/** Nothing was learned yet. */
export const NOTHING_LEARNED: LearnedFigures = { transfer: new Map(), perSide: new Map() };

/** How much more or less a tool takes of a product than its class, by what was learned. */
export function thirstOf(productKey: string, { transfer }: LearnedFigures): Thirst {
  return (tool) => {
    const known = transfer.get(`${tool}|${productKey}`);
    return known ? APPLICATOR_TRAITS[tool].transfer / known.belief.mean : 1;
  };
}

/** Kept of every colour for touching up, in mL. */
const TOUCH_UP_ML = 100;

/** How far the wet film of a hand is off, as a share of it, and transfer by gun and by brush or roller. */
const FILM_OFF = 0.1;
/** The same where mixes of the same tool and product told how the hand sprays: only what differs from coat to coat. */
const FILM_OFF_LEARNED = 0.06;
const TRANSFER_OFF = { sprayed: 0.12, byHand: 0.03 };

/** A coat with its paint by both ways of reckoning. */
export interface CoatNeed {
  stepId: string;
  zoneId: string;
  name: string;
  productKey: string;
  /** The colour that it is mixed to; null for what is not, and where nobody said. */
  colour: string | null;
  /** Name of its zone; empty where nobody said. */
  zone: string;
  pieces: number;
  areaM2: number;
  /** By the film: area × wet film ÷ what reaches the pieces, with what stays in the tools. In mL. */
  film: {
    paintMl: number;
    thinnerMl: number;
    conditionerMl: number;
    believed: Belief;
    /** Mixes of this tool and product that taught how much reaches the pieces. */
    mixes: number;
  };
  /** Pieces that have it already, or for which it was skipped; and what the others still take, as believed. */
  done: number;
  left: Belief;
  /** By the count: equivalents × sides × mL a side; null for what nobody counts so, such as filler, stain and glaze. */
  count: {
    equivalentSides: number;
    perSideMl: number;
    /** The shop's own figure, what its mixes taught, or a standard door. */
    from: 'own' | 'learned' | 'standard';
    /** Mixes that taught it. */
    mixes: number;
    paintMl: number;
    /** Why it is not what the film gives, the weightiest first. */
    gap: GapReason[];
  } | null;
}

/** Σ door equivalents × sides that a coat goes on. */
export function equivalentSides(
  pieces: readonly Piece[],
  faces: Step['faces'],
  measure: DoorMeasure,
): number {
  return pieces.reduce((sum, piece) => {
    const front = faces !== 'back' && piece.finishFront;
    const back = faces !== 'front' && piece.finishBack;
    return sum + doorEquivalents(piece, measure) * (Number(front) + Number(back));
  }, 0);
}

function countOf(
  step: Step,
  sheet: ProductSheet,
  pieces: readonly Piece[],
  { doorMeasure, perSideMl, learned }: Pick<MaterialInput, 'doorMeasure' | 'perSideMl' | 'learned'>,
  filmMl: number,
): CoatNeed['count'] {
  const role = countedRole(sheet);
  if (role === null || step.isEdgesOnly) return null;
  const own = perSideMl[role];
  const seen = learned?.perSide.get(role);
  const each = own ?? seen?.belief.mean ?? seededPerSide(role, step.applicator ?? 'brush');
  const sides = equivalentSides(pieces, step.faces, doorMeasure);
  const from = own !== null ? 'own' : seen ? 'learned' : 'standard';
  const counted = { equivalentSides: sides, perSideMl: each, paintMl: sides * each };
  return {
    ...counted,
    from,
    mixes: seen?.count ?? 0,
    gap: gapReasons(step, pieces, role, counted, filmMl),
  };
}

/** Every coat of a job with the paint it takes, by film and by count, in the order of the steps. */
export function coatNeeds(input: MaterialInput): CoatNeed[] {
  const { steps, sheets, isOnSite } = input;
  const sidesOf = sidesDone(input.log ?? []);
  return steps.flatMap((step): CoatNeed[] => {
    const sheet = step.productKey === null ? undefined : sheets[step.productKey];
    if (!sheet || step.productKey === null) return [];
    const pieces = input.pieces.filter((piece) => piece.zoneId === step.zoneId && stepAppliesTo(step, piece));
    const zone = input.zones?.find(({ id }) => id === step.zoneId);
    const learned = input.learned ?? NOTHING_LEARNED;
    const thirst = thirstOf(step.productKey, learned);
    const amounts = coatAmounts(step, sheet, pieces, sideOf(step), isOnSite, thirst);
    if (pieces.length === 0 || !amounts) return [];
    const { paintMl, thinnerMl, conditionerMl } = amounts;
    // One face alone is not enough, so that nothing is bought too little.
    const toDo = pieces.filter((piece) => {
      const sides = sidesOf(step.id, piece.id);
      return !sides.has('edges') && !areAllSides(sides, piece);
    });
    const leftMl = coatAmounts(step, sheet, toDo, sideOf(step), isOnSite, thirst)?.paintMl ?? 0;
    const seen = learned.transfer.get(`${step.applicator}|${step.productKey}`);
    const off = seen
      ? Math.hypot(FILM_OFF_LEARNED, seen.belief.sd / seen.belief.mean)
      : Math.hypot(FILM_OFF, isSprayed(step.applicator) ? TRANSFER_OFF.sprayed : TRANSFER_OFF.byHand);
    return [
      {
        stepId: step.id,
        zoneId: step.zoneId,
        name: step.name,
        productKey: step.productKey,
        colour: sheet.role === 'colour' ? (zone?.newColour ?? null) : null,
        zone: zone?.name ?? '',
        pieces: pieces.length,
        areaM2: pieces.reduce((sum, piece) => sum + sideAreaM2(piece, sideOf(step)), 0),
        film: {
          paintMl,
          thinnerMl,
          conditionerMl,
          believed: { mean: paintMl, sd: paintMl * off },
          mixes: seen?.count ?? 0,
        },
        done: pieces.length - toDo.length,
        left: { mean: leftMl, sd: leftMl * off },
        count: countOf(step, sheet, pieces, input, paintMl),
      },
    ];
  });
}

/** What a job takes of a product, over all its coats and zones. */
export interface ProductNeed {
  productKey: string;
  sheet: ProductSheet;
  /** The colour that it is mixed to; null for what is not, and where nobody said. */
  colour: string | null;
  /** Zones that it is for, where there are several needs of one product; empty otherwise. */
  zones: string[];
  /** All of it, in mL, whatever is done already. */
  wholeMl: number;
  /** What is still to be applied, in mL, and both ends between which it lies nine times in ten. */
  paintMl: number;
  interval: [low: number, high: number];
  /** The same by the count, where every coat of it is counted. */
  countedMl: number | null;
  /** What it stays below with 90 % confidence, and of a colour what is kept for touching up. */
  safeMl: number;
  /** In the tins of its colour, and in those of no known one; null where nobody counted. */
  stockMl: number | null;
  /** What is missing of the safe amount. */
  missingMl: number;
  /** What to buy; null where the product is sold in no known size. */
  purchase: Purchase | null;
  /** What the missing part costs by the litre, in minor currency units; null where nobody knows. */
  pricedByLitre: number | null;
}

/**
 * Adds the coats of a job up by product and colour. The same hand and the same gun apply all of them, so that their errors add up and do not
 * cancel.
 * @param stock what is in the tins, by product; products that nobody counted are absent or null.
 */
export function productNeeds(
  coats: readonly CoatNeed[],
  sheets: Readonly<Record<string, ProductSheet>>,
  stock: ReadonlyMap<string, Shelf | null>,
): ProductNeed[] {
  const products = [...new Set(coats.map(({ productKey }) => productKey))];
  // Colours of one product stand together.
  const keys = products.flatMap((wanted) => [
    ...new Set(
      coats.flatMap(({ productKey, colour }) =>
        productKey === wanted ? `${productKey}|${colour ?? ''}` : [],
      ),
    ),
  ]);
  const left = new Map(stock);
  return keys.flatMap((key) => {
    const own = coats.filter(({ productKey, colour }) => `${productKey}|${colour ?? ''}` === key);
    const [first] = own;
    const sheet = sheets[first?.productKey ?? ''];
    if (!first || !sheet) return [];
    const { productKey, colour } = first;
    const isSplit = keys.filter((one) => one.startsWith(`${productKey}|`)).length > 1;
    const believed = own.reduce<Belief>(
      (sum, { left }) => ({ mean: sum.mean + left.mean, sd: sum.sd + left.sd }),
      { mean: 0, sd: 0 },
    );
    const counted = own.map(({ count }) => count?.paintMl ?? null);
    const keptMl = sheet.role === 'colour' && believed.mean > 0 ? TOUCH_UP_ML : 0;
    const safeMl = upper90(believed) + keptMl;
    // Of tins that nobody wrote a colour on, the first that asks gets what is there.
    const there = left.get(productKey) ?? null;
    const stockMl = there && availableMl(there, colour);
    const missingMl = Math.max(0, safeMl - (stockMl ?? 0));
    if (there) left.set(productKey, setAside(there, colour, safeMl).left);
    return [
      {
        productKey,
        sheet,
        colour,
        zones: isSplit ? [...new Set(own.map(({ zone }) => zone))] : [],
        wholeMl: own.reduce((sum, { film }) => sum + film.paintMl, 0),
        paintMl: believed.mean,
        interval: interval90(believed),
        countedMl: counted.includes(null) ? null : counted.reduce<number>((sum, ml) => sum + (ml ?? 0), 0),
        safeMl,
        stockMl,
        missingMl,
        purchase: cheapestContainers(missingMl, sheet.containers),
        pricedByLitre:
          sheet.pricePerLitre === null ? null : Math.round((missingMl / 1000) * sheet.pricePerLitre),
      },
    ];
  });
}
