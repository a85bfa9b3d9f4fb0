import { describe, it } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import type { LogEntry } from '../jobs/index.ts';
import { clocksOfCoat, planJob, snapshotOf } from '../planning/index.ts';
import { localDate, toInstant, toMinute } from '../shop/index.ts';
import { PLAIN_VOICE } from '../words/index.ts';
import { careCalendar, careOf, jobCareDates } from './index.ts';

const shop = sampleShop();
const job = {
  ...sampleJob([{ systemId: 'D', doors: 4, fronts: 2, options: { laying: 'flat' } }], shop),
  plan: null,
};
const steps = [...job.steps].sort((a, b) => a.position - b.position);
const last = steps.findLast(
  ({ resultingSurface, productKey }) => resultingSurface === 'colour' && productKey,
);
if (!last) throw new Error('the sample has no last coat');
const outcome = planJob(job, shop, SAMPLE_START);
if (!outcome.ok) throw new Error(outcome.message);
const plan = snapshotOf(sampleId(6, 1), '2026-11-23T06:00:00Z', shop.climate, outcome.value);
const zone = 'Europe/London';

function coated(
  at: string,
  pieceIds: string[],
  air: { airC: number; rhPct: number } | null,
  number = 1,
): LogEntry {
  return {
    id: sampleId(7, number),
    jobId: job.job.id,
    stepId: last?.id ?? '',
    side: 'all',
    action: 'do',
    pieceIds,
    doneAt: at,
    coat: {
      productKey: last?.productKey ?? '',
      paintMl: 500,
      thinnerMl: 0,
      cup: null,
      cupSeconds: null,
      climate: air,
      wftUm: null,
      amountsFrom: 'typed',
    },
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: null,
    memberName: 'Ines',
    loggedAt: at,
  };
}

const all = job.pieces.map(({ id }) => id);

describe('the care card', () => {
  it('counts the days of the last coat’s own sheet where nothing tells when it went on', () => {
    const sheet = shop.sheets[last.productKey ?? ''];
    const [care] = careOf(job, shop, zone);
    expect(care?.dates).toBeNull();
    expect(care?.product).toBe(sheet?.name);
    expect(care?.cureDays).toBe(Math.ceil((sheet?.clocks.cureMin ?? 0) / 1440));
    expect(words(care?.lines.join(' ') ?? '')).toContain(`first ${care?.cureDays} days`);
  });

  it('says no number where no sheet says one, and nothing of a zone without colour', () => {
    const blind = careOf(job, { ...shop, sheets: {} }, zone);
    expect(blind).toMatchObject([{ cureDays: null, dates: null }]);
    expect(words(blind[0]?.lines.join(' ') ?? '')).not.toMatch(/null|NaN|undefined/);
    expect(careOf({ ...job, steps: [] }, shop, zone)).toEqual([]);
  });

  it('dates by the last entry of the last coat, in the air that was logged with it', () => {
    const log = [
      coated('2026-11-30T10:00:00.000Z', all.slice(0, 3), { airC: 23, rhPct: 50 }, 1),
      coated('2026-12-02T15:00:00.000Z', all.slice(3), { airC: 17, rhPct: 68 }, 2),
    ];
    const [care] = careOf({ ...job, log }, shop, zone);
    const clocks = clocksOfCoat(last, shop, { climate: shop.climate, hourly: [] }, log[1]);
    const at = toMinute('2026-12-02T15:00:00.000Z');
    const sheetCure = shop.sheets[last.productKey ?? '']?.clocks.cureMin ?? 0;
    expect(care?.dates?.curedOn).toBe(localDate(at + (clocks?.cure.hereMinutes ?? 0), zone));
    // Colder and damper than the sheet: it takes longer than the sheet says.
    expect((care?.dates?.curedOn ?? '') > localDate(at + sheetCure, zone)).toBe(true);
    expect(care?.dates?.gentleUntil).toBe(localDate(at + (clocks?.cure.hereMinutes ?? 0) / 2, zone));
    expect(words(care?.lines[0] ?? '')).toMatch(/^From Thu 3 Dec you may use it, gently/);
  });

  it('dates by the plan as long as part of the last coat is still to come', () => {
    const planned = careOf({ ...job, plan }, shop, zone);
    const ends = plan.ops.filter(({ stepId, isCoat }) => isCoat && stepId === last.id).map(({ end }) => end);
    const clocks = clocksOfCoat(last, shop, { climate: shop.climate, hourly: [] });
    const due = localDate(Math.max(...ends) + (clocks?.cure.hereMinutes ?? 0), zone);
    expect(planned[0]?.dates?.curedOn).toBe(due);
    // Logged ahead of the plan on every piece: the log counts, not the plan.
    const ops = plan.ops.filter(({ stepId, isCoat }) => isCoat && stepId === last.id);
    const early = ops.map((op, index) => ({
      ...coated('2026-11-24T09:00:00.000Z', op.pieceIds, null, index + 1),
      side: op.side,
      action: op.action,
    }));
    const ahead = careOf({ ...job, plan, log: early }, shop, zone);
    expect(ahead[0]?.dates?.curedOn).toBe(
      localDate(toMinute('2026-11-24T09:00:00.000Z') + (clocks?.cure.hereMinutes ?? 0), zone),
    );
  });

  it('tells what each finish does not stand', () => {
    const sheet = shop.sheets[last.productKey ?? ''];
    if (!sheet) throw new Error('no sheet');
    const linesOf = (change: object) =>
      words(
        careOf(
          job,
          { ...shop, sheets: { ...shop.sheets, [last.productKey ?? '']: { ...sheet, ...change } } },
          zone,
        )[0]?.lines.join(' ') ?? '',
      );
    expect(linesOf({ sheen: 'dead matt' })).toContain('Do not rub a matt face');
    expect(linesOf({ sheen: 'satin' })).not.toContain('Do not rub a matt face');
    expect(linesOf({ layerClass: 'wax' })).toContain('Water leaves marks on wax');
    expect(linesOf({ layerClass: 'shellac' })).toContain('No alcohol');
    expect(linesOf({ resistsSkinOil: false })).toContain('skin oil off once a week');
    expect(linesOf({ resistsSkinOil: true })).not.toContain('skin oil');
  });

  it('says once what holds for several zones, and the latest date for a job', () => {
    const two = sampleJob(
      [
        { systemId: 'D', doors: 1, fronts: 0, options: {} },
        { systemId: 'D', doors: 1, fronts: 0, options: {} },
      ],
      shop,
    );
    expect(careOf({ ...two, plan: null }, shop, zone).map(({ zones }) => zones.length)).toEqual([2]);
    const dates = { dryOn: '2026-12-03', gentleUntil: '2026-12-20', curedOn: '2027-01-05' };
    const later = { dryOn: '2026-12-01', gentleUntil: '2026-12-24', curedOn: '2027-01-09' };
    expect(jobCareDates([{ dates }, { dates: later }])).toEqual({
      dryOn: '2026-12-03',
      gentleUntil: '2026-12-24',
      curedOn: '2027-01-09',
    });
    expect(jobCareDates([{ dates }, { dates: null }])).toBeNull();
    expect(jobCareDates([])).toBeNull();
  });
});

describe('the care dates as a calendar', () => {
  const log = [coated('2026-12-02T15:00:00.000Z', all, { airC: 23, rhPct: 50 })];
  const cares = careOf({ ...job, log }, shop, zone);
  const context = {
    jobId: job.job.id,
    jobName: 'Wall, with a comma; and more',
    shopName: 'Slipway Finishing',
    now: toInstant(SAMPLE_START),
    voice: PLAIN_VOICE,
  };
  it('has three whole days with ids that stay the same, and no loose line break', () => {
    const text = careCalendar(cares, context);
    const unfolded = text.replace(/\r\n[ \t]/g, '');
    const dates = cares[0]?.dates;
    const starts = [...unfolded.matchAll(/^DTSTART;VALUE=DATE:(\d{8})\r$/gm)].map(([, day]) => day);
    expect(starts).toEqual(
      [dates?.dryOn, dates?.gentleUntil, dates?.curedOn].map((day) => day?.replaceAll('-', '')),
    );
    expect(careCalendar(cares, { ...context, now: new Date(0) }).match(/UID:.*/g)).toEqual(
      text.match(/UID:.*/g),
    );
    expect(text.split('\r\n').every((line) => !line.includes('\n'))).toBe(true);
    expect(text).not.toContain('⟦');
  });

  it('holds nothing where no date is known', () => {
    expect(careCalendar(careOf(job, shop, zone), context)).not.toContain('VEVENT');
  });
});
