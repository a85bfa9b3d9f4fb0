import type { ShopContext } from '@upholder/core/api';
import { addDays, type Interval, localDate, minuteAt } from '@upholder/core/shop';
import { useMemo } from 'react';
import { dateWords, hourWords } from '../../base/times.ts';
import type { FilmItem } from './dayItems.ts';
import type { TimeScale } from './timeScale.ts';

export const HEADING_PX = 92;
export const FILM_PX = 33;

/** The days between two minutes, each from midnight to midnight. */
function daysOf(from: number, until: number, timeZone: string): (Interval & { date: string })[] {
  const days: (Interval & { date: string })[] = [];
  let date = localDate(from, timeZone);
  for (let start = minuteAt(date, '00:00', timeZone); start < until; ) {
    const next = addDays(date, 1);
    const end = minuteAt(next, '00:00', timeZone);
    days.push({ date, start, end });
    date = next;
    start = end;
  }
  return days;
}

/** Days, open hours and the marks of every second hour, as far as they are in view. */
export function Backdrop({
  scale,
  shop,
  height,
  seen,
}: {
  scale: TimeScale;
  shop: ShopContext;
  height: number;
  /** The minutes in view. */
  seen: Interval;
}) {
  const { timeZone } = shop;
  const days = useMemo(
    () => daysOf(scale.from, scale.until, timeZone),
    [scale.from, scale.until, timeZone],
  ).filter(({ start, end }) => start < seen.end && end > seen.start);
  const open = scale.open.filter(({ start, end }) => start < seen.end && end > seen.start);
  const hours = open.flatMap(({ start, end }) => {
    const marks: number[] = [];
    for (let minute = Math.ceil(start / 120) * 120; minute < end; minute += 120) marks.push(minute);
    return marks;
  });
  return (
    <>
      {open.map(({ start, end }) => (
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
          <span className="absolute top-0 left-1 whitespace-nowrap text-tiny text-quiet">
            {hourWords(minute, timeZone)}
          </span>
        </div>
      ))}
      {days.map(({ date, start, end }) => {
        const isOpen = open.some((span) => span.start < end && span.end > start);
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
                className={`sticky inline-block max-w-full truncate px-1.5 pt-0.5 text-note ${isOpen ? 'font-bold' : 'text-quiet'}`}
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

/** A film along its clocks: when it may be sanded, coated again or turned. */
export function Film({
  item,
  scale,
  top,
  colour,
  label,
  thinPx,
  isSelected,
  onSelect,
  at,
}: {
  item: FilmItem;
  scale: TimeScale;
  top: number;
  colour: string;
  label: string;
  /** Room of a thin strip without words; null where the film is drawn in full. */
  thinPx: number | null;
  isSelected: boolean;
  onSelect(): void;
  at(minute: number): string;
}) {
  const left = scale.x(item.start);
  const width = Math.max(4, scale.x(item.end) - left);
  const isFlipped = item.op.side === 'back';
  if (thinPx !== null) {
    return (
      <button
        type="button"
        onClick={onSelect}
        title={`${label}; ready for what follows ${at(item.recoatAt)}`}
        aria-label={label}
        className={`absolute border-ink border-l-2 ${isSelected ? 'outline-2 outline-act' : ''}`}
        style={{ left, width, top: top + 1, height: Math.min(7, thinPx - 1), background: fading(colour) }}
      />
    );
  }
  return (
    <div className="absolute" style={{ left: 0, top, height: FILM_PX }}>
      <button
        type="button"
        onClick={onSelect}
        title={label}
        className={`absolute truncate text-left text-tiny leading-[14px] [font-stretch:90%] ${isSelected ? 'font-bold text-act' : ''}`}
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
        <Mark x={scale.x(item.shutsAt)} kind="shut" title={`${at(item.shutsAt)} recoat window closes`} />
      )}
    </div>
  );
}
