import type { ProductSheet } from './sheet.ts';

const HOUR = 60;
const DAY = 1440;

const WATER = { base: 'water', thinnerName: 'clean water', thinnerDensityKgL: 1.0 } as const;
const SPIRIT = { base: 'mineral-spirit', thinnerName: 'mineral spirit', thinnerDensityKgL: 0.79 } as const;

const SPRAY_MIST = 'Respirator for organic vapour and particles whenever it is sprayed, waterborne too.';
const FLAMMABLE =
  'Flammable vapour: no flame, spark or pilot light; spray only in a booth rated for solvent.';
const OILY_RAGS = 'Rags heat themselves: into a lidded metal can with water within the hour.';

function waterborne(sheet: Partial<ProductSheet>): Omit<ProductSheet, 'name' | 'clocks' | 'role'> {
  return {
    ...WATER,
    className: '',
    drying: 'evaporation',
    isCatalysed: false,
    volumeSolidsPct: 38,
    densityKgL: 1.25,
    maxThinning: { convention: 'on-paint', value: 10 },
    wftMinUm: 80,
    wftTypUm: 100,
    wftMaxUm: 120,
    airMinC: 10,
    airMaxC: 32,
    rhMaxPct: 85,
    applicators: ['turbine', 'airless', 'roller', 'brush'],
    cautions: [SPRAY_MIST],
    source: 'class default',
    ...sheet,
  };
}

/** The slow and the fast kind differ only in name and clocks. */
function solventAlkyd(className: string): ReturnType<typeof waterborne> {
  return waterborne({
    ...SPIRIT,
    className,
    drying: 'oxidative',
    volumeSolidsPct: 45,
    densityKgL: 1.35,
    wftMinUm: 75,
    wftTypUm: 90,
    wftMaxUm: 110,
    rhMaxPct: 80,
    cautions: [FLAMMABLE, OILY_RAGS, 'Respirator for organic vapour; air the room well, also when rolling.'],
  });
}

/**
 * Generic products that a new shop starts with: typical values of each class at 23 °C and 50 % relative humidity.
 * Minimum clocks take the long end of the class's range, the recoat maximum the short end.
 */
export const GENERIC_PRODUCTS: Record<string, ProductSheet> = {
  'grain-filler-water': {
    ...waterborne({
      className: 'Waterborne grain filler',
      volumeSolidsPct: 60,
      densityKgL: 1.5,
      maxThinning: { convention: 'on-paint', value: 5 },
      wftMinUm: 50,
      wftTypUm: 120,
      wftMaxUm: 250,
      applicators: ['blade'],
      cautions: ['Dust mask and extraction when it is sanded.'],
    }),
    name: 'Waterborne grain filler, white',
    role: 'filler',
    clocks: {
      touchMin: 30,
      sandMin: 2 * HOUR,
      recoatMinMin: 12 * HOUR,
      recoatMaxMin: null,
      handleMin: 2 * HOUR,
      packMin: DAY,
      refitMin: 2 * DAY,
      cureMin: 3 * DAY,
    },
  },
  'alkyd-block-primer': {
    ...solventAlkyd('Solvent alkyd stain-block primer'),
    name: 'Solvent alkyd stain-block primer',
    role: 'primer',
    clocks: {
      touchMin: 4 * HOUR,
      sandMin: 16 * HOUR,
      recoatMinMin: 16 * HOUR,
      recoatMaxMin: 7 * DAY,
      handleMin: 16 * HOUR,
      packMin: 32 * HOUR,
      refitMin: 48 * HOUR,
      cureMin: 7 * DAY,
    },
  },
  'alkyd-block-primer-fast': {
    ...solventAlkyd('Solvent alkyd stain-block primer, fast'),
    name: 'Solvent alkyd stain-block primer, fast',
    role: 'primer',
    clocks: {
      touchMin: 45,
      sandMin: 2 * HOUR,
      recoatMinMin: 2 * HOUR,
      recoatMaxMin: 7 * DAY,
      handleMin: 4 * HOUR,
      packMin: DAY,
      refitMin: 48 * HOUR,
      cureMin: 7 * DAY,
    },
  },
  'shellac-block-primer': {
    ...waterborne({
      base: 'alcohol',
      thinnerName: 'denatured alcohol',
      thinnerDensityKgL: 0.79,
      className: 'Shellac stain-block primer',
      drying: 'fast-solvent',
      volumeSolidsPct: 30,
      densityKgL: 1.2,
      wftMinUm: 75,
      wftTypUm: 85,
      wftMaxUm: 100,
      rhMaxPct: 70,
      cautions: [
        FLAMMABLE,
        'Alcohol burns with a pale flame; keep the tin closed and the rags in a metal can.',
      ],
    }),
    name: 'Shellac stain-block primer',
    role: 'primer',
    clocks: {
      touchMin: 15,
      sandMin: 45,
      recoatMinMin: 45,
      recoatMaxMin: null,
      handleMin: HOUR,
      packMin: DAY,
      refitMin: 48 * HOUR,
      cureMin: DAY,
    },
  },
  'acrylic-primer': {
    ...waterborne({ className: 'Waterborne acrylic primer', wftMinUm: 90, wftTypUm: 105, densityKgL: 1.3 }),
    name: 'Waterborne acrylic primer',
    role: 'primer',
    clocks: {
      touchMin: 45,
      sandMin: 2 * HOUR,
      recoatMinMin: 4 * HOUR,
      recoatMaxMin: 7 * DAY,
      handleMin: 4 * HOUR,
      packMin: DAY,
      refitMin: 48 * HOUR,
      cureMin: 14 * DAY,
    },
  },
  'bonding-primer': {
    ...waterborne({
      className: 'Waterborne bonding primer',
      volumeSolidsPct: 40,
      densityKgL: 1.3,
      wftTypUm: 95,
      wftMaxUm: 110,
    }),
    name: 'Waterborne bonding primer',
    role: 'primer',
    clocks: {
      touchMin: HOUR,
      sandMin: 4 * HOUR,
      recoatMinMin: 4 * HOUR,
      recoatMaxMin: 7 * DAY,
      handleMin: 6 * HOUR,
      packMin: DAY,
      refitMin: 48 * HOUR,
      cureMin: 7 * DAY,
    },
  },
  'build-primer': {
    ...waterborne({
      className: 'High-build primer',
      volumeSolidsPct: 50,
      densityKgL: 1.35,
      wftMinUm: 100,
      wftTypUm: 125,
      wftMaxUm: 150,
    }),
    name: 'High-build sanding primer',
    role: 'primer',
    clocks: {
      touchMin: HOUR,
      sandMin: 4 * HOUR,
      recoatMinMin: 4 * HOUR,
      recoatMaxMin: 14 * DAY,
      handleMin: 6 * HOUR,
      packMin: DAY,
      refitMin: 48 * HOUR,
      cureMin: 14 * DAY,
    },
  },
  'urethane-enamel-satin': {
    ...waterborne({
      className: 'Waterborne acrylic / urethane enamel',
      wftMinUm: 75,
      wftTypUm: 95,
      wftMaxUm: 115,
      densityKgL: 1.2,
    }),
    name: 'Waterborne urethane enamel, satin',
    role: 'colour',
    clocks: {
      touchMin: HOUR,
      sandMin: 4 * HOUR,
      recoatMinMin: 4 * HOUR,
      recoatMaxMin: null,
      handleMin: 8 * HOUR,
      packMin: DAY,
      refitMin: 48 * HOUR,
      cureMin: 30 * DAY,
    },
  },
  'alkyd-enamel-satin': {
    ...waterborne({
      className: 'Waterborne alkyd enamel',
      drying: 'hybrid',
      volumeSolidsPct: 40,
      densityKgL: 1.2,
      wftMinUm: 90,
      wftTypUm: 105,
      wftMaxUm: 125,
      cautions: [SPRAY_MIST, OILY_RAGS],
    }),
    name: 'Waterborne alkyd enamel, satin',
    role: 'colour',
    clocks: {
      touchMin: 6 * HOUR,
      sandMin: 16 * HOUR,
      recoatMinMin: 16 * HOUR,
      recoatMaxMin: 48 * HOUR,
      handleMin: DAY,
      packMin: 48 * HOUR,
      refitMin: 48 * HOUR,
      cureMin: 30 * DAY,
    },
  },
};
