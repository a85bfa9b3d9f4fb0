import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { BASIC_CASES, D } from '../../test/ruleCases.ts';
import { codes, contextOf, grave } from '../../test/ruleContext.ts';
import { FINER_CASES } from '../../test/ruleFinerCases.ts';
import { PASS_CASES } from '../../test/rulePassCases.ts';
import { type StepDraft, SYSTEM_IDS } from '../systems/index.ts';
import { applyEdits, checkSequence, RULES } from './index.ts';

const CASES = [...BASIC_CASES, ...FINER_CASES, ...PASS_CASES];

describe.each(SYSTEM_IDS)('system %s at home', (systemId) => {
  it('passes its own rules', () => {
    expect(
      grave(checkSequence(contextOf(systemId))).map(({ code, at, why }) => `${code} at ${at}: ${why}`),
    ).toEqual([]);
  });

  it('passes them with raw replacements and repairs among its pieces', () => {
    const mixed = contextOf(systemId, {
      treatments: ['finish', 'repair', 'replace'],
      pieces: [{}, { treatment: 'repair' }, { treatment: 'replace' }],
    });
    const stops = checkSequence(mixed).filter(({ severity }) => severity === 'stop');
    expect(stops.map(({ code, at, why }) => `${code} at ${at}: ${why}`)).toEqual([]);
  });
});

describe('every rule', () => {
  it.each(CASES)('$code trips, and spares what is nearly the same', ({ code, trips, spares }) => {
    expect(codes(trips())).toContain(code);
    expect(codes(spares())).not.toContain(code);
  });

  it.each(CASES.filter(({ isFixed }) => isFixed))(
    '$code is cleared by its fix, and no new stop comes of it',
    ({ code, trips }) => {
      const context = trips();
      const before = checkSequence(context);
      const finding = before.find((candidate) => candidate.code === code)!;
      expect(finding.fixes.length).toBeGreaterThan(0);
      for (const fix of finding.fixes) {
        let steps = applyEdits(context.steps, fix.edits);
        let after = checkSequence({ ...context, steps });
        // One press mends one place; the same press at the next place mends the rest.
        for (let press = 0; press < 6; press += 1) {
          const again = after.find((candidate) => candidate.code === code);
          if (!again?.fixes[0]) break;
          steps = applyEdits(steps, again.fixes[0].edits);
          after = checkSequence({ ...context, steps });
        }
        expect(after.map((candidate) => candidate.code)).not.toContain(code);
        const stopsBefore = new Set(
          before.filter(({ severity }) => severity === 'stop').map((stop) => stop.code),
        );
        const fresh = after.filter(({ severity, code: own }) => severity === 'stop' && !stopsBefore.has(own));
        expect(fresh.map(({ code: own, why }) => `${own}: ${why}`)).toEqual([]);
      }
    },
  );

  it('has a case here, a code of its own and says why in a sentence', () => {
    expect(RULES.map(({ code }) => code).sort()).toEqual([...new Set(CASES.map(({ code }) => code))].sort());
    for (const { code, trips, isFixed } of CASES)
      for (const finding of checkSequence(trips()).filter((candidate) => candidate.code === code)) {
        expect(finding.why).toMatch(/^["“A-Z0-9].*[.]$/);
        for (const { label } of finding.fixes) expect(label).not.toMatch(/\.$/);
        // Whatever is offered is tried out above.
        expect([code, finding.fixes.length > 0]).toEqual([code, isFixed === true]);
      }
  });

  it('points at a step that is there', () => {
    for (const { trips } of CASES) {
      const context = trips();
      const keys = new Set(context.steps.map(({ key }) => key));
      for (const { at } of checkSequence(context)) if (at !== null) expect(keys.has(at)).toBe(true);
    }
  });
});

describe('edits', () => {
  const { steps } = D();
  const keys = (list: readonly StepDraft[]) => list.map(({ key }) => key);

  it('insert under a free key, move, change and remove', () => {
    const twice = applyEdits(steps, [{ kind: 'insert', before: 'colour-1', step: steps[0]! }]);
    expect(keys(twice)).toContain('remove~2');
    expect(keys(twice).indexOf('remove~2')).toBe(keys(twice).indexOf('colour-1') - 1);
    expect(keys(applyEdits(steps, [{ kind: 'move', key: 'pack', before: null }])).at(-1)).toBe('pack');
    expect(
      applyEdits(steps, [{ kind: 'change', key: 'key', part: { grit: 150, key: 'stolen' } }])[2],
    ).toMatchObject({ key: 'key', grit: 150 });
    expect(keys(applyEdits(steps, [{ kind: 'remove', key: 'key' }]))).not.toContain('key');
  });

  it('that name nothing change nothing', () => {
    for (const edit of [
      { kind: 'remove', key: 'gone' },
      { kind: 'move', key: 'gone', before: 'key' },
      { kind: 'move', key: 'key', before: 'key' },
      { kind: 'change', key: 'gone', part: { grit: 1 } },
    ] as const)
      expect(applyEdits(steps, [edit])).toEqual(steps);
  });
});

it('says once, at the first coat, that a compressor is too small', () => {
  const small = BASIC_CASES.find(({ code }) => code === 'air-bursts');
  const said = checkSequence(small?.trips() ?? D()).filter(({ code }) => code === 'air-bursts');
  expect(said.map(({ at }) => at)).toEqual(['prime-1']);
});
