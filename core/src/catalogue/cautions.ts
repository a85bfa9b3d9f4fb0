import { regional } from '../said/index.ts';

export const SPRAY_MIST =
  'Respirator for organic vapour and particles whenever it is sprayed, waterborne too.';
export const FLAMMABLE =
  'Flammable vapour: no flame, spark or pilot light; spray only in a booth rated for solvent.';
export const DULLS = 'Dulls glass and aluminium: mask them.';
export const FLAMMABLE_RAGS =
  'Flammable vapour: no flame or spark, air the room; rags into a lidded metal can.';
export const RESPIRATOR_SMALL = 'Respirator for organic vapour, gloves; small batches.';
export const RESPIRATOR_BRUSHING = 'Respirator for organic vapour; air the room well, also when brushing.';
export const RESPIRATOR_ROLLING = 'Respirator for organic vapour; air the room well, also when rolling.';

/** Cautions of the generic sheets with a word that regions spell differently. */
const SPELT = new Set([
  SPRAY_MIST,
  FLAMMABLE,
  DULLS,
  FLAMMABLE_RAGS,
  RESPIRATOR_SMALL,
  RESPIRATOR_BRUSHING,
  RESPIRATOR_ROLLING,
]);

/** A caution as it is shown: the product's own follow the spelling of the region, those of a person stay as written. */
export const cautionWords = (caution: string): string => (SPELT.has(caution) ? regional(caution) : caution);
