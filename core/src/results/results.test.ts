import { describe, expect, it } from 'vitest';
import { sampleQuote } from '../../test/quote.ts';
import { sampleId, sampleJob } from '../../test/sample.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import type { JobEvent } from '../handover/index.ts';
import type { Job } from '../jobs/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import { groupedResults, type ResultRow, resultRow } from './row.ts';

const row = (part: Partial<ResultRow>): ResultRow => ({
  jobId: sampleId(4, 1),
  code: 'QUAY',
  name: '',
  client: '',
  place: 'shop',
  isOpen: false,
  systems: ['D'],
  pieces: 1,
  areaM2: 1,
  agreedNet: 100_000,
  cost: 80_000,
  isAtLeast: false,
  marginPct: 20,
  quotedHours: 20,
  loggedHours: 22,
  timedHours: 0,
  days: 3,
  ...part,
});

describe('jobs against each other', () => {
  it('adds up before it divides: 1,000 with 800 of cost and 3,000 with 2,700 leave 12.5 %', () => {
    const rows = [row({}), row({ agreedNet: 300_000, cost: 270_000, quotedHours: 60, loggedHours: 58 })];
    expect(groupedResults(rows, ({ systems }) => systems)).toEqual([
      { key: 'D', jobs: 2, marginPct: 12.5, hoursRatio: 1 },
    ]);
  });

  it('leaves out what is still open, and what was never agreed', () => {
    const rows = [row({ isOpen: true }), row({ agreedNet: null, marginPct: null })];
    expect(groupedResults(rows, ({ place }) => [place])).toEqual([]);
  });

  it('counts a job of two systems with both', () => {
    expect(
      groupedResults([row({ systems: ['A', 'C'] })], ({ systems }) => systems).map(({ key }) => key),
    ).toEqual(['A', 'C']);
  });
});

describe('the row of a job', () => {
  const sample = sampleJob([{ systemId: 'D', doors: 4, fronts: 0 }]);
  const job = {
    ...sample.job,
    code: 'QUAY',
    name: 'Wall',
    client: '',
    status: 'open',
    pricing: null,
  } as Job;
  const of = (events: JobEvent[]) =>
    resultRow(
      { ...sample, job, log: [], events },
      {
        sheets: GENERIC_PRODUCTS,
        supplies: {},
        items: [],
        settings: DEFAULT_SHOP_SETTINGS,
        timeZone: 'Europe/London',
        people: 2,
      },
      '2026-11-10',
    );
  const event = (id: number, what: JobEvent['what']): JobEvent => ({
    id: sampleId(8, id),
    jobId: job.id,
    at: '2026-11-02T09:00:00.000Z',
    what,
    memberId: null,
    memberName: 'Maren',
    loggedAt: '2026-11-02T09:00:00.000Z',
  });

  it('has what was agreed once a quote is accepted, not before', () => {
    const quote = event(1, { kind: 'quote', quote: sampleQuote() });
    const yes = event(2, {
      kind: 'quote-answer',
      quoteId: quote.id,
      answer: 'accepted',
      by: 'Ada Quill',
      on: '2026-11-05',
      how: 'signed',
      note: '',
    });
    expect(of([quote])).toMatchObject({ agreedNet: null, quotedHours: null, marginPct: null });
    expect(of([quote, yes])).toMatchObject({ agreedNet: 100_000, quotedHours: 20, isOpen: true, pieces: 4 });
  });
});
