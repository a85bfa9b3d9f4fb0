import type { Quote } from '../quotes/index.ts';
import { type EventOf, eventsOf, type JobEvent } from './events.ts';

/** How a quote stands. */
export type QuoteState = 'open' | 'expired' | 'replaced' | 'accepted' | 'declined';

/** A quote as it stands, with the answer to it. */
export interface StandingQuote {
  id: string;
  event: EventOf<'quote'>;
  quote: Quote;
  answer: EventOf<'quote-answer'> | null;
  state: QuoteState;
}

/** Quotes that two people wrote at once bear one number on this list: the later ones get a letter behind it. */
function withLetters(events: readonly EventOf<'quote'>[]): EventOf<'quote'>[] {
  const written = new Map<string, number>();
  return events.map((event) => {
    const { quote } = event.what;
    const before = written.get(quote.number) ?? 0;
    written.set(quote.number, before + 1);
    if (before === 0) return event;
    const number = `${quote.number}${String.fromCharCode('a'.charCodeAt(0) + Math.min(before, 25))}`;
    return { ...event, what: { ...event.what, quote: { ...quote, number } } };
  });
}

/**
 * All quotes and variations of a job, the oldest first. Of the quotes for the job only the last may still be open: a newer one replaces
 * those that nobody answered. Each variation is answered by itself.
 * @param today shop-local.
 */
export function quotesOf(events: readonly JobEvent[], today: string): StandingQuote[] {
  const answers = eventsOf(events, 'quote-answer');
  const all = withLetters(eventsOf(events, 'quote'));
  const last = all.findLast(({ what }) => what.quote.of === 'job');
  return all.map((event): StandingQuote => {
    const { quote } = event.what;
    const answer = answers.findLast(({ what }) => what.quoteId === event.id) ?? null;
    const isReplaced = quote.of === 'job' && event.id !== last?.id;
    const state = answer
      ? answer.what.answer
      : isReplaced
        ? 'replaced'
        : quote.validUntil < today
          ? 'expired'
          : 'open';
    return { id: event.id, event, quote, answer, state };
  });
}

/** How many quotes, or variations, were ever written for a job, withdrawn ones as well: a number is given once. */
export function writtenOf(events: readonly JobEvent[], of: Quote['of']): number {
  return events.filter(({ what }) => what.kind === 'quote' && what.quote.of === of).length;
}

/** What was agreed with the client: the quote that was accepted last, and the variations accepted since. */
export interface Agreed {
  base: StandingQuote;
  variations: StandingQuote[];
  /** All of it before tax, and with tax, in minor currency units. */
  net: number;
  gross: number;
  cost: number;
  hours: number;
  isAtLeast: boolean;
}

/** What was agreed; null while no quote is accepted. A later accepted quote takes the place of the one before and its variations. */
export function agreedOf(quotes: readonly StandingQuote[]): Agreed | null {
  const accepted = quotes.filter(({ state }) => state === 'accepted');
  const at = accepted.findLastIndex(({ quote }) => quote.of === 'job');
  const base = accepted[at];
  if (!base) return null;
  const variations = accepted.slice(at + 1).filter(({ quote }) => quote.of === 'variation');
  const all = [base, ...variations];
  const sum = (of: (quote: Quote) => number) => all.reduce((total, { quote }) => total + of(quote), 0);
  return {
    base,
    variations,
    net: sum(({ net }) => net),
    gross: sum(({ gross }) => gross),
    cost: sum(({ cost }) => cost),
    hours: sum(({ hours }) => hours),
    isAtLeast: all.some(({ quote }) => quote.isAtLeast),
  };
}

/** Pieces and choices of a zone in which a job is not what was agreed. */
export interface ScopeChange {
  zone: string;
  kind: 'zone-added' | 'zone-gone' | 'pieces-added' | 'pieces-gone' | 'system' | 'colour';
  count: number;
}

type Scope = readonly {
  id: string;
  name: string;
  systemId: string | null;
  newColour: string;
  pieceIds: readonly string[];
}[];

/** Where the job as it is now is not what was agreed, zone by zone. The last accepted word on a zone counts. */
export function scopeChanges({ base, variations }: Agreed, now: Scope): ScopeChange[] {
  const agreed = new Map(base.quote.zones.map((zone) => [zone.zoneId, zone]));
  for (const { quote } of variations) for (const zone of quote.zones) agreed.set(zone.zoneId, zone);
  const changes: ScopeChange[] = [];
  for (const zone of now) {
    const before = agreed.get(zone.id);
    if (!before) {
      if (zone.pieceIds.length > 0)
        changes.push({ zone: zone.name, kind: 'zone-added', count: zone.pieceIds.length });
      continue;
    }
    const known = new Set(before.pieceIds);
    const here = new Set(zone.pieceIds);
    const added = zone.pieceIds.filter((id) => !known.has(id)).length;
    const gone = before.pieceIds.filter((id) => !here.has(id)).length;
    if (added > 0) changes.push({ zone: zone.name, kind: 'pieces-added', count: added });
    if (gone > 0) changes.push({ zone: zone.name, kind: 'pieces-gone', count: gone });
    if (before.systemId !== zone.systemId) changes.push({ zone: zone.name, kind: 'system', count: 1 });
    if (before.newColour !== zone.newColour) changes.push({ zone: zone.name, kind: 'colour', count: 1 });
  }
  const ids = new Set(now.map(({ id }) => id));
  for (const [id, zone] of agreed)
    if (!ids.has(id)) changes.push({ zone: zone.name, kind: 'zone-gone', count: zone.pieceIds.length });
  return changes;
}
