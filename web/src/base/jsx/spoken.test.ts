import { said } from '@upholder/core/said';
import { describe, expect, it } from 'vitest';
import { spoken } from './spoken.ts';

const CODE = said('word.bench');

describe('what an element draws', () => {
  it('is in words: its text, lists within lists, and what it is called', () => {
    expect(spoken('p', { children: CODE })).toMatchObject({ children: 'Bench' });
    expect(spoken('p', { children: ['at the ', CODE, [', ', [CODE]]] })).toMatchObject({
      children: ['at the ', 'Bench', [', ', ['Bench']]],
    });
    expect(spoken('button', { title: CODE, 'aria-label': `the ${CODE}` })).toMatchObject({
      title: 'Bench',
      'aria-label': 'the Bench',
    });
  });

  it('is left as it is where nothing is said by code, and where a component draws it later', () => {
    const children = ['at the ', ['Bench']];
    expect(spoken('p', { children }).children).toBe(children);
    const props = { children: CODE };
    expect(spoken(() => null, props)).toBe(props);
  });
});
