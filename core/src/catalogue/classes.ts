import { FLAMMABLE, RESPIRATOR_ROLLING, SPRAY_MIST } from './cautions.ts';
import type { ProductSheet } from './sheet.ts';

export const HOUR = 60;
export const DAY = 1440;

const WATER = { base: 'water', thinnerName: 'clean water', thinnerDensityKgL: 1.0 } as const;
const SPIRIT = { base: 'mineral-spirit', thinnerName: 'mineral spirit', thinnerDensityKgL: 0.79 } as const;

export const OILY_RAGS = 'Rags can self-ignite: into a lidded metal can with water within the hour.';

/** A waterborne product of its class; every field can be set otherwise. */
export function waterborne(sheet: Partial<ProductSheet>): Omit<ProductSheet, 'name' | 'clocks' | 'role'> {
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
    contrastRatio: 0.93,
    contrastDftUm: 35,
    crossCutMost: null,
    pencilLeast: null,
    blocksStain: 'no',
    resistsSkinOil: true,
    layerClass: 'acrylic-primer',
    maxTotalDftUm: null,
    isIsocyanate: false,
    pricePerLitre: 3600,
    supplier: '',
    cautions: [SPRAY_MIST],
    sheen: '',
    vocGL: null,
    sagWftUm: null,
    sagFlatWftUm: null,
    statedSpreadM2L: null,
    wetOnWetMaxMin: null,
    wetEdgeMin: 5,
    surfaceMinC: null,
    materialMinC: null,
    targets: [
      { applicator: 'turbine', cup: 'ISO 4', fromS: 25, toS: 35 },
      { applicator: 'airless', cup: 'ISO 4', fromS: 30, toS: 60 },
    ],
    hardener: null,
    potLifeMin: null,
    inductionMin: 0,
    conditionerName: '',
    conditionerMaxPct: null,
    conditionerDensityKgL: null,
    conditionerCountsAsThinner: false,
    thinsBaseOnly: false,
    accelerator: null,
    gunRestMin: null,
    gunHint: '',
    substrates: [],
    fillsGrain: false,
    isSelfPriming: false,
    isTranslucent: false,
    containers: [],
    yellows: false,
    isDewaxed: false,
    cleanUp: 'warm water and soap',
    flash: 'not flammable',
    hazards: [],
    respirator: 'organic vapour and particles when sprayed',
    isSelfHeating: false,
    source: 'class default',
    ...sheet,
  };
}

/** Primers are white, hide well and block a little at best. */
export function waterbornePrimer(sheet: Partial<ProductSheet>): ReturnType<typeof waterborne> {
  return waterborne({ densityKgL: 1.3, contrastRatio: 0.98, pricePerLitre: 3000, ...sheet });
}

/** The slow and the fast kind differ only in name and clocks. */
export function solventAlkyd(className: string): ReturnType<typeof waterborne> {
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
    contrastRatio: 0.98,
    blocksStain: 'yes',
    layerClass: 'alkyd-primer',
    pricePerLitre: 2800,
    wetEdgeMin: 15,
    cleanUp: 'mineral spirit',
    flash: 'flammable',
    yellows: true,
    isSelfHeating: true,
    respirator: 'organic vapour',
    cautions: [FLAMMABLE, OILY_RAGS, RESPIRATOR_ROLLING],
  });
}
