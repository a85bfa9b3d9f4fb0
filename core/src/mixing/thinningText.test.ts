import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import { thinningFraction, thinningFrom } from './thinning.ts';
import { parseThinning, writeThinning } from './thinningText.ts';

const CONVENTIONS = ['on-paint', 'of-mix', 'parts', 'by-weight'] as const;

describe('a thinning as people say it', () => {
  it.each([
    ['7.5', 'on-paint', 'on-paint', 7.5],
    ['7,5', 'on-paint', 'on-paint', 7.5],
    ['12.5', 'of-mix', 'of-mix', 12.5],
    ['0.5', 'on-paint', 'on-paint', 0.5],
    ['.5', 'on-paint', 'on-paint', 0.5],
    ['½', 'on-paint', 'on-paint', 0.5],
    ['10%', 'on-paint', 'on-paint', 10],
    ['10 %', 'by-weight', 'by-weight', 10],
    ['10 %', 'parts', 'on-paint', 10],
    ['10 % on paint', 'of-mix', 'on-paint', 10],
    ['10% of mix', 'on-paint', 'of-mix', 10],
    ['10 % of the mix', 'on-paint', 'of-mix', 10],
    ['5 % by weight', 'on-paint', 'by-weight', 5],
    ['5% w/w', 'on-paint', 'by-weight', 5],
    ['3:1', 'on-paint', 'parts', 3],
    ['3 : 1', 'on-paint', 'parts', 3],
    ['4+1', 'on-paint', 'parts', 4],
    ['7:2', 'on-paint', 'parts', 3.5],
    ['10 to 1', 'on-paint', 'parts', 10],
    ['10', 'parts', 'parts', 10],
    ['', 'on-paint', 'on-paint', 0],
    ['none', 'of-mix', 'of-mix', 0],
    ['0', 'parts', 'parts', 0],
  ] as const)('%s beside %s: %s %d', (text, beside, convention, value) => {
    expect(parseThinning(text, beside)).toMatchObject({
      ok: true,
      value: { kind: 'amount', thinning: { convention, value } },
    });
  });

  it.each([
    ['28 s', null, 28],
    ['to 28 s', null, 28],
    ['25-30 s', 25, 30],
    ['25–30 sec', 25, 30],
    ['28,5 seconds', null, 28.5],
  ])('%s is a thinning to seconds', (text, fromS, toS) => {
    expect(parseThinning(text, 'on-paint')).toEqual({ ok: true, value: { kind: 'seconds', fromS, toS } });
  });

  it.each([
    ['1:10', /type 10:1 if that is what you mean/],
    ['0:1', /has no paint in it/],
    ['150', /at most 100 %/],
    ['100 % of mix', /at most 99 %/],
    ['some', /Try 10 %/],
    ['10 % of tin', /Try 10 %/],
    ['2 s', /3 to 600 s/],
  ])('refuses %s with what to type', (text, message) => {
    expect(parseThinning(text, 'on-paint')).toMatchObject({
      ok: false,
      message: expect.stringMatching(message),
    });
  });

  it('is the same amount in every convention, and reads back what it writes', () => {
    const sheet = GENERIC_PRODUCTS['bonding-primer']!;
    // 10 % on paint by hand: 9.0909 % of mix, 10 parts to 1.
    expect(CONVENTIONS.map((one) => writeThinning(thinningFrom(0.1, one, sheet))).slice(0, 3)).toEqual([
      '10',
      '9.091',
      '10:1',
    ]);
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.6, noNaN: true }),
        fc.constantFrom(...CONVENTIONS),
        (fraction, convention) => {
          const read = parseThinning(writeThinning(thinningFrom(fraction, convention, sheet)), convention);
          if (!read.ok || read.value.kind !== 'amount') throw new Error('not an amount');
          expect(read.value.thinning.convention).toBe(convention);
          expect(thinningFraction(read.value.thinning, sheet)).toBeCloseTo(fraction, 2);
        },
      ),
    );
  });
});
