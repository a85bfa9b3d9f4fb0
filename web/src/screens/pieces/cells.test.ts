import { PIECE_DEFAULTS, type Piece } from '@upholder/core/pieces';
import { describe, expect, it } from 'vitest';
import { detailColumns, takeoffColumns } from './cells.ts';

const zones = [
  { id: 'wall', name: 'Upper wall' },
  { id: 'counter', name: 'Counter' },
];
const columns = takeoffColumns(zones);
const door: Piece = {
  ...PIECE_DEFAULTS,
  id: 'd',
  zoneId: 'wall',
  position: 0,
  tag: 'D1',
  widthMm: 400,
  heightMm: 720,
};

function column(key: string) {
  const found = columns.find((candidate) => candidate.key === key);
  if (!found) throw new Error(`no column ${key}`);
  return found;
}

describe('the columns of the take-off', () => {
  it('write and read every cell of a door without changing it', () => {
    for (const { key, write, read } of columns) {
      const text = write(door);
      if (text === null) throw new Error(`${key} is empty`);
      const back = read(text);
      expect({ key, back: back.ok && { ...door, ...back.value } }).toEqual({ key, back: door });
    }
  });

  it.each([
    ['widthMm', '39,75 cm', { widthMm: 397.5 }],
    ['heightMm', '28"', { heightMm: 711.2 }],
    ['panels', '2 x 3', { panelsAcross: 2, panelsDown: 3 }],
    ['panels', '1×2', { panelsAcross: 1, panelsDown: 2 }],
    ['sides', 'front', { finishFront: true, finishBack: false, finishEdges: true }],
    ['sides', 'face', { finishFront: true, finishBack: false, finishEdges: false }],
    ['sides', 'back', { finishFront: false, finishBack: true, finishEdges: false }],
    ['sides', 'faces', { finishFront: true, finishBack: true, finishEdges: false }],
    ['tag', '  N3-B ', { tag: 'N3-B' }],
    ['zone', 'counter', { zoneId: 'counter' }],
    ['kind', 'shelf', { kind: 'shelf' }],
    ['note', ' left of a pair ', { note: 'left of a pair' }],
  ])('%s reads %j', (key, text, value) => {
    expect(column(key).read(text)).toEqual({ ok: true, value });
  });

  it.each([
    ['tag', ' '],
    ['widthMm', 'wide'],
    ['panels', '7×1'],
    ['panels', 'two'],
    ['sides', 'other'],
  ])('%s refuses %j with advice', (key, text) => {
    expect(column(key).read(text)).toEqual({ ok: false, message: expect.stringMatching(/\w{4}/) });
  });

  it('leave the cells of a frame empty for a slab', () => {
    const slab: Piece = { ...door, construction: 'slab' };
    const empty = columns.filter(({ write }) => write(slab) === null).map(({ key }) => key);
    expect(empty).toEqual(['frameMm', 'recessMm', 'panels']);
  });

  it('show sides that are none of the usual choices as other', () => {
    const edgesOnly: Piece = { ...door, finishFront: false, finishBack: false, finishEdges: true };
    expect(column('sides').write(edgesOnly)).toBe('other');
  });

  it('offer the zones of the job', () => {
    expect(column('zone').choices).toEqual([
      { value: 'wall', name: 'Upper wall' },
      { value: 'counter', name: 'Counter' },
    ]);
  });

  it('claim every field that can be wrong, so that a refusal finds its cell', () => {
    const claimed = new Set(columns.flatMap(({ fields }) => fields));
    for (const field of [
      'tag',
      'zoneId',
      'kind',
      'construction',
      'widthMm',
      'heightMm',
      'thicknessMm',
      'frameMm',
      'recessMm',
      'panelsAcross',
      'finishFront',
      'note',
    ] as const) {
      expect([field, claimed.has(field)]).toEqual([field, true]);
    }
  });
});

describe('the details of a piece', () => {
  const details = detailColumns([{ id: 'o1', tag: 'N1' }]);
  const detail = (key: string) => details.find((candidate) => candidate.key === key)!;
  const shown = (piece: Piece) => details.filter(({ write }) => write(piece) !== null).map(({ key }) => key);

  it('are those of its construction', () => {
    expect(shown({ ...door, construction: 'raised-panel' })).toEqual(
      expect.arrayContaining(['marginMm', 'raiseMm', 'topRailMm']),
    );
    expect(shown({ ...door, construction: 'slab' })).not.toContain('topRailMm');
    expect(shown({ ...door, kind: 'box-interior', construction: 'box' })).toContain('depthMm');
    expect(shown({ ...door, construction: 'open-frame' })).toContain('members');
    expect(shown({ ...door, kind: 'moulding', construction: 'moulding' })).toContain('girthMm');
    expect(shown({ ...door, panelsDown: 2 })).toContain('midRailMm');
    expect(shown(door)).not.toContain('midRailMm');
  });

  it.each([
    ['topRailMm', '70', { topRailMm: 70 }],
    ['topRailMm', '', { topRailMm: null }],
    ['recessBackMm', '', { recessBackMm: null }],
    ['bevelMm', '', { bevelMm: 0 }],
    ['marginMm', '1 1/2"', { marginMm: 38.1 }],
    ['profileFactor', '1,2', { profileFactor: 1.2 }],
    ['glazedPanels', '2', { glazedPanels: 2 }],
    ['members', '2 × 50 × 2000', { members: [{ count: 2, widthMm: 50, lengthMm: 2000 }] }],
    ['bareEdges', 'top, left', { bareEdges: ['top', 'left'] }],
    ['openingId', '', { openingId: null }],
    ['openingId', 'o1', { openingId: 'o1' }],
    ['treatment', 'repair', { treatment: 'repair' }],
  ])('%s reads %j', (key, text, value) => {
    expect(detail(key).read(text)).toEqual({ ok: true, value });
  });

  it.each([
    ['topRailMm', 'wide'],
    ['profileFactor', 'much'],
    ['members', '50'],
    ['bareEdges', 'middle'],
  ])('%s refuses %j with advice', (key, text) => {
    expect(detail(key).read(text)).toEqual({ ok: false, message: expect.stringMatching(/\w{4}/) });
  });

  it('are written as they are read', () => {
    const piece: Piece = {
      ...door,
      construction: 'raised-panel',
      topRailMm: 70,
      marginMm: 38.1,
      bareEdges: ['top'],
      girthMm: 0,
    };
    for (const column of details) {
      const written = column.write(piece);
      if (written === null) continue;
      const read = column.read(written);
      if (!read.ok) throw new Error(read.message);
      expect({ ...piece, ...read.value }).toEqual(piece);
    }
  });
});

describe('choosing a construction', () => {
  it('brings what it cannot be without', () => {
    expect(column('construction').read('raised-panel')).toEqual({
      ok: true,
      value: { construction: 'raised-panel', marginMm: 35, raiseMm: 6 },
    });
    expect(column('construction').read('slab')).toEqual({ ok: true, value: { construction: 'slab' } });
  });
});
