import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { sampleId } from '../../test/sample.ts';
import { sampleMix } from '../../test/sampleMix.ts';
import { formatOunces } from '../units/index.ts';
import { CUPS, type MixRecord, resultWords, successfulMixes } from './index.ts';

let count = 0;
function mix(part: Partial<MixRecord> & { seconds?: number; day?: number }): MixRecord {
  count += 1;
  const { seconds = 32, day = 10, ...rest } = part;
  const at = `2026-11-${String(day).padStart(2, '0')}T09:00:00.000Z`;
  return sampleMix(sampleId(5, count), {
    batch: 'A',
    startedAt: at,
    readings: [
      {
        id: sampleId(6, count),
        cupId: 'iso-4',
        runs: [seconds],
        materialC: rest.materialC ?? 19,
        fraction: 0.05,
        at,
      },
    ],
    emptiedAt: at,
    leftMl: 0,
    ...rest,
  });
}
const hand = { productKey: 'urethane-enamel-satin', applicator: 'turbine', batch: 'A', materialC: 20 };

describe('what was good last time', () => {
  it('counts what was read within its target, for this product and applicator', () => {
    const kept = mix({});
    const others = [
      mix({ seconds: 36 }),
      mix({ applicator: 'airless' }),
      mix({ productKey: 'acrylic-primer' }),
      mix({ target: null }),
      mix({ readings: [] }),
    ];
    expect(successfulMixes([...others, kept], hand).map(({ mixId }) => mixId)).toEqual([kept.id]);
  });

  it('puts the most alike first, then the latest, and says what is not the same', () => {
    const cold = mix({ materialC: 12, day: 20 });
    const other = mix({ batch: 'B', materialC: 12, day: 21 });
    const same = mix({ day: 2 });
    const found = successfulMixes([cold, other, same], hand);
    expect(found.map(({ mixId }) => mixId)).toEqual([same.id, cold.id, other.id]);
    expect(found[0]).toMatchObject({ trust: ['same batch', 'same temperature'], doubts: [] });
    expect(found[2]?.doubts).toEqual(['another batch', 'it was 12 °C then']);
    expect(successfulMixes([same], { ...hand, batch: '', materialC: null })[0]?.doubts).toEqual([
      'batch not known',
      'temperature not known',
    ]);
  });

  it('says it with cup and convention', () => {
    expect(resultWords({ cupId: 'iso-4', seconds: 32.44, fraction: 0.0526 }, CUPS)).toBe(
      '32.4 s in ISO 4 mm at 5.3 % on paint',
    );
  });
});

describe('ounces of a mixing cup', () => {
  it.each([
    [0, '0 fl oz'],
    [1, '1/8 fl oz'],
    [29.57, '1 fl oz'],
    [96.1, '3 1/4 fl oz'],
    [51.5, '1 3/4 fl oz'],
    [946.35, '32 fl oz'],
  ])('%d mL → %s', (ml, words) => {
    expect(formatOunces(ml)).toBe(words);
  });
});
