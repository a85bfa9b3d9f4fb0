import { describe, expect, it } from 'vitest';
import { codes, contextOf } from '../../test/ruleContext.ts';
import { sampleJob, sampleShop } from '../../test/sample.ts';
import { GENERIC_PRODUCTS, GENERIC_SUPPLIES } from '../catalogue/index.ts';
import { aspectsChanged, type MethodZone, methodEffects, roughCalendar } from '../estimating/index.ts';
import { checkSequence } from '../rules/index.ts';
import { minuteAt } from '../shop/index.ts';
import {
  DEFAULT_METHODS,
  FINISHING_SYSTEMS,
  METHOD_IDS,
  METHODS,
  MethodChoicesSchema,
  type MethodId,
  type Methods,
  methodsOf,
  type StepDraft,
  SYSTEM_IDS,
  type SystemId,
} from './index.ts';

const CHOICES = METHOD_IDS.flatMap((id) => METHODS[id].choices.map((way) => [id, way.id] as const));
/** A system with other ways; which face of a piece comes first only matters where it lies. */
const inWays = (systemId: SystemId, methods: Partial<Methods>) =>
  contextOf(systemId, { methods, ...(methods.faces && { options: { laying: 'flat' as const } }) });
const by = (systemId: SystemId, methods: Partial<Methods>): readonly StepDraft[] =>
  inWays(systemId, methods).steps;
const keys = (steps: readonly StepDraft[]) => steps.map(({ key }) => key);

describe('levels of practice', () => {
  it('let the job count before the shop, and the shop before what ships', () => {
    expect(methodsOf()).toEqual(DEFAULT_METHODS);
    const both = methodsOf({ choices: { coats: 'one-full', overlap: '30' } }, { choices: { overlap: '40' } });
    expect([both.coats, both.overlap, both.tack]).toEqual(['one-full', '40', 'tack']);
  });

  it('are read with their reasons, and refuse a way that nobody knows', () => {
    expect(MethodChoicesSchema.parse(undefined)).toEqual({ choices: {}, reasons: {} });
    const own = { choices: { tack: 'damp' }, reasons: { tack: 'Wax once spoilt a whole rail.' } };
    expect(MethodChoicesSchema.parse(own)).toEqual(own);
    expect(MethodChoicesSchema.safeParse({ choices: { tack: 'spit' }, reasons: {} }).success).toBe(false);
    expect(MethodChoicesSchema.safeParse({ choices: {}, reasons: { nothing: 'x' } }).success).toBe(false);
  });
});

describe('every way', () => {
  it.each(CHOICES.filter(([id, way]) => id !== 'laying' && DEFAULT_METHODS[id] !== way))(
    '%s: %s changes at least one system, keeps keys apart, and gives the same steps twice',
    (id, way) => {
      const changed = SYSTEM_IDS.filter((systemId) => {
        const steps = by(systemId, { [id]: way });
        expect(new Set(keys(steps)).size).toBe(steps.length);
        expect(by(systemId, { [id]: way })).toEqual(steps);
        const usual = by(systemId, { [id]: DEFAULT_METHODS[id as MethodId] });
        return JSON.stringify(steps) !== JSON.stringify(usual);
      });
      // The grit of a satin film is P320 by the film, too.
      expect(changed.length).toBeGreaterThan(0);
    },
  );

  it('raises no stop in a system at home, but for those that it is known for', () => {
    const known: Record<string, string[]> = { 'sand-first': ['clean-before-key'] };
    const stray = CHOICES.flatMap(([id, way]) =>
      SYSTEM_IDS.flatMap((systemId) =>
        checkSequence(inWays(systemId, { [id]: way }))
          .filter(({ severity, code }) => severity === 'stop' && !known[way]?.includes(code))
          .map(({ code, at }) => `${systemId} ${id}=${way}: ${code} at ${at}`),
      ),
    );
    expect(stray).toEqual([]);
  });
});

describe('ways in steps', () => {
  it('backs wholly first: all coats on the backs, a night, all on the fronts; stain on both at once', () => {
    const stained = by('K', { faces: 'backs-first' });
    const films = stained.filter(({ productKey }) => productKey !== null);
    expect(films.map(({ key, faces }) => [key, faces])).toEqual([
      ['stain', 'both'],
      ['clear-1-back', 'back'],
      ['clear-2-back', 'back'],
      ['clear-3-back', 'back'],
      ['clear-1-front', 'front'],
      ['clear-2-front', 'front'],
      ['clear-3-front', 'front'],
    ]);
    expect(films.map(({ dryingMin }) => dryingMin)).toEqual([0, 0, 0, 16 * 60, 0, 0, 0]);
    // Each face has its own sanding and dusting, in the order of its coats.
    const front = stained.filter(({ faces }) => faces === 'front').map(({ operation }) => operation);
    expect(front).toEqual(['dust', 'coat', 'sand', 'dust', 'coat', 'sand', 'dust', 'coat']);
    expect(keys(by('K', { faces: 'by-coat' }))).toEqual(
      keys(contextOf('K', { options: { laying: 'flat' } }).steps),
    );
  });

  it('backs wholly first is nothing for what hangs, and leaves replaced pieces their own preparation', () => {
    const hung = contextOf('D', { methods: { faces: 'backs-first' }, options: { laying: 'hung' } }).steps;
    expect(hung.every(({ faces }) => faces === 'both')).toBe(true);
    const mixed = contextOf('D', {
      methods: { faces: 'backs-first' },
      options: { laying: 'flat' },
      treatments: ['finish', 'replace'],
      pieces: [{}, { treatment: 'replace' }],
    }).steps;
    expect(mixed.filter(({ appliesTo }) => appliesTo === 'new').every(({ faces }) => faces === 'both')).toBe(
      true,
    );
    expect(mixed.filter(({ faces }) => faces === 'front').length).toBeGreaterThan(0);
  });

  it('at a station: sanding and dusting between coats are one task, with a film, an open and a closed foam', () => {
    const steps = by('D', { between: 'station' });
    const stations = steps.filter(({ operation }) => operation === 'station');
    expect(stations.map(({ key, grit }) => [key, grit])).toEqual([
      ['sand-prime', 240],
      ['sand-colour-1', 320],
    ]);
    expect(stations[1]?.applications.map(({ parts, supplyKey }) => [parts.join(), supplyKey])).toEqual([
      ['flats', 'film-320'],
      ['edges,profiles', 'foam-320'],
      ['corners', 'foam-closed-320'],
    ]);
    const at = (key: string) => keys(steps).indexOf(key);
    expect(at('colour-2')).toBe(at('sand-colour-1') + 1);
    expect(steps.filter(({ operation }) => operation === 'dust').map(({ key }) => key)).toEqual([
      'dust-prime',
    ]);
    expect(checkSequence(contextOf('D', { methods: { between: 'station' } }))).toEqual(
      checkSequence(contextOf('D')),
    );
  });

  it('climb: P120 before P180, and the ladder holds', () => {
    const steps = by('D', { firstKey: 'climb' });
    const grits = steps.filter(({ operation }) => operation === 'key').map(({ grit }) => grit);
    expect(grits).toEqual([120, 180]);
    expect(codes(contextOf('D', { methods: { firstKey: 'climb' } }))).not.toContain('grit-ladder');
  });

  it('deglosser: no abrasive, and right before the dusting of the first coat', () => {
    const order = keys(by('D', { firstKey: 'degloss' }));
    expect(order).not.toContain('key');
    expect(order.indexOf('degloss')).toBe(order.indexOf('dust-prime') - 1);
  });

  it('one full coat: half as many, at the thickest film, with nothing left between', () => {
    const steps = by('D', { coats: 'one-full' });
    expect(keys(steps).filter((key) => key.includes('colour'))).toEqual(['dust-colour-1', 'colour-1']);
    expect(steps.find(({ key }) => key === 'colour-1')?.wftUm).toBe(
      GENERIC_PRODUCTS['urethane-enamel-satin']?.wftMaxUm,
    );
    // Three coats become two, with one scuff and one dusting between.
    const three = contextOf('D', { options: { colourCoats: 3 }, methods: { coats: 'one-full' } }).steps;
    expect(keys(three).filter((key) => key.includes('colour'))).toEqual([
      'dust-colour-1',
      'colour-1',
      'sand-colour-1',
      'dust-colour-2',
      'colour-2',
    ]);
  });

  it('overlap: fewer strokes with 1 / (1 − overlap)', () => {
    const perM2 = (overlap: Methods['overlap']) =>
      by('D', { overlap }).find(({ key }) => key === 'colour-1')?.labour.perM2Min;
    // 1.2 min/m² at half overlap; 0.5 / 0.7 of it at 30 %.
    expect([perM2('50'), perM2('40'), perM2('30')]).toEqual([1.2, 1, 0.86]);
  });

  it('smooth coats go on without a scuff where the product bonds to itself, not where it is catalysed', () => {
    expect(keys(by('D', { smooth: 'skip' }))).not.toContain('sand-colour-1');
    expect(keys(by('L', { smooth: 'skip' }))).toContain('sand-colour-1');
  });

  it('filling: always where the system brings none, never where it does', () => {
    expect(keys(by('C', { fill: 'always' }))).toContain('fill-2');
    expect(keys(by('A', { fill: 'never' })).filter((key) => key.includes('fill'))).toEqual([]);
    expect(keys(by('A', { fill: 'always' }))).toEqual(keys(by('A', {})));
    expect(codes(contextOf('A', { methods: { fill: 'never' } }))).toContain('open-grain-pale');
  });

  it('caulk: after the first primer or before it, with its rest', () => {
    const after = by('G', { caulk: 'after-primer' });
    expect(keys(after).indexOf('caulk')).toBe(keys(after).indexOf('prime-1') + 1);
    expect(after.find(({ key }) => key === 'caulk')?.dryingMin).toBe(240);
    expect(codes(contextOf('G', { methods: { caulk: 'before-primer' } }))).toContain('caulk-order');
    expect(codes(contextOf('G', { methods: { joint: 'caulk' } }))).toContain('floating-panel');
  });

  it('a rub-out comes after the last clear coat and waits until it is hard', () => {
    const steps = by('K', { afterLast: 'rub-out' });
    const at = keys(steps).indexOf('rub-out');
    expect(steps[at]).toMatchObject({ grit: 2000, waitFor: 'pack' });
    expect(steps[at - 1]?.key).toBe('clear-3');
    expect(keys(by('D', { afterLast: 'rub-out' }))).not.toContain('rub-out');
  });
});

describe('what ways do to a job', () => {
  const shop = sampleShop();
  const job = sampleJob([{ systemId: 'A', doors: 10, fronts: 6 }], shop);
  const zone: MethodZone = {
    zone: { oldColour: '#4a2e1f', newColour: '#a9cfc0', substrate: null, survey: {} },
    pieces: job.pieces,
    sheets: GENERIC_PRODUCTS,
    supplies: GENERIC_SUPPLIES,
    methods: DEFAULT_METHODS,
    settings: shop.settings,
    timeZone: shop.timeZone,
    climate: { airC: 21, rhPct: 50 },
    people: 2,
    isOnSite: false,
    work: roughCalendar(shop.settings, shop.timeZone, minuteAt('2026-11-23', '00:00', shop.timeZone)),
    systemId: 'A',
    options: { ...FINISHING_SYSTEMS.A.defaults, laying: 'hung' },
  };
  const { now, choices } = methodEffects([zone], DEFAULT_METHODS);

  it('shows filling as the dearest part of preparation', () => {
    expect(now.hours - choices.fill.never!.hours).toBeGreaterThan(4);
    expect(choices.fill.never!.days).toBeLessThanOrEqual(now.days);
    expect(choices.fill.never!.steps).toBe(now.steps - 4);
  });

  it('names what is otherwise where neither time nor money tells it, and nothing for the same way', () => {
    const silent = Object.values(choices)
      .flatMap((each) => Object.values(each))
      .filter(
        (then) =>
          then !== now &&
          then.steps === now.steps &&
          Math.abs(then.hours - now.hours) < 0.05 &&
          then.days === now.days &&
          then.material === now.material,
      );
    expect(silent.length).toBeGreaterThan(0);
    expect(silent.some((then) => aspectsChanged(now, then).length > 0)).toBe(true);
    expect(aspectsChanged(now, now)).toEqual([]);
    const coarser = structuredClone(now);
    coarser.likeness.grit = coarser.likeness.grit.replace(/220/, '180');
    expect(coarser.likeness.grit).not.toBe(now.likeness.grit);
    expect(aspectsChanged(now, coarser)).toEqual(['grit']);
  });

  it('shows one full coat as fewer steps, hours and litres, and a far gun as more paint alone', () => {
    expect(choices.coats['one-full']!.steps).toBeLessThan(now.steps);
    expect(choices.coats['one-full']!.hours).toBeLessThan(now.hours);
    expect(choices.coats['one-full']!.material).toBeLessThan(now.material);
    expect(choices.hold.far!.material).toBeGreaterThan(now.material);
    // More paint alone: no more strokes, only more of it to strain, at 2 min a litre.
    expect(choices.hold.far!.hours).toBeGreaterThan(now.hours);
    expect(choices.hold.far!.hours).toBeCloseTo(now.hours, 1);
  });

  it('shows lying flat as more days than hanging', () => {
    expect(choices.laying.flat!.days).toBeGreaterThan(choices.laying.hung!.days);
    expect(choices.laying.flat!.hours).toBeGreaterThan(choices.laying.hung!.hours);
  });

  it('adds zones up, with the slowest for the days, and says the same for the way that counts', () => {
    const two = methodEffects(
      [zone, { ...zone, systemId: 'D', options: FINISHING_SYSTEMS.D.defaults }],
      DEFAULT_METHODS,
    );
    expect(two.now.hours).toBeGreaterThan(now.hours);
    expect(two.now.days).toBe(now.days);
    for (const id of METHOD_IDS) expect(two.choices[id][DEFAULT_METHODS[id]]).toEqual(two.now);
  });
});
