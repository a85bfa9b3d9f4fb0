import { PIECE_DEFAULTS, type Piece } from '@upholder/core/pieces';
import { describe, expect, it } from 'vitest';
import { takeoffColumns } from './cells.ts';

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
