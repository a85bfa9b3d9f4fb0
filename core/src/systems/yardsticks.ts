import type { Operation } from './operations.ts';
import type { Labour, StepDraft } from './step.ts';

function labour(part: Partial<Labour>): Labour {
  return { setupMin: 0, perPieceMin: 0, perM2Min: 0, perProfileMMin: 0, cleanupMin: 0, ...part };
}

/**
 * Labour yardsticks of the trade, in minutes: per piece, per m², per metre of profile, plus setting up and clearing away
 * once per session. Spraying includes mixing and a cup reading in its set-up; straining goes by what is mixed.
 */
export const YARDSTICKS = {
  remove: labour({ setupMin: 5, perPieceMin: 6, perDrawerMin: 9 }),
  unpack: labour({ setupMin: 5, perPieceMin: 2 }),
  degrease: labour({ setupMin: 5, perM2Min: 5, cleanupMin: 5 }),
  wipe: labour({ setupMin: 3, perM2Min: 3 }),
  keyMachine: labour({ setupMin: 3, perM2Min: 4, perProfileMMin: 3, cleanupMin: 2 }),
  keyHand: labour({ setupMin: 3, perM2Min: 8, perProfileMMin: 3, cleanupMin: 2 }),
  caulk: labour({ setupMin: 3, perProfileMMin: 3, cleanupMin: 3 }),
  takeOff: labour({ setupMin: 5, perPieceMin: 4 }),
  rehang: labour({ setupMin: 5, perPieceMin: 5 }),
  touchUp: labour({ setupMin: 10, perPieceMin: 2, cleanupMin: 5 }),
  deliver: labour({ setupMin: 15, perPieceMin: 0.1 }),
  maskHinges: labour({ setupMin: 3, perPieceMin: 1.5 }),
  rubOut: labour({ setupMin: 3, perM2Min: 6, perProfileMMin: 1, cleanupMin: 2 }),
  repair: labour({ setupMin: 5, perPieceMin: 12, cleanupMin: 5 }),
  spots: labour({ setupMin: 5, perPieceMin: 2, cleanupMin: 5 }),
  easeEdges: labour({ setupMin: 3, perPieceMin: 1.5, perM2Min: 2, cleanupMin: 2 }),
  grainFill: labour({ setupMin: 5, perM2Min: 12, cleanupMin: 10 }),
  sandFiller: labour({ setupMin: 3, perM2Min: 6, cleanupMin: 2 }),
  sandPrimer: labour({ setupMin: 3, perM2Min: 2, perProfileMMin: 1, cleanupMin: 2 }),
  scuff: labour({ setupMin: 3, perM2Min: 2, perProfileMMin: 0.5, cleanupMin: 2 }),
  dust: labour({ setupMin: 2, perM2Min: 2 }),
  // Sanded, vacuumed and looked at before it is put down: one set-up, and the next piece stands ready.
  station: labour({ setupMin: 5, perPieceMin: 1, perM2Min: 4, perProfileMMin: 0.5, cleanupMin: 2 }),
  drillAndHook: labour({ setupMin: 5, perPieceMin: 2 }),
  flip: labour({ perPieceMin: 0.7 }),
  turbine: labour({ setupMin: 27, perPieceMin: 0.5, perM2Min: 1.2, cleanupMin: 20 }),
  airless: labour({ setupMin: 27, perPieceMin: 0.5, perM2Min: 0.6, cleanupMin: 20 }),
  compressor: labour({ setupMin: 25, perPieceMin: 0.5, perM2Min: 1.5, cleanupMin: 15 }),
  'air-assisted': labour({ setupMin: 30, perPieceMin: 0.5, perM2Min: 0.7, cleanupMin: 20 }),
  handheld: labour({ setupMin: 20, perPieceMin: 0.5, perM2Min: 1.6, cleanupMin: 15 }),
  aerosol: labour({ setupMin: 3, perPieceMin: 0.5, perM2Min: 3, cleanupMin: 1 }),
  'foam-brush': labour({ setupMin: 8, perM2Min: 7, perProfileMMin: 3, cleanupMin: 5 }),
  roller: labour({ setupMin: 15, perM2Min: 4, perProfileMMin: 4, cleanupMin: 10 }),
  'roller-velour': labour({ setupMin: 15, perM2Min: 4, perProfileMMin: 4, cleanupMin: 9 }),
  'roller-mohair': labour({ setupMin: 15, perM2Min: 4.5, perProfileMMin: 4, cleanupMin: 10 }),
  'roller-microfibre': labour({ setupMin: 15, perM2Min: 3.5, perProfileMMin: 4, cleanupMin: 12 }),
  // A foam cover is thrown away, and needs a slow last pass against bubbles.
  'roller-foam': labour({ setupMin: 12, perM2Min: 5, perProfileMMin: 4, cleanupMin: 5 }),
  brush: labour({ setupMin: 10, perM2Min: 9, perProfileMMin: 4, cleanupMin: 10 }),
  inspect: labour({ setupMin: 2, perPieceMin: 2 }),
  pack: labour({ setupMin: 5, perPieceMin: 1 }),
  refit: labour({ setupMin: 10, perPieceMin: 8 }),
} satisfies Record<string, Labour>;

/** A yardstick by its name. */
export type YardstickKey = keyof typeof YARDSTICKS;
export const YARDSTICK_KEYS = Object.keys(YARDSTICKS) as [YardstickKey, ...YardstickKey[]];

/** What a shop takes for work in place of the yardsticks of the trade. */
export type ShopYardsticks = Readonly<Partial<Record<YardstickKey, Labour>>>;

const textOf = ({ setupMin, perPieceMin, perDrawerMin, perM2Min, perProfileMMin, cleanupMin }: Labour) =>
  [setupMin, perPieceMin, perDrawerMin, perM2Min, perProfileMMin, cleanupMin].join(' ');
const keysByText = new Map<string, YardstickKey[]>();
for (const key of YARDSTICK_KEYS) {
  const text = textOf(YARDSTICKS[key]);
  keysByText.set(text, [...(keysByText.get(text) ?? []), key]);
}
/** Two yardsticks may be alike: what is done tells them apart. */
const KEY_OF: Partial<Record<Operation, YardstickKey>> = { hang: 'drillAndHook', remove: 'unpack' };

/** What of a step decides by which yardstick it is reckoned. */
type Measured = Pick<StepDraft, 'labour' | 'operation'>;

/** The yardstick that the labour of a step is; null where somebody typed it, or changed it by hand. */
export function yardstickOf({ labour, operation }: Measured): YardstickKey | null {
  if (labour.perFaceSec !== undefined || labour.perEdgeSec !== undefined) return null;
  const keys = keysByText.get(textOf(labour)) ?? [];
  return keys.find((key) => key === KEY_OF[operation]) ?? keys[0] ?? null;
}

/** Labour of a step as a shop takes it: its own figure where it has one for this yardstick. What somebody typed on a step stays. */
export function labourIn(step: Measured, own: ShopYardsticks | undefined): Labour {
  const key = own && yardstickOf(step);
  return (key && own[key]) ?? step.labour;
}

/** Minutes to strain a litre of mix into the gun or the kettle. */
const STRAIN_MIN_PER_L = 2;

/** Minutes of straining for a mix. @param mixMl in mL. */
export function strainingMinutes(mixMl: number): number {
  return (STRAIN_MIN_PER_L * mixMl) / 1000;
}
