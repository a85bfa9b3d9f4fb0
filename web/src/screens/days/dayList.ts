import type { JobDetail } from '@upholder/core/api';
import { effectiveLog } from '@upholder/core/jobs';
import { loggedEnd, type WorkBlock, workBlocks } from '@upholder/core/planning';
import { addDays, type Interval, localDate, minuteAt } from '@upholder/core/shop';
import { dayItems, type FilmItem } from './dayItems.ts';

/** One day of a job: who does what, and what dries meanwhile. */
export interface ListedDay {
  date: string;
  within: Interval;
  blocks: WorkBlock[];
  /** Tasks that were logged on it. */
  doneCount: number;
  films: FilmItem[];
}

/** The days of a plan on which hands work or a film dries, in order: with work that is planned, with what is logged. */
export function listedDays(detail: JobDetail, timeZone: string): ListedDay[] {
  const entries = effectiveLog(detail.log);
  const { labour, films } = dayItems(detail);
  const open = (detail.plan?.ops ?? []).filter(
    (op) => op.personId !== null && loggedEnd(op, entries) === null,
  );
  const spans = [...labour, ...films];
  if (spans.length === 0) return [];
  const last = localDate(Math.max(...spans.map(({ end }) => end)), timeZone);
  const days: ListedDay[] = [];
  let date = localDate(Math.min(...spans.map(({ start }) => start)), timeZone);
  for (; date <= last; date = addDays(date, 1)) {
    const within = {
      start: minuteAt(date, '00:00', timeZone),
      end: minuteAt(addDays(date, 1), '00:00', timeZone),
    };
    const isOn = ({ start, end }: Interval) => start < within.end && end > within.start;
    const day = {
      date,
      within,
      blocks: workBlocks(open, within),
      doneCount: labour.filter(({ isDone, end }) => isDone && end > within.start && end <= within.end).length,
      films: films.filter(isOn).toSorted((a, b) => a.start - b.start || a.end - b.end),
    };
    if (day.blocks.length > 0 || day.doneCount > 0 || day.films.length > 0) days.push(day);
  }
  return days;
}

/** The part of a film that falls on a day, as shares of the day from midnight to midnight, and how wet it is at either end. */
export function stripOf(
  { start, end }: Interval,
  within: Interval,
): { from: number; to: number; wetFrom: number; wetTo: number } {
  const long = within.end - within.start;
  const from = Math.max(start, within.start);
  const to = Math.min(end, within.end);
  const wet = (minute: number) => 1 - (minute - start) / Math.max(1, end - start);
  return {
    from: (from - within.start) / long,
    to: (to - within.start) / long,
    wetFrom: wet(from),
    wetTo: wet(to),
  };
}
