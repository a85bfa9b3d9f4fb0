import type { JobDetail, ShopContext } from '@upholder/core/api';
import { tagsOf } from '@upholder/core/pieces';
import { blockMinutes } from '@upholder/core/planning';
import { localDate } from '@upholder/core/shop';
import { formatDuration } from '@upholder/core/units';
import { type ReactNode, useMemo, useState } from 'react';
import { clockWords, dateWords, whenWords } from '../../base/times.ts';
import { Button } from '../../parts/controls.tsx';
import { blockLoads, blockName, piecesOf } from './blockWords.ts';
import { type FilmItem, filmColour } from './dayItems.ts';
import { type ListedDay, listedDays, stripOf } from './dayList.ts';
import { mixWords } from './mixWords.ts';

interface ListProps {
  detail: JobDetail;
  shop: ShopContext;
  now: number;
  selectedId: string | null;
  onSelect(id: string | null): void;
  /** What is said of the task that is chosen, under its line. */
  chosen: ReactNode;
}

/** So much of the colour is left in a film that is so wet. */
const tint = (colour: string, wet: number) =>
  `color-mix(in oklab, ${colour} ${Math.round(12 + 88 * wet)}%, var(--sheet))`;

/** What comes next of a film: when it may be sanded, coated again or handled. */
function clocksOf(film: FilmItem, when: (minute: number) => string): string {
  const { sandAt, recoatAt, handleAt, start } = film;
  const marks = [
    { words: 'sand', at: sandAt },
    { words: 'recoat', at: recoatAt },
    { words: 'handle', at: handleAt },
  ].filter(({ at }) => at > start);
  const moments = [...new Set(marks.map(({ at }) => at))].sort((a, b) => a - b);
  return moments
    .map(
      (at) =>
        `${marks
          .filter((mark) => mark.at === at)
          .map(({ words }) => words)
          .join(', ')} ${when(at)}`,
    )
    .join(' · ');
}

/** A film across one day, from midnight to midnight: wet on the left, dry on the right. */
function FilmStrip({
  film,
  day,
  label,
  clocks,
  colour,
}: {
  film: FilmItem;
  day: ListedDay;
  label: string;
  clocks: string;
  colour: string;
}) {
  const { from, to, wetFrom, wetTo } = stripOf(film, day.within);
  return (
    <li className="py-1.5">
      <p className="leading-snug">
        <span className="font-semibold">{film.op.name}</span> <span className="text-quiet">{label}</span>
      </p>
      <div aria-hidden="true" className="relative mt-0.5 h-3 bg-closed">
        {[0.25, 0.5, 0.75].map((share) => (
          <span
            key={share}
            className="absolute top-0 h-3 border-line border-l"
            style={{ left: `${share * 100}%` }}
          />
        ))}
        <span
          className="absolute top-0 h-3"
          style={{
            left: `${from * 100}%`,
            width: `max(4px, ${(to - from) * 100}%)`,
            background: `linear-gradient(90deg, ${tint(colour, wetFrom)}, ${tint(colour, wetTo)})`,
            boxShadow: 'inset 0 0 0 1px var(--quiet)',
          }}
        />
      </div>
      <p className="text-note text-quiet">{clocks}</p>
    </li>
  );
}

function Day({ day, ...rest }: ListProps & { day: ListedDay }) {
  const { detail, shop, now, selectedId, onSelect, chosen } = rest;
  const { timeZone } = shop;
  const labels = new Map(detail.plan?.loads.map(({ id, label }) => [id, label]));
  const zones = new Map(detail.zones.map((zone) => [zone.id, zone]));
  const isToday = localDate(now, timeZone) === day.date;
  const minutes = day.blocks.reduce((sum, block) => sum + blockMinutes(block), 0);
  return (
    <section aria-label={dateWords(day.date)} className="bg-sheet p-3">
      <h2 className="flex flex-wrap items-baseline gap-x-3">
        {dateWords(day.date)}
        {isToday && <span className="text-act text-note">today</span>}
        <span className="ml-auto font-normal text-note text-quiet">
          {minutes > 0 && `${formatDuration(minutes)} of work`}
          {minutes > 0 && day.doneCount > 0 && ' · '}
          {day.doneCount > 0 && `${day.doneCount} logged`}
        </span>
      </h2>
      <ol className="divide-y divide-line">
        {day.blocks.map((block) => {
          const isChosen = block.ops.some(({ id }) => id === selectedId);
          const mix = mixWords(block.ops, [detail], shop);
          return (
            <li
              key={`${block.personId} ${block.start}`}
              className={isChosen ? 'border-act border-l-4 pl-2' : ''}
            >
              <button
                type="button"
                aria-expanded={isChosen}
                onClick={() => onSelect(isChosen ? null : (block.ops[0]?.id ?? null))}
                className="block press-h-12 w-full py-2 text-left leading-snug"
              >
                <span className="quantity">
                  {clockWords(block.start, timeZone)}–{clockWords(block.end, timeZone)}
                </span>{' '}
                <span className="font-semibold">{blockName(block)}</span>
                <span className="block text-note text-quiet">
                  {blockLoads(block, labels)} {tagsOf(detail.pieces, piecesOf(block))} ·{' '}
                  {shop.crew.find(({ id }) => id === block.personId)?.name} ·{' '}
                  {formatDuration(blockMinutes(block))}
                </span>
                {mix !== '' && <span className="block text-note">Mix {mix}</span>}
              </button>
              {isChosen && <div className="pb-3">{chosen}</div>}
            </li>
          );
        })}
      </ol>
      {day.films.length > 0 && (
        <>
          <h3 className="mt-2 flex text-note">
            Drying
            <span className="ml-auto font-normal text-quiet">midnight to midnight</span>
          </h3>
          <ul>
            {day.films.map((film) => (
              <FilmStrip
                key={film.op.id}
                film={film}
                day={day}
                label={tagsOf(detail.pieces, film.op.pieceIds)}
                clocks={clocksOf(film, (minute) => whenWords(minute, day.within.start, timeZone))}
                colour={filmColour(film, zones)}
              />
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

/** The plan as a list by day, for a phone: who does what when, and how every film dries across the day. */
export function DayList(props: ListProps) {
  const { detail, shop, now } = props;
  const [isPastShown, setPastShown] = useState(false);
  const days = useMemo(() => listedDays(detail, shop.timeZone), [detail, shop.timeZone]);
  const today = localDate(now, shop.timeZone);
  const past = days.filter(({ date }) => date < today);
  return (
    <div className="flex flex-col gap-2.5">
      {past.length > 0 && (
        <Button className="press-h-12" aria-expanded={isPastShown} onClick={() => setPastShown(!isPastShown)}>
          {isPastShown
            ? 'Hide earlier days'
            : `Show ${past.length} earlier ${past.length === 1 ? 'day' : 'days'}`}
        </Button>
      )}
      {days
        .filter(({ date }) => isPastShown || date >= today)
        .map((day) => (
          <Day key={day.date} day={day} {...props} />
        ))}
    </div>
  );
}
