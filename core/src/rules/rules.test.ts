import { describe, expect, it } from 'vitest';
import { GENERIC_PRODUCTS, type ProductSheet } from '../catalogue/index.ts';
import { PIECE_DEFAULTS, type Piece, type PieceSpec } from '../pieces/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import type { SurveyFacts } from '../survey/index.ts';
import {
  FINISHING_SYSTEMS,
  type StepDraft,
  SYSTEM_IDS,
  type SystemId,
  unfoldSystem,
  type ZoneOptions,
} from '../systems/index.ts';
import { applyEdits, checkSequence, type Finding, RULES, type RuleContext } from './index.ts';

const OAK: SurveyFacts = {
  oldColour: '#8a5a33',
  newColour: '#e2ddcf',
  place: 'shop',
  hasBooth: true,
  boothRatedForSolvent: false,
  repairs: 0,
  replacements: 0,
  daysAgreed: null,
  substrate: 'open-grain hardwood',
  existing: 'clear lacquer',
  bleed: 'tannin',
  beforeLeadBan: false,
  canLeave: true,
  look: 'dead flat',
};
const MAPLE: SurveyFacts = { ...OAK, substrate: 'closed-grain hardwood', bleed: 'none' };
const BOARD: SurveyFacts = { ...MAPLE, substrate: 'MDF', existing: 'raw' };
const RAW_WOOD: SurveyFacts = { ...MAPLE, existing: 'raw' };

/** Where each system is at home. */
const HOME: Record<
  SystemId,
  { facts: SurveyFacts; settings?: Partial<RuleContext['settings']>; isOnSite?: boolean }
> = {
  A: { facts: OAK },
  B: { facts: { ...OAK, bleed: 'none', look: 'hand texture' } },
  C: { facts: { ...OAK, newColour: '#2c2f6e' } },
  D: { facts: MAPLE },
  E: { facts: { ...MAPLE, substrate: 'softwood', bleed: 'knots' } },
  F: { facts: BOARD },
  G: { facts: MAPLE, settings: { hasBooth: false } },
  H: { facts: { ...MAPLE, substrate: 'foil or laminate' } },
  I: { facts: { ...MAPLE, canLeave: false }, isOnSite: true },
  J: { facts: { ...MAPLE, look: 'soft matt', room: 'kitchen' } },
  K: { facts: { ...RAW_WOOD, look: 'clear wood' } },
  L: { facts: MAPLE, settings: { boothRatedForSolvent: true } },
  M: { facts: { ...RAW_WOOD, look: 'hand texture' } },
  N: { facts: MAPLE, isOnSite: true },
  O: { facts: { ...MAPLE, existing: 'water paint', oldColour: '#e2ddcf' } },
  P: { facts: { ...MAPLE, bleed: 'dye', pulls: 'bare hands', room: 'kitchen' } },
};

const DOOR: PieceSpec = { ...PIECE_DEFAULTS, tag: 'D1', widthMm: 400, heightMm: 720 };

interface Surroundings {
  facts?: Partial<SurveyFacts>;
  options?: Partial<ZoneOptions>;
  sheets?: Record<string, Partial<ProductSheet>>;
  settings?: Partial<RuleContext['settings']>;
  climate?: RuleContext['climate'];
  isOnSite?: boolean;
  pieces?: Partial<Piece>[];
  verdicts?: Piece['verdict'][];
}

function contextOf(systemId: SystemId, change: Surroundings = {}): RuleContext {
  const home = HOME[systemId];
  const sheets: Record<string, ProductSheet> = { ...GENERIC_PRODUCTS };
  for (const [key, part] of Object.entries(change.sheets ?? {})) sheets[key] = { ...sheets[key]!, ...part };
  const settings = { ...DEFAULT_SHOP_SETTINGS, ...home.settings, ...change.settings };
  const options = { ...FINISHING_SYSTEMS[systemId].defaults, ...change.options };
  const isOnSite = change.isOnSite ?? home.isOnSite ?? false;
  const pieces = (change.pieces ?? [{}]).map((part, index) => ({
    ...DOOR,
    id: String(index),
    zoneId: '',
    position: index,
    ...part,
  }));
  const drafts = unfoldSystem({
    systemId,
    options,
    sheets,
    shop: settings,
    isOnSite,
    verdicts: change.verdicts ?? [],
  });
  if (!drafts.ok) throw new Error(drafts.message);
  return {
    steps: drafts.value,
    sheets,
    facts: { ...home.facts, ...change.facts },
    pieces,
    options,
    settings,
    climate: change.climate ?? { airC: 20, rhPct: 50 },
    isOnSite,
  };
}

const without = (context: RuleContext, ...keys: string[]): RuleContext => ({
  ...context,
  steps: context.steps.filter(({ key }) => !keys.includes(key)),
});
const changed = (context: RuleContext, key: string, part: Partial<StepDraft>): RuleContext => ({
  ...context,
  steps: applyEdits(context.steps, [{ kind: 'change', key, part }]),
});
const moved = (context: RuleContext, key: string, before: string | null): RuleContext => ({
  ...context,
  steps: applyEdits(context.steps, [{ kind: 'move', key, before }]),
});
function inserted(context: RuleContext, before: string | null, part: Partial<StepDraft>): RuleContext {
  const step = { ...context.steps[0]!, labour: context.steps[0]!.labour, ...part } as StepDraft;
  return { ...context, steps: applyEdits(context.steps, [{ kind: 'insert', before, step }]) };
}

const grave = (findings: readonly Finding[]) => findings.filter(({ severity }) => severity !== 'advise');
const codes = (context: RuleContext) => checkSequence(context).map(({ code }) => code);

describe.each(SYSTEM_IDS)('system %s at home', (systemId) => {
  it('passes its own rules', () => {
    expect(
      grave(checkSequence(contextOf(systemId))).map(({ code, at, why }) => `${code} at ${at}: ${why}`),
    ).toEqual([]);
  });

  it('passes them with raw replacements and repairs among its pieces', () => {
    const mixed = contextOf(systemId, {
      verdicts: ['finish', 'repair', 'replace'],
      pieces: [{}, { verdict: 'repair' }, { verdict: 'replace' }],
    });
    const stops = checkSequence(mixed).filter(({ severity }) => severity === 'stop');
    expect(stops.map(({ code, at, why }) => `${code} at ${at}: ${why}`)).toEqual([]);
  });
});

interface Case {
  code: string;
  /** Trips the rule. */
  trips: () => RuleContext;
  /** As near as it gets without tripping it. */
  spares: () => RuleContext;
  /** Whether the first fix must clear it. */
  isFixed?: boolean;
}

const D = (change?: Surroundings) => contextOf('D', change);

const CASES: Case[] = [
  {
    code: 'clean-before-key',
    trips: () => moved(D(), 'clean-1', 'clean-2'),
    spares: () => D(),
    isFixed: true,
  },
  {
    code: 'clean-before-key',
    trips: () => without(D(), 'clean-1', 'clean-2'),
    spares: () => ({ ...without(D(), 'clean-1'), facts: RAW_WOOD }),
    isFixed: true,
  },
  {
    code: 'clean-after-key',
    trips: () => without(D(), 'clean-2'),
    spares: () => moved(D(), 'clean-2', 'dust-prime'),
    isFixed: true,
  },
  {
    code: 'soil-passes',
    trips: () => D({ facts: { soil: 'heavy' } }),
    spares: () => D({ facts: { soil: 'kitchen' } }),
    isFixed: true,
  },
  { code: 'dust-before-film', trips: () => without(D(), 'dust-colour-1'), spares: () => D(), isFixed: true },
  {
    code: 'key-old-finish',
    trips: () => without(D(), 'key'),
    spares: () => changed(D(), 'key', { operation: 'degloss', grit: null }),
    isFixed: true,
  },
  {
    code: 'thin-face',
    trips: () => D({ facts: { isThinFace: true } }),
    spares: () => changed(D({ facts: { isThinFace: true } }), 'key', { grit: 320 }),
    isFixed: true,
  },
  {
    code: 'closed-surface-grit',
    trips: () => changed(contextOf('H'), 'key', { grit: 120 }),
    spares: () => changed(contextOf('H'), 'key', { grit: 180 }),
    isFixed: true,
  },
  {
    code: 'grit-coarse-between',
    trips: () => changed(D(), 'sand-colour-1', { grit: 150 }),
    spares: () => changed(D(), 'sand-colour-1', { grit: 180 }),
    isFixed: true,
  },
  {
    code: 'grit-fine-under',
    trips: () => changed(D(), 'sand-colour-1', { grit: 600 }),
    spares: () => changed(D(), 'sand-colour-1', { grit: 400 }),
    isFixed: true,
  },
  {
    code: 'grit-ladder',
    trips: () => changed(contextOf('F'), 'ease', { grit: 80 }),
    spares: () => changed(contextOf('F'), 'ease', { grit: 120 }),
    isFixed: true,
  },
  {
    code: 'dry-to-sand',
    trips: () => changed(D(), 'sand-prime', { waitFor: 'none' }),
    spares: () => changed(D(), 'sand-prime', { waitFor: 'recoat' }),
    isFixed: true,
  },
  { code: 'sand-primer', trips: () => without(D(), 'sand-prime'), spares: () => D(), isFixed: true },
  {
    code: 'stain-block',
    trips: () => D({ facts: { bleed: 'dye' } }),
    spares: () => D({ facts: { bleed: 'dye', newColour: '#20242f' } }),
    isFixed: true,
  },
  {
    code: 'stain-block-weak',
    trips: () => D({ facts: { bleed: 'dye' }, options: { primerKey: 'waterborne-block-primer' } }),
    spares: () => contextOf('E'),
    isFixed: true,
  },
  {
    code: 'open-grain-pale',
    trips: () => contextOf('E', { facts: { substrate: 'open-grain hardwood' } }),
    spares: () => contextOf('E', { facts: { substrate: 'open-grain hardwood', look: 'grain showing' } }),
  },
  {
    code: 'fill-wasted',
    trips: () => contextOf('A', { facts: { newColour: '#2c2f6e' } }),
    spares: () => contextOf('A', { facts: { newColour: '#7a8a80' } }),
    isFixed: true,
  },
  {
    code: 'board-edges',
    trips: () => without(contextOf('F'), 'seal-edges'),
    spares: () => ({
      ...without(contextOf('F'), 'seal-edges'),
      facts: { ...BOARD, existing: 'water paint' },
    }),
    isFixed: true,
  },
  { code: 'sharp-edges', trips: () => without(contextOf('F'), 'ease'), spares: () => contextOf('F') },
  {
    code: 'adhesion-primer',
    trips: () => contextOf('H', { options: { primerKey: 'acrylic-primer' } }),
    spares: () => contextOf('H'),
    isFixed: true,
  },
  {
    code: 'spot-prime',
    trips: () => contextOf('D', { verdicts: ['repair'], options: { primerCoats: 0 } }),
    spares: () => contextOf('D', { verdicts: ['repair'] }),
    isFixed: true,
  },
  {
    code: 'layer-no',
    trips: () =>
      D({ options: { colourKey: 'precat-lacquer-satin' }, settings: { boothRatedForSolvent: true } }),
    spares: () => contextOf('L'),
  },
  {
    code: 'layer-unknown',
    trips: () => D({ sheets: { 'urethane-enamel-satin': { layerClass: 'unknown' } } }),
    spares: () => D(),
  },
  { code: 'layer-scuff', trips: () => without(contextOf('A'), 'sand-prime'), spares: () => contextOf('A') },
  {
    code: 'mineral-sealed',
    trips: () => contextOf('J', { options: { clearCoats: 0 } }),
    spares: () => contextOf('J', { options: { clearCoats: 0 }, facts: { room: 'living room' } }),
  },
  {
    code: 'thinning-max',
    trips: () => changed(D(), 'colour-1', { thinning: { convention: 'on-paint', value: 11 } }),
    spares: () => changed(D(), 'colour-1', { thinning: { convention: 'on-paint', value: 10 } }),
    isFixed: true,
  },
  // 10 % of the mix is 11.1 % on the paint.
  {
    code: 'thinning-max',
    trips: () => changed(D(), 'colour-1', { thinning: { convention: 'of-mix', value: 10 } }),
    spares: () => changed(D(), 'colour-1', { thinning: { convention: 'of-mix', value: 9 } }),
    isFixed: true,
  },
  {
    code: 'wft-range',
    trips: () => changed(D(), 'colour-1', { wftUm: 116 }),
    spares: () => changed(D(), 'colour-1', { wftUm: 115 }),
    isFixed: true,
  },
  {
    code: 'sag-vertical',
    trips: () => changed(D(), 'colour-1', { wftUm: 151 }),
    spares: () => changed(D({ options: { laying: 'flat' } }), 'colour-1', { wftUm: 151 }),
    isFixed: true,
  },
  {
    code: 'film-total-product',
    trips: () => contextOf('L', { sheets: { 'precat-lacquer-satin': { maxTotalDftUm: 30 } } }),
    spares: () => contextOf('L'),
    isFixed: true,
  },
  {
    code: 'film-total',
    trips: () => contextOf('A', { options: { primerCoats: 3, colourCoats: 4, primerKey: 'build-primer' } }),
    spares: () => contextOf('A'),
  },
  {
    code: 'hiding',
    trips: () =>
      D({
        sheets: { 'urethane-enamel-satin': { contrastRatio: 0.6 }, 'bonding-primer': { contrastRatio: 0.3 } },
      }),
    spares: () =>
      D({
        sheets: { 'urethane-enamel-satin': { contrastRatio: 0.6 }, 'bonding-primer': { contrastRatio: 0.3 } },
        facts: { oldColour: '#e2ddcf' },
      }),
  },
  { code: 'one-colour-coat', trips: () => D({ options: { colourCoats: 1 } }), spares: () => D() },
  {
    code: 'applicator',
    trips: () =>
      changed(D({ sheets: { 'urethane-enamel-satin': { applicators: ['roller'] } } }), 'colour-1', {
        applicator: 'turbine',
        place: 'booth',
      }),
    spares: () => D(),
    isFixed: true,
  },
  {
    code: 'climate',
    trips: () => D({ climate: { airC: 8, rhPct: 50 } }),
    spares: () => D({ climate: { airC: 10, rhPct: 50 } }),
  },
  {
    code: 'solvent-spray',
    trips: () => changed(contextOf('A'), 'prime-1', { applicator: 'turbine', place: 'booth' }),
    spares: () =>
      changed(contextOf('A', { settings: { boothRatedForSolvent: true } }), 'prime-1', {
        applicator: 'turbine',
        place: 'booth',
      }),
    isFixed: true,
  },
  {
    code: 'spray-place',
    trips: () => changed(contextOf('G'), 'colour-1', { applicator: 'turbine', place: 'booth' }),
    spares: () => contextOf('G'),
    isFixed: true,
  },
  {
    code: 'isocyanate',
    trips: () => D({ options: { colourKey: 'two-part-enamel-satin' } }),
    spares: () => D(),
  },
  {
    code: 'lead',
    trips: () => D({ facts: { beforeLeadBan: true } }),
    spares: () => D({ facts: { beforeLeadBan: true, leadTest: 'negative' } }),
  },
  {
    code: 'vulnerable',
    trips: () => contextOf('N', { facts: { vulnerable: true, canLeave: false } }),
    spares: () => contextOf('I', { facts: { vulnerable: true } }),
  },
  {
    code: 'loose-film',
    trips: () => D({ facts: { adhesionGrade: 3 } }),
    spares: () => D({ facts: { adhesionGrade: 2 } }),
  },
  {
    code: 'skin-oil',
    trips: () => contextOf('J', { options: { clearCoats: 0 }, facts: { pulls: 'bare hands' } }),
    spares: () => contextOf('J', { facts: { pulls: 'bare hands' } }),
  },
  {
    code: 'pack-clock',
    trips: () => changed(D(), 'pack', { waitFor: 'handle' }),
    spares: () => changed(D(), 'pack', { waitFor: 'refit' }),
    isFixed: true,
  },
  {
    code: 'refit-clock',
    trips: () => changed(D(), 'refit', { waitFor: 'pack' }),
    spares: () => D(),
    isFixed: true,
  },
  {
    code: 'recoat-clock',
    trips: () => changed(D(), 'colour-2', { waitFor: 'none' }),
    spares: () => D(),
    isFixed: true,
  },
  { code: 'hooks-late', trips: () => moved(D(), 'hang', 'colour-1'), spares: () => D(), isFixed: true },
  { code: 'no-look-over', trips: () => without(D(), 'inspect'), spares: () => D(), isFixed: true },
  {
    code: 'caulk-order',
    trips: () => inserted(contextOf('F'), 'dust-prime', { key: 'caulk', name: 'Caulk', operation: 'caulk' }),
    spares: () => inserted(contextOf('F'), 'sand-prime', { key: 'caulk', name: 'Caulk', operation: 'caulk' }),
    isFixed: true,
  },
  {
    code: 'floating-panel',
    trips: () => inserted(D(), 'sand-prime', { key: 'caulk', name: 'Caulk', operation: 'caulk' }),
    spares: () =>
      inserted(D({ pieces: [{ construction: 'slab' }] }), 'sand-prime', {
        key: 'caulk',
        name: 'Caulk',
        operation: 'caulk',
      }),
    isFixed: true,
  },
];

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
    for (const { code, trips } of CASES)
      for (const finding of checkSequence(trips()).filter((candidate) => candidate.code === code)) {
        expect(finding.why).toMatch(/^["“A-Z0-9].*[.]$/);
        for (const { label } of finding.fixes) expect(label).not.toMatch(/\.$/);
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
