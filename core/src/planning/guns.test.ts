import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import {
  changeMinutes,
  checkPlan,
  GunBook,
  type Paint,
  planJob,
  reservationsOf,
  searchPlan,
  snapshotOf,
} from './index.ts';

const COST = { paleMin: 10, solventMin: 15, refillMin: 5 };
const paint = (material: string, lightness: number, isWater = true): Paint => ({
  applicator: 'turbine',
  material,
  isWater,
  lightness,
  restMin: 60,
  lifeMin: null,
  cleanMin: 20,
});
const dark = paint('enamel #2f3a33', 23);
const pale = paint('enamel #dfe8e2', 91);
const middle = paint('enamel #6f8f82', 57);
const oil = paint('alkyd #2f3a33', 23, false);
const paleOil = paint('alkyd #dfe8e2', 91, false);

describe('changing a gun over', () => {
  it.each([
    ['the first paint in it', null, pale, 0],
    ['the same paint again', dark, dark, 0],
    ['dark to pale', dark, pale, 10],
    ['pale to dark', pale, dark, 0],
    ['dark to one twenty paler', dark, paint('x', 43), 10],
    ['dark to one not so much paler', dark, paint('x', 42.9), 0],
    ['water to solvent', pale, oil, 15],
    ['solvent to water', oil, dark, 15],
    ['dark solvent to pale water', oil, pale, 25],
  ] as const)('%s', (_name, from, to, minutes) => {
    expect(changeMinutes(from, to, COST)).toBe(minutes);
  });
});

describe('the book of a gun', () => {
  const booked = (
    start: number,
    end: number,
    what: Paint,
    own: { changeMin?: number; goesOn?: boolean } = {},
  ) => ({
    start,
    end,
    paint: what,
    changeMin: 0,
    ...own,
  });

  it('asks for cleaning and changing over by what was in it before the same day', () => {
    const book = new GunBook(1, COST);
    book.book(0, booked(0, 100, dark));
    expect(book.find(pale, { start: 100, end: 150 })).toEqual({ number: 0, goesOn: false, changeMin: 30 });
    // The next morning it is clean, but for the traces of the dark.
    expect(book.find(pale, { start: 700, end: 750 })).toEqual({ number: 0, goesOn: false, changeMin: 10 });
  });

  it('is only filled up while the same paint may rest in it', () => {
    const book = new GunBook(1, COST);
    book.book(0, booked(0, 100, dark));
    expect(book.find(dark, { start: 160, end: 200 })).toEqual({ number: 0, goesOn: true, changeMin: 0 });
    expect(book.find(dark, { start: 161, end: 200 })).toEqual({ number: 0, goesOn: false, changeMin: 20 });
    expect(book.find(dark, { start: 700, end: 750 })).toEqual({ number: 0, goesOn: false, changeMin: 0 });
  });

  it('goes straight on with what may not rest, until the mix is through its life', () => {
    const twoPack = { ...dark, restMin: 0, lifeMin: 120 };
    const book = new GunBook(1, COST);
    book.book(0, booked(0, 50, twoPack));
    expect(book.find(twoPack, { start: 65, end: 100 })).toMatchObject({ goesOn: true });
    expect(book.find(twoPack, { start: 66, end: 100 })).toMatchObject({ goesOn: false, changeMin: 20 });
    book.book(0, booked(60, 100, twoPack, { goesOn: true }));
    expect(book.find(twoPack, { start: 105, end: 120 })).toMatchObject({ goesOn: true });
    expect(book.find(twoPack, { start: 105, end: 121 })).toMatchObject({ goesOn: false, changeMin: 20 });
  });

  it('waits while it is in use', () => {
    const book = new GunBook(1, COST);
    book.book(0, booked(50, 100, dark));
    expect(book.find(dark, { start: 0, end: 51 })).toEqual({ retryAt: 100 });
    expect(book.find(dark, { start: 0, end: 50 })).toEqual({ number: 0, goesOn: false, changeMin: 0 });
  });

  it('does not go between two tasks where the second has no time to change it over again', () => {
    const book = new GunBook(1, COST);
    book.book(0, booked(0, 100, pale));
    book.book(0, booked(300, 400, pale));
    expect(book.find(dark, { start: 150, end: 200 })).toEqual({ retryAt: 400 });
    expect(book.find(middle, { start: 150, end: 200 })).toEqual({ retryAt: 400 });
    // So does the same paint, where it leaves the gun unclean for longer than it may rest.
    expect(book.find(pale, { start: 150, end: 200 })).toEqual({ retryAt: 400 });
    expect(book.find(pale, { start: 150, end: 245 })).toEqual({ number: 0, goesOn: true, changeMin: 0 });
  });

  it('takes nothing out of a gun that the next task counts on', () => {
    const book = new GunBook(1, COST);
    book.book(0, booked(0, 100, pale));
    book.book(0, booked(150, 200, pale, { goesOn: true }));
    expect(book.find(dark, { start: 110, end: 130 })).toEqual({ retryAt: 200 });
    expect(book.find(pale, { start: 110, end: 130 })).toEqual({ number: 0, goesOn: true, changeMin: 0 });
  });

  it('is not kept from use today by what another job does with it next week', () => {
    const week = 7 * 1440;
    for (const theirs of [{ changeMin: 0 }, { changeMin: 0, goesOn: true }]) {
      const book = new GunBook(1, COST);
      book.book(0, { start: week, end: week + 60, paint: pale, isGiven: true, ...theirs });
      expect(book.find(dark, { start: 100, end: 150 })).toMatchObject({ number: 0, goesOn: false });
      // Right before it, though, it would be in their way.
      expect(book.find(dark, { start: week - 60, end: week - 10 })).toEqual({ retryAt: week + 60 });
    }
  });

  it('takes the gun that has to be changed over least', () => {
    const book = new GunBook(2, COST);
    book.book(0, booked(0, 100, dark));
    book.book(1, booked(0, 100, oil));
    expect(book.find(paleOil, { start: 200, end: 250 })).toEqual({ number: 1, goesOn: false, changeMin: 30 });
    expect(book.find(pale, { start: 200, end: 250 })).toEqual({ number: 0, goesOn: false, changeMin: 30 });
    // One of them is in use: the other has to do.
    book.book(0, booked(190, 300, dark));
    expect(book.find(pale, { start: 200, end: 250 })).toEqual({ number: 1, goesOn: false, changeMin: 45 });
  });

  it('says from when the same paint could go on', () => {
    const book = new GunBook(2, COST);
    book.book(0, booked(0, 100, dark));
    book.book(1, booked(0, 130, dark));
    book.book(1, booked(140, 150, pale));
    expect(book.ends(dark, { start: 120, end: 200 })).toEqual([120, 130]);
    expect(book.ends(dark, { start: 161, end: 200 })).toEqual([161]);
    expect(book.ends(dark, { start: 191, end: 200 })).toEqual([]);
  });
});

describe('a job in two colours', () => {
  const shop = sampleShop();
  const job = sampleJob(
    [
      { systemId: 'D', doors: 6, fronts: 0, options: { applicator: 'turbine' } },
      { systemId: 'D', doors: 6, fronts: 0, options: { applicator: 'turbine' } },
    ],
    shop,
  );
  job.zones = job.zones.map((zone, index) => ({ ...zone, newColour: index === 0 ? '#2f3a33' : '#dfe8e2' }));
  const planned = (guns?: { turbine: number }, settings = shop.settings) => {
    const made = planJob(job, { ...shop, settings, ...(guns && { guns }) }, SAMPLE_START);
    if (!made.ok) throw new Error(made.message);
    expect(checkPlan(made.value.problem, made.value.plan)).toEqual([]);
    return made.value;
  };
  const changes = ({ plan }: ReturnType<typeof planned>) =>
    plan.ops.reduce((sum, { op }) => sum + (op.gun?.changeMin ?? 0), 0);

  it('takes time between dark and pale, less of it with a gun for each', () => {
    expect(changes(planned())).toBeGreaterThanOrEqual(10);
    expect(changes(planned({ turbine: 3 }))).toBe(0);
  });

  it('finds a plan with fewer changes when it is to take the least labour', () => {
    const settings = { ...shop.settings, changeover: { paleMin: 60, solventMin: 60, refillMin: 5 } };
    const made = searchPlan(
      { input: job, shop: { ...shop, settings }, now: SAMPLE_START, earlier: { loads: [], ops: [] } },
      { objective: 'labour', seed: 3, pins: new Map() },
    );
    if (!made.ok) throw new Error(made.message);
    for (let tries = 0; tries < 150; tries += 1) made.value.step();
    expect(changes({ problem: made.value.found!.problem, plan: made.value.found!.plan })).toBeLessThan(
      changes(planned(undefined, settings)),
    );
  });

  it('keeps a gun that another job has in use', () => {
    const first = planned();
    const snapshot = snapshotOf(sampleId(6, 1), '2026-11-23T06:00:00Z', shop.climate, first);
    const reserved = reservationsOf(snapshot, [], SAMPLE_START, 'Other job');
    expect(reserved.some(({ gun }) => gun?.applicator === 'turbine')).toBe(true);
    const second = planJob(job, { ...shop, reserved }, SAMPLE_START);
    if (!second.ok) throw new Error(second.message);
    expect(checkPlan(second.value.problem, second.value.plan)).toEqual([]);
  });

  it('is found out where a plan forgets a change, or uses a gun twice', () => {
    const { problem, plan } = planned();
    const item = plan.ops.find(({ op }) => (op.gun?.changeMin ?? 0) > 0)!;
    const spoilt = (change: object) =>
      checkPlan(problem, {
        ...plan,
        ops: plan.ops.map((one) => (one === item ? { ...one, op: { ...one.op, ...change } } : one)),
      }).map(({ code }) => code);
    expect(spoilt({ gun: { ...item.op.gun, changeMin: 0 } })).toContain('gun');
    expect(spoilt({ gun: undefined })).toContain('gun');
    expect(spoilt({ gun: { ...item.op.gun, number: 1 } })).toContain('gun');
    expect(spoilt({ setupMin: 0 })).toContain('gun');
  });
});
