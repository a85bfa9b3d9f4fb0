import type { Dossier, ShopContext } from '@upholder/core/api';
import { isRepair } from '@upholder/core/planning';
import { addDays, type Interval, localClock, localDate, minuteAt } from '@upholder/core/shop';
import { useEffect, useMemo, useRef } from 'react';
import { dateWords, whenWords } from '../../app/times.ts';
import { chartRows, type RowsBy } from './chartRows.ts';
import { dayItems, type FilmItem } from './dayItems.ts';
import { LabourBlock } from './LabourBlock.tsx';
import { OCCUPANCY_PX, Occupancy } from './Occupancy.tsx';
import { assignLanes, createTimeScale, type TimeScale } from './timeScale.ts';

const HEADING_PX = 92;
const HEAD_PX = 50;
const LABOUR_PX = 25;
const FILM_PX = 33;
/** Filler dries at the bench in nobody’s way: a thin strip is enough. */
const THIN_PX = 13;
const PAD_PX = 7;
const FULL: readonly ('rail' | 'rack')[] = ['rail', 'rack'];

interface ChartProps {
  dossier: Dossier;
  shop: ShopContext;
  open: Interval[];
  now: number;
  openPx: number;
  closedPx: number;
  by: RowsBy;
  selectedId: string | null;
  /** Operations that decide the hand-over, where that is to be seen. */
  chain: ReadonlySet<string>;
  onSelect(id: string): void;
  onMove(id: string, minute: number): void;
}

function Backdrop({ scale, shop, height }: { scale: TimeScale; shop: ShopContext; height: number }) {
  const { timeZone } = shop;
  const days: { date: string; start: number; end: number }[] = [];
  for (
    let date = localDate(scale.from, timeZone);
    minuteAt(date, '00:00', timeZone) < scale.until;
    date = addDays(date, 1)
  ) {
    days.push({
      date,
      start: minuteAt(date, '00:00', timeZone),
      end: minuteAt(addDays(date, 1), '00:00', timeZone),
    });
  }
  const hours = scale.open.flatMap(({ start, end }) => {
    const marks: number[] = [];
    for (let minute = Math.ceil(start / 120) * 120; minute < end; minute += 120) marks.push(minute);
    return marks;
  });
  return (
    <>
      {scale.open.map(({ start, end }) => (
        <div
          key={start}
          className="absolute top-0 bg-sheet"
          style={{ left: scale.x(start), width: scale.x(end) - scale.x(start), height }}
        />
      ))}
      {hours.map((minute) => (
        <div
          key={minute}
          className="absolute border-line border-l opacity-70"
          style={{ left: scale.x(minute), top: 26, height: height - 26 }}
        >
          <span className="absolute top-0 left-1 text-[0.72rem] text-quiet">
            {localClock(minute, timeZone).slice(0, 2)}
          </span>
        </div>
      ))}
      {days.map(({ date, start, end }) => {
        const isOpen = scale.open.some((span) => span.start < end && span.end > start);
        const left = scale.x(Math.max(start, scale.from));
        const width = scale.x(end) - left;
        return (
          <div
            key={date}
            className="absolute top-0 overflow-clip border-quiet/50 border-l"
            style={{ left, width, height }}
          >
            {(isOpen || width > 46) && (
              <span
                style={{ left: HEADING_PX }}
                className={`sticky inline-block max-w-full truncate px-1.5 pt-0.5 text-[0.88rem] ${isOpen ? 'font-bold' : 'text-quiet'}`}
              >
                {dateWords(date)}
              </span>
            )}
          </div>
        );
      })}
    </>
  );
}

function Mark({ x, kind, title }: { x: number; kind: 'sand' | 'recoat' | 'shut' | 'flip'; title: string }) {
  const drawing = {
    sand: <path d="M-4 18 L4 18 L0 11.5 Z" fill="var(--ink)" />,
    recoat: (
      <path d="M0 0 V11 M0 1 H7 L5 3.2 L7 5.4 H0" stroke="var(--act)" strokeWidth="2" fill="var(--act)" />
    ),
    shut: (
      <path
        d="M0 0 V11 M0 1 H-7 L-5 3.2 L-7 5.4 H0"
        stroke="var(--stop)"
        strokeWidth="2"
        fill="var(--stop)"
      />
    ),
    flip: (
      <g>
        <circle cx="0" cy="6" r="4.6" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.4" />
        <path d="M0 1.4 A4.6 4.6 0 0 1 0 10.6 Z" fill="var(--ink)" />
      </g>
    ),
  }[kind];
  return (
    <svg
      width="18"
      height="19"
      viewBox="-9 0 18 19"
      className="absolute top-[13px] z-10"
      style={{ left: x - 9 }}
      role="img"
      aria-label={title}
    >
      <title>{title}</title>
      {drawing}
    </svg>
  );
}

/** From wet to dry, left to right. */
function fading(colour: string): string {
  return `linear-gradient(90deg, ${colour}, color-mix(in oklab, ${colour} 55%, var(--sheet)) 45%, color-mix(in oklab, ${colour} 14%, var(--sheet)))`;
}

function Film({
  item,
  scale,
  top,
  colour,
  label,
  isThin,
  isSelected,
  onSelect,
  at,
}: {
  item: FilmItem;
  scale: TimeScale;
  top: number;
  colour: string;
  label: string;
  isThin: boolean;
  isSelected: boolean;
  onSelect(): void;
  at(minute: number): string;
}) {
  const left = scale.x(item.start);
  const width = Math.max(4, scale.x(item.end) - left);
  const isFlipped = item.op.side === 'back';
  if (isThin) {
    return (
      <button
        type="button"
        onClick={onSelect}
        title={`${label}; ready for what follows ${at(item.recoatAt)}`}
        aria-label={label}
        className={`absolute border-ink border-l-2 ${isSelected ? 'outline-2 outline-act' : ''}`}
        style={{ left, width, top: top + 3, height: 7, background: fading(colour) }}
      />
    );
  }
  return (
    <div className="absolute" style={{ left: 0, top, height: FILM_PX }}>
      <button
        type="button"
        onClick={onSelect}
        title={label}
        className={`absolute truncate text-left text-[0.75rem] leading-[14px] [font-stretch:90%] ${isSelected ? 'font-bold text-act' : ''}`}
        style={{ left, top: 0, width, height: 14 }}
      >
        {label}
      </button>
      <div
        aria-hidden="true"
        className={`absolute ${isSelected ? 'outline-2 outline-act' : ''}`}
        style={{
          left,
          width,
          top: 15,
          height: 9,
          background: fading(colour),
          // A dark paint stays visible on a dark ground.
          boxShadow: 'inset 0 0 0 1px var(--line)',
          borderLeft: '2px solid var(--ink)',
        }}
      />
      <Mark x={scale.x(item.sandAt)} kind="sand" title={`${at(item.sandAt)} may be sanded`} />
      {isFlipped ? (
        <Mark x={scale.x(item.handleAt)} kind="flip" title={`${at(item.handleAt)} may be flipped`} />
      ) : (
        <Mark x={scale.x(item.recoatAt)} kind="recoat" title={`${at(item.recoatAt)} recoat opens`} />
      )}
      {item.shutsAt !== null && item.shutsAt < scale.until && (
        <Mark x={scale.x(item.shutsAt)} kind="shut" title={`${at(item.shutsAt)} recoat window shuts`} />
      )}
    </div>
  );
}

/** The plan drawn as drying: rows are places, labour is solid, films fade from wet to dry along their clocks. */
export function DryingChart({
  dossier,
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
}: ChartProps) {
  const pins = dossier.plan?.wish.pins ?? {};
  const { labour, films } = useMemo(() => dayItems(dossier), [dossier]);
  const scroller = useRef<HTMLDivElement>(null);
  const scale = useMemo(() => {
    const starts = [...labour, ...films].map(({ start }) => start);
    const ends = [...labour, ...films].map(({ end }) => end);
    const first = localDate(Math.min(now, ...starts), shop.timeZone);
    const from = minuteAt(first, '06:00', shop.timeZone);
    const until = Math.max(...ends, now) + 120;
    return createTimeScale(open, Math.min(from, ...starts), until, openPx, closedPx);
  }, [labour, films, open, now, shop.timeZone, openPx, closedPx]);
  const loads = new Map(dossier.plan?.loads.map((load) => [load.id, load]));
  const zones = new Map(dossier.zones.map((zone) => [zone.id, zone]));
  const at = (minute: number) => whenWords(minute, now, shop.timeZone);
  const label = (loadId: string) => loads.get(loadId)?.label ?? '';

  const scrolledFor = useRef<number | null>(null);
  useEffect(() => {
    const element = scroller.current;
    if (!element || scrolledFor.current === openPx) return;
    // Only when the chart opens or is zoomed: later it stays where the user left it.
    scrolledFor.current = openPx;
    element.scrollLeft = Math.max(0, scale.x(now) - element.clientWidth * 0.3);
  }, [scale, now, openPx]);

  let top = HEAD_PX;
  const rows = chartRows(by, { labour, films }, dossier, shop).map((row) => {
    const labourLanes = assignLanes(row.labour);
    // A label needs some width even when its film dries fast.
    const filmLanes = assignLanes(row.films.map(({ start, end }) => ({ start, end: end + 20 })));
    const isThin = row.key === 'bench' && row.films.every(({ op }) => op.hold === null);
    const filmPx = isThin ? THIN_PX : FILM_PX;
    const height = Math.max(46, PAD_PX * 2 + labourLanes.count * LABOUR_PX + filmLanes.count * filmPx);
    const placed = { ...row, top, height, labourLanes, filmLanes, isThin, filmPx };
    top += height;
    return placed;
  });
  const fullTop = top;
  top += FULL.length * OCCUPANCY_PX;
  return (
    <div
      ref={scroller}
      className="relative overflow-x-auto overflow-y-hidden bg-closed"
      style={{ height: top + 14, minWidth: 0 }}
    >
      <div className="relative" style={{ width: HEADING_PX + scale.width, height: top }}>
        <div className="absolute top-0" style={{ left: HEADING_PX, width: scale.width, height: top }}>
          <Backdrop scale={scale} shop={shop} height={top} />
          {rows.map(
            ({
              key,
              top: rowTop,
              labour: inRow,
              films: filmsInRow,
              labourLanes,
              filmLanes,
              isThin,
              filmPx,
            }) => (
              <div key={key} className="absolute inset-x-0 border-quiet/60 border-t" style={{ top: rowTop }}>
                {inRow.map((item, index) => (
                  <LabourBlock
                    key={`${item.op.id} ${item.start}`}
                    item={item}
                    scale={scale}
                    top={PAD_PX + (labourLanes.lanes[index] ?? 0) * LABOUR_PX}
                    isSelected={item.op.id === selectedId}
                    isPinned={pins[item.op.id] !== undefined}
                    isOnChain={chain.has(item.op.id)}
                    onSelect={() => onSelect(item.op.id)}
                    onMove={
                      item.isDone || item.start !== item.op.start || isRepair(item.op.id)
                        ? null
                        : (minute) => onMove(item.op.id, minute)
                    }
                    words={`${item.op.name}, ${label(item.op.loadId)}, ${at(item.start)} to ${at(item.end)}${item.isDone ? ', done' : ''}`}
                  />
                ))}
                {filmsInRow.map((item, index) => (
                  <Film
                    key={item.op.id}
                    item={item}
                    scale={scale}
                    top={PAD_PX + labourLanes.count * LABOUR_PX + (filmLanes.lanes[index] ?? 0) * filmPx}
                    colour={
                      item.op.stepKey.startsWith('colour')
                        ? (zones.get(item.op.zoneId)?.newColour ?? '#888')
                        : 'var(--primer)'
                    }
                    label={`${item.op.name} · ${label(item.op.loadId)}`}
                    isThin={isThin}
                    isSelected={item.op.id === selectedId}
                    onSelect={() => onSelect(item.op.id)}
                    at={at}
                  />
                ))}
              </div>
            ),
          )}
          {FULL.map((place, index) => (
            <div
              key={place}
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
              <span className="absolute top-[25px] left-0 whitespace-nowrap bg-act px-1 font-bold text-[0.75rem] text-on-act">
                now {localClock(now, shop.timeZone)}
              </span>
            </div>
          )}
        </div>
        <div className="sticky left-0 z-20 flow-root bg-ground" style={{ width: HEADING_PX, height: top }}>
          <div style={{ height: HEAD_PX }} />
          {[
            ...rows,
            ...FULL.map((place) => ({
              key: `full ${place}`,
              name: place === 'rail' ? 'On the rail' : 'In the rack',
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
              <span className="text-[0.8rem] text-quiet">{size}</span>
            </div>
          ))}
        </div>
      </div>
    </div>
  );
}
