import { measured } from '../units/index.ts';
import { HOUR } from './classes.ts';
import type { ProductSheet } from './sheet.ts';

type Details = Pick<ProductSheet, 'vocGL' | 'substrates' | 'hazards' | 'gunHint' | 'gunRestMin'> &
  Partial<Pick<ProductSheet, 'surfaceMinC' | 'materialMinC'>>;

const WOODS = ['open-grain hardwood', 'closed-grain hardwood', 'softwood', 'veneered ply'] as const;
const WOOD_AND_BOARD = [...WOODS, 'MDF'] as const satisfies ProductSheet['substrates'];

const IRRITATES = 'Irritates skin and eyes: gloves and glasses.';
const DROWSY = 'Vapour makes drowsy: extraction, breaks in fresh air.';
const BURNS = 'Liquid and vapour catch fire.';
const ALLERGY = 'Can cause an allergic reaction of the skin.';

const TURBINE = `Turbine: 1.3–1.5 mm needle, fan two thirds open, ${measured('length', 150)} to ${measured('length', 200)} off.`;
const TURBINE_AIRLESS = `Turbine: 1.5–1.8 mm needle; airless: fine-finish tip with a fan of ${measured('length', 200)} to ${measured('length', 250)}, pressure as low as the tails allow.`;
const FINE = 'Gun with a 1.0–1.3 mm needle, low pressure, light passes one straight after the other.';
const NO_GUN = 'Not for the gun.';

const waterborne = (vocGL: number, part: Partial<Details> = {}): Details => ({
  vocGL,
  substrates: [...WOOD_AND_BOARD],
  hazards: [ALLERGY],
  gunHint: TURBINE,
  gunRestMin: 4 * HOUR,
  surfaceMinC: 10,
  materialMinC: 13,
  ...part,
});
const solvent = (vocGL: number, part: Partial<Details> = {}): Details => ({
  vocGL,
  substrates: [...WOOD_AND_BOARD],
  hazards: [BURNS, DROWSY, IRRITATES],
  gunHint: FINE,
  gunRestMin: HOUR,
  surfaceMinC: 10,
  materialMinC: 15,
  ...part,
});

/**
 * What each generic sheet states beside its clocks and films, typical of its class. VOC stays below what the solids leave
 * room for; substrates are the grounds it holds on by itself.
 */
const DETAILS: Record<string, Details> = {
  'grain-filler-water': waterborne(40, {
    substrates: ['open-grain hardwood', 'closed-grain hardwood', 'veneered ply'],
    gunHint: NO_GUN,
    gunRestMin: null,
  }),
  'alkyd-block-primer': solvent(400, { gunHint: TURBINE_AIRLESS, gunRestMin: 4 * HOUR }),
  'alkyd-block-primer-fast': solvent(420, { gunHint: TURBINE_AIRLESS, gunRestMin: 2 * HOUR }),
  'shellac-block-primer': solvent(540, { gunRestMin: 0, materialMinC: 13 }),
  'acrylic-primer': waterborne(60, { gunHint: TURBINE_AIRLESS }),
  'bonding-primer': waterborne(80, {
    substrates: [...WOOD_AND_BOARD, 'foil or laminate', 'metal'],
    gunHint: TURBINE_AIRLESS,
    gunRestMin: 2 * HOUR,
  }),
  'build-primer': waterborne(60, { gunHint: TURBINE_AIRLESS, gunRestMin: 2 * HOUR }),
  'waterborne-block-primer': waterborne(60, { gunHint: TURBINE_AIRLESS }),
  'urethane-enamel-satin': waterborne(80),
  'alkyd-enamel-satin': waterborne(50, { gunRestMin: 2 * HOUR, materialMinC: 15 }),
  'vinyl-sealer': solvent(600, {
    substrates: [...WOOD_AND_BOARD],
  }),
  'precat-lacquer-satin': solvent(600, { surfaceMinC: 15, materialMinC: 18 }),
  'two-part-enamel-satin': waterborne(110, {
    hazards: ['Isocyanate: sensitises by breathing and by the skin.', ALLERGY, IRRITATES],
    gunRestMin: HOUR,
    surfaceMinC: 12,
    materialMinC: 15,
  }),
  'solvent-enamel-satin': solvent(350, { gunHint: NO_GUN, gunRestMin: null }),
  'mineral-paint': waterborne(20, { gunHint: NO_GUN, gunRestMin: null }),
  'clear-poly-satin': waterborne(120, {
    substrates: [...WOODS],
    gunHint: FINE,
  }),
  'wiping-stain': solvent(620, {
    substrates: [...WOODS],
    gunHint: NO_GUN,
    gunRestMin: null,
  }),
  'waterborne-lacquer-satin': waterborne(140, {
    gunHint: FINE,
    gunRestMin: 2 * HOUR,
    surfaceMinC: 15,
    materialMinC: 18,
  }),
  'conversion-lacquer-satin': solvent(500, {
    hazards: [
      BURNS,
      DROWSY,
      'Gives off formaldehyde as it cures: extraction, and air the room for days.',
      IRRITATES,
    ],
    surfaceMinC: 15,
    materialMinC: 18,
  }),
  'glaze-waterborne': waterborne(90, { substrates: [...WOOD_AND_BOARD], gunHint: NO_GUN, gunRestMin: null }),
  'wax-paste': solvent(500, {
    substrates: [...WOOD_AND_BOARD],
    gunHint: NO_GUN,
    gunRestMin: null,
  }),
};

const nearest = (value: number, step: number) => Math.round(value / step) * step;

/** A generic sheet with everything filled in: details of its class, spread by its film, sag limits by its thickest film. */
export function filledSheet(key: string, sheet: ProductSheet): ProductSheet {
  const details = DETAILS[key];
  if (!details) throw new Error(`no details for the generic sheet “${key}”`);
  return {
    ...sheet,
    ...details,
    statedSpreadM2L: nearest(1000 / sheet.wftTypUm, 0.5),
    sagWftUm: nearest(sheet.wftMaxUm * 1.3, 5),
    sagFlatWftUm: nearest(sheet.wftMaxUm * 2, 5),
  };
}
