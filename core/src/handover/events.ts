import { z } from 'zod';
import { APPLICATORS } from '../catalogue/sheet.ts';
import { dateField, nameField, textField } from '../fields/index.ts';
import { ROOM_TASKS } from '../jobs/room.ts';
import { SWITCH_REASONS } from '../jobs/toolSwitch.ts';
import { QUOTE_ANSWERS, QUOTE_ROUTES, QuoteSchema } from '../quotes/index.ts';
import { said } from '../said/index.ts';
import { READINGS } from './readingNames.ts';

/** What is ticked on the way to a handover: of a piece, or of the bag of an opening. */
export const CHECKS = ['counted', 'refitted', 'level', 'hinges', 'bumpers', 'bag'] as const;
export type Check = (typeof CHECKS)[number];

/** How a handover was signed. */
export const SIGNINGS = ['finger', 'paper', 'unsigned'] as const;
export type Signing = (typeof SIGNINGS)[number];

/** When somebody asks the client how the finish holds: once it has cured, and after a year. */
export const FOLLOW_UPS = ['cured', 'year'] as const;
export type FollowUp = (typeof FOLLOW_UPS)[number];

/** What is asked then. */
export const FOLLOW_UP_QUESTIONS = ['soft', 'chips', 'cracks'] as const;
export type FollowUpQuestion = (typeof FOLLOW_UP_QUESTIONS)[number];

/** How a call-back reached the shop. */
export const CALL_BACK_ROUTES = ['label', 'client', 'job', 'follow-up'] as const;
export type CallBackRoute = (typeof CALL_BACK_ROUTES)[number];

/** How a call-back ended. */
export const CALL_BACK_OUTCOMES = ['repaired', 'replaced', 'advised', 'accepted', 'not-ours'] as const;
export type CallBackOutcome = (typeof CALL_BACK_OUTCOMES)[number];

const answer = z.enum(['no', 'yes', 'not-seen']);

/** A line of a signature: x and y of its points in turn, on a field 1000 wide and 300 high. */
const StrokeSchema = z.array(z.int().min(0).max(1000)).min(2).max(4000);

/** Dates of a finish, shop-local. */
export const CareDatesSchema = z.object({
  /** It may be used, gently, from this day. */
  dryOn: z.iso.date(),
  /** Wiped dry only, opened and closed gently, until this day. */
  gentleUntil: z.iso.date(),
  /** Fully hard from this day. */
  curedOn: z.iso.date(),
});
export type CareDates = z.infer<typeof CareDatesSchema>;

/** Everything that happens to a job besides its work, by kind. */
export const HappeningSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('tick'),
    check: z.enum(CHECKS),
    /** Pieces, or openings for bags. */
    subjectIds: z.array(z.uuid()).min(1).max(1000),
    isOn: z.boolean(),
  }),
  z.object({
    kind: z.literal('touch-up'),
    /** The same for every word about one touch-up; the last one counts. */
    touchUpId: z.uuid(),
    pieceId: z.uuid().nullable(),
    what: nameField('touch-up', 200),
    state: z.enum(['open', 'done', 'removed']),
  }),
  z.object({
    kind: z.literal('handover'),
    how: z.enum(SIGNINGS),
    signedBy: textField('signed-by', 120),
    strokes: z.array(StrokeSchema).max(60),
    /** What was not promised, as it stood on the sheet. */
    limits: textField('limits', 2000),
    /** What still stood in the way and was handed over all the same, in words by code. */
    leftOpen: z.array(z.string().max(2000)).max(40),
    /** Dates of the care card, shop-local, as they were told: may be used gently, with care until, fully cured. */
    care: CareDatesSchema.nullable(),
  }),
  z.object({
    kind: z.literal('follow-up'),
    which: z.enum(FOLLOW_UPS),
    soft: answer,
    chips: answer,
    cracks: answer,
    note: textField('note', 1000),
  }),
  z.object({
    kind: z.literal('call-back'),
    via: z.enum(CALL_BACK_ROUTES),
    pieceIds: z.array(z.uuid()).max(500),
    /** What the client says, in their words. */
    words: textField('client-words', 1000),
  }),
  z.object({
    kind: z.literal('call-back-ended'),
    callBackId: z.uuid(),
    outcome: z.enum(CALL_BACK_OUTCOMES),
    note: textField('note', 1000),
  }),
  z.object({
    kind: z.literal('reading'),
    reading: z.enum(READINGS),
    pieceId: z.uuid().nullable(),
    stepId: z.uuid().nullable(),
    /** In the unit of its kind; see `READING_TRAITS`. */
    value: z.number().min(-1000).max(10_000),
    note: textField('note', 500),
  }),
  z.object({
    kind: z.literal('room'),
    /** Protection of the client's room that was put up, or that all of it came down. */
    task: z.enum(ROOM_TASKS),
    isOn: z.boolean(),
    /** Minutes that it took, where somebody took the time. */
    minutes: z.number().min(0).max(1440).nullable().default(null),
  }),
  z.object({
    kind: z.literal('tool'),
    /** Pieces that go on with another tool than their step names, and why. */
    stepId: z.uuid(),
    pieceIds: z.array(z.uuid()).min(1).max(5000),
    to: z.enum(APPLICATORS),
    reason: z.enum(SWITCH_REASONS),
    /** The item that failed, where it is in the register. */
    itemId: z.uuid().nullable().default(null),
    note: textField('note', 500).default(''),
  }),
  z.object({ kind: z.literal('quote'), quote: QuoteSchema }),
  z.object({
    kind: z.literal('quote-answer'),
    quoteId: z.uuid(),
    answer: z.enum(QUOTE_ANSWERS),
    /** Who of the client's side said so, on which day, and how. */
    by: nameField('signed-by', 120),
    on: dateField(),
    how: z.enum(QUOTE_ROUTES),
    note: textField('note', 500).default(''),
  }),
  z.object({ kind: z.literal('closed'), reason: textField('reason', 500) }),
  z.object({ kind: z.literal('reopened'), reason: textField('reason', 500) }),
  /** Takes back an earlier event that was a mistake. */
  z.object({ kind: z.literal('withdrawn'), eventId: z.uuid() }),
]);
export type Happening = z.infer<typeof HappeningSchema>;
export type HappeningKind = Happening['kind'];

/** Something that happened to a job, as a client sends it; it makes its own id, so that it is written once. */
export const NewJobEventSchema = z
  .object({
    id: z.uuid(),
    jobId: z.uuid(),
    at: z.iso.datetime({ error: said('handover.enter-when-it-was') }),
    what: HappeningSchema,
  })
  .superRefine(({ what }, context) => {
    if (what.kind === 'handover' && what.how !== 'unsigned' && what.signedBy === '')
      context.addIssue({
        code: 'custom',
        path: ['what', 'signedBy'],
        message: said('handover.enter-who-signs'),
        input: what,
      });
    if (what.kind === 'handover' && what.how === 'finger' && what.strokes.length === 0)
      context.addIssue({
        code: 'custom',
        path: ['what', 'strokes'],
        message: said('handover.nobody-signed-yet'),
        input: what,
      });
  });
export type NewJobEvent = z.infer<typeof NewJobEventSchema>;

/** An event as it is kept. Never changed: what was wrong is withdrawn by a later one. */
export const JobEventSchema = z.object({
  id: z.uuid(),
  jobId: z.uuid(),
  at: z.iso.datetime(),
  what: HappeningSchema,
  /** Null when the member belongs to another shop, as after an import. */
  memberId: z.uuid().nullable(),
  memberName: z.string(),
  loggedAt: z.iso.datetime(),
});
export type JobEvent = z.infer<typeof JobEventSchema>;

/** An event of one kind. */
export type EventOf<K extends HappeningKind> = Omit<JobEvent, 'what'> & {
  what: Extract<Happening, { kind: K }>;
};

/** Events that were not withdrawn, in the order in which they were kept. */
export function standingEvents(events: readonly JobEvent[]): JobEvent[] {
  const gone = new Set(events.flatMap(({ what }) => (what.kind === 'withdrawn' ? [what.eventId] : [])));
  return events.filter(({ id, what }) => what.kind !== 'withdrawn' && !gone.has(id));
}

/** The events of one kind that stand. */
export function eventsOf<K extends HappeningKind>(events: readonly JobEvent[], kind: K): EventOf<K>[] {
  return standingEvents(events).filter((event): event is JobEvent & EventOf<K> => event.what.kind === kind);
}
