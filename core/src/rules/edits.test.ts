import { describe, expect, it } from 'vitest';
import { sampleId, sampleJob, sampleShop, seeded } from '../../test/sample.ts';
import { GENERIC_PRODUCTS, GENERIC_SUPPLIES } from '../catalogue/index.ts';
import { FINISHING_SYSTEMS, type StepDraft, StepDraftSchema, SYSTEM_IDS } from '../systems/index.ts';
import { applyEdits, checkSequence, type RuleContext, type SequenceEdit } from './index.ts';

const shop = sampleShop();

function contextFor(seed: number): RuleContext {
  const systemId = SYSTEM_IDS[seed % SYSTEM_IDS.length] ?? 'D';
  const job = sampleJob([{ systemId, doors: 4, fronts: 2 }], shop);
  return {
    steps: job.steps.map(({ id: _id, zoneId: _zone, position: _position, ...draft }) => draft),
    sheets: GENERIC_PRODUCTS,
    supplies: GENERIC_SUPPLIES,
    layers: [],
    facts: {
      oldColour: '#8a5a33',
      newColour: '#e2ddcf',
      place: 'shop',
      hasBooth: true,
      boothRatedForSolvent: seed % 2 === 0,
      repairs: 0,
      replacements: 0,
      daysAgreed: null,
      ...(seed % 3 === 0 ? { bleed: 'tannin' as const, substrate: 'open-grain hardwood' as const } : {}),
    },
    pieces: job.pieces,
    options: FINISHING_SYSTEMS[systemId].defaults,
    settings: shop.settings,
    climate: shop.climate,
    isOnSite: seed % 5 === 0,
  };
}

function randomEdit(steps: readonly StepDraft[], random: () => number): SequenceEdit {
  const pick = <T>(items: readonly T[]): T => items[Math.floor(random() * items.length)] as T;
  const key = steps.length === 0 || random() < 0.05 ? 'nowhere' : pick(steps).key;
  const before = random() < 0.1 || steps.length === 0 ? null : pick(steps).key;
  const kind = random();
  if (kind < 0.3 && steps.length > 0) return { kind: 'insert', before, step: pick(steps) };
  if (kind < 0.5) return { kind: 'remove', key };
  if (kind < 0.7) return { kind: 'move', key, before };
  const at = Math.floor(random() * 4);
  if (kind < 0.74) return { kind: 'earlier-application', key, at };
  if (kind < 0.8) {
    const [parts, applicator] = [
      pick([['edges'], ['flats', 'profiles']] as const),
      pick(['brush', 'turbine', null] as const),
    ];
    const part = { parts: [...parts], applicator, laysOff: random() < 0.3 };
    return { kind: 'application', key, at, part: random() < 0.3 ? null : part };
  }
  const part = pick<Partial<StepDraft>>([
    { conditionerPct: Math.floor(random() * 30) },
    { grit: 60 + Math.floor(random() * 600) },
    { wftUm: 20 + Math.floor(random() * 300) },
    { thinning: { convention: 'of-mix', value: Math.floor(random() * 40) } },
    { waitFor: pick(['none', 'sand', 'recoat'] as const) },
    { productKey: pick(Object.keys(GENERIC_PRODUCTS)), applicator: 'roller', wftUm: 100 },
    { isEdgesOnly: random() < 0.5 },
    { faces: pick(['both', 'front', 'back'] as const) },
    { pieceIds: random() < 0.5 ? [] : [sampleId(3, 1)] },
    { dryingMin: Math.floor(random() * 5000), isRinsed: random() < 0.5 },
    { thinnerName: pick(['', 'mineral spirit']), mixCount: 1 + Math.floor(random() * 4) },
    { supplyKey: pick([null, ...Object.keys(GENERIC_SUPPLIES)]) },
    { appliesTo: pick(['any', 'old', 'new', 'repaired'] as const) },
  ]);
  return { kind: 'change', key, part };
}

describe('thousands of random edits', () => {
  it('never fall over, lose a step by themselves, or leave going back out of step', () => {
    for (let seed = 1; seed <= 60; seed += 1) {
      const random = seeded(seed);
      const context = contextFor(seed);
      const history: StepDraft[][] = [[...context.steps]];
      for (let round = 0; round < 60; round += 1) {
        const now = history.at(-1)!;
        const edit = randomEdit(now, random);
        const next = applyEdits(now, [edit]);
        const keys = next.map(({ key }) => key);
        expect(new Set(keys).size).toBe(keys.length);
        const isThere = now.some(({ key }) => 'key' in edit && key === edit.key);
        const grown = edit.kind === 'insert' ? 1 : edit.kind === 'remove' && isThere ? -1 : 0;
        expect(next.length).toBe(now.length + grown);
        // What the edit does not name stays as it is.
        const left = new Set(next);
        const lost = now.filter((step) => (!('key' in edit) || step.key !== edit.key) && !left.has(step));
        const said = round % 3 === 0 ? checkSequence({ ...context, steps: next }) : [];
        const stray = said.filter(({ why, at }) => why.length < 15 || (at !== null && !keys.includes(at)));
        expect([lost, stray]).toEqual([[], []]);
        history.push(next);
      }
      // Each state is kept whole, so that any of them can be gone back to.
      const first = history[0]!;
      expect(first).toEqual(context.steps);
      expect(applyEdits(first, [])).toEqual(first);
    }
  });

  it('every fix that the rules offer is an edit that changes something and leaves valid steps', () => {
    for (let seed = 1; seed <= 40; seed += 1) {
      const random = seeded(seed + 500);
      const context = contextFor(seed);
      let steps = [...context.steps];
      for (let round = 0; round < 12; round += 1) {
        steps = applyEdits(steps, [randomEdit(steps, random)]);
        for (const { fixes, code } of checkSequence({ ...context, steps }))
          for (const { edits, label } of fixes) {
            const after = applyEdits(steps, edits);
            expect([code, label, JSON.stringify(after) !== JSON.stringify(steps)]).toEqual([
              code,
              label,
              true,
            ]);
            for (const step of after)
              if (!steps.includes(step)) expect(StepDraftSchema.safeParse(step).success).toBe(true);
          }
      }
    }
  });
});

describe('the moves of a step', () => {
  const steps = contextFor(4).steps;
  const key = steps.find(({ productKey }) => productKey !== null)?.key ?? '';
  const movesAfter = (...edits: SequenceEdit[]) =>
    applyEdits(steps, edits)
      .find((step) => step.key === key)
      ?.applications.map(({ parts, applicator, toolMm }) => [parts.join(), applicator, toolMm]);
  const brush: SequenceEdit = {
    kind: 'application',
    key,
    at: 0,
    part: { parts: ['edges'], applicator: 'brush' },
  };
  const roller: SequenceEdit = { kind: 'application', key, at: 1, part: { applicator: 'roller' } };

  it('are changed one by one, each from what the change before has left', () => {
    expect(movesAfter(brush, roller)).toEqual([
      ['edges', 'brush', null],
      ['flats', 'roller', null],
    ]);
    // Two fields of one move, one after the other, as from a page that has not heard of the first yet.
    const wide = { kind: 'application', key, at: 0, part: { toolMm: 38 } } as const;
    const other = { kind: 'application', key, at: 1, part: { applicator: 'roller-mohair' } } as const;
    expect(movesAfter(brush, roller, wide, other)).toEqual([
      ['edges', 'brush', 38],
      ['flats', 'roller-mohair', null],
    ]);
  });

  it('change places and go, and what is not there stays as it is', () => {
    const earlier = (at: number) => ({ kind: 'earlier-application', key, at }) as const;
    expect(movesAfter(brush, roller, earlier(1))?.map(([, tool]) => tool)).toEqual(['roller', 'brush']);
    expect(movesAfter(brush, roller, earlier(0), earlier(7))?.map(([, tool]) => tool)).toEqual([
      'brush',
      'roller',
    ]);
    expect(movesAfter(brush, roller, { kind: 'application', key, at: 0, part: null })).toEqual([
      ['flats', 'roller', null],
    ]);
    expect(movesAfter(brush, { kind: 'application', key, at: 0, part: null })).toEqual([]);
  });
});
