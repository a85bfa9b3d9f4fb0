import type { Finding } from '@upholder/core/inspection';
import type { Job, ZoneSpec } from '@upholder/core/jobs';
import { PIECE_DEFAULTS, type PieceSpec } from '@upholder/core/pieces';
import type { SurveyAnswers } from '@upholder/core/survey';
import { FINISHING_SYSTEMS } from '@upholder/core/systems';

/** A made-up harbour town. Nobody and nothing in it is real. */
export const SHOP = { name: 'Slipway Finishing', timeZone: 'Europe/London' };

/** The crew; the demo signs in with one press, the password is for the form. */
export const CREW = [
  { name: 'Maren', role: 'owner', signIn: 'maren', daysOff: [] },
  /** Off on the Tuesday after, counted from the Monday of the week. */
  { name: 'Joss', role: 'planner', signIn: 'joss', daysOff: [8] },
] as const;
export const DEMO_PASSWORD = 'tide and varnish';

export interface DemoZone extends Omit<ZoneSpec, 'customSystem' | 'sharesWith'> {
  pieces: PieceSpec[];
  /** Cautions taken on or cleared, by code. */
  acknowledged?: Record<string, string>;
}

/** A wall of a job, filled row by row from the floor up. */
export interface DemoWall {
  name: string;
  letter: string;
  widthMm: number;
  heightMm: number;
  rows: { xMm: number; yMm: number; gapMm: number; tags: string[] }[];
}

export interface DemoJob extends Omit<Job, 'id' | 'startOn' | 'neededBy' | 'methods' | 'room' | 'pricing'> {
  /** Days after the Monday of the demo week. */
  startDay: number;
  neededDay: number | null;
  zones: DemoZone[];
  walls?: DemoWall[];
}

function tagsOf(prefix: string, from: number, count: number): string[] {
  return Array.from({ length: count }, (_, index) => `${prefix}${String(from + index).padStart(2, '0')}`);
}

function run(prefix: string, from: number, count: number, spec: Partial<PieceSpec>): PieceSpec[] {
  return Array.from({ length: count }, (_, index) => ({
    ...PIECE_DEFAULTS,
    widthMm: 400,
    heightMm: 720,
    ...spec,
    tag: `${prefix}${String(from + index).padStart(2, '0')}`,
  }));
}

const DRAWER: Partial<PieceSpec> = { kind: 'drawer-front', finishBack: false, frameMm: 35, recessMm: 6 };

const { A, C, F, K } = FINISHING_SYSTEMS;

/** What both zones of the apothecary wall have in common. */
const APOTHECARY: SurveyAnswers = {
  soundness: 'sound',
  bleed: 'tannin',
  existing: 'stain and clear',
  gloss: 'satin',
  adhesionGrade: 1,
  flaking: false,
  waxOrSilicone: 'none',
  beforeLeadBan: true,
  leadTest: 'negative',
  asbestos: 'none',
  soil: 'kitchen',
  room: 'shop',
  pulls: 'handles',
  canLeave: true,
  vulnerable: false,
  hingesRenewed: false,
  boxInsides: false,
  sheen: 'satin',
};

export const JOBS: DemoJob[] = [
  {
    code: 'QUAY',
    name: 'Apothecary wall',
    client: 'The chemist’s shop on the quay',
    addressNote:
      'Side door on Ropewalk; key at the harbour office. Shop reopens the morning after “needed by”.',
    place: 'shop',
    status: 'open',
    startDay: 0,
    neededDay: 11,
    walls: [
      {
        name: 'Behind the counter',
        letter: 'U',
        widthMm: 3600,
        heightMm: 2200,
        rows: [
          { xMm: 60, yMm: 100, gapMm: 10, tags: tagsOf('U', 13, 9) },
          { xMm: 60, yMm: 330, gapMm: 10, tags: tagsOf('U', 22, 9) },
          { xMm: 60, yMm: 560, gapMm: 10, tags: tagsOf('U', 1, 12) },
          { xMm: 60, yMm: 820, gapMm: 14, tags: tagsOf('U', 31, 6) },
          { xMm: 2680, yMm: 820, gapMm: 14, tags: tagsOf('U', 37, 2) },
        ],
      },
      {
        name: 'Counter',
        letter: 'C',
        widthMm: 5200,
        heightMm: 1000,
        rows: [
          { xMm: 60, yMm: 80, gapMm: 10, tags: tagsOf('C', 13, 8) },
          { xMm: 3820, yMm: 80, gapMm: 10, tags: ['C09'] },
          { xMm: 3820, yMm: 250, gapMm: 10, tags: ['C10'] },
          { xMm: 3820, yMm: 420, gapMm: 10, tags: ['C11'] },
          { xMm: 3820, yMm: 590, gapMm: 10, tags: ['C12'] },
          { xMm: 4290, yMm: 80, gapMm: 10, tags: tagsOf('C', 21, 2) },
          { xMm: 60, yMm: 760, gapMm: 10, tags: tagsOf('C', 1, 8) },
        ],
      },
    ],
    zones: [
      {
        name: 'Upper wall',
        oldColour: '#4a2e1f',
        newColour: '#a9cfc0',
        substrate: 'open-grain hardwood',
        survey: {
          ...APOTHECARY,
          look: 'dead flat',
          sample: {
            shownOn: 'back of U38',
            buildUp: 'lower half filled, upper half not; two coats sea-green satin',
            agreedBy: 'the chemist',
            agreedOn: null,
          },
        },
        choiceReason: 'Pale and dead flat over ash: unfilled pores were refused on the sample.',
        systemId: 'A',
        options: { ...A.defaults, primerKey: 'alkyd-block-primer-fast' },
        pieces: [
          ...run('U', 1, 12, { ...DRAWER, widthMm: 280, heightMm: 180 }),
          ...run('U', 13, 18, { ...DRAWER, widthMm: 280, heightMm: 220 }),
          ...run('U', 31, 6, { widthMm: 420, heightMm: 860 }),
          ...run('U', 37, 2, {
            widthMm: 420,
            heightMm: 1240,
            panelsDown: 2,
            note: 'Tall pair beside the window',
          }),
        ],
      },
      {
        name: 'Counter',
        oldColour: '#4a2e1f',
        newColour: '#2c2f6e',
        substrate: 'open-grain hardwood',
        survey: { ...APOTHECARY, look: 'dead flat', pulls: 'bare hands' },
        choiceReason: 'Indigo hides the pores, so no filling; the blocker is for the tannin.',
        systemId: 'C',
        options: { ...C.defaults },
        pieces: [
          ...run('C', 1, 12, { ...DRAWER, widthMm: 460, heightMm: 160 }),
          ...run('C', 13, 8, { widthMm: 460, heightMm: 640 }),
          ...run('C', 21, 2, { widthMm: 380, heightMm: 640, note: 'Till side, hinges right' }),
        ],
      },
    ],
  },
  {
    code: 'VESTRY',
    name: 'Vestry wardrobes',
    client: 'St Elmo’s chapel vestry',
    addressNote: 'New doors from the joiner, delivered flat. Rolled, so that they can be touched up later.',
    place: 'shop',
    status: 'open',
    startDay: 8,
    neededDay: 25,
    zones: [
      {
        name: 'Wardrobe doors',
        oldColour: '#b99b6b',
        newColour: '#e9e3d3',
        substrate: 'MDF',
        survey: {
          soundness: 'sound',
          bleed: 'none',
          existing: 'raw',
          soil: 'light',
          room: 'living room',
          pulls: 'handles',
          canLeave: true,
          look: 'hand texture',
          sheen: 'satin',
        },
        choiceReason: 'New board from the joiner; rolled, so that the sexton can touch it up.',
        systemId: 'F',
        options: { ...F.defaults, applicator: 'roller', primerCoats: 1 },
        pieces: run('W', 1, 24, { construction: 'slab', widthMm: 450, heightMm: 2010, thicknessMm: 22 }),
      },
    ],
  },
  {
    code: 'GALLEY',
    name: 'Narrowboat galley',
    client: 'Narrowboat “Second Wind”, berth 14',
    addressNote: 'No booth, cold, one socket. Laminate lockers; system still to be chosen.',
    place: 'client',
    status: 'open',
    startDay: 14,
    neededDay: null,
    zones: [
      {
        name: 'Lockers',
        oldColour: '#d8cfae',
        newColour: '#8d3b2f',
        substrate: 'foil or laminate',
        survey: { soundness: 'local faults', soil: 'heavy', room: 'boat', canLeave: false },
        choiceReason: '',
        systemId: null,
        options: null,
        pieces: run('L', 1, 11, { construction: 'slab', widthMm: 380, heightMm: 420, thicknessMm: 18 }),
      },
    ],
  },
  {
    code: 'MUSIC',
    name: 'Instrument cupboards',
    client: 'Harbour music school',
    addressNote: 'Clear finish on maple. Key from the caretaker; no work during lessons.',
    place: 'shop',
    status: 'handed-over',
    startDay: -371,
    neededDay: -350,
    zones: [
      {
        name: 'Cupboard doors',
        oldColour: '#d9b98a',
        newColour: '#d9b98a',
        substrate: 'closed-grain hardwood',
        survey: {
          soundness: 'sound',
          bleed: 'none',
          existing: 'raw',
          room: 'living room',
          pulls: 'bare hands',
          look: 'clear wood',
        },
        choiceReason: 'New maple that should stay maple.',
        systemId: 'K',
        options: { ...K.defaults, applicator: 'turbine', clearKey: 'clear-acrylic-satin' },
        pieces: run('I', 1, 16, { widthMm: 520, heightMm: 1420, note: '' }),
      },
    ],
  },
];

/** What was found on the main job, minutes before the demo opens. */
export const FINDINGS: (Pick<Finding, 'spot' | 'defect' | 'severity' | 'note'> & {
  tag: string;
  minutesAgo: number;
  answer?: 'leave';
})[] = [
  {
    tag: 'C02',
    minutesAgo: 45,
    spot: { side: 'front', part: 'face', x: 0.12, y: 0.3 },
    defect: 'nibs',
    severity: 'slight',
    note: '',
    answer: 'leave',
  },
  {
    tag: 'C05',
    minutesAgo: 20,
    spot: { side: 'front', part: 'face', x: 0.5, y: 0.5 },
    defect: 'bleed',
    severity: 'visible',
    note: 'Brown ring around the old knob hole.',
  },
];
