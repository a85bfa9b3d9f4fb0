import { describe, expect, it } from 'vitest';
import { tooLong } from './sizes.ts';

const lines = (count: number) =>
  Array.from({ length: count }, (_, index) => `  const a${index} = 1;`).join('\n');

describe('what is too long', () => {
  it('is a file past its length that says no reason at its top', () => {
    expect(tooLong(lines(301), 'a.ts')).toHaveLength(1);
    expect(tooLong(lines(299), 'a.ts')).toEqual([]);
    expect(tooLong(`// Longer than other files: one table.\n${lines(400)}`, 'a.ts')).toEqual([]);
    expect(tooLong(`// Longer than other files:\n${lines(400)}`, 'a.ts')).toHaveLength(1);
  });

  it('is a component past its length, however its properties are written', () => {
    const component = (head: string, count: number) => `${head}\n${lines(count)}\n}\n`;
    expect(tooLong(component('export function Card() {', 149), 'a.tsx')).toHaveLength(1);
    expect(tooLong(component('export function Card() {', 148), 'a.tsx')).toEqual([]);
    expect(
      tooLong(component('function Card({\n  now,\n}: {\n  now: number;\n}) {', 149), 'a.tsx'),
    ).toHaveLength(1);
    expect(tooLong(component('function helper() {', 200), 'a.tsx')).toEqual([]);
  });
});
