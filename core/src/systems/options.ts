import { z } from 'zod';
import type { Applicator } from '../catalogue/applicators.ts';
import { numberField } from '../fields/index.ts';
import { said } from '../said/index.ts';
import { CONDITIONER_MAX_PCT } from './application.ts';
import { SYSTEM_TRAITS, type SystemId } from './traits.ts';

/** How loose pieces lie while they are coated and dry. */
export const LAYINGS = ['by-kind', 'hung', 'flat'] as const;
export type Laying = (typeof LAYINGS)[number];

/** What the coats of a zone may be laid on with; cans and blades are for single steps. */
export const ZONE_APPLICATORS = [
  'turbine',
  'compressor',
  'airless',
  'air-assisted',
  'handheld',
  'roller',
  'roller-velour',
  'roller-mohair',
  'roller-microfibre',
  'roller-foam',
  'brush',
  'foam-brush',
] as const satisfies readonly Applicator[];

/** Choices within a system that a zone may make; each changes the steps, the days or the material. */
export const ZoneOptionsSchema = z.object({
  laying: z.enum(LAYINGS),
  applicator: z.enum(ZONE_APPLICATORS),
  fillCoats: z.int().min(1).max(3),
  /** 0: no primer, where a system allows it. */
  primerCoats: z.int().min(0).max(3),
  /** 0: clear wood. */
  colourCoats: z.int().min(0).max(4),
  /** Clear coats over colour or wood. */
  clearCoats: z.int().min(0).max(4).default(0),
  primerKey: z.string().max(60),
  colourKey: z.string().max(60),
  clearKey: z.string().max(60).default('clear-poly-satin'),
  stainKey: z.string().max(60).default('wiping-stain'),
  /** Glaze or wax over the colour, or over the wood; empty: none. */
  decorKey: z.string().max(60).default(''),
  /** How far the primer is tinted from its own colour towards the zone's, in %. */
  primerTintPct: numberField('tint', 0, 100, ' %').default(0),
  /** Conditioner in the colour coats that go on by hand, in % on the paint; at most what their sheet allows. */
  conditionerPct: numberField('conditioner', 0, CONDITIONER_MAX_PCT, ' %').default(0),
  /** Doors that are coated on their hinges come off for the last coat, instead of being touched up. */
  offForLast: z.boolean().default(false),
});
export type ZoneOptions = z.infer<typeof ZoneOptionsSchema>;

/** Products that a zone chooses itself. */
export const CHOSEN_PRODUCTS = ['primerKey', 'colourKey', 'clearKey', 'stainKey'] as const;
export type ChosenProduct = (typeof CHOSEN_PRODUCTS)[number];

/** The products that a system asks for with these numbers of coats; a chooser of any other would do nothing. */
export function productsAsked(systemId: SystemId, options: ZoneOptions): ChosenProduct[] {
  const { clearOver } = SYSTEM_TRAITS[systemId];
  const isOfWood = clearOver === 'wood';
  return CHOSEN_PRODUCTS.filter((key) => {
    switch (key) {
      case 'primerKey':
        return !isOfWood && options.primerCoats > 0;
      case 'colourKey':
        return !isOfWood && options.colourCoats > 0;
      case 'clearKey':
        return clearOver !== null && options.clearCoats > 0;
      case 'stainKey':
        return isOfWood;
    }
    return false;
  });
}

/** Whether a system has clear coats to count; none may be wanted. */
export function hasClearCoats(systemId: SystemId): boolean {
  return SYSTEM_TRAITS[systemId].clearOver !== null;
}

/** Words on screen for each way of laying. */
export const LAYING_WORDS: Record<Laying, string> = {
  'by-kind': said('step.two-sided-hung-one-sided-flat'),
  hung: said('step.all-hung'),
  flat: said('step.all-flat'),
};
