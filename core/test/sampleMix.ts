import { type MixRecord, MixRecordSchema } from '../src/mixing/index.ts';

/** A mix as the bench starts one, valid whatever is changed of it that stays valid. */
export function sampleMix(id: string, change: Partial<MixRecord> = {}): MixRecord {
  return MixRecordSchema.parse({
    id,
    revision: 1,
    productKey: 'urethane-enamel-satin',
    batch: 'H-4711',
    jobId: null,
    stepId: null,
    purpose: 'QUAY: Colour 1',
    applicator: 'turbine',
    recipe: { thinning: { convention: 'on-paint', value: 5 }, conditionerPct: 0 },
    paintMl: 900,
    way: 'volume',
    pailMm: null,
    target: { cupId: 'iso-4', fromS: 25, toS: 35 },
    materialC: 19,
    madeBy: 'Ines',
    startedAt: '2026-11-23T07:30:00.000Z',
    pours: [],
    readings: [],
    emptiedAt: null,
    leftMl: null,
    ...change,
  });
}
