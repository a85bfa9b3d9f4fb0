import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleId, sampleJob, sampleShop, seeded } from '../../test/sample.ts';
import type { Interval } from '../shop/index.ts';
import { metBy } from './explain/met.ts';
import { planJob, reservationsOf, snapshotOf } from './index.ts';
import { without } from './solve/supply.ts';

const minutesOf = (spans: readonly Interval[]): number[] =>
  spans.flatMap(({ start, end }) => Array.from({ length: end - start }, (_, at) => start + at));

describe('hours without what is taken of them', () => {
  it('are minute by minute those that nothing takes, whatever order it is told in', () => {
    const random = seeded(5);
    const upTo = (most: number) => Math.floor(random() * most);
    for (let round = 0; round < 300; round += 1) {
      const spans: Interval[] = [];
      for (let at = upTo(5); at < 60; at += 1 + upTo(9)) {
        const start = at;
        at += 1 + upTo(12);
        spans.push({ start, end: at });
      }
      const taken = Array.from({ length: upTo(8) }, () => {
        const start = upTo(70) - 5;
        return { start, end: start + upTo(15) };
      });
      const busy = new Set(minutesOf(taken));
      const left = without(spans, taken);
      expect(minutesOf(left)).toEqual(minutesOf(spans).filter((minute) => !busy.has(minute)));
      expect(left.every(({ start, end }) => end > start)).toBe(true);
    }
  });
});

describe('what others take beyond a plan', () => {
  const shop = sampleShop();
  const job = sampleJob([{ systemId: 'D', doors: 8, fronts: 4 }], shop);
  const alone = planJob(job, shop, SAMPLE_START);
  if (!alone.ok) throw new Error(alone.message);
  const own = reservationsOf(
    snapshotOf(sampleId(6, 1), '2026-11-23T06:00:00Z', shop.climate, alone.value),
    [],
    0,
    'another',
  );
  const shifted = (days: number) =>
    own.map((one) => ({ ...one, start: one.start + days * 1440, end: one.end + days * 1440 }));
  const planned = (reserved: typeof own) => {
    const made = planJob(job, { ...shop, reserved }, SAMPLE_START);
    if (!made.ok) throw new Error(made.message);
    return made.value.plan;
  };

  it('changes nothing of it, as close as it may begin, and what meets it does', () => {
    const near = shifted(1);
    const last = Math.max(...planned(near).ops.map(({ end, occupiedUntil }) => occupiedUntil ?? end));
    const first = Math.min(...own.map(({ start }) => start));
    const after = Math.ceil((last - first) / 1440);
    const far = [200, 300, 400].flatMap(shifted);
    expect(planned([...near, ...far]).ops).toEqual(planned(near).ops);
    expect(planned([...near, ...shifted(after), ...far]).completion).toBe(planned(near).completion);
    expect(planned(near).completion).toBeGreaterThan(planned([]).completion);
  });

  it('is not held against it: only what is taken while it is under way', () => {
    const ops = [
      { end: 500, occupiedUntil: 900 },
      { end: 700, occupiedUntil: null },
    ] as never[];
    const span = (start: number, end: number) => ({ start, end, personId: null, use: null, by: '' });
    const reserved = [span(0, 100), span(50, 101), span(899, 950), span(900, 950)];
    expect(metBy({ now: 100, reserved } as never, ops)).toEqual([span(50, 101), span(899, 950)]);
  });
});
