import type { JobDetail, ShopContext } from '@upholder/core/api';
import { DEFAULT_SHOP_SETTINGS } from '@upholder/core/shop';
import { describe, expect, it } from 'vitest';
import { chartRows, fullRows, occupancy, ROWS_BY, type RowsBy } from './chartRows.ts';
import type { FilmItem, LabourItem } from './dayItems.ts';

const shop = {
  settings: DEFAULT_SHOP_SETTINGS,
  crew: [
    { id: 'ines', name: 'Ines', daysOff: [] },
    { id: 'tam', name: 'Tam', daysOff: [] },
  ],
} as unknown as ShopContext;
const detail = {
  zones: [
    { id: 'z1', name: 'Counter', systemId: 'A' },
    { id: 'z2', name: 'Upper wall', systemId: null },
  ],
} as unknown as JobDetail;

const labour = (id: string, row: string, zoneId: string, personId: string | null) =>
  ({
    op: { id, zoneId, personId },
    row,
    start: 0,
    end: 10,
    isDone: personId === null,
  }) as unknown as LabourItem;
/** Sprayed for an hour, then held on its place until it can be handled. */
const film = (
  loadId: string,
  place: string | null,
  from: number,
  until: number,
  amount: number,
  stairs: { amount: number; before: number }[] = [],
) =>
  ({
    op: {
      id: `${loadId} ${from}`,
      loadId,
      zoneId: 'z1',
      start: from,
      end: from + 60,
      hold: place && { resourceId: place, amount, stairs },
    },
    row: place ?? 'bench',
    start: from + 60,
    end: until,
    handleAt: until,
  }) as unknown as FilmItem;

const items = {
  labour: [
    labour('a', 'bench', 'z1', 'ines'),
    labour('b', 'booth', 'z2', 'tam'),
    labour('c', 'room', 'z2', null),
  ],
  films: [film('l1', 'rail', 0, 600, 3000), film('l2', null, 0, 60, 0)],
};

describe('the rows of the chart', () => {
  it('hold every task once, whatever they stand for', () => {
    for (const by of Object.keys(ROWS_BY) as RowsBy[]) {
      const rows = chartRows(by, items, detail, shop);
      expect(rows.flatMap((row) => row.labour.map(({ op }) => op.id)).sort()).toEqual(['a', 'b', 'c']);
    }
  });

  it('are places with their sizes, people and what is done, or zones with their systems', () => {
    const names = (by: RowsBy) =>
      chartRows(by, items, detail, shop).map(({ name, size }) => `${name} ${size}`.trim());
    expect(names('place')).toEqual([
      'Bench 2 of them',
      'Booth one load',
      'Rail 9 m',
      'Rack 36 slots',
      'Room client’s',
    ]);
    expect(names('person')).toEqual(['Ines', 'Tam', 'Done as logged']);
    expect(names('zone')).toEqual(['Counter system A', 'Upper wall no system']);
  });
});

it('has no row for a rail of no length, or a rack without slots', () => {
  const bare = { ...shop, settings: { ...shop.settings, railLengthMm: 0, rackSlots: 0 } } as ShopContext;
  const keys = (of: ShopContext) =>
    chartRows('place', { labour: [], films: [] }, detail, of).map(({ key }) => key);
  expect(keys(shop)).toEqual(['bench', 'booth', 'rail', 'rack', 'room']);
  expect(keys(bare)).toEqual(['bench', 'booth', 'room']);
  expect(fullRows(bare, [])).toEqual([]);
  expect(fullRows(shop, []).map(({ key }) => key)).toEqual(['rail', 'rack']);
});

describe('how full a place is', () => {
  it('counts a load from its first pass until it can be handled, and two at once together', () => {
    const films = [
      film('l1', 'rail', 0, 600, 3000),
      film('l2', 'rail', 300, 900, 4000),
      film('l3', 'rack', 0, 50, 9),
    ];
    expect(occupancy(films, 'rail')).toEqual([
      { at: 0, amount: 3000 },
      { at: 300, amount: 7000 },
      { at: 600, amount: 4000 },
      { at: 900, amount: 0 },
    ]);
    expect(occupancy([], 'rack')).toEqual([]);
  });

  it('counts what is let go piece by piece no longer than it is held', () => {
    const stairs = [
      { amount: 1000, before: 40 },
      { amount: 2000, before: 0 },
    ];
    expect(occupancy([film('l1', 'rail', 0, 600, 3000, stairs)], 'rail')).toEqual([
      { at: 0, amount: 3000 },
      { at: 560, amount: 2000 },
      { at: 600, amount: 0 },
    ]);
  });

  it('counts a load once where its next coat goes on before the one below can be handled', () => {
    const films = [film('l1', 'rail', 0, 600, 3000), film('l1', 'rail', 400, 1000, 3000)];
    expect(Math.max(...occupancy(films, 'rail').map(({ amount }) => amount))).toBe(3000);
  });
});
