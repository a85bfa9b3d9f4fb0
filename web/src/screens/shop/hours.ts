import { WEEKDAYS, type Week, type WorkSpan } from '@upholder/core/shop';

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
  return (spans ?? []).map(({ from, to }) => `${from}–${to}`).join(', ');
}

/** Reads `07:30–12:00, 12:30–16:30`; an empty text is a day off. */
function spansFromText(text: string): WorkSpan[] {
  return text
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const [from = '', to = ''] = part.split(/\s*[–—-]\s*/);
      return { from: from.trim(), to: to.trim() };
    });
}

/** A week as one text a day. */
export function weekToText(week: Partial<Week>): Record<string, string> {
  return Object.fromEntries(WEEKDAYS.map((day) => [day, spansToText(week[day])]));
}

/** A week from one text a day; days that are missing are off. */
export function weekFromText(texts: Readonly<Record<string, string>>): Record<string, WorkSpan[]> {
  return Object.fromEntries(WEEKDAYS.map((day) => [day, spansFromText(texts[day] ?? '')]));
}
