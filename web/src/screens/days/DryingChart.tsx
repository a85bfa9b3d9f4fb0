import type { JobDetail, ShopContext } from '@upholder/core/api';
import { faultyPieces } from '@upholder/core/inspection';
import { tagsOf } from '@upholder/core/pieces';
import { isRepair } from '@upholder/core/planning';
import { type Interval, localDate, minuteAt } from '@upholder/core/shop';
import { type RefObject, useEffect, useMemo, useRef } from 'react';
import { clockWords, whenWords } from '../../base/times.ts';
import type { Following } from '../../workers/useFollowing.ts';
import { Backdrop, Film, HEADING_PX } from './chartParts.tsx';
import { type FullRow, fullRows, type RowsBy } from './chartRows.ts';
import { dayItems, filmColour } from './dayItems.ts';
import { LabourBlock } from './LabourBlock.tsx';
import { OCCUPANCY_PX, Occupancy } from './Occupancy.tsx';
import { HEAD_PX, labelsOf, type PlacedRow, placeRows } from './placeRows.ts';
import { createTimeScale, type TimeScale } from './timeScale.ts';
import { useSeen } from './useSeen.ts';

/** Up to so many blocks and films are drawn whether they are in view or not. */
const DRAWN_WHOLE = 800;

interface ChartProps {
  detail: JobDetail;
  shop: ShopContext;
  open: Interval[];
  now: number;
  openPx: number;
  closedPx: number;
  by: RowsBy;
  selectedId: string | null;
  /** Operations that decide the handover, where that is to be seen. */
  chain: ReadonlySet<string>;
  onSelect(id: string): void;
  onMove(id: string, minute: number): void;
  /** While a task is being moved: where to, or null when it is let go. */
  onDrag(id: string, minute: number | null): void;
  following: Following | null;
}

/** Brings what goes on now into sight when the chart opens or is zoomed; later it stays where it was left. */
function useScrollToNow(
  scroller: RefObject<HTMLDivElement | null>,
  scale: TimeScale,
  now: number,
  openPx: number,
  items: readonly Interval[],
): void {
  const scrolledFor = useRef<number | null>(null);
  useEffect(() => {
    const element = scroller.current;
    if (!element || scrolledFor.current === openPx) return;
    // Only when the chart opens or is zoomed: later it stays where the user left it.
    scrolledFor.current = openPx;
    const width = element.clientWidth;
    const coming = items.filter(({ end }) => end > now).map(({ start }) => start);
    const first = scale.x(Math.max(now, Math.min(...coming)));
    // From what goes on now; where nothing begins within sight of it, from what comes first.
    const isFar = Number.isFinite(first) && first - scale.x(now) > width * 0.6;
    element.scrollLeft = Math.max(0, isFar ? first - width * 0.15 : scale.x(now) - width * 0.3);
  }, [scroller, scale, now, openPx, items]);
}

/** Where tasks would come to lie while one of them is moved: each once, and only where that is elsewhere. */
function ThenSpans({
  row,
  spans,
  scale,
  isSeen,
}: {
  row: PlacedRow['labour'];
  spans: ReadonlyMap<string, Interval>;
  scale: TimeScale;
  isSeen(span: Interval): boolean;
}) {
  return (
    <>
      {row.map(({ item, top: itemTop }) => {
        const span = spans.get(item.op.id);
        // Each task once, where its first part is, and only where it would come to lie elsewhere.
        if (!span || item.start !== item.op.start || span.start === item.start || !isSeen(span)) return null;
        const left = scale.x(span.start);
        return (
          <div
            key={`then ${item.op.id}`}
            aria-hidden="true"
            data-then={item.op.id}
            className="pointer-events-none absolute z-20 rounded-[2px] border-2 border-act border-dashed"
            style={{
              left,
              width: Math.max(5, scale.x(span.end) - left - 1),
              top: itemTop,
              height: 21,
            }}
          />
        );
      })}
    </>
  );
}

/** Names and sizes of the rows, which stay while the days are scrolled. */
function RowHeads({
  rows,
  full,
  height,
}: {
  rows: readonly PlacedRow[];
  full: readonly FullRow[];
  height: number;
}) {
  return (
    <div className="sticky left-0 z-20 flow-root bg-ground" style={{ width: HEADING_PX, height }}>
      <div style={{ height: HEAD_PX }} />
      {[
        ...rows,
        ...full.map((place) => ({
          key: `full ${place.key}`,
          name: place.key === 'rail' ? 'On the rail' : place.key === 'rack' ? 'In the rack' : place.name,
          size: 'dashes: full',
          height: OCCUPANCY_PX,
        })),
      ].map(({ key, name, size, height }) => (
        <div
          key={key}
          className="overflow-hidden border-quiet/60 border-t border-r px-3 py-1.5 leading-tight"
          style={{ height }}
        >
          <span className="font-bold">{name}</span>
          <br />
          <span className="text-small text-quiet">{size}</span>
        </div>
      ))}
    </div>
  );
}

/** The plan drawn as drying: rows are places, labour is solid, films fade from wet to dry along their clocks. */
export function DryingChart({
  detail,
  shop,
  open,
  now,
  openPx,
  closedPx,
  by,
  selectedId,
  chain,
  onSelect,
  onMove,
  onDrag,
  following,
}: ChartProps) {
  const pins = detail.plan?.planOptions.pins ?? {};
  const { labour, films } = useMemo(() => dayItems(detail), [detail]);
  const items = useMemo(() => [...labour, ...films], [labour, films]);
  const faulty = useMemo(() => faultyPieces(detail), [detail]);
  const scroller = useRef<HTMLDivElement>(null);
  const scale = useMemo(() => {
    const starts = [...labour, ...films].map(({ start }) => start);
    const ends = [...labour, ...films].map(({ end }) => end);
    const first = localDate(Math.min(now, ...starts), shop.timeZone);
    const from = minuteAt(first, '06:00', shop.timeZone);
    const until = Math.max(...ends, now) + 120;
    return createTimeScale(open, Math.min(from, ...starts), until, openPx, closedPx);
  }, [labour, films, open, now, shop.timeZone, openPx, closedPx]);
  const loads = new Map(detail.plan?.loads.map((load) => [load.id, load]));
  const zones = new Map(detail.zones.map((zone) => [zone.id, zone]));
  const at = (minute: number) => whenWords(minute, now, shop.timeZone);
  const label = (loadId: string) => {
    const load = loads.get(loadId);
    if (load?.pieceIds.length === 0) return load.label;
    return load ? `${zones.get(load.zoneId)?.name ?? ''} ${tagsOf(detail.pieces, load.pieceIds)}` : '';
  };

  useScrollToNow(scroller, scale, now, openPx, items);

  const { rows, fullTop } = useMemo(
    () => placeRows(by, { labour, films }, detail, shop),
    [by, labour, films, detail, shop],
  );
  const full = useMemo(() => fullRows(shop, films), [shop, films]);
  const top = fullTop + full.length * OCCUPANCY_PX;
  const labels = useMemo(() => labelsOf(rows, scale), [rows, scale]);
  const seen = useSeen(scroller, scale, HEADING_PX);
  // All of it where that is quick: then every task can be reached by key, wherever it is.
  const isLong = labour.length + films.length > DRAWN_WHOLE;
  const isSeen = ({ start, end }: Interval) => !isLong || (start < seen.end && end > seen.start);
  const spans = following?.preview?.ok ? following.preview.value.spans : null;
  return (
    <div
      ref={scroller}
      className="relative overflow-x-auto overflow-y-hidden bg-closed"
      style={{ height: top + 14, minWidth: 0 }}
    >
      <div className="relative" style={{ width: HEADING_PX + scale.width, height: top }}>
        <div className="absolute top-0" style={{ left: HEADING_PX, width: scale.width, height: top }}>
          <Backdrop scale={scale} shop={shop} height={top} seen={seen} />
          {rows.map(({ key, top: rowTop, labour: inRow, films: filmsInRow, thinPx }) => (
            <div key={key} className="absolute inset-x-0 border-quiet/60 border-t" style={{ top: rowTop }}>
              {inRow
                .filter(
                  ({ item }) => isSeen(item) || item.op.id === following?.opId || item.op.id === selectedId,
                )
                .map(({ item, top: itemTop }) => (
                  <LabourBlock
                    key={`${item.op.id} ${item.start}`}
                    item={item}
                    scale={scale}
                    top={itemTop}
                    isSelected={item.op.id === selectedId}
                    isPinned={pins[item.op.id] !== undefined}
                    isOnChain={chain.has(item.op.id)}
                    isFaulty={!item.isDone && item.op.pieceIds.some((id) => faulty.has(id))}
                    onSelect={() => onSelect(item.op.id)}
                    onMove={
                      item.isDone || item.start !== item.op.start || isRepair(item.op.id)
                        ? null
                        : (minute) => onMove(item.op.id, minute)
                    }
                    onDrag={(minute) => onDrag(item.op.id, minute)}
                    label={labels.get(`${item.op.id} ${item.start}`) ?? null}
                    words={`${item.op.name}, ${label(item.op.loadId)}, ${at(item.start)} to ${at(item.end)}${item.isDone ? ', done' : ''}`}
                  />
                ))}
              {spans && <ThenSpans row={inRow} spans={spans} scale={scale} isSeen={isSeen} />}
              {filmsInRow
                .filter(({ item }) => isSeen(item))
                .map(({ item, top: itemTop }) => (
                  <Film
                    key={item.op.id}
                    item={item}
                    scale={scale}
                    top={itemTop}
                    colour={filmColour(item, zones)}
                    label={`${item.op.name} · ${label(item.op.loadId)}`}
                    thinPx={thinPx}
                    isSelected={item.op.id === selectedId}
                    onSelect={() => onSelect(item.op.id)}
                    at={at}
                  />
                ))}
            </div>
          ))}
          {full.map((place, index) => (
            <div
              key={place.key}
              className="absolute inset-x-0 border-quiet/60 border-t"
              style={{ top: fullTop + index * OCCUPANCY_PX, height: OCCUPANCY_PX }}
            >
              <Occupancy place={place} films={films} scale={scale} shop={shop} now={now} />
            </div>
          ))}
          {now >= scale.from && now <= scale.until && (
            <div
              className="pointer-events-none absolute z-10 border-act border-l-2"
              style={{ left: scale.x(now), top: 0, height: top }}
            >
              <span className="absolute top-[25px] left-0 whitespace-nowrap bg-act px-1 font-bold text-tiny text-on-act">
                now {clockWords(now, shop.timeZone)}
              </span>
            </div>
          )}
        </div>
        <RowHeads rows={rows} full={full} height={top} />
      </div>
    </div>
  );
}
