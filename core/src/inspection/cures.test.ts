import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { contextOf, grave } from '../../test/ruleContext.ts';
import type { Piece } from '../pieces/index.ts';
import { applyEdits, checkSequence, type RuleContext } from '../rules/index.ts';
import { type StepDraft, SYSTEM_IDS, type SystemId, stepAppliesTo } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import {
  CURES,
  type CureCase,
  type CureOption,
  curesFor,
  DEFECTS,
  type Defect,
  type FindingSeverity,
  SEVERITIES,
  type Spot,
  vanishesUnder,
  waysFor,
} from './index.ts';

const FACE: Spot = { side: 'front', part: 'face', x: 0.5, y: 0.5 };

function caseOf(
  context: RuleContext,
  lastDone: string | null,
  defect: Defect,
  severity: FindingSeverity = 'visible',
  spot: Spot = FACE,
): CureCase {
  const { steps, sheets, supplies, pieces } = context;
  return {
    finding: { defect, severity, spot },
    piece: pieces[0] as Piece,
    steps,
    lastDone,
    sheets,
    supplies,
    ground: {
      isClosed: context.facts.substrate === 'foil or laminate',
      isThinFace: context.facts.isThinFace === true,
    },
  };
}

const named = ({ steps }: CureOption) => steps.map(({ name }) => name);

/** Steps of a piece in words, in the order in which it goes through them. */
const way = (steps: readonly StepDraft[], piece: Piece) =>
  steps.filter((step) => stepAppliesTo(step, piece)).map(({ key }) => key);

describe('curesFor', () => {
  const context = contextOf('D', { pieces: [{}, {}] });
  const [piece, other] = context.pieces as [Piece, Piece];

  it('levels a run in the last coat once it is hard, and coats the face again', () => {
    const [level] = curesFor(caseOf(context, 'colour-2', 'run'));
    expect(level?.cure).toBe('level-recoat');
    expect(named(level!)).toEqual(['Level the spot P320', 'Dust off', 'Colour 2 again']);
    expect(level!.steps.map(({ waitFor }) => waitFor)).toEqual(['handle', 'sand', 'recoat']);
    expect(level!.steps[2]).toMatchObject({
      faces: 'front',
      pieceIds: [piece.id],
      productKey: context.steps.find(({ key }) => key === 'colour-2')?.productKey,
    });
    expect(level!.isCoveredLater).toBe(false);
    const [paint, ...more] = level!.materials;
    expect([paint?.productKey, more]).toEqual([level!.steps[2]?.productKey, []]);
    // A front of 0.29 m² with its edges and recess walls at 100 µm, doubled by what misses, and what stays in cup and hose.
    expect(paint!.paintMl).toBeGreaterThan(40);
    expect(paint!.paintMl).toBeLessThan(250);
  });

  it('gives a soft film time only while it hardens; then it washes, keys and coats with a film that stands hands', () => {
    const young = curesFor(caseOf(context, 'refit', 'soft'));
    expect(young.map(({ cure }) => cure)).toEqual(['wait', 'hard-topcoat', 'strip']);
    const old = curesFor({ ...caseOf(context, 'refit', 'soft'), isHardened: true });
    expect(old.map(({ cure }) => cure)).toEqual(['hard-topcoat', 'strip']);
    const [topcoat] = old;
    expect(named(topcoat!)).toEqual(['Degrease and rinse', 'Scuff P320', 'Dust off', 'Harder topcoat']);
    expect(context.sheets[topcoat!.steps.at(-1)?.productKey ?? '']).toMatchObject({
      role: 'colour',
      resistsSkinOil: true,
    });
    // Where nothing that the shop has stands hands, it is not offered.
    const soft = Object.fromEntries(
      Object.entries(context.sheets).map(([key, sheet]) => [key, { ...sheet, resistsSkinOil: false }]),
    );
    const bare = curesFor({ ...caseOf(context, 'refit', 'soft'), sheets: soft, isHardened: true });
    expect(bare.map(({ cure }) => cure)).toEqual(['strip']);
  });

  it('leaves the recoat to the coat that is still to come', () => {
    const [level] = curesFor(caseOf(context, 'colour-1', 'run'));
    expect(named(level!)).toEqual(['Level the spot P320']);
    expect(level!.isCoveredLater).toBe(true);
  });

  it('takes nibs off with the sanding that comes anyway, and with one of its own after the last coat', () => {
    expect(named(curesFor(caseOf(context, 'prime-1', 'nibs'))[0]!)).toEqual([]);
    expect(named(curesFor(caseOf(context, 'colour-2', 'nibs'))[0]!)).toEqual([
      'Scuff P320',
      'Dust off',
      'Colour 2 again',
    ]);
  });

  it('seals a stain with what holds it, on the spot or all over', () => {
    const spot = curesFor(caseOf(context, 'colour-1', 'bleed', 'slight'));
    expect(spot.map(({ cure }) => cure)).toEqual(['block-spot', 'block-whole']);
    expect(spot[0]!.steps.at(-1)).toMatchObject({ productKey: 'shellac-block-primer', isEdgesOnly: true });
    const whole = curesFor(caseOf(context, 'colour-1', 'bleed', 'serious'));
    expect(whole.map(({ cure }) => cure)).toEqual(['block-whole', 'block-spot']);
    const without: RuleContext = {
      ...context,
      sheets: { 'bonding-primer': context.sheets['bonding-primer']! },
    };
    expect(curesFor(caseOf(without, 'colour-1', 'bleed'))).toEqual([]);
  });

  it('strips a film that has let go, and builds it up again', () => {
    const [strip] = curesFor(caseOf(context, 'colour-1', 'wrinkle'));
    const films = strip!.steps.filter((step) => does(step, 'laysFilm')).map(({ key }) => key);
    expect(films).toEqual(['mend-prime-1', 'mend-colour-1']);
    expect(strip!.steps[0]?.cautions).toContain('Old paint below? Test for lead before sanding through it.');
    expect(strip!.minutes).toBeGreaterThan(60);
    expect(curesFor(caseOf(context, null, 'wrinkle'))).toEqual([]);
  });

  it('knows what goes away by itself, and what does not', () => {
    expect(vanishesUnder(caseOf(context, 'prime-1', 'nibs', 'slight'))).toBe('Sand primer P240');
    expect(vanishesUnder(caseOf(context, 'colour-1', 'flashing', 'visible'))).toBe('Colour 2');
    expect(vanishesUnder(caseOf(context, 'colour-2', 'nibs', 'slight'))).toBeNull();
    expect(vanishesUnder(caseOf(context, 'colour-1', 'flashing', 'serious'))).toBeNull();
    expect(vanishesUnder(caseOf(context, 'colour-1', 'run', 'slight'))).toBeNull();
  });

  it('stands right behind what the piece has had, and concerns no other piece', () => {
    for (const option of curesFor(caseOf(context, 'colour-1', 'thin-cover'))) {
      const steps = applyEdits(context.steps, option.edits);
      expect(way(steps, other)).toEqual(way(context.steps, other));
      const mine = way(steps, piece);
      expect(mine.slice(mine.indexOf('colour-1') + 1)[0]).toBe(option.steps[0]?.key);
    }
  });

  it('can be given twice: every step has a name of its own', () => {
    const first = curesFor(caseOf(context, 'colour-2', 'run'))[0]!;
    const steps = applyEdits(context.steps, first.edits);
    const second = curesFor({ ...caseOf(context, 'mend-coat', 'run'), steps })[0]!;
    const twice = applyEdits(steps, second.edits);
    expect(new Set(twice.map(({ key }) => key)).size).toBe(twice.length);
    expect(way(twice, piece)).toEqual(
      expect.arrayContaining(['mend-level', 'mend-coat', 'mend-level~2', 'mend-coat~2']),
    );
  });

  it('knows a way for every defect, and needs every way', () => {
    const used = new Set(
      DEFECTS.flatMap((defect) => SEVERITIES.flatMap((severity) => [...waysFor({ defect, severity })])),
    );
    expect([...used].sort()).toEqual([...CURES].sort());
  });
});

/** What a master would object to, whichever step it is at: the same again at a copied step is no new objection. */
const objections = (context: RuleContext) => new Set(grave(checkSequence(context)).map(({ code }) => code));

describe.each(SYSTEM_IDS as readonly SystemId[])('the cures of system %s', (systemId) => {
  it('pass the rules, wherever they are put in', () => {
    const context = contextOf(systemId, { pieces: [{}, {}] });
    const before = objections(context);
    const done = context.steps.filter(({ key }) => !key.startsWith('pack') && !key.startsWith('refit'));
    const refused = new Set<string>();
    let tried = 0;
    for (const { key } of done)
      for (const defect of DEFECTS)
        for (const severity of ['slight', 'serious'] as const)
          for (const option of curesFor(caseOf(context, key, defect, severity))) {
            const steps = applyEdits(context.steps, option.edits);
            for (const code of objections({ ...context, steps }))
              if (!before.has(code)) refused.add(`${option.cure} of ${defect} after ${key}: ${code}`);
            tried += 1;
          }
    expect([...refused]).toEqual([]);
    expect(tried).toBeGreaterThan(100);
  });
});
