import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { entryFor } from '../../test/lives.ts';
import { SAMPLE_START, sampleJob, sampleShop } from '../../test/sample.ts';
import { combCharts, driftOf } from './index.ts';

describe('driftOf', () => {
  it.each([
    ['a steady hand', [88, 92, 90, 94, 87, 91, 93, 89, 92, 88], null],
    ['six steps up', [80, 82, 85, 86, 90, 93, 97], { kind: 'rising', count: 7 }],
    ['five steps up only', [80, 82, 85, 86, 90, 93], null],
    ['six steps down after some noise', [90, 95, 94, 92, 90, 88, 87, 85], { kind: 'falling', count: 7 }],
    ['a step back ends the run', [80, 82, 85, 86, 90, 89, 93, 97], null],
    ['nine above the typical film', [92, 95, 93, 96, 92, 94, 91, 95, 93], { kind: 'above', count: 9 }],
    ['eight above only', [92, 95, 93, 96, 92, 94, 91, 95], null],
    ['nine below', [88, 85, 87, 84, 88, 86, 89, 85, 87], { kind: 'below', count: 9 }],
    ['right on it is on no side', [92, 95, 93, 96, 90, 94, 91, 95, 93], null],
    ['nothing', [], null],
  ] as const)('%s', (_what, values, drift) => {
    expect(driftOf(values, 90)).toEqual(drift);
  });
});

describe('combCharts', () => {
  const shop = sampleShop();
  const job = sampleJob([{ systemId: 'D', doors: 2, fronts: 0 }], shop);
  const step = job.steps.find(({ key }) => key === 'colour-1')!;
  const read = (wftUm: number | null, minutes: number) =>
    entryFor({ stepId: step.id, side: 'all', action: 'do' }, [job.pieces[0]!.id], SAMPLE_START + minutes, {
      coat: {
        productKey: step.productKey!,
        paintMl: null,
        thinnerMl: null,
        cup: null,
        cupSeconds: null,
        climate: null,
        wftUm,
      },
    });

  it('holds the readings of a product against its sheet, and leaves out coats that nobody measured', () => {
    const sheet = shop.sheets[step.productKey!]!;
    const values = [sheet.wftTypUm, sheet.wftMaxUm + 20, sheet.wftMinUm - 10];
    const log = [read(values[1]!, 60), read(values[0]!, 0), read(null, 90), read(values[2]!, 120)];
    const [chart, ...more] = combCharts({ steps: job.steps, log }, shop.sheets);
    expect(more).toEqual([]);
    expect(chart).toMatchObject({ from: sheet.wftMinUm, to: sheet.wftMaxUm, outside: 2, drift: null });
    expect(chart!.readings.map(({ um }) => um)).toEqual(values);
  });

  it('is empty where nobody measured', () => {
    expect(combCharts({ steps: job.steps, log: [read(null, 0)] }, shop.sheets)).toEqual([]);
  });
});
