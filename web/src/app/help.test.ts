// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import { helpFor } from './help.ts';
import { ADDRESSES, EARLIER } from './router.tsx';

/** Every address of the app with something in place of its parameters, but for those of who is not signed in. */
function addresses(): string[] {
  const found: string[] = [];
  function walk(routes: typeof ADDRESSES, before: string): void {
    for (const { path, index, children, handle } of routes) {
      const here = `${before}/${path ?? ''}`.replaceAll(/\/+/g, '/');
      if (children) walk(children, here);
      else if (!index && handle !== EARLIER && path !== '*')
        found.push(here.replaceAll(/:\w+/g, 'x').replace('/*', ''));
    }
  }
  walk(ADDRESSES, '');
  return found.filter((path) => !/^\/(first-run|invite|client)/.test(path));
}

describe('the help of a screen', () => {
  it('is there for every address, in five lines that can be read standing', () => {
    const all = addresses();
    expect(all.length).toBeGreaterThan(40);
    for (const path of all) {
      const help = helpFor(path);
      expect(help, path).not.toBeNull();
      for (const line of help?.lines ?? []) expect(line.length, line).toBeLessThanOrEqual(110);
    }
  });

  it('is that of the narrower address', () => {
    expect(helpFor('/jobs/x/pieces/map')?.title).toBe('Map');
    expect(helpFor('/jobs/x/pieces/x')?.title).toBe('One piece');
    expect(helpFor('/jobs/x/pieces')?.title).toBe('Pieces');
    expect(helpFor('/bench/x')?.title).toBe('A mix');
    expect(helpFor('/nowhere')).toBeNull();
  });
});
