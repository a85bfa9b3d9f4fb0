import { describe, expect, it } from 'vitest';
import { sampleQuote } from '../../test/quote.ts';
import type { Agreed } from '../handover/quotes.ts';
import type { Quote } from '../quotes/index.ts';
import { differenceFrom, quoteNumber, variationFor } from './offer.ts';

const agreed = (base: Partial<Quote>, ...variations: Partial<Quote>[]): Agreed => {
  const all = [base, ...variations].map((part) => sampleQuote(part));
  const sum = (of: (quote: Quote) => number) => all.reduce((total, quote) => total + of(quote), 0);
  return {
    base: { quote: all[0] },
    variations: all.slice(1).map((quote) => ({ quote })),
    net: sum(({ net }) => net),
    gross: sum(({ gross }) => gross),
    cost: sum(({ cost }) => cost),
    hours: sum(({ hours }) => hours),
    isAtLeast: false,
  } as Agreed;
};

describe('what changed since a quote was accepted', () => {
  it('is told by hours of the sequence: a plan that holds only what is left is no discount', () => {
    const then = agreed({ net: 420_000, sequenceNet: 390_000 });
    expect(differenceFrom(then, sampleQuote({ net: 250_000, sequenceNet: 390_000 }))).toBe(0);
    expect(differenceFrom(then, sampleQuote({ net: 250_000, sequenceNet: 401_000 }))).toBe(11_000);
  });

  it('is less by what was agreed on top already', () => {
    const then = agreed({ net: 420_000, sequenceNet: 390_000 }, { net: 11_000 });
    expect(differenceFrom(then, sampleQuote({ sequenceNet: 401_000 }))).toBe(0);
  });

  it('goes by what was asked where an older quote does not know better', () => {
    expect(differenceFrom(agreed({ net: 100_000 }), sampleQuote({ net: 90_000 }))).toBe(-10_000);
  });
});

describe('a variation', () => {
  const now = sampleQuote({ taxPct: 20, net: 130_000, cost: 99_000, hours: 26 });

  it('of 85.00 is 102.00 with 20 % tax, of -50.00 it is -60.00', () => {
    const of = (net: number) =>
      variationFor({ now, agreed: agreed({}), net, words: 'A seventh door', before: 1, code: 'QUAY' });
    expect(of(8500)).toMatchObject({ number: 'QUAY-V2', of: 'variation', tax: 1700, gross: 10_200 });
    expect(of(-5000)).toMatchObject({ tax: -1000, gross: -6000 });
    expect(of(8500)).toMatchObject({ cost: 19_000, hours: 6, words: 'A seventh door' });
  });

  it('has no tax where nobody said what tax is charged', () => {
    const untaxed = variationFor({
      now: { ...now, taxPct: null },
      agreed: agreed({}),
      net: 8500,
      words: 'x',
      before: 0,
      code: 'QUAY',
    });
    expect(untaxed).toMatchObject({ tax: 0, gross: 8500, taxPct: null });
  });

  it('is numbered by itself', () => {
    expect([
      quoteNumber('QUAY', 'job', 0),
      quoteNumber('QUAY', 'job', 1),
      quoteNumber('QUAY', 'variation', 0),
    ]).toEqual(['QUAY-Q1', 'QUAY-Q2', 'QUAY-V1']);
  });
});
