import ICAL from 'ical.js';
import { said } from '../said/index.ts';
import { addDays } from '../shop/index.ts';
import { speak, type Voice } from '../words/index.ts';
import type { Care } from './care.ts';

/** What a calendar of care dates needs besides the dates. */
export interface CareCalendarContext {
  jobId: string;
  jobName: string;
  shopName: string;
  /** When the file is written. */
  now: Date;
  voice: Voice;
}

function dayEvent(uid: string, day: string, summary: string, description: string, now: Date): ICAL.Component {
  const event = new ICAL.Component('vevent');
  event.updatePropertyWithValue('uid', uid);
  event.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(now, true));
  event.updatePropertyWithValue('dtstart', ICAL.Time.fromDateString(day));
  event.updatePropertyWithValue('dtend', ICAL.Time.fromDateString(addDays(day, 1)));
  event.updatePropertyWithValue('transp', 'TRANSPARENT');
  event.updatePropertyWithValue('summary', summary);
  event.updatePropertyWithValue('description', description);
  return event;
}

/**
 * The dates of a care card as an iCalendar object (RFC 5545): whole days, for the client's own calendar. Ids stay the same, so
 * that a second import moves the dates instead of doubling them.
 */
export function careCalendar(cares: readonly Care[], context: CareCalendarContext): string {
  const { jobId, jobName, shopName, now, voice } = context;
  const calendar = new ICAL.Component('vcalendar');
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', '-//Upholder//Care 1//EN');
  calendar.updatePropertyWithValue('calscale', 'GREGORIAN');
  calendar.updatePropertyWithValue('x-wr-calname', jobName);
  const say = (text: string) => speak(text, voice);
  cares.forEach(({ dates, zones, lines }, index) => {
    if (!dates) return;
    const where = zones.join(', ');
    const all = `${lines.map(say).join('\n')}\n${shopName}`;
    const days: [key: string, day: string, words: string][] = [
      ['dry', dates.dryOn, say(said('handover.calendar-dry', { where }))],
      ['gentle', dates.gentleUntil, say(said('handover.calendar-gentle', { where }))],
      ['cured', dates.curedOn, say(said('handover.calendar-cured', { where }))],
    ];
    for (const [key, day, words] of days)
      calendar.addSubcomponent(dayEvent(`${jobId}.${index}.${key}@upholder`, day, words, all, now));
  });
  return `${calendar.toString()}\r\n`;
}
