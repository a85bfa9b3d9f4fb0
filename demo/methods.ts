import { GENERIC_PRODUCTS } from '@upholder/core/catalogue';
import { type BenchItem, BenchItemSchema, type MixRecord, MixRecordSchema } from '@upholder/core/mixing';
import { DEFAULT_SHOP_SETTINGS } from '@upholder/core/shop';
import {
  asTemplate,
  type CustomSystem,
  FINISHING_SYSTEMS,
  generateSteps,
  type MethodChoices,
} from '@upholder/core/systems';
import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import { putBenchItem } from '../server/src/bench/store.ts';
import type { Queryable } from '../server/src/db/database.ts';
import { putMix } from '../server/src/mixes/store.ts';
import { productsOf, setStock } from '../server/src/products/products.ts';
import { addLayer, addSupply } from '../server/src/products/store.ts';
import { addVersion } from '../server/src/systems/store.ts';
import { demoSupplies } from './money.ts';

/** What single jobs of the made-up shop do otherwise, by their codes. */
export const JOB_METHODS: Record<string, MethodChoices> = {
  GALLEY: {
    choices: { caulk: 'after-primer' },
    reasons: { caulk: 'The locker frames gape at the corners.' },
  },
  VESTRY: {
    choices: { tack: 'damp' },
    reasons: { tack: 'Wax from a tack cloth spoilt a whole rail of board doors last winter.' },
  },
};

/** The system that the shop made for itself out of A. */
function quaysidePale(): CustomSystem {
  const { A } = FINISHING_SYSTEMS;
  const options = { ...A.defaults, primerKey: 'alkyd-block-primer-fast' };
  const drafts = generateSteps({
    systemId: 'A',
    options,
    sheets: GENERIC_PRODUCTS,
    shop: DEFAULT_SHOP_SETTINGS,
    isOnSite: false,
  });
  if (!drafts.ok) throw new Error(drafts.message);
  return {
    name: 'Quayside pale',
    baseId: 'A',
    outline: 'A with the fast primer, flatted finer',
    fits: 'Pale colours on ash in the short days between two coats of a working shop.',
    notFor: 'Fine white work, where the slow primer fills better.',
    options,
    steps: asTemplate(drafts.value),
  };
}

/** Fills the shelves beside the coatings, and writes down what the shop has learned. */
export async function seedMethods(
  db: Queryable,
  shopId: string,
  madeBy: string,
  opening: Date,
): Promise<void> {
  for (const [key, supply] of Object.entries(demoSupplies()))
    await addSupply(db, shopId, { id: uuid(), key, supply });
  const daysAgo = (days: number) => new Date(opening.getTime() - days * 86_400_000);
  const system = quaysidePale();
  const id = uuid();
  await addVersion(db, shopId, id, 1, system, { changeNote: 'From A.', madeBy, madeAt: daysAgo(60) });
  const finer = system.steps.map((step) =>
    step.key === 'sand-prime'
      ? {
          ...step,
          grit: 240,
          name: 'Sand primer P240',
          supplyKey: 'disc-240',
          note: 'P220 showed through the sea-green.',
        }
      : step,
  );
  await addVersion(
    db,
    shopId,
    id,
    2,
    { ...system, steps: finer },
    { changeNote: 'Primer flatted with P240: P220 showed.', madeBy, madeAt: daysAgo(12) },
  );
  await addLayer(
    db,
    shopId,
    {
      id: uuid(),
      kind: 'class',
      under: 'precat',
      over: 'bonding-primer',
      answer: 'scuffed',
      why: 'Old workshop lacquer took the bonding primer once it was dulled.',
      test: {
        method: 'Old lacquered panel, P220, primer, seven days, cross-cut and tape',
        madeOn: daysAgo(40).toISOString().slice(0, 10),
        held: true,
      },
    },
    madeBy,
    daysAgo(33),
  );
}

/** What was counted in the tins at the start of the demo week, in mL. */
const TINS: Record<string, number> = {
  'alkyd-block-primer-fast': 3500,
  'urethane-enamel-satin': 6000,
  'build-primer': 4000,
  'shellac-block-primer': 900,
  'grain-filler-water': 1500,
};

/** What belongs to the bench: two guns, the cup that came with one of them, and a roller in its wrap. */
function benchItems(by: string, opening: Date): BenchItem[] {
  const at = (hours: number) => new Date(opening.getTime() + hours * 3_600_000).toISOString();
  const items: z.input<typeof BenchItemSchema>[] = [
    {
      kind: 'gun',
      name: 'Turbine gun, 1.3 mm',
      applicator: 'turbine',
      orificeUm: 1300,
      cupMl: 600,
      residueMl: 60,
      fullG: 1480,
      price: 58_000,
      lifeH: 1200,
      isRetired: false,
    },
    {
      kind: 'gun',
      name: 'Airless, 0.010 in tip',
      applicator: 'airless',
      orificeUm: 254,
      cupMl: null,
      residueMl: 350,
      fullG: null,
      price: 112_000,
      lifeH: 2000,
      isRetired: false,
    },
    {
      kind: 'cup',
      name: 'Cup of the turbine kit',
      standardId: 'iso-4',
      // One paint at four thinnings.
      pairs: [
        { ownS: 23.6, standardS: 62 },
        { ownS: 19.8, standardS: 50.5 },
        { ownS: 17.1, standardS: 42 },
        { ownS: 14.7, standardS: 34 },
      ],
      isRetired: false,
    },
    {
      kind: 'kept',
      name: 'roller, wrapped',
      productKey: 'build-primer',
      batch: '',
      keptFrom: at(-9),
      keepUntil: at(5),
      by,
      endedAt: null,
    },
  ];
  return items.map((item) => BenchItemSchema.parse(item));
}

/** Two mixes: one of last week whose thinning was good, and one on the bench with a coat's worth of colour. */
export async function seedBench(db: Queryable, shopId: string, madeBy: string, opening: Date): Promise<void> {
  for (const { id, key } of await productsOf(db, shopId)) {
    const stock = TINS[key];
    if (stock !== undefined) await setStock(db, shopId, id, { stockMl: stock, isFresh: false });
  }
  for (const item of benchItems(madeBy, opening)) await putBenchItem(db, shopId, uuid(), 0, item);
  const mix = (minutesAgo: number, part: Partial<MixRecord>): MixRecord => {
    const startedAt = new Date(opening.getTime() - minutesAgo * 60_000).toISOString();
    return MixRecordSchema.parse({
      id: uuid(),
      revision: 4,
      productKey: 'urethane-enamel-satin',
      batch: 'SG-0418',
      jobId: null,
      stepId: null,
      purpose: 'Sea-green, test panels',
      applicator: 'turbine',
      recipe: { thinning: { convention: 'on-paint', value: 6.5 }, conditionerPct: 0 },
      paintMl: 600,
      way: 'volume',
      pailMm: null,
      target: { cupId: 'iso-4', fromS: 25, toS: 35 },
      materialC: 19,
      madeBy,
      startedAt,
      pours: [
        { id: uuid(), role: 'paint', ml: 600, at: startedAt },
        { id: uuid(), role: 'thinner', ml: 39, at: startedAt },
      ],
      readings: [
        {
          id: uuid(),
          cupId: 'iso-4',
          runs: [31.8, 32.4, 32.1],
          materialC: 19,
          fraction: 0.065,
          at: startedAt,
        },
      ],
      emptiedAt: null,
      leftMl: null,
      ...part,
    });
  };
  const lastWeek = mix(6 * 1440, { batch: 'SG-0411', leftMl: 140 });
  await putMix(db, shopId, { ...lastWeek, emptiedAt: lastWeek.startedAt });
  await putMix(db, shopId, mix(55, {}));
}
