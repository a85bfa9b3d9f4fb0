import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { availableMl, fitted, putOn, setAside, shelfOf, takenFrom, unwrittenMl } from './shelf.ts';

const SLATE = '#39424e';
const CHALK = '#f4f1e8';

describe('a shelf of paint', () => {
  const shelf = { ml: 4000, colours: { [SLATE]: 1000, [CHALK]: 2500 } };

  it('has for a colour its own tins and those that nobody wrote a colour on', () => {
    expect(unwrittenMl(shelf)).toBe(500);
    expect(availableMl(shelf, SLATE)).toBe(1500);
    expect(availableMl(shelf, CHALK)).toBe(3000);
    expect(availableMl(shelf, '#ff0000')).toBe(500);
    expect(availableMl(shelf, null)).toBe(500);
    expect(availableMl(shelfOf(800), SLATE)).toBe(800);
  });

  it('gives a colour out of its own tins first, then out of the unwritten ones, never out of another colour', () => {
    expect(takenFrom(shelf, SLATE, 400)).toEqual({ ml: 3600, colours: { [SLATE]: 600, [CHALK]: 2500 } });
    expect(takenFrom(shelf, SLATE, 1300)).toEqual({ ml: 2700, colours: { [CHALK]: 2500 } });
    expect(takenFrom(shelf, null, 300)).toEqual({ ml: 3700, colours: shelf.colours });
    expect(setAside(shelf, SLATE, 5000)).toEqual({
      left: { ml: 2500, colours: { [CHALK]: 2500 } },
      took: 1500,
    });
  });

  it('knows that a colour was miscounted when more is poured than could be there', () => {
    expect(takenFrom(shelf, SLATE, 2000)).toEqual({ ml: 2000, colours: { [CHALK]: 2000 } });
    expect(takenFrom(shelf, SLATE, 9000)).toEqual({ ml: 0, colours: {} });
  });

  it('takes what is bought under its colour, and cuts the colours alike to a smaller count', () => {
    expect(putOn(shelfOf(500), SLATE, 2500)).toEqual({ ml: 3000, colours: { [SLATE]: 2500 } });
    expect(putOn(shelfOf(500), null, 2500)).toEqual(shelfOf(3000));
    expect(putOn(shelfOf(500), SLATE, 0)).toEqual(shelfOf(500));
    expect(fitted({ ml: 1750, colours: { [SLATE]: 1000, [CHALK]: 2500 } })).toEqual({
      ml: 1750,
      colours: { [SLATE]: 500, [CHALK]: 1250 },
    });
  });

  it('never holds more of its colours than there is, whatever is put on and taken off', () => {
    const move = fc.record({
      isBought: fc.boolean(),
      colour: fc.constantFrom(SLATE, CHALK, null),
      ml: fc.double({ min: 0, max: 5000, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(move, { maxLength: 30 }), (moves) => {
        const end = moves.reduce(
          (now, { isBought, colour, ml }) => (isBought ? putOn(now, colour, ml) : takenFrom(now, colour, ml)),
          shelfOf(0),
        );
        const sum = Object.values(end.colours).reduce((total, ml) => total + ml, 0);
        expect(sum).toBeLessThanOrEqual(end.ml + 0.02);
        expect(Object.values(end.colours).every((ml) => ml > 0)).toBe(true);
      }),
    );
  });
});
