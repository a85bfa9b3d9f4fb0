import { describe, expect, it } from 'vitest';
import { readCode } from './readCode.ts';

const ID = '0199c1c5-7d3f-7aaa-8bbb-0123456789ab';

describe('the code on a label', () => {
  it.each([
    [`http://127.0.0.1:4310/p/${ID}`, { kind: 'piece', pieceId: ID }],
    [`https://shop.test/p/${ID.toUpperCase()}/`, { kind: 'piece', pieceId: ID }],
    [ID, { kind: 'piece', pieceId: ID }],
    ['QUAY U07', { kind: 'words', jobCode: 'QUAY', tag: 'U07' }],
    ['quay/U07', { kind: 'words', jobCode: 'quay', tag: 'U07' }],
    [' N3-B ', { kind: 'words', jobCode: null, tag: 'N3-B' }],
  ])('%s', (text, found) => {
    expect(readCode(text)).toEqual(found);
  });

  it.each(['', 'https://elsewhere.test/', 'one two three'])('%j stands for nothing', (text) => {
    expect(readCode(text)).toBeNull();
  });
});
