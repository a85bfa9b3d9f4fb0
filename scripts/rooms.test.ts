import { describe, expect, it } from 'vitest';
import { arrowsOf, cyclesOf } from './rooms.ts';

const house = (files: Record<string, string>) =>
  cyclesOf(arrowsOf('src', new Map(Object.entries(files)))).map((cycle) => [...cycle].sort());

describe('rooms', () => {
  it('may import in one direction, over any number of floors', () => {
    expect(
      house({
        'src/base/a.ts': '',
        'src/api/b.ts': "import { a } from '../base/a.ts';",
        'src/app/c.ts': "import { b } from '../api/b.ts';\nimport type { A } from '../base/a.ts';",
      }),
    ).toEqual([]);
  });

  it('are found where two or three import each other, by types alone as well', () => {
    expect(
      house({
        'src/jobs/a.ts': "import type { B } from '../survey/b.ts';",
        'src/survey/b.ts': "import { c } from '../pieces/c.ts';",
        'src/pieces/c.ts': "export { a } from '../jobs/a.ts';",
      }),
    ).toEqual([['jobs', 'pieces', 'survey']]);
  });

  it('count a room within a room as one of its own', () => {
    expect(
      house({
        'src/api/a.ts': "import { b } from './sync/b.ts';",
        'src/api/sync/b.ts': "import { a } from '../a.ts';",
      }),
    ).toEqual([['api', 'api/sync']]);
  });
});
