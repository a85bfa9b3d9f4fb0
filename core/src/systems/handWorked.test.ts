import { describe, expect, it } from 'vitest';
import { contextOf } from '../../test/ruleContext.ts';
import { sampleId } from '../../test/sample.ts';
import { SHAKER_DOOR as DOOR, moveOn as move } from '../../test/shakerDoor.ts';
import { GENERIC_PRODUCTS, GENERIC_SUPPLIES, type ProductSheet } from '../catalogue/index.ts';
import { coatAmounts, dryFilmOf } from '../mixing/index.ts';
import type { CoatSide, Piece } from '../pieces/index.ts';
import { takenOffUm } from '../rules/index.ts';
import {
  type Application,
  memberOrder,
  minutesOfStep,
  type Step,
  StepSchema,
  suppliesOfStep,
  toolsOf,
} from './index.ts';
import { applicatorLabour } from './steps.ts';
import { YARDSTICKS } from './yardsticks.ts';

// Ten coats worked out with a rule and a pencil. A door of 500 × 700 × 20 with a frame of 70 and recesses of 8 on both sides: edges
// 0.048 m², recess walls 0.02944 m², flats 0.700 m², in all 0.77744 m²; its panel outlines are 1.84 m on each side. Strokes of a fan
// of 250 mm at half overlap along its length: 5 strokes of 840 mm at 125 mm, so 0.35 / 0.525 = 0.6667 of the spray meets it.

/** 600 × 720 × 560: 1.9104 m² inside, of which 4.88 m of corners × 100 mm = 0.488 m² are for no roller. */
const BOX: Piece = {
  ...DOOR,
  kind: 'box-interior',
  construction: 'box',
  widthMm: 600,
  heightMm: 720,
  depthMm: 560,
  // Taken out, and worked in the shop.
  way: 'shop',
  finishBack: false,
  finishEdges: false,
};
const SHEET = GENERIC_PRODUCTS['alkyd-enamel-satin'] as ProductSheet;

const AROUND: Application['parts'] = ['edges', 'profiles'];
const WHOLE: Application['parts'] = ['edges', 'profiles', 'flats'];

/** A coat of 105 µm wet at 40 % of solids, not thinned, by one tool unless moves say otherwise. */
function coat(tool: NonNullable<Step['applicator']>, part: Partial<Step> = {}): Step {
  const step = contextOf('D').steps.find(({ key }) => key === 'colour-1')!;
  return StepSchema.parse({
    ...step,
    id: sampleId(2, 1),
    zoneId: sampleId(1, 1),
    position: 0,
    productKey: 'alkyd-enamel-satin',
    wftUm: 105,
    thinning: { convention: 'on-paint', value: 0 },
    applicator: tool,
    labour: applicatorLabour(tool),
    ...part,
  });
}

interface Worked {
  name: string;
  step: Step;
  piece?: Piece;
  side?: CoatSide;
  /** µm dry. */
  film: number;
  /** mL of mix, with what stays in the tools. */
  mixMl: number;
  /** Minutes on the piece. */
  minutes: number;
  tools: string[];
}

const brushAndMohair = [move({ parts: AROUND, applicator: 'brush' }), move({ applicator: 'roller-mohair' })];

const WORKED: Worked[] = [
  {
    name: 'all of it by a mohair roller: 81.63 / 0.92 + 80 in the tray',
    step: coat('roller-mohair'),
    film: 42,
    mixMl: 168.73,
    minutes: 18.22,
    tools: ['roller-mohair'],
  },
  {
    name: 'edges and profiles by brush, 8.131 / 0.95 + 30, flats by mohair, 73.5 / 0.92 + 80',
    step: coat('roller-mohair', { applications: brushAndMohair }),
    film: 42,
    mixMl: 198.45,
    minutes: 18.57,
    tools: ['brush', 'roller-mohair'],
  },
  {
    name: 'the same, tipped off with the brush at a third of its time: no more paint, 2.33 min more',
    step: coat('roller-mohair', {
      applications: [...brushAndMohair, move({ parts: WHOLE, applicator: 'brush', laysOff: true })],
    }),
    film: 42,
    mixMl: 198.45,
    minutes: 20.9,
    tools: ['brush', 'roller-mohair'],
  },
  {
    name: 'edges and profiles by turbine, 8.131 / (0.65 × 0.6667) + 60, flats by mohair',
    step: coat('turbine', {
      applications: [move({ parts: AROUND, applicator: 'turbine' }), move({ applicator: 'roller-mohair' })],
    }),
    film: 42,
    mixMl: 238.65,
    minutes: 3.74,
    tools: ['turbine', 'roller-mohair'],
  },
  {
    name: 'edges by brush, 5.04 / 0.95 + 30, the rest by turbine, 76.59 / 0.4333 + 60',
    step: coat('turbine', {
      applications: [
        move({ parts: ['edges'], applicator: 'brush' }),
        move({ parts: ['profiles', 'flats'], applicator: 'turbine' }),
      ],
    }),
    film: 42,
    mixMl: 272.05,
    minutes: 1.81,
    tools: ['brush', 'turbine'],
  },
  {
    name: 'brushed with 10 % conditioner: as much mix, a film of 42 / 1.1',
    step: coat('brush', { conditionerPct: 10 }),
    film: 38.18,
    mixMl: 115.93,
    minutes: 21.72,
    tools: ['brush'],
  },
  {
    name: 'two light passes by turbine, 5 % thinner: each 1.433 min, and 8.567 of 10 min flash-off waited for',
    step: coat('turbine', {
      passes: 2,
      flashMin: 10,
      thinning: { convention: 'on-paint', value: 5 },
    }),
    film: 40,
    mixMl: 248.38,
    minutes: 11.43,
    tools: ['turbine'],
  },
  {
    name: 'the front alone by brush and mohair: edges 0.048, one recess 0.01472, flats 0.35',
    step: coat('roller-mohair', { applications: brushAndMohair, faces: 'front' }),
    side: 'front',
    film: 42,
    mixMl: 156.88,
    minutes: 9.5,
    tools: ['brush', 'roller-mohair'],
  },
  {
    // A fan of 240 mm, 6 strokes of 860 mm: 0.432 / 0.6192 = 0.6977; 51.24 / (0.45 × 0.6977) + 40, and 149.35 / 0.92 + 80.
    name: 'a box: its corners by a gravity gun, the rest by roller',
    step: coat('compressor', {
      applications: [move({ parts: AROUND, applicator: 'compressor' }), move({ applicator: 'roller' })],
    }),
    piece: BOX,
    film: 42,
    mixMl: 445.55,
    minutes: 6.92,
    tools: ['compressor', 'roller'],
  },
  {
    name: 'a heavier film on the flats alone counts as the film: 120 µm there, 105 around',
    step: coat('roller-mohair', {
      applications: [
        move({ parts: AROUND, applicator: 'brush' }),
        move({ applicator: 'roller-mohair', wftUm: 120 }),
      ],
    }),
    film: 48,
    mixMl: 209.86,
    minutes: 18.57,
    tools: ['brush', 'roller-mohair'],
  },
];

describe('a coat by its applications', () => {
  it.each(WORKED)('$name', ({ step, piece = DOOR, side = 'all', film, mixMl, minutes, tools }) => {
    expect(dryFilmOf(step, SHEET)).toBeCloseTo(film, 2);
    expect(coatAmounts(step, SHEET, [piece], side, false)?.mixMl).toBeCloseTo(mixMl, 1);
    expect(minutesOfStep(step, [piece], side, undefined).handsOnMin).toBeCloseTo(minutes, 1);
    expect(toolsOf(step)).toEqual(tools);
  });
});

describe('sanding at the station', () => {
  const station = coat('brush', {
    operation: 'station',
    productKey: null,
    applicator: null,
    wftUm: null,
    thinning: null,
    grit: 320,
    labour: YARDSTICKS.station,
    applications: [
      move({ byMachine: true, supplyKey: 'film-320' }),
      move({ parts: AROUND, supplyKey: 'foam-320' }),
      move({ parts: ['corners'], supplyKey: 'foam-closed-320' }),
    ],
  });

  it('takes 4 min/m² on the flats, half as much again by hand, 3 s a corner, and a minute to look', () => {
    const { setupMin, handsOnMin } = minutesOfStep(station, [DOOR], 'all', undefined);
    // 1 + 4 × 0.7 + 6 × 0.07744 + 0.5 × 3.68 + 8 × 0.05 × 1.5
    expect(handsOnMin).toBeCloseTo(6.7046, 4);
    expect(setupMin).toBe(5 + 2 * 2);
    // A slab has neither profiles nor corners; a box has eight.
    const slab = { ...DOOR, construction: 'slab' as const, girthMm: 0 };
    expect(minutesOfStep(station, [slab], 'all', undefined).handsOnMin).toBeCloseTo(
      1 + 4 * 0.7 + 6 * 0.048,
      4,
    );
    const corners = { ...station, applications: [move({ parts: ['corners'] })] };
    expect(minutesOfStep(corners, [BOX], 'all', undefined).handsOnMin).toBeCloseTo(1 + 8 * 0.05 * 1.5, 4);
  });

  it('wears film and both foams, and takes 4 µm off', () => {
    const used = suppliesOfStep(station, GENERIC_SUPPLIES, [DOOR]).map(({ key }) => key);
    expect(used).toEqual(['film-320', 'foam-320', 'foam-closed-320']);
    expect(takenOffUm(station, undefined)).toBe(4);
  });
});

describe('the order of members', () => {
  const members = (step: Step, piece: Piece) => memberOrder(step, piece).map(({ member }) => member);

  it('is along the grain by hand, the outer edges last; by gun into the recess and along the edges first', () => {
    expect(members(coat('brush'), DOOR)).toEqual(['recess', 'panel', 'rails', 'stiles', 'edges']);
    expect(members(coat('turbine'), DOOR)).toEqual(['recess', 'edges', 'panel', 'rails', 'stiles']);
  });

  it('goes move by move, and does not count what only lays off', () => {
    const step = coat('roller-mohair', {
      applications: [...brushAndMohair, move({ parts: WHOLE, applicator: 'brush', laysOff: true })],
    });
    expect(memberOrder(step, DOOR).map(({ member, move: at }) => [member, at])).toEqual([
      ['recess', 1],
      ['edges', 1],
      ['panel', 2],
      ['rails', 2],
      ['stiles', 2],
    ]);
  });

  it('has no panel where there is glass or nothing, and only a face and edges on a slab', () => {
    const slab = { ...DOOR, construction: 'slab' as const, girthMm: 0 };
    expect(members(coat('brush'), slab)).toEqual(['face', 'edges']);
    expect(members(coat('brush'), { ...slab, finishEdges: false })).toEqual(['face']);
    const open = { ...DOOR, construction: 'open-frame' as const };
    expect(members(coat('brush'), open)).not.toContain('panel');
    expect(members(coat('brush', { isEdgesOnly: true }), DOOR)).toEqual(['edges']);
  });
});
