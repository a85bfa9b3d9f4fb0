import { describe, expect, it } from 'vitest';
import { assignLanes, createTimeScale, packStrips } from './timeScale.ts';

const open = [
  { start: 480, end: 960 },
  { start: 1920, end: 2400 },
];

describe('packStrips', () => {
  const work = [
    { start: 0, end: 100, top: 0, height: 25 },
    { start: 0, end: 60, top: 25, height: 25 },
  ];
  it('goes under work at the same time, and over it where nobody works', () => {
    expect(packStrips(work, [{ start: 10, end: 50 }], 13)).toEqual([52]);
    expect(packStrips(work, [{ start: 70, end: 90 }], 13)).toEqual([26]);
    expect(packStrips(work, [{ start: 100, end: 900 }], 13)).toEqual([0]);
  });
  it('lets no strip lie over another', () => {
    const night = { start: 100, end: 900 };
    expect(packStrips(work, [night, night, { start: 50, end: 200 }], 13)).toEqual([0, 13, 52]);
    expect(packStrips([], [], 13)).toEqual([]);
  });
});

describe('createTimeScale', () => {
  const scale = createTimeScale(open, 0, 2880, 60, 15);

  it('gives open hours their width and closed hours a quarter of it', () => {
    // 8 h closed, 8 open, 16 closed, 8 open, 8 closed
    expect(scale.width).toBe(8 * 15 + 8 * 60 + 16 * 15 + 8 * 60 + 8 * 15);
    expect(scale.x(480)).toBe(120);
    expect(scale.x(540)).toBe(180);
    expect(scale.x(960 + 60)).toBe(120 + 480 + 15);
  });

  it('grows from left to right and stays within its ends', () => {
    const xs = Array.from({ length: 97 }, (_, index) => scale.x(index * 30));
    expect([...xs].sort((a, b) => a - b)).toEqual(xs);
    expect(new Set(xs).size).toBe(xs.length);
    expect([scale.x(-100), scale.x(9999)]).toEqual([0, scale.width]);
  });

  it('works without open hours', () => {
    expect(createTimeScale([], 0, 120, 60, 15).x(60)).toBe(15);
  });
});

describe('assignLanes', () => {
  it('stacks only what overlaps', () => {
    const { lanes, count } = assignLanes([
      { start: 0, end: 10 },
      { start: 5, end: 15 },
      { start: 10, end: 20 },
      { start: 16, end: 18 },
    ]);
    expect(lanes).toEqual([0, 1, 0, 1]);
    expect(count).toBe(2);
  });

  it('needs no lane for nothing', () => {
    expect(assignLanes([]).count).toBe(0);
  });
});

describe('the way back from pixels', () => {
  it('finds every minute that it drew, within the scale', () => {
    const open = [
      { start: 450, end: 720 },
      { start: 750, end: 990 },
    ];
    const scale = createTimeScale(open, 360, 1440, 74, 12);
    for (let minute = 360; minute <= 1440; minute += 7)
      expect(Math.abs(scale.minuteAt(scale.x(minute)) - minute)).toBeLessThanOrEqual(1);
    expect([scale.minuteAt(-50), scale.minuteAt(99_999)]).toEqual([360, 1440]);
  });
});
