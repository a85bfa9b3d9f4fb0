import { z } from 'zod';
import { countField, dateField } from '../../fields/index.ts';
import { said } from '../../said/index.ts';
import { addDays, type Interval, localDate, type Minute, minuteAt, weekdayOf } from '../../shop/calendar.ts';
import { WEEKDAYS } from '../../shop/clock.ts';
import { WorkSpanSchema } from '../../shop/shop.ts';
import { type Reservation, ROOM_CAPACITY } from './model.ts';

/** What a client asks for the room, and how far away it is. */
export const ROOM_WISHES = {
  /** Days on which nobody may work there. */
  roomClosed: z.array(dateField()).max(200).default([]),
  /** Days of the week on which nobody may, such as a market day. */
  roomNotOn: z.array(z.enum(WEEKDAYS)).max(6).default([]),
  /** Hours between which somebody may be there; any where it is null. */
  roomHours: WorkSpanSchema.nullable().default(null),
  /** Whether it is worked on zone by zone, so that a way through and a sink stay free. */
  oneZoneAtATime: z.boolean().default(false),
  /** Whether nothing is brought back before everything is ready, so that it comes in one go. */
  refitTogether: z.boolean().default(false),
  /** Minutes there and back, and settling in; the shop's own where it is null. */
  tripMin: countField('trip', 0, 180).nullable().default(null),
};
const RoomWishesSchema = z.object(ROOM_WISHES);
export type RoomWishes = z.infer<typeof RoomWishesSchema>;

/** A client who asks for nothing, as far away as most. */
export const NO_ROOM_WISHES: RoomWishes = RoomWishesSchema.parse({});

/** What is asked for the room, without anything else that may be wished. */
export function roomWishesOf(wishes: Partial<RoomWishes>): RoomWishes {
  const { roomClosed, roomNotOn, roomHours, oneZoneAtATime, refitTogether, tripMin } = {
    ...NO_ROOM_WISHES,
    ...wishes,
  };
  return { roomClosed, roomNotOn, roomHours, oneZoneAtATime, refitTogether, tripMin };
}

/** Stretches, in order and not touching, in which nobody may be in the client's room. */
export function roomShut(
  { roomClosed, roomNotOn, roomHours }: Pick<RoomWishes, 'roomClosed' | 'roomNotOn' | 'roomHours'>,
  timeZone: string,
  from: Minute,
  until: Minute,
): Interval[] {
  if (roomClosed.length === 0 && roomNotOn.length === 0 && roomHours === null) return [];
  const closed = new Set(roomClosed);
  const shut: Interval[] = [];
  const add = (start: Minute, end: Minute) => {
    if (end <= start) return;
    const before = shut.at(-1);
    if (before && before.end >= start) before.end = Math.max(before.end, end);
    else shut.push({ start, end });
  };
  const last = localDate(until, timeZone);
  for (let date = localDate(from, timeZone); date <= last; date = addDays(date, 1)) {
    const opens = minuteAt(date, '00:00', timeZone);
    const ends = minuteAt(addDays(date, 1), '00:00', timeZone);
    if (closed.has(date) || roomNotOn.includes(weekdayOf(date))) add(opens, ends);
    else if (roomHours) {
      add(opens, minuteAt(date, roomHours.from, timeZone));
      add(minuteAt(date, roomHours.to, timeZone), ends);
    }
  }
  return shut;
}

/** The same as what has taken all of the room. */
export function shutAsReserved(shut: readonly Interval[]): Reservation[] {
  return shut.map((stretch) => ({
    ...stretch,
    personId: null,
    use: { resourceId: 'room', amount: ROOM_CAPACITY },
    by: said('plan.the-client-who-has-it-closed'),
  }));
}
