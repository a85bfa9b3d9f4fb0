import type { JobDetail, ShopContext } from '@upholder/core/api';
import { capacityOf, type Holder, holderResource, resourceAt, workingCrew } from '@upholder/core/shop';
import { show } from '../../base/voice.ts';
import type { FilmItem, LabourItem, Row } from './dayItems.ts';

/** What the rows of the chart stand for. */
export const ROWS_BY = { place: 'by place', person: 'by person', zone: 'by zone' } as const;
export type RowsBy = keyof typeof ROWS_BY;

/** One row: what it is, and what is drawn in it. */
export interface ChartRow {
  key: string;
  name: string;
  /** How much of it there is, or what else is worth saying. */
  size: string;
  labour: LabourItem[];
  films: FilmItem[];
}

const PLACES = ['bench', 'booth', 'rail', 'rack', 'room'] as const;

function placeWords(row: (typeof PLACES)[number], { settings }: ShopContext): [name: string, size: string] {
  switch (row) {
    case 'bench':
      return ['Bench', settings.benches === 1 ? 'one' : `${settings.benches} of them`];
    case 'booth':
      return ['Booth', 'one load'];
    case 'rail':
      return ['Rail', show('run', settings.railLengthMm / 1000)];
    case 'rack':
      return ['Rack', `${settings.rackSlots} slots`];
    case 'room':
      return ['Room', 'client’s'];
  }
}

/** A rail of no length and a rack without slots are none: a shop that keeps all its racks by area has neither. */
function isNone(row: Row, { settings }: ShopContext): boolean {
  return (row === 'rail' && settings.railLengthMm === 0) || (row === 'rack' && settings.rackSlots === 0);
}

function holderSize(holder: Holder): string {
  if (holder.kind === 'rail') return show('run', holder.lengthMm / 1000);
  return holder.kind === 'rack' ? `${holder.slots} slots` : `${holder.slots} of them`;
}

/** The shop's usual places, and of its other places, racks and rails those that the plan uses. */
function placesOf(shop: ShopContext, used: ReadonlySet<Row>): { key: Row; name: string; size: string }[] {
  const { places, holders } = shop.settings;
  const others = [
    ...places.flatMap(({ id, name }) => [
      { key: resourceAt('bench', id), name, size: 'at the bench' },
      { key: resourceAt('booth', id), name, size: 'spraying' },
    ]),
    ...holders.map((holder) => ({
      key: holderResource(holder),
      name: holder.name,
      size: holderSize(holder),
    })),
  ];
  return [
    ...PLACES.filter((key) => used.has(key) || !isNone(key, shop)).map((key) => {
      const [name, size] = placeWords(key, shop);
      return { key, name, size };
    }),
    ...others.filter(({ key }) => used.has(key)),
  ];
}

/** A rail or rack whose filling is shown over time. */
export interface FullRow {
  key: Row;
  name: string;
  capacity: number;
}

/** The shop's own rail and rack, and each other one on which a film of the plan dries. */
export function fullRows(shop: ShopContext, films: readonly FilmItem[]): FullRow[] {
  const { settings } = shop;
  const used = new Set(films.map(({ op }) => op.hold?.resourceId));
  const own: FullRow[] = [
    { key: 'rail', name: 'Rail', capacity: settings.railLengthMm },
    { key: 'rack', name: 'Rack', capacity: settings.rackSlots },
  ];
  return [
    ...own.filter(({ key }) => !isNone(key, shop)),
    ...settings.holders
      .map((holder) => ({ key: holderResource(holder), name: holder.name, capacity: capacityOf(holder) }))
      .filter(({ key }) => used.has(key)),
  ];
}

/** The rows of the chart in their order; by person, films have no row, and what is done already stands last. */
export function chartRows(
  by: RowsBy,
  { labour, films }: { labour: readonly LabourItem[]; films: readonly FilmItem[] },
  detail: Pick<JobDetail, 'zones'>,
  shop: ShopContext,
): ChartRow[] {
  switch (by) {
    case 'place':
      return placesOf(shop, new Set([...labour, ...films].map(({ row }) => row))).map((place) => ({
        ...place,
        labour: labour.filter(({ row }) => row === place.key),
        films: films.filter(({ row }) => row === place.key),
      }));
    case 'zone':
      return detail.zones.map(({ id, name, systemId }) => ({
        key: id,
        name,
        size: systemId === null ? 'no system' : `system ${systemId}`,
        labour: labour.filter(({ op }) => op.zoneId === id),
        films: films.filter(({ op }) => op.zoneId === id && op.hold !== null),
      }));
    case 'person': {
      const rows = workingCrew(shop.crew).map(({ id, name }) => ({
        key: id,
        name,
        size: '',
        labour: labour.filter(({ op, isDone }) => op.personId === id && !isDone),
        films: [],
      }));
      const done = labour.filter(({ isDone }) => isDone);
      return done.length === 0
        ? rows
        : [...rows, { key: 'done', name: 'Done', size: 'as logged', labour: done, films: [] }];
    }
  }
}

/** So much of a place is taken from a moment on. */
export interface Taken {
  at: number;
  amount: number;
}

/** What a film takes, going down as its pieces dry one after the other. */
function levelsOf(
  { amount, stairs }: NonNullable<FilmItem['op']['hold']>,
  { from, until, loadId }: { from: number; until: number; loadId: string },
) {
  let left = amount;
  let since = from;
  return (stairs.length > 0 ? stairs : [{ amount, before: 0 }]).map((stair) => {
    const level = { loadId, amount: left, from: since, until: until - stair.before };
    left -= stair.amount;
    since = level.until;
    return level;
  });
}

/** How full the rail or the rack is over time, by the films of the chart; a load that holds twice over a minute holds once. */
export function occupancy(films: readonly FilmItem[], place: Row): Taken[] {
  const holds = films.flatMap(({ op, start, handleAt }) =>
    op.hold?.resourceId === place
      ? levelsOf(op.hold, { from: start - (op.end - op.start), until: handleAt, loadId: op.loadId })
      : [],
  );
  const moments = [...new Set(holds.flatMap(({ from, until }) => [from, until]))].sort((a, b) => a - b);
  return moments.map((at) => {
    const perLoad = new Map<string, number>();
    for (const { loadId, amount, from, until } of holds)
      if (from <= at && until > at) perLoad.set(loadId, Math.max(perLoad.get(loadId) ?? 0, amount));
    return { at, amount: [...perLoad.values()].reduce((sum, one) => sum + one, 0) };
  });
}
