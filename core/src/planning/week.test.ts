import { describe, expect, it } from 'vitest';
import { plannedOp } from '../../test/plannedOp.ts';
import { SAMPLE_START, SAMPLE_TIME_ZONE, sampleId } from '../../test/sample.ts';
import { addDays } from '../shop/index.ts';
import { type PlannedOp, type WeekJob, weekOf } from './index.ts';

const [INES, TAM] = [sampleId(9, 1), sampleId(9, 2)];
const MONDAY = '2026-11-23';
const dates = Array.from({ length: 5 }, (_, day) => addDays(MONDAY, day));
/** The minute of a day of that week at a time of day. */
const at = (day: number, hour: number) => SAMPLE_START + day * 1440 + (hour - 6) * 60;

const op = (personId: string | null, start: number, hours: number, change: Partial<PlannedOp> = {}) =>
  plannedOp(personId, start, hours * 60, change);

const job = (id: string, ...ops: PlannedOp[]): WeekJob => ({ id, ops, isOpen: () => true });

describe('a week over several jobs', () => {
  const kitchen = job(
    'kitchen',
    op(INES, at(0, 8), 2, { row: 'room', trip: 'out' }),
    op(TAM, at(0, 8), 1, { row: 'room', trip: 'out' }),
    op(INES, at(0, 13), 1),
    op(INES, at(1, 8), 1, { row: 'booth', isCoat: true }),
    op(INES, at(1, 10), 2),
    op(INES, at(4, 9), 3, { row: 'room', trip: 'back' }),
  );
  const dresser = job('dresser', op(INES, at(0, 11), 1), op(TAM, at(1, 8), 4, { row: 'room', isCoat: true }));

  it('says who works for which job, how long and where, in the order of the day', () => {
    const [monday, tuesday, wednesday] = weekOf([dresser, kitchen], dates, SAMPLE_TIME_ZONE);
    expect(monday?.people.get(INES)).toEqual([
      { jobId: 'kitchen', minutes: 180, start: at(0, 8), end: at(0, 14), places: ['room', 'bench'] },
      { jobId: 'dresser', minutes: 60, start: at(0, 11), end: at(0, 12), places: ['bench'] },
    ]);
    expect(tuesday?.people.get(INES)?.[0]).toMatchObject({ minutes: 180, places: ['booth', 'bench'] });
    expect([...(tuesday?.people.keys() ?? [])].toSorted()).toEqual([INES, TAM].toSorted());
    expect(wednesday?.people.size).toBe(0);
  });

  it('says which client is without a room: from when pieces go until they are back, and no day more', () => {
    const week = weekOf(
      [kitchen, dresser],
      [addDays(MONDAY, -1), ...dates, addDays(MONDAY, 5)],
      SAMPLE_TIME_ZONE,
    );
    const seen = (jobId: string) =>
      week.map(({ rooms }) => {
        const room = rooms.find((one) => one.jobId === jobId);
        return room?.kind === 'work' ? room.what : (room?.kind ?? '');
      });
    expect(seen('kitchen')).toEqual(['', 'out', 'without', 'without', 'without', 'back', '']);
    expect(seen('dresser')).toEqual(['', '', 'coat', '', '', '', '']);
    expect(week[1]?.rooms[0]).toEqual({
      kind: 'work',
      jobId: 'kitchen',
      minutes: 180,
      personIds: [INES, TAM],
      what: 'out',
    });
  });

  it('leaves out what is logged, but knows that its pieces are away', () => {
    const [out, ...rest] = kitchen.ops;
    const begun = { ...kitchen, isOpen: (one: PlannedOp) => rest.includes(one) && one.trip !== 'out' };
    const [monday, tuesday] = weekOf([begun], dates, SAMPLE_TIME_ZONE);
    expect(monday?.people.get(INES)?.[0]?.minutes).toBe(60);
    expect(monday?.people.has(TAM)).toBe(false);
    expect(tuesday?.rooms).toEqual([{ kind: 'without', jobId: 'kitchen' }]);
    expect(out?.trip).toBe('out');
  });

  it('a task over two days counts on each for its part; what was done before a plan counts for nobody', () => {
    const long = op(TAM, at(0, 15), 20, {
      segments: [
        { start: at(0, 15), end: at(0, 16), pieces: 1 },
        { start: at(1, 8), end: at(1, 11), pieces: 3 },
      ],
    });
    const [monday, tuesday] = weekOf([job('long', long, op(null, at(0, 8), 2))], dates, SAMPLE_TIME_ZONE);
    expect([monday, tuesday].map((day) => day?.people.get(TAM)?.[0]?.minutes)).toEqual([60, 180]);
    expect(monday?.people.size).toBe(1);
  });
});
