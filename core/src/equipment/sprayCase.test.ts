import { describe, expect, it } from 'vitest';
import { pieceOf } from '../../test/pieceOf.ts';
import { gunOf } from '../../test/sampleGun.ts';
import { settingFilmUm, strokeGroups, USUAL_CASE } from '../film/index.ts';
import type { SetUpCard } from '../mixing/index.ts';
import { caseOfStep, startingCase } from './sprayCase.ts';

const STEP = { productKey: 'enamel', stepId: '00000000-0000-4000-8000-0000000000aa', wftUm: 95 };
const NOW = new Date('2027-04-01T08:00:00Z');
const card = (part: Partial<SetUpCard> = {}): SetUpCard => ({
  id: '00000000-0000-4000-8000-000000000001',
  at: '2027-03-20T09:00:00.000Z',
  by: 'Maren',
  productKey: 'enamel',
  stepId: null,
  flowMlMin: 180,
  transfer: 0.7,
  fanMm: 160,
  overlap: 0.5,
  speedCmS: 30,
  distanceMm: 180,
  tip: '',
  orificeUm: 1300,
  pressureBar: null,
  cupSeconds: null,
  outcome: 'well',
  note: '',
  ...part,
});

describe('where a gun starts', () => {
  it('a usual gun where the shop has none, at the speed that gives the film', () => {
    const { setting, distanceMm } = startingCase(undefined, undefined, 75);
    expect(distanceMm).toBe(USUAL_CASE.distanceMm);
    expect(settingFilmUm(setting)).toBeCloseTo(75, 0);
  });

  it('an airless with the fan of its tip at the distance that tips are said for', () => {
    const gun = gunOf({ applicator: 'airless', tip: '310', pressureBar: 103.4 });
    const { setting, referenceMm, distanceMm } = startingCase(gun, 'enamel', 100);
    // Six inches, and 341 mL/min of water of which paint is four fifths.
    expect(setting.fanMm).toBe(152);
    expect(setting.flowMlMin).toBeGreaterThan(265);
    expect(setting.flowMlMin).toBeLessThan(280);
    expect([referenceMm, distanceMm]).toEqual([300, 300]);
    expect(settingFilmUm(setting)).toBeCloseTo(100, 0);
  });
});

describe('how a step is sprayed', () => {
  it('as it went well before, at the speed for the film of the step', () => {
    const of = caseOfStep(gunOf({ setUps: [card()] }), STEP, NOW);
    expect(of.setting).toMatchObject({ flowMlMin: 180, transfer: 0.7, fanMm: 160 });
    expect(of.distanceMm).toBe(180);
    expect(settingFilmUm(of.setting)).toBeCloseTo(95, 0);
  });

  it('afresh where the card is for another product, another needle, or went badly', () => {
    for (const part of [
      { productKey: 'primer' },
      { orificeUm: 1800 },
      { outcome: 'badly' },
    ] as Partial<SetUpCard>[])
      expect(caseOfStep(gunOf({ setUps: [card(part)] }), STEP, NOW)).toEqual(
        startingCase(gunOf({}), 'enamel', 95),
      );
  });
});

describe('pieces by their strokes', () => {
  it('alike ones once, whatever they are called, the most numerous first', () => {
    const door = (tag: string) => ({
      ...pieceOf(400, 720, { construction: 'five-piece', recessMm: 9, bevelMm: 0 }),
      tag,
    });
    const front = (tag: string) => ({ ...pieceOf(400, 140, { construction: 'slab' }), tag });
    const bare = { ...front('F9'), bareEdges: ['top' as const] };
    const groups = strokeGroups(
      [front('F1'), door('D1'), door('D2'), bare, door('D3'), front('F2')],
      USUAL_CASE,
    );
    expect(groups.map(({ pieces }) => pieces.map(({ tag }) => tag))).toEqual([
      ['D1', 'D2', 'D3'],
      ['F1', 'F2'],
      ['F9'],
    ]);
    const edges = groups.map(({ plan }) => plan.strokes.filter(({ of }) => of === 'edge').length);
    expect(edges).toEqual([4, 4, 3]);
  });
});
