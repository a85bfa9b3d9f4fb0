import ICAL from 'ical.js';
import { turnsOver } from '../jobs/actions.ts';
import { tagsOf } from '../pieces/tags.ts';
import type { PlannedOp, PlanSnapshot } from '../planning/keep/snapshot.ts';
import { type Minute, toInstant } from '../shop/calendar.ts';
import type { ShopSettings } from '../shop/shop.ts';
import { PLACE_WORDS, speak, type Voice } from '../words/index.ts';

/** What a calendar needs besides the plan. */
export interface CalendarContext {
  jobCode: string;
  jobName: string;
  /** Names by member id. */
  people: Readonly<Record<string, string>>;
  /** Pieces of the job: events name them by their tags. */
  pieces: readonly { id: string; tag: string }[];
  /** Other places, rails and racks of the shop, which events name. */
  settings: Pick<ShopSettings, 'places' | 'holders'>;
  /** How to speak to whoever reads it. */
  voice: Voice;
}

function time(minute: Minute): ICAL.Time {
  return ICAL.Time.fromJSDate(toInstant(minute), true);
}

/** Flips and coats ring; everything else only stands in the calendar. */
function hasAlarm(op: PlannedOp): boolean {
  return turnsOver(op) || op.isCoat;
}

/**
 * The plan as an iCalendar object (RFC 5545): one event per stretch of work still to do, in UTC, with an alarm ten
 * minutes before every flip and coat. Ids stay the same from plan to plan, so that a second import moves events.
 */
export function planCalendar(plan: PlanSnapshot, context: CalendarContext): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', '-//Upholder//Plan 1//EN');
  calendar.updatePropertyWithValue('calscale', 'GREGORIAN');
  calendar.updatePropertyWithValue('x-wr-calname', `${context.jobCode} ${context.jobName}`);
  const say = (text: string) => speak(text, context.voice);
  const labels = new Map(plan.loads.map(({ id, label }) => [id, say(label)]));
  const { settings } = context;
  const places = new Map(settings.places.map(({ id, name }) => [id, name]));
  const holders = new Map(settings.holders.map(({ id, name }) => [id, name]));
  const holderOf = new Map(plan.loads.map(({ id, holderId }) => [id, holderId]));
  for (const op of plan.ops) {
    if (op.personId === null) continue;
    op.segments.forEach((segment, index) => {
      const event = new ICAL.Component('vevent');
      event.updatePropertyWithValue('uid', `${op.id}.${index}@upholder`);
      event.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(new Date(plan.madeAt), true));
      event.updatePropertyWithValue('dtstart', time(segment.start));
      event.updatePropertyWithValue('dtend', time(segment.end));
      event.updatePropertyWithValue('summary', `${say(op.name)}: ${labels.get(op.loadId) ?? ''}`);
      const place = op.row === 'room' ? undefined : places.get(op.placeId);
      event.updatePropertyWithValue('location', place ?? say(PLACE_WORDS[op.row].name));
      const who = context.people[op.personId ?? ''] ?? '';
      const rack = op.hold ? holders.get(holderOf.get(op.loadId) ?? '') : undefined;
      event.updatePropertyWithValue(
        'description',
        `${context.jobName}. ${who}, ${op.pieceIds.length} ${op.pieceIds.length === 1 ? 'piece' : 'pieces'}: ${tagsOf(context.pieces, op.pieceIds)}.${rack ? ` Then onto ${rack}.` : ''}`,
      );
      if (index === 0 && hasAlarm(op)) {
        const alarm = new ICAL.Component('valarm');
        alarm.updatePropertyWithValue('action', 'DISPLAY');
        alarm.updatePropertyWithValue(
          'description',
          turnsOver(op) ? `Flip: ${say(op.name)}` : `Coat: ${say(op.name)}`,
        );
        alarm.updatePropertyWithValue('trigger', ICAL.Duration.fromString('-PT10M'));
        event.addSubcomponent(alarm);
      }
      calendar.addSubcomponent(event);
    });
  }
  return `${calendar.toString()}\r\n`;
}
