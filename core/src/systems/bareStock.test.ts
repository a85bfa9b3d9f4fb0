import { describe, expect, it } from 'vitest';
import { BOARD, codes, contextOf, inserted, MAPLE, RAW_WOOD } from '../../test/ruleContext.ts';
import { checkSequence } from '../rules/index.ts';
import { bareStock, SYSTEM_IDS, type SystemId } from './index.ts';

/** Systems that go over an old finish at home; the others start from raw stock anyway. */
const OVER_OLD = SYSTEM_IDS.filter((id) => !['F', 'K', 'M'].includes(id));
const keysOf = (id: SystemId, change: Parameters<typeof contextOf>[1]) =>
  contextOf(id, change).steps.map(({ key }) => key);

describe('bare stock', () => {
  it('is what the survey says is raw, unless nothing soaks into it', () => {
    const of = (substrate: Parameters<typeof bareStock>[0]['substrate'], existing?: 'raw' | 'oil or wax') =>
      bareStock({ substrate, survey: existing ? { existing } : {} });
    expect(of('MDF', 'raw')).toBe('MDF');
    expect(of('veneered ply', 'raw')).toBe('wood');
    expect(of(null, 'raw')).toBe('wood');
    expect(of('metal', 'raw')).toBeNull();
    expect(of('foil or laminate', 'raw')).toBeNull();
    expect(of('softwood', 'oil or wax')).toBeNull();
    expect(of('softwood')).toBeNull();
  });

  it.each(OVER_OLD)(
    '%s: no wash, no key of a finish that is not there; wood is eased and sanded with the grain',
    (id) => {
      const context = contextOf(id, { facts: RAW_WOOD });
      const film = context.steps.findIndex(({ productKey }) => productKey !== null);
      const before = context.steps.slice(0, film);
      expect(before.filter(({ operation }) => operation === 'clean')).toEqual([]);
      expect(before.filter(({ operation }) => operation === 'ease').map(({ grit }) => grit)).toEqual([150]);
      expect(before.filter(({ operation }) => operation === 'key').map(({ grit }) => grit)).toEqual([
        expect.toSatisfy((grit: number) => grit >= 180 && grit <= 240),
      ]);
      expect(codes(context)).not.toContain('bare-washed');
      expect(
        checkSequence(context).filter(({ severity, family }) => severity === 'stop' && family !== 'place'),
      ).toEqual([]);
    },
  );

  it.each(OVER_OLD)(
    '%s: board gets P150 on its edges, P240, and its edges sealed before anything watery',
    (id) => {
      const context = contextOf(id, { facts: BOARD });
      const keys = context.steps.map(({ key }) => key);
      expect(keys.slice(0, 3)).toEqual(['unpack', 'ease', 'key']);
      expect(context.steps.slice(1, 3).map(({ grit }) => grit)).toEqual([150, 240]);
      expect(keys).toContain('seal-edges');
      expect(codes(context)).not.toContain('board-edges');
    },
  );

  it('keeps the whole preparation over an old finish and on closed surfaces', () => {
    for (const id of OVER_OLD)
      expect(keysOf(id, { facts: MAPLE }).slice(0, 2)).toEqual(['remove', 'clean-1']);
    const metal = { ...MAPLE, substrate: 'metal', existing: 'raw' } as const;
    expect(keysOf('H', { facts: metal })).toContain('clean-1b');
    const unwashed = { ...contextOf('H', { facts: metal }) };
    unwashed.steps = unwashed.steps.filter(({ operation }) => operation !== 'clean');
    expect(codes(unwashed)).toContain('clean-before-key');
  });

  it('gives replaced pieces of other stock a way of their own, and those of the same stock none', () => {
    const keys = (substrate: 'MDF' | 'softwood') =>
      keysOf('D', { facts: { ...RAW_WOOD, substrate }, treatments: ['finish', 'replace'] });
    // New pieces are of board where nobody said otherwise.
    expect(keys('softwood').some((key) => key.startsWith('raw-'))).toBe(true);
    expect(keys('MDF').some((key) => key.startsWith('raw-'))).toBe(false);
  });

  it('keeps its own ladder of grits where an old finish would be opened with P120', () => {
    const grits = (facts: typeof MAPLE) =>
      contextOf('D', { facts, methods: { firstKey: 'climb' } })
        .steps.filter(({ operation }) => operation === 'ease' || operation === 'key')
        .map(({ grit }) => grit);
    expect(grits(MAPLE)).toEqual([120, 180]);
    expect(grits(RAW_WOOD)).toEqual([150, 220]);
  });

  it('is told when it would be washed, lets a spirit wipe be, and never speaks over an old finish', () => {
    const wash = (supplyKey: string | null) =>
      inserted(contextOf('D', { facts: RAW_WOOD }), 'ease', {
        key: 'wash',
        name: 'Wash down',
        operation: 'clean',
        supplyKey,
      });
    for (const key of ['cleaner-alkaline', 'cleaner-mild', 'cleaner-alcohol', null])
      expect(codes(wash(key))).toContain('bare-washed');
    expect(codes(wash('cleaner-spirit'))).not.toContain('bare-washed');
    expect(codes({ ...wash('cleaner-alkaline'), facts: MAPLE })).not.toContain('bare-washed');
  });
});
