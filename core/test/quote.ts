import type { Quote, QuotedZone } from '../src/quotes/index.ts';
import { sampleId } from './sample.ts';

/** A zone of two doors as it stands in a quote. */
export const sampleQuotedZone = (part: Partial<QuotedZone> = {}): QuotedZone => ({
  zoneId: sampleId(1, 1),
  name: 'Wall',
  pieces: '2 doors',
  pieceIds: [sampleId(3, 1), sampleId(3, 2)],
  oldColour: '#553322',
  newColour: '#7fb5a3',
  product: 'enamel',
  sheen: 'satin',
  systemId: 'D',
  work: [],
  sample: '',
  drawings: [],
  price: 100_000,
  ...part,
});

/** A quote of 1,000.00 before tax. */
export const sampleQuote = (part: Partial<Quote> = {}): Quote => ({
  of: 'job',
  number: 'QUAY-Q1',
  madeOn: '2026-11-02',
  validUntil: '2026-12-02',
  currency: 'GBP',
  client: '',
  jobName: '',
  words: '',
  zones: [sampleQuotedZone()],
  startOn: null,
  endOn: null,
  roomDays: null,
  lines: [],
  net: 100_000,
  taxName: 'VAT',
  taxPct: 20,
  tax: 20_000,
  gross: 120_000,
  isAtLeast: false,
  shows: 'zones',
  exclusions: [],
  care: [],
  terms: '',
  cost: 80_000,
  sequenceNet: null,
  hours: 20,
  days: 5,
  ...part,
});
