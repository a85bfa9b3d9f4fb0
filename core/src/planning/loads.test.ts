import { describe, expect, it } from 'vitest';
import { sampleId } from '../../test/sample.ts';
import { PIECE_DEFAULTS, type Piece } from '../pieces/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import { cutIntoBatches, lieInPlace, railMm, slotsOf, spaceOf, WHOLE_LOADS } from './problem/loads.ts';

const shop = DEFAULT_SHOP_SETTINGS;
const always = () => true;

function piece(number: number, change: Partial<Piece> = {}): Piece {
  return {
    ...PIECE_DEFAULTS,
    id: sampleId(3, number),
    zoneId: sampleId(1, 1),
    position: number,
    tag: `P${number}`,
    widthMm: 400,
    heightMm: 720,
    ...change,
  };
}

function doors(count: number, change: Partial<Piece> = {}): Piece[] {
  return Array.from({ length: count }, (_, index) => piece(index + 1, change));
}

describe('how a piece lies', () => {
  const front = piece(1, { finishBack: false });
  const frame = piece(2, { kind: 'face-frame' });

  it.each([
    ['a two-sided door by kind', piece(1), 'by-kind', false, 'hung'],
    ['a one-sided front by kind', front, 'by-kind', false, 'flat'],
    ['a front when all hang', front, 'hung', false, 'hung'],
    ['a door when all lie', piece(1), 'flat', false, 'flat'],
    ['a face frame, whatever is wanted', frame, 'hung', false, 'fixed'],
    ['a door at the client’s', piece(1), 'hung', true, 'flat'],
  ] as const)('%s: %s', (_what, subject, laying, isOnSite, lie) => {
    expect(lieInPlace(subject, laying, isOnSite, shop)).toBe(lie);
  });

  it('follows what the shop has', () => {
    expect(lieInPlace(piece(1), 'hung', false, { ...shop, railLengthMm: 0 })).toBe('flat');
    expect(lieInPlace(front, 'flat', false, { ...shop, rackSlots: 0 })).toBe('hung');
  });
});

describe('the space a piece takes', () => {
  it('hangs with its long side down: width plus gap', () => {
    expect(railMm(piece(1), shop)).toBe(480);
    expect(railMm(piece(1, { widthMm: 900, heightMm: 300 }), shop)).toBe(380);
  });

  it('takes a slot per slot length begun', () => {
    expect(slotsOf(piece(1), 900)).toBe(1);
    expect(slotsOf(piece(1, { heightMm: 900 }), 900)).toBe(1);
    expect(slotsOf(piece(1, { heightMm: 901 }), 900)).toBe(2);
    expect(slotsOf(piece(1, { heightMm: 2010 }), 900)).toBe(3);
  });

  it('takes nothing when it is fixed', () => {
    expect(spaceOf(piece(1, { kind: 'plinth' }), null, shop)).toBe(0);
  });
});

describe('cutting into batches', () => {
  function sizes(pieces: Piece[], atLeast = 1, change = {}): number[] {
    const batches = cutIntoBatches(
      pieces,
      'by-kind',
      false,
      { ...shop, ...change },
      { atLeast, share: 1 },
      always,
    );
    return batches.map((batch) => batch.pieces.length);
  }

  it('keeps together what the rail holds: 18 doors of 480 mm fit on 9 m', () => {
    expect(sizes(doors(18))).toEqual([18]);
  });

  it('cuts evenly when they do not fit: 19 doors make 10 and 9, not 18 and 1', () => {
    expect(sizes(doors(19)).sort((a, b) => b - a)).toEqual([10, 9]);
  });

  it('cuts flat pieces by slots', () => {
    expect(sizes(doors(42, { finishBack: false }))).toEqual([21, 21]);
    expect(sizes(doors(42, { finishBack: false }), 1, { rackSlots: 10 })).toHaveLength(5);
  });

  it('makes at least as many as asked for', () => {
    expect(sizes(doors(8), 2)).toEqual([4, 4]);
    expect(sizes(doors(3), 5)).toEqual([1, 1, 1]);
  });

  it('cuts on until a batch can be coated in one go', () => {
    const batches = cutIntoBatches(
      doors(18),
      'by-kind',
      false,
      shop,
      WHOLE_LOADS,
      (batch) => batch.pieces.length <= 5,
    );
    expect(Math.max(...batches.map((batch) => batch.pieces.length))).toBeLessThanOrEqual(5);
    expect(batches.flatMap((batch) => batch.pieces)).toHaveLength(18);
  });

  it('loses no piece and doubles none, in take-off order', () => {
    const mixed = [
      ...doors(7),
      ...doors(5, { finishBack: false }).map((one, index) => ({ ...one, id: sampleId(4, index) })),
    ];
    const batches = cutIntoBatches(mixed, 'by-kind', false, shop, { atLeast: 2, share: 1 }, always);
    const ids = batches.flatMap((batch) => batch.pieces.map(({ id }) => id));
    expect(new Set(ids).size).toBe(12);
    expect(ids).toHaveLength(12);
    for (const batch of batches) {
      const positions = batch.pieces.map(({ position }) => position);
      expect([...positions].sort((a, b) => a - b)).toEqual(positions);
    }
  });

  it('knows which flat batches must be flipped', () => {
    const batches = cutIntoBatches(
      [...doors(2), piece(9, { finishBack: false })],
      'flat',
      false,
      shop,
      WHOLE_LOADS,
      always,
    );
    expect(batches.map(({ lie, isTwoSided, pieces }) => [lie, isTwoSided, pieces.length])).toEqual([
      ['flat', true, 2],
      ['flat', false, 1],
    ]);
  });

  it('cuts so that two loads hang side by side, where that is asked for', () => {
    // 60 doors of 400 mm with 80 mm between them: 18 fit on 9 m, so 9 where two loads are to share it.
    const cut = (share: number) =>
      cutIntoBatches(
        doors(60),
        'by-kind',
        false,
        { ...shop, railLengthMm: 9000 },
        { atLeast: 1, share },
        always,
      );
    expect(cut(1).map(({ pieces }) => pieces.length)).toEqual([15, 15, 15, 15]);
    const halves = cut(2);
    expect(Math.max(...halves.map(({ pieces }) => pieces.length))).toBeLessThanOrEqual(9);
    expect(halves.flatMap(({ pieces }) => pieces)).toHaveLength(60);
  });
});
