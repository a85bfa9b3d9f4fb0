import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import {
  CONSTRUCTIONS,
  constructionDefaults,
  doorEquivalents,
  doorMeasureWords,
  nextTag,
  PIECE_DEFAULTS,
  PieceSpecSchema,
  tagTakenBy,
} from './index.ts';

const door = { ...PIECE_DEFAULTS, tag: 'D1', widthMm: 400, heightMm: 720 };

describe('PieceSpecSchema', () => {
  function messagesFor(change: object) {
    const parsed = PieceSpecSchema.safeParse({ ...door, ...change });
    return parsed.success
      ? {}
      : Object.fromEntries(parsed.error.issues.map((issue) => [issue.path[0], issue.message]));
  }

  it('refuses a piece 4 mm wide, at the width', () => {
    expect(messagesFor({ widthMm: 4 })).toEqual({
      widthMm: 'Width must be at least 20 mm.',
    });
  });

  it('refuses a frame that leaves no panel', () => {
    expect(messagesFor({ widthMm: 110 }).frameMm).toMatch(/leaves no room/);
  });

  it('refuses a recess through the piece and a piece without a side', () => {
    expect(messagesFor({ recessMm: 20 }).recessMm).toBeDefined();
    expect(
      messagesFor({ finishFront: false, finishBack: false, finishEdges: false }).finishFront,
    ).toBeDefined();
  });

  it('accepts the ordinary door, and every construction with what it needs', () => {
    expect(messagesFor({})).toEqual({});
    for (const construction of CONSTRUCTIONS)
      expect(messagesFor({ construction, ...constructionDefaults(construction) })).toEqual({});
  });

  it.each([
    [{ construction: 'raised-panel', marginMm: 0 }, 'marginMm', /sloping margin/],
    [{ construction: 'raised-panel', marginMm: 145 }, 'marginMm', /no flat field/],
    [{ construction: 'beaded' }, 'girthMm', /girth/],
    [{ construction: 'moulding' }, 'girthMm', /girth/],
    [{ construction: 'box' }, 'depthMm', /depth/],
    [{ construction: 'glazed', glazedPanels: 2 }, 'glazedPanels', /only 1 panels/],
    [{ bevelMm: 40, widthMm: 190 }, 'bevelMm', /meet/],
    [{ recessBackMm: 20 }, 'recessBackMm', /as deep/],
    [{ heightMm: 3700 }, 'heightMm', /at most 3600 mm/],
    [{ members: [{ count: 0, widthMm: 50, lengthMm: 700 }] }, 'members', /at least 1/],
  ])('refuses %j at %s', (change, field, message) => {
    expect(messagesFor(change)[field]).toMatch(message);
  });

  it('lets a moulding run longer than any door', () => {
    const run = { kind: 'moulding', construction: 'moulding', widthMm: 6400, heightMm: 12, girthMm: 90 };
    expect(messagesFor(run)).toEqual({});
  });
});

describe('door equivalents', () => {
  it.each([
    [{ widthMm: 400, heightMm: 180 }, 0.5],
    [{ widthMm: 400, heightMm: 720 }, 1],
    [{ widthMm: 600, heightMm: 2000 }, 2],
    [{ widthMm: 500, heightMm: 900, panelsAcross: 2, panelsDown: 2 }, 2],
    [{ widthMm: 400, heightMm: 720, panelsAcross: 1, panelsDown: 2 }, 2],
    [{ widthMm: 400, heightMm: 720, panelsAcross: 1, panelsDown: 1 }, 1],
  ])('%j counts %d', (size, count) => {
    expect(doorEquivalents({ ...door, ...size })).toBe(count);
  });

  it('count two from as many panels as the shop says, and say so beside the count', () => {
    const pair = { ...door, widthMm: 400, heightMm: 720, panelsAcross: 1, panelsDown: 2 };
    const measure = { smallBelowM2: 0.12, largeAboveM2: 0.6, twoFromPanels: 3 };
    expect(doorEquivalents(pair, measure)).toBe(1);
    expect(doorEquivalents({ ...pair, panelsDown: 3 }, measure)).toBe(2);
    expect(doorMeasureWords(measure)).toContain('with 3 panels or more');
  });
});

describe('tags', () => {
  it.each([
    ['D7', [], 'D8'],
    ['N3-B', [], 'N4-B'],
    ['D09', [], 'D10'],
    ['D7', ['d8', 'D9'], 'D10'],
    ['End', [], 'End2'],
  ])('after %s with %j comes %s', (tag, taken, next) => {
    expect(nextTag(tag, taken)).toBe(next);
  });

  it('finds a duplicate whatever its case', () => {
    const pieces = [
      { id: '1', tag: 'D1' },
      { id: '2', tag: 'D2' },
    ];
    expect(tagTakenBy(pieces, ' d1 ')?.id).toBe('1');
    expect(tagTakenBy(pieces, 'D1', '1')).toBeUndefined();
  });
});
