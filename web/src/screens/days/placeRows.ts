import type { JobDetail, ShopContext } from '@upholder/core/api';
import { type BlockLabel, blockLabels } from './blockLabels.ts';
import { FILM_PX } from './chartParts.tsx';
import { chartRows, type RowsBy } from './chartRows.ts';
import type { dayItems } from './dayItems.ts';
import { assignLanes, packStrips, type TimeScale } from './timeScale.ts';

/** Height of the days and hours above the rows. */
export const HEAD_PX = 50;
const LABOUR_PX = 25;
/** Filler dries at the bench in nobody’s way: a thin strip is enough, and many of them together a thinner one. */
const THIN_PX = 13;
const THINNEST_PX = 5;
/** All the thin strips of a row below its work take no more than this, unless they are very many. */
const THIN_ROOM_PX = 40;
const PAD_PX = 7;

/** The rows of the chart with the height of each, and where in it everything lies, so that nothing covers anything else. */
export function placeRows(
  by: RowsBy,
  { labour, films }: ReturnType<typeof dayItems>,
  detail: JobDetail,
  shop: ShopContext,
) {
  let next = HEAD_PX;
  const placed = chartRows(by, { labour, films }, detail, shop).map((row) => {
    const labourLanes = assignLanes(row.labour);
    const isThin = row.key.startsWith('bench') && row.films.every(({ op }) => op.hold === null);
    const labourTops = labourLanes.lanes.map((lane) => lane * LABOUR_PX);
    const work = row.labour.map(({ start, end }, index) => ({
      start,
      end,
      top: labourTops[index] ?? 0,
      height: LABOUR_PX,
    }));
    const below = Math.max(0, ...packStrips(work, row.films, THIN_PX).map((top) => top + THIN_PX));
    const lanes = (below - labourLanes.count * LABOUR_PX) / THIN_PX;
    const thinPx = Math.round(Math.min(THIN_PX, Math.max(THINNEST_PX, THIN_ROOM_PX / Math.max(1, lanes))));
    const filmTops = isThin
      ? packStrips(work, row.films, thinPx)
      : // A label needs some width even when its film dries fast.
        assignLanes(row.films.map(({ start, end }) => ({ start, end: end + 20 }))).lanes.map(
          (lane) => labourLanes.count * LABOUR_PX + lane * FILM_PX,
        );
    const filmPx = isThin ? thinPx : FILM_PX;
    const inside = Math.max(labourLanes.count * LABOUR_PX, ...filmTops.map((film) => film + filmPx));
    const height = Math.max(46, PAD_PX * 2 + inside);
    const rowTop = next;
    next += height;
    return {
      ...row,
      top: rowTop,
      height,
      thinPx: isThin ? thinPx : null,
      labour: row.labour.map((item, index) => ({
        item,
        top: PAD_PX + (labourTops[index] ?? 0),
      })),
      films: row.films.map((item, index) => ({
        item,
        top: PAD_PX + (filmTops[index] ?? 0),
      })),
    };
  });
  return { rows: placed, fullTop: next };
}
export type PlacedRow = ReturnType<typeof placeRows>['rows'][number];

/** What stands at each block of the rows, by its task and start. */
export function labelsOf(rows: readonly PlacedRow[], scale: TimeScale): Map<string, BlockLabel> {
  return new Map(
    rows.flatMap(({ labour }) => [
      ...blockLabels(
        labour.map(({ item: { op, start, end }, top }) => ({
          key: `${op.id} ${start}`,
          name: op.name,
          lane: top,
          left: scale.x(start),
          right: scale.x(end),
        })),
      ),
    ]),
  );
}
