import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { parseFastLine } from './fastEntry.ts';
import { exportHeading, fieldName, PIECE_FIELDS, pieceFields, TYPED_MEASURES } from './fields.ts';
import { constructionDefaults, PIECE_DEFAULTS } from './model.ts';

const headings = pieceFields().flatMap(([name]) => exportHeading(name) ?? []);
const names = (part: object) =>
  pieceFields()
    .filter(([, { stepAppliesTo }]) => stepAppliesTo({ ...PIECE_DEFAULTS, ...part }))
    .map(([name]) => name);

describe('the fields of a piece', () => {
  it('have names and headings of their own', () => {
    const shown = pieceFields().map(([name]) => fieldName(name));
    expect(new Set(shown).size).toBe(shown.length);
    expect(new Set(headings).size).toBe(headings.length);
    expect(fieldName('topRailMm')).toBe('Top rail, mm');
    expect(exportHeading('recessBackMm')).toBe('recess back (mm)');
    expect([exportHeading('finishBack'), exportHeading('id')]).toEqual([null, null]);
  });

  it('are all told of where the exported table is described', () => {
    const text = readFileSync(new URL('../../../docs/formats.md', import.meta.url), 'utf8');
    const missing = headings.filter((heading) => !text.includes(heading.replace(' (mm)', '')));
    expect(missing).toEqual([]);
  });

  it('are typed under their own words, also where one word holds another', () => {
    const lengths = TYPED_MEASURES.map(([, words]) => words.length);
    expect(lengths).toEqual([...lengths].sort((a, b) => b - a));
    const line = parseFastLine(
      '400×720 shaker, 70 frame, top rail 90, mid stile 55, recess 7, recess back 5',
    );
    expect(line).toMatchObject({
      ok: true,
      value: { piece: { frameMm: 70, topRailMm: 90, midStileMm: 55, recessMm: 7, recessBackMm: 5 } },
    });
  });

  it('mean something only on the pieces that have them', () => {
    const slab = names({ construction: 'slab', kind: 'door' });
    for (const name of ['frameMm', 'recessMm', 'topRailMm', 'marginMm', 'glazedPanels', 'depthMm'] as const)
      expect([name, slab.includes(name)]).toEqual([name, false]);
    const raised = names({ construction: 'raised-panel', ...constructionDefaults('raised-panel') });
    expect(raised).toEqual(expect.arrayContaining(['frameMm', 'topRailMm', 'marginMm', 'raiseMm']));
    expect(raised).not.toContain('midRailMm');
    expect(names({ construction: 'five-piece', panelsDown: 2 })).toContain('midRailMm');
    expect(names({ kind: 'drawer-front' })).not.toContain('hingeSide');
    expect(names({ construction: 'box', finishEdges: true })).not.toContain('bareEdges');
    expect(names({ girthMm: 0 })).not.toContain('profileFactor');
    expect(PIECE_FIELDS.girthMm.stepAppliesTo({ ...PIECE_DEFAULTS, construction: 'moulding' })).toBe(true);
  });
});
