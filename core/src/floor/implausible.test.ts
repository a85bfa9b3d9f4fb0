import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import { filmClocks } from '../drying/index.ts';
import type { LogEntry } from '../jobs/index.ts';
import { said } from '../said/index.ts';
import { toInstant } from '../shop/calendar.ts';
import { implausibleEntries } from './implausible.ts';

const shop = sampleShop();
const job = sampleJob([{ systemId: 'D', doors: 2, fronts: 0 }], shop);
const stepOf = (key: string) => {
  const step = job.steps.find((one) => one.key === key);
  if (!step) throw new Error(`no ${key}`);
  return step;
};
const sheet = shop.sheets['urethane-enamel-satin'];
if (!sheet) throw new Error('no enamel');
const recoat = filmClocks(sheet, shop.climate, stepOf('colour-1').wftUm ?? sheet.wftTypUm).recoatMin
  .hereMinutes;

let count = 0;
function entry(key: string, minute: number, part: Partial<LogEntry> = {}): LogEntry {
  count += 1;
  const at = toInstant(SAMPLE_START + minute).toISOString();
  return {
    id: sampleId(7, count),
    stepId: stepOf(key).id,
    jobId: job.job.id,
    side: 'all',
    action: 'do',
    pieceIds: job.pieces.map(({ id }) => id),
    doneAt: at,
    loggedAt: at,
    coat: null,
    work: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: sampleId(9, 1),
    memberName: 'Maren',
    imported: null,
    ...part,
  } as LogEntry;
}
const marks = (log: LogEntry[]) => implausibleEntries({ ...job, log }, shop);

describe('an entry that can hardly be right', () => {
  it('is a coat eight minutes after the last', () => {
    const late = entry('colour-2', 8);
    expect(marks([entry('colour-1', 0), late])).toEqual(
      new Map([[late.id, { under: said('word.colour', { number: 1 }), after: 8, needed: recoat }]]),
    );
  });

  it('is not one at its time, nor one that was merely hasty', () => {
    expect(marks([entry('colour-1', 0), entry('colour-2', recoat)]).size).toBe(0);
    expect(marks([entry('colour-1', 0), entry('colour-2', Math.ceil(recoat * 0.6))]).size).toBe(0);
  });

  it('is not the other side of the same coat, nor a coat on other pieces', () => {
    expect(
      marks([entry('colour-1', 0, { side: 'back' }), entry('colour-1', 40, { side: 'front' })]).size,
    ).toBe(0);
    const [first, second] = job.pieces.map(({ id }) => id);
    expect(
      marks([
        entry('colour-1', 0, { pieceIds: [first ?? ''] }),
        entry('colour-2', 8, { pieceIds: [second ?? ''] }),
      ]).size,
    ).toBe(0);
  });

  it('is none once it is withdrawn, and the washed door must be dry before it is keyed', () => {
    const coat = entry('colour-1', 0);
    const hasty = entry('colour-2', 8);
    expect(
      marks([coat, hasty, entry('colour-2', 8, { correctsId: hasty.id, isWithdrawal: true })]).size,
    ).toBe(0);
    const key = entry('key', 5);
    expect(marks([entry('clean-1', 0), key]).get(key.id)).toMatchObject({ after: 5, needed: 60 });
  });
});
