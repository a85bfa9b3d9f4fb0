import { isSprayed, type ProductSheet } from '../catalogue/sheet.ts';
import { failure, type Outcome, success } from '../outcome.ts';
import type { Verdict } from '../pieces/model.ts';
import type { ShopSettings } from '../shop/shop.ts';
import { FINISHING_SYSTEMS } from './library.ts';
import type { SystemId, ZoneOptions } from './options.ts';
import type { StepDraft } from './step.ts';
import type { CoatSlot } from './steps.ts';

/** What unfolding needs to know besides the system. */
export interface UnfoldInput {
  systemId: SystemId;
  options: ZoneOptions;
  /** The shop's sheets by key. */
  sheets: Readonly<Record<string, ProductSheet>>;
  shop: Pick<ShopSettings, 'hasBooth' | 'boothRatedForSolvent'>;
  /** Work in the client's room instead of the shop. */
  isOnSite: boolean;
  /** What the survey decided for the zone's pieces, and what replaced ones are made of. */
  verdicts?: readonly Verdict[];
  replacementStock?: 'MDF' | 'wood';
}

const FILLER_KEY = 'grain-filler-water';
const SEALER_KEY = 'shellac-block-primer';
const STAIN_KEY = 'wiping-stain';

/** Why a product cannot be sprayed in a place, or null when it can. */
export function sprayObstacle(
  sheet: ProductSheet,
  shop: Pick<ShopSettings, 'hasBooth' | 'boothRatedForSolvent'>,
  isOnSite: boolean,
): string | null {
  if (isOnSite) return 'Rolled, not sprayed: the work is in the client’s room, away from the booth.';
  if (!shop.hasBooth) return 'Rolled, not sprayed: the shop has no booth.';
  if (sheet.base !== 'water' && !shop.boothRatedForSolvent) {
    return 'Rolled, not sprayed: the booth is rated for waterborne products only.';
  }
  return null;
}

/**
 * Unfolds a finishing system into the ordered steps of a zone. The same input gives the same steps.
 * @returns the steps, or which product the shop's stores lack.
 */
export function unfoldSystem(input: UnfoldInput): Outcome<StepDraft[]> {
  const missing: string[] = [];
  const slot = (productKey: string): CoatSlot => {
    const sheet = input.sheets[productKey];
    if (!sheet) missing.push(productKey);
    return { productKey, sheet: sheet as ProductSheet };
  };
  const slots = {
    filler: slot(FILLER_KEY),
    sealer: slot(SEALER_KEY),
    primer: slot(input.options.primerKey),
    colour: slot(input.options.colourKey),
    stain: slot(STAIN_KEY),
    clear: slot(input.options.clearKey),
  };
  const verdicts = input.verdicts ?? [];
  if (missing.length > 0)
    return failure(`The stores have no product “${missing.join('”, “')}”. Add it or choose another.`);
  return success(
    FINISHING_SYSTEMS[input.systemId].unfold({
      options: input.options,
      ...slots,
      replacement: verdicts.includes('replace') ? (input.replacementStock ?? 'MDF') : null,
      hasRepairs: verdicts.includes('repair'),
      setting: {
        wanted: input.options.applicator,
        sprayObstacle: (sheet) => sprayObstacle(sheet, input.shop, input.isOnSite),
      },
    }),
  );
}

/** Applicator a fixed piece gets: in the client's room nothing is sprayed. */
export function applicatorInPlace(step: Pick<StepDraft, 'applicator'>, isInRoom: boolean) {
  return isInRoom && isSprayed(step.applicator) ? 'roller' : step.applicator;
}
