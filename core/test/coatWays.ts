import type { ProductSheet } from '../src/catalogue/index.ts';
import { applyEdits, loopEdits, type SequenceEdit } from '../src/rules/index.ts';
import type { ShopSettings } from '../src/shop/index.ts';
import type { SurveyFacts } from '../src/survey/index.ts';
import {
  type Application,
  ApplicationSchema,
  coatStepOf,
  draft,
  dustStep,
  inMoves,
  type Methods,
  type StepDraft,
  type SystemId,
  YARDSTICKS,
  type ZoneOptions,
} from '../src/systems/index.ts';

// Ways of coating as people work: each as it is entered, with the hours and days that somebody would believe. The core checks that
// nothing stops them; the browser carries them to their end.

/** A zone of a way: what is typed, what is chosen, and what is changed of its steps by hand. */
export interface WayZone {
  lines: string[];
  systemId: SystemId;
  facts: Pick<SurveyFacts, 'substrate' | 'existing'> & { oldColour?: string; newColour: string };
  options?: Partial<ZoneOptions>;
  edits?: (steps: readonly StepDraft[], sheets: Readonly<Record<string, ProductSheet>>) => SequenceEdit[];
}

export interface CoatWay {
  name: string;
  code: string;
  zones: WayZone[];
  methods?: Partial<Methods>;
  /** All of it is done in the client’s room. */
  isOnSite?: boolean;
  settings?: Partial<ShopSettings>;
  /** Products of the stores with another sheet. */
  sheets?: Record<string, Partial<ProductSheet>>;
  /** Hours of labour, and days on which anybody works, that are believable for it. */
  hours: [least: number, most: number];
  days: [least: number, most: number];
}

const move = (part: Partial<Application>) => ApplicationSchema.parse(part);
const change = (key: string, part: Partial<StepDraft>): SequenceEdit => ({ kind: 'change', key, part });

/** Steps in moves. */
const inTurns = (steps: readonly StepDraft[], test: RegExp, moves: Application[]): SequenceEdit[] =>
  steps.filter(({ key }) => test.test(key)).map((step) => change(step.key, inMoves(step, moves)));

const AROUND: Application['parts'] = ['edges', 'profiles'];
const FLATS: Application['parts'] = ['flats'];
const WHOLE: Application['parts'] = ['edges', 'profiles', 'flats'];

/** Clocks of paint that is made for lived-in rooms: coated again within the hour, hard in two days. */
const QUICK: ProductSheet['clocks'] = {
  touchMin: 20,
  sandMin: 60,
  recoatMinMin: 60,
  recoatMaxMin: null,
  handleMin: 120,
  packMin: 1440,
  refitMin: 1440,
  cureMin: 14 * 1440,
};

/** Profiles and edges by brush, flats by roller, and a nearly dry roller over all of it. */
const BRUSH_ROLL_TIP = [
  move({ parts: AROUND, applicator: 'brush', toolMm: 38 }),
  move({ parts: FLATS, applicator: 'roller' }),
  move({ parts: WHOLE, applicator: 'roller', laysOff: true }),
];

const before = (steps: readonly StepDraft[], key: string | null, ...made: StepDraft[]): SequenceEdit[] =>
  made.map((step) => ({
    kind: 'insert',
    before: key !== null && steps.some((one) => one.key === key) ? key : null,
    step,
  }));

const look = (key: string) =>
  draft({
    key,
    name: 'Look under a raking light',
    operation: 'inspect',
    labour: YARDSTICKS.inspect,
    waitFor: 'sand',
    why: 'Pits and lines show in a light from the side.',
  });
const spotFill = (key: string) =>
  draft({
    key,
    name: 'Fill spots',
    operation: 'repair',
    labour: YARDSTICKS.spots,
    waitFor: 'sand',
    dryingMin: 120,
    supplyKey: 'filler-acrylic',
    why: 'What the light shows.',
  });

/** The sanding of the primer with another grit, under another key. */
function sanded(
  steps: readonly StepDraft[],
  key: string,
  { grit, ...part }: Partial<StepDraft> & { grit: number },
): StepDraft {
  const usual = steps.find((step) => step.key === 'sand-prime');
  if (!usual) throw new Error('nothing is sanded');
  return { ...usual, key, grit, name: `Sand P${grit}`, supplyKey: `disc-${grit}`, ...part };
}

/** Kitchen doors, drawer fronts and whatever else the ways are told of. */
export const COAT_WAYS: CoatWay[] = [
  {
    name: 'Bare MDF, rolled, profiles by brush, three colour coats',
    code: 'W1',
    zones: [
      {
        lines: ['6 shaker doors 450 x 700', '3 drawer fronts 450 x 160'],
        systemId: 'G',
        facts: { substrate: 'MDF', existing: 'raw', newColour: '#3f5d54' },
        options: { applicator: 'roller', primerCoats: 2, colourCoats: 3 },
        edits: (steps) => [
          ...inTurns(steps, /^(prime|colour)-\d$/, BRUSH_ROLL_TIP),
          ...steps
            .filter(({ key }) => ['sand-prime', 'sand-colour-1'].includes(key))
            .map(({ key }) => change(key, { grit: 220, name: 'Sand P220' })),
          change('sand-colour-2', { grit: 400, name: 'Sand P400' }),
        ],
      },
    ],
    hours: [16, 34],
    days: [4, 9],
  },
  {
    name: 'Open grain filled with primer, deglossed and sanded, two sprayed coats hung',
    code: 'W2',
    zones: [
      {
        lines: ['8 shaker doors 400 x 720'],
        systemId: 'B',
        facts: { substrate: 'open-grain hardwood', existing: 'clear lacquer', newColour: '#e2ddcf' },
        options: { laying: 'hung', fillCoats: 2, primerCoats: 1 },
        edits: (steps, sheets) => [
          ...before(
            steps,
            'key',
            draft({
              key: 'degloss',
              name: 'Wipe with deglosser',
              operation: 'degloss',
              labour: YARDSTICKS.degrease,
              supplyKey: 'deglosser-liquid',
              why: 'Deep profiles that no paper reaches.',
            }),
          ),
          ...steps
            .filter(({ key }) => /^fill-\d$/.test(key))
            .map(({ key }) =>
              change(key, {
                productKey: 'alkyd-block-primer-fast',
                wftUm: sheets['alkyd-block-primer-fast']?.wftTypUm ?? null,
                thinning: { convention: 'on-paint', value: 0 },
              }),
            ),
        ],
      },
    ],
    hours: [14, 32],
    days: [4, 10],
  },
  {
    name: 'Reused boxes: solvent primer by gun into corners, rolled flats; new MDF doors beside',
    code: 'W3',
    zones: [
      {
        // Reused: they are taken out and carried to the shop.
        lines: ['3 boxes 600 x 720 x 560 in the shop'],
        systemId: 'D',
        facts: { substrate: 'closed-grain hardwood', existing: 'clear lacquer', newColour: '#ccd6d2' },
        options: { primerKey: 'alkyd-block-primer-fast', primerCoats: 1, applicator: 'compressor' },
        edits: (steps, sheets) => [
          ...inTurns(steps, /^prime-1$/, [
            move({ parts: AROUND, applicator: 'compressor' }),
            move({ parts: FLATS, applicator: 'roller' }),
          ]),
          // Patches that show after the primer are primed again as spots, from a can.
          ...before(steps, 'dust-colour-1', dustStep('dust-spots'), {
            ...coatStepOf(
              'spots',
              'Spot-prime patches',
              'shellac-block-primer',
              sheets['shellac-block-primer'] as ProductSheet,
              'aerosol',
              'Filler and sand-through drink paint.',
            ),
            isEdgesOnly: true,
            resultingSurface: null,
            labour: YARDSTICKS.spots,
          }),
        ],
      },
      {
        lines: ['4 slab doors 597 x 715'],
        systemId: 'F',
        facts: { substrate: 'MDF', existing: 'raw', newColour: '#ccd6d2' },
      },
    ],
    settings: { boothRatedForSolvent: true },
    hours: [10, 30],
    days: [3, 8],
  },
  {
    name: 'Wood and a metal strip in one self-priming coating, translucent on dark',
    code: 'W4',
    zones: [
      {
        lines: ['4 slab doors 400 x 720'],
        systemId: 'H',
        facts: {
          substrate: 'closed-grain hardwood',
          existing: 'clear lacquer',
          oldColour: '#3a2a20',
          newColour: '#5c4636',
        },
        options: { primerCoats: 0, colourKey: 'urethane-enamel-satin' },
      },
      {
        lines: ['2 slab doors 40 x 1800'],
        systemId: 'H',
        facts: { substrate: 'metal', existing: 'raw', oldColour: '#3a2a20', newColour: '#5c4636' },
        options: { primerCoats: 0, colourKey: 'urethane-enamel-satin' },
      },
    ],
    sheets: {
      'urethane-enamel-satin': {
        isSelfPriming: true,
        isTranslucent: true,
        contrastRatio: 0.3,
        substrates: ['closed-grain hardwood', 'metal'],
      },
    },
    hours: [5, 16],
    days: [2, 6],
  },
  {
    name: 'Clear in three coats from mist to full, rubbed out',
    code: 'W5',
    zones: [
      {
        lines: ['6 slab doors 400 x 720'],
        systemId: 'K',
        facts: { substrate: 'closed-grain hardwood', existing: 'raw', newColour: '#a8763e' },
        edits: () => [{ kind: 'remove', key: 'stain' }],
      },
    ],
    methods: { afterLast: 'rub-out' },
    hours: [6, 16],
    days: [3, 9],
  },
  {
    name: 'Mineral paint rolled, glazed over',
    code: 'W6',
    zones: [
      {
        lines: ['5 shaker doors 450 x 700'],
        systemId: 'J',
        facts: { substrate: 'softwood', existing: 'water paint', newColour: '#b9c4b0' },
        options: { decorKey: 'glaze-waterborne' },
      },
    ],
    hours: [12, 28],
    days: [4, 10],
  },
  {
    name: 'Counted by door equivalents: two-part, both primers back to back, light, air-assisted',
    code: 'W7',
    zones: [
      {
        lines: ['28 doors 400 x 720', '3 doors 400 x 2100', '12 drawer fronts 400 x 160'],
        systemId: 'L',
        facts: { substrate: 'MDF', existing: 'water paint', newColour: '#e8e4d8' },
        options: { applicator: 'air-assisted', colourKey: 'two-part-enamel-satin', primerCoats: 1 },
        edits: () => [
          change('prime-1', { passes: 2, flashMin: 10, wftUm: 150 }),
          change('colour-1', { conditionerPct: 3, wftUm: 80 }),
          change('colour-2', { conditionerPct: 3, wftUm: 80 }),
        ],
      },
    ],
    settings: { boothRatedForSolvent: true, hasSuppliedAir: true },
    sheets: {
      'vinyl-sealer': { applicators: ['turbine', 'airless', 'air-assisted'], wetOnWetMaxMin: 15 },
      'two-part-enamel-satin': {
        applicators: ['turbine', 'airless', 'air-assisted'],
        conditionerName: 'retarder',
        conditionerMaxPct: 5,
        isIsocyanate: false,
        hardener: { name: 'crosslinker', partsByVolume: 20, partsByWeight: null, densityKgL: null },
      },
    },
    hours: [28, 75],
    days: [4, 12],
  },
  {
    name: 'Bare doors stained and cleared flat, backs wholly first',
    code: 'W9',
    zones: [
      {
        lines: ['6 shaker doors 400 x 720'],
        systemId: 'K',
        facts: { substrate: 'closed-grain hardwood', existing: 'raw', newColour: '#7a4a22' },
        options: { laying: 'flat', clearCoats: 2 },
      },
    ],
    methods: { faces: 'backs-first' },
    hours: [8, 22],
    days: [4, 10],
  },
  {
    name: 'Six primer rounds with filler between, panel joint free',
    code: 'W10',
    zones: [
      {
        lines: ['2 shaker doors 450 x 700'],
        systemId: 'D',
        facts: { substrate: 'open-grain hardwood', existing: 'clear lacquer', newColour: '#1d2a33' },
        options: { primerKey: 'build-primer', primerCoats: 1 },
        edits: (steps) => {
          const prime = steps.find(({ key }) => key === 'prime-1');
          if (!prime) return [];
          const round = before(
            steps,
            'sand-prime',
            look('look-again'),
            spotFill('fill-again'),
            sanded(steps, 'level', { grit: 180, passes: 3 }),
            dustStep('dust-again'),
            { ...prime, key: 'prime-again' },
          );
          return [
            ...round,
            ...loopEdits(
              applyEdits(steps, round),
              { from: 'look-again', to: 'prime-again' },
              { rounds: 5, most: 8 },
            ),
          ];
        },
      },
    ],
    hours: [10, 26],
    days: [4, 12],
  },
  {
    name: 'Refresh by foam roller in two days, primer tinted',
    code: 'W11',
    zones: [
      {
        lines: ['4 slab doors 400 x 720 on hinges', '1 face frame 1800 x 720'],
        systemId: 'D',
        facts: {
          substrate: 'MDF',
          existing: 'water paint',
          oldColour: '#c9d2cf',
          newColour: '#4d6a73',
        },
        options: {
          applicator: 'roller-foam',
          primerKey: 'acrylic-primer',
          primerCoats: 1,
          colourCoats: 2,
          primerTintPct: 75,
        },
      },
    ],
    isOnSite: true,
    sheets: {
      'acrylic-primer': { applicators: ['roller', 'brush', 'roller-foam'], clocks: QUICK },
      'urethane-enamel-satin': { applicators: ['roller', 'brush', 'turbine', 'roller-foam'], clocks: QUICK },
    },
    hours: [4, 14],
    days: [2, 4],
  },
  {
    name: 'Oak pores filled twice and spot-filled under a raking light, primer rolled',
    code: 'W12',
    zones: [
      {
        lines: ['4 shaker doors 400 x 720'],
        systemId: 'A',
        facts: { substrate: 'open-grain hardwood', existing: 'clear lacquer', newColour: '#e2ddcf' },
        options: { applicator: 'roller', primerKey: 'alkyd-block-primer-fast' },
        edits: (steps) =>
          before(
            steps,
            'hang',
            look('look'),
            spotFill('fill-spots'),
            sanded(steps, 'sand-spots', { grit: 240 }),
          ),
      },
    ],
    hours: [12, 30],
    days: [4, 12],
  },
  {
    name: 'Mineral paint by brush without primer, sealed twice, tags and screw holes free',
    code: 'W13',
    zones: [
      {
        lines: ['4 shaker doors 400 x 720'],
        systemId: 'J',
        facts: { substrate: 'softwood', existing: 'water paint', newColour: '#7b8a83' },
        options: { applicator: 'brush' },
        edits: (steps) =>
          before(
            steps,
            'dust-colour-1',
            draft({
              key: 'mask-holes',
              name: 'Plug screw holes and hinge bores',
              operation: 'mask',
              labour: YARDSTICKS.maskHinges,
              supplyKey: 'tape-delicate',
              waitFor: 'none',
              why: 'Paint in a hole makes the screw bind.',
            }),
          ),
      },
    ],
    hours: [9, 24],
    days: [3, 9],
  },
  {
    name: 'Inspection station between coats: sand, vacuum, look, next',
    code: 'W14',
    zones: [
      {
        lines: ['10 shaker doors 400 x 720'],
        systemId: 'D',
        facts: { substrate: 'closed-grain hardwood', existing: 'clear lacquer', newColour: '#2b3b36' },
      },
    ],
    methods: { between: 'station' },
    hours: [12, 28],
    days: [3, 8],
  },
];
