import { parseClock, readSpan, WEEKDAYS, type Week, type WorkSpan } from '@upholder/core/shop';
import { spanWords } from '@upholder/core/words';
import { voice } from '../../base/voice.ts';

export const DAY_NAMES = {
  mon: 'Monday',
  tue: 'Tuesday',
  wed: 'Wednesday',
  thu: 'Thursday',
  fri: 'Friday',
  sat: 'Saturday',
  sun: 'Sunday',
};

function spansToText(spans: readonly WorkSpan[] | undefined): string {
  return (spans ?? []).map((span) => spanWords(span, voice())).join(', ');
}

/** Reads `07:30–12:00, 12:30–16:30`, or `7:30 am–noon, 12:30–4:30 pm`; an empty text is a day off. */
function spansFromText(text: string): WorkSpan[] {
  return text
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map(readSpan);
}

const plain = (text: string) => text.toLowerCase().replace(/[—-]/g, '–').replace(/\s+/g, '');

/** How a text was understood, in the shop's own writing; empty where it says so itself, or is not to be read. */
export function understoodHours(text: string): string {
  const spans = spansFromText(text);
  const isRead = spans.every(({ from, to }) => parseClock(from) !== null && parseClock(to) !== null);
  const shown = spansToText(spans);
  return isRead && plain(shown) !== plain(text) ? `= ${shown}` : '';
}

/** A day with a break, as an example of how hours are written. */
export const exampleHours = (): string =>
  spansToText([
    { from: '07:30', to: '12:00' },
    { from: '12:30', to: '16:30' },
  ]);

/** A week as one text a day. */
export function weekToText(week: Partial<Week>): Record<string, string> {
  return Object.fromEntries(WEEKDAYS.map((day) => [day, spansToText(week[day])]));
}

/** A week from one text a day; days that are missing are off. */
export function weekFromText(texts: Readonly<Record<string, string>>): Record<string, WorkSpan[]> {
  return Object.fromEntries(WEEKDAYS.map((day) => [day, spansFromText(texts[day] ?? '')]));
}
