import { describe, expect, it } from 'vitest';
import { sampleQuote, sampleQuotedZone } from '../../test/quote.ts';
import { sampleId } from '../../test/sample.ts';
import type { Quote } from '../quotes/index.ts';
import type { Happening, JobEvent } from './events.ts';
import { agreedOf, quotesOf, scopeChanges, writtenOf } from './quotes.ts';

let count = 0;
const event = (what: Happening): JobEvent => {
  count += 1;
  return {
    id: sampleId(8, count),
    jobId: sampleId(4, 1),
    at: '2026-11-02T09:00:00.000Z',
    what,
    memberId: null,
    memberName: 'Maren',
    loggedAt: '2026-11-02T09:00:00.000Z',
  };
};
const written = (part: Partial<Quote> = {}) => event({ kind: 'quote', quote: sampleQuote(part) });
const answered = ({ id }: JobEvent, answer: 'accepted' | 'declined') =>
  event({
    kind: 'quote-answer',
    quoteId: id,
    answer,
    by: 'Ada Quill',
    on: '2026-11-05',
    how: 'signed',
    note: '',
  });

const TODAY = '2026-11-10';
const states = (...events: JobEvent[]) => quotesOf(events, TODAY).map(({ state }) => state);

describe('how quotes stand', () => {
  it('an unanswered one is open until its day has passed', () => {
    const one = written();
    expect(quotesOf([one], '2026-12-02')[0]?.state).toBe('open');
    expect(quotesOf([one], '2026-12-03')[0]?.state).toBe('expired');
  });

  it('a newer one takes the place of one that nobody answered, and of no other', () => {
    const [first, second, change] = [written(), written(), written({ of: 'variation' })];
    expect(states(first, second)).toEqual(['replaced', 'open']);
    expect(states(first, answered(first, 'accepted'), second)).toEqual(['accepted', 'open']);
    expect(states(first, answered(first, 'accepted'), change)).toEqual(['accepted', 'open']);
  });

  it('an answer that was withdrawn leaves it open; a withdrawn quote is gone', () => {
    const one = written();
    const answer = answered(one, 'declined');
    expect(states(one, answer)).toEqual(['declined']);
    expect(states(one, answer, event({ kind: 'withdrawn', eventId: answer.id }))).toEqual(['open']);
    expect(states(one, event({ kind: 'withdrawn', eventId: one.id }))).toEqual([]);
  });
});

it('gives a number once: a withdrawn quote still counts, a variation by itself', () => {
  const [one, change] = [written(), written({ of: 'variation' })];
  const events = [one, change, event({ kind: 'withdrawn', eventId: one.id }), written()];
  expect([writtenOf(events, 'job'), writtenOf(events, 'variation'), writtenOf([], 'job')]).toEqual([2, 1, 0]);
});

it('tells two of one number apart, written at once without knowing of each other: the later gets a letter', () => {
  const numbers = (...events: JobEvent[]) => quotesOf(events, TODAY).map(({ quote }) => quote.number);
  const one = (number: string) => written({ number });
  expect(numbers(one('QUAY-Q1'), one('QUAY-Q2'), one('QUAY-Q2'), one('QUAY-Q2'))).toEqual([
    'QUAY-Q1',
    'QUAY-Q2',
    'QUAY-Q2b',
    'QUAY-Q2c',
  ]);
  expect(numbers(one('QUAY-Q1'), one('QUAY-Q2'))).toEqual(['QUAY-Q1', 'QUAY-Q2']);
});

describe('what was agreed', () => {
  it('is nothing while no quote is accepted, whatever happens to variations', () => {
    const [one, change] = [written(), written({ of: 'variation' })];
    expect(agreedOf(quotesOf([one, change, answered(change, 'accepted')], TODAY))).toBeNull();
  });

  it('is the quote with the variations that were accepted since, added up', () => {
    const one = written();
    const more = written({ of: 'variation', net: 8500, tax: 1700, gross: 10_200, cost: 6000, hours: 2 });
    const less = written({ of: 'variation', net: -2000, tax: -400, gross: -2400, cost: -1000, hours: -1 });
    const no = written({ of: 'variation', net: 50_000 });
    const events = [one, more, less, no, answered(one, 'accepted')];
    const all = [...events, answered(more, 'accepted'), answered(less, 'accepted'), answered(no, 'declined')];
    expect(agreedOf(quotesOf(all, TODAY))).toMatchObject({
      net: 106_500,
      gross: 127_800,
      cost: 85_000,
      hours: 21,
    });
  });

  it('is the later quote alone where two were accepted', () => {
    const [one, change, two] = [
      written(),
      written({ of: 'variation' }),
      written({ net: 50_000, gross: 60_000 }),
    ];
    const all = [one, change, two, ...[one, change, two].map((each) => answered(each, 'accepted'))];
    expect(agreedOf(quotesOf(all, TODAY))).toMatchObject({ net: 50_000, variations: [] });
  });
});

describe('the job against what was agreed', () => {
  const one = written();
  const agreed = agreedOf(quotesOf([one, answered(one, 'accepted')], TODAY));
  if (!agreed) throw new Error('nothing is agreed');
  const now = (part: object = {}) => [
    {
      id: sampleId(1, 1),
      name: 'Wall',
      systemId: 'D',
      newColour: '#7fb5a3',
      pieceIds: [sampleId(3, 1), sampleId(3, 2)],
      ...part,
    },
  ];

  it('has changed in nothing where pieces, system and colour are the same', () => {
    expect(scopeChanges(agreed, now())).toEqual([]);
  });

  it('tells pieces that came and went, another system and another colour', () => {
    const kinds = (part: object) =>
      scopeChanges(agreed, now(part)).map(({ kind, count: some }) => [kind, some]);
    expect(kinds({ pieceIds: [sampleId(3, 1), sampleId(3, 3), sampleId(3, 4)] })).toEqual([
      ['pieces-added', 2],
      ['pieces-gone', 1],
    ]);
    expect(kinds({ systemId: 'A', newColour: '#2c3f6e' })).toEqual([
      ['system', 1],
      ['colour', 1],
    ]);
  });

  it('tells zones that came with pieces in them, and zones that went', () => {
    const other = { ...now()[0]!, id: sampleId(1, 2), name: 'Counter' };
    expect(scopeChanges(agreed, [...now(), other]).map(({ kind }) => kind)).toEqual(['zone-added']);
    expect(scopeChanges(agreed, [...now(), { ...other, pieceIds: [] }])).toEqual([]);
    expect(scopeChanges(agreed, []).map(({ kind }) => kind)).toEqual(['zone-gone']);
  });

  it('goes by the last accepted word on a zone', () => {
    const change = written({
      of: 'variation',
      zones: [sampleQuotedZone({ pieceIds: [sampleId(3, 1), sampleId(3, 2), sampleId(3, 3)] })],
    });
    const both = agreedOf(
      quotesOf([one, change, answered(one, 'accepted'), answered(change, 'accepted')], TODAY),
    );
    expect(
      both && scopeChanges(both, now({ pieceIds: [1, 2, 3].map((number) => sampleId(3, number)) })),
    ).toEqual([]);
  });
});
