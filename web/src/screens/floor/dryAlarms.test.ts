import type { DryingItem } from '@upholder/core/floor';
import { describe, expect, it } from 'vitest';
import { dueBetween } from './dryAlarms.ts';

const film = (clocks: Partial<DryingItem>): DryingItem => ({
  jobId: 'j',
  loadId: 'l',
  loadLabel: 'C1',
  stepId: 's',
  name: 'Colour 1',
  row: 'booth',
  placeId: 'p',
  pieceIds: [],
  end: 0,
  sandAt: 10_000,
  recoatAt: 10_000,
  handleAt: 10_000,
  shutsAt: null,
  ...clocks,
});
const what = (clocks: Partial<DryingItem>, from: number, to: number) =>
  dueBetween([film(clocks)], from, to).map((alarm) => alarm.what);

describe('what is told of a drying film', () => {
  it('comes in the minute in which a clock ends, once', () => {
    expect(what({ sandAt: 100 }, 98, 99)).toEqual([]);
    expect(what({ sandAt: 100 }, 99, 100)).toEqual(['sand']);
    expect(what({ sandAt: 100 }, 100, 101)).toEqual([]);
  });

  it('is one line where clocks end together, by what one would do first', () => {
    expect(what({ sandAt: 100, recoatAt: 100, handleAt: 100 }, 99, 100)).toEqual(['sand']);
    expect(what({ recoatAt: 100, handleAt: 100 }, 99, 100)).toEqual(['recoat']);
  });

  it('warns an hour before a window closes, and not of a window that stays open', () => {
    expect(what({ shutsAt: 160 }, 99, 100)).toEqual(['shuts']);
    expect(what({ shutsAt: 160 }, 158, 160)).toEqual([]);
    expect(what({ shutsAt: null }, 0, 9_000)).toEqual([]);
  });

  it('is heard late from a page in the background, and not at all when the device slept through it', () => {
    expect(what({ handleAt: 100 }, 90, 105)).toEqual(['handle']);
    expect(what({ handleAt: 100 }, 90, 400)).toEqual([]);
  });
});
