import {
  GENERIC_PRODUCTS,
  GENERIC_SUPPLIES,
  type ProductSheet,
  type ShopLayer,
  type Supply,
} from '../src/catalogue/index.ts';
import { PIECE_DEFAULTS, type Piece, type PieceSpec } from '../src/pieces/index.ts';
import { applyEdits, checkSequence, type Finding, type RuleContext } from '../src/rules/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../src/shop/index.ts';
import type { SurveyFacts } from '../src/survey/index.ts';
import {
  FINISHING_SYSTEMS,
  generateSteps,
  type Methods,
  methodsOf,
  type StepDraft,
  type SystemId,
  type ZoneOptions,
} from '../src/systems/index.ts';
import { sampleId } from './sample.ts';

export const OAK: SurveyFacts = {
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
export const MAPLE: SurveyFacts = { ...OAK, substrate: 'closed-grain hardwood', bleed: 'none' };
export const BOARD: SurveyFacts = { ...MAPLE, substrate: 'MDF', existing: 'raw' };
export const RAW_WOOD: SurveyFacts = { ...MAPLE, existing: 'raw' };

/** Where each system is at home. */
export const HOME: Record<
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

export const DOOR: PieceSpec = { ...PIECE_DEFAULTS, tag: 'D1', widthMm: 400, heightMm: 720 };

export interface PlanningContext {
  facts?: Partial<SurveyFacts>;
  options?: Partial<ZoneOptions>;
  sheets?: Record<string, Partial<ProductSheet>>;
  settings?: Partial<RuleContext['settings']>;
  climate?: RuleContext['climate'];
  isOnSite?: boolean;
  room?: RuleContext['room'];
  gear?: RuleContext['gear'];
  pieces?: Partial<Piece>[];
  treatments?: Piece['treatment'][];
  methods?: Partial<Methods>;
  supplies?: Record<string, Partial<Supply>>;
  layers?: ShopLayer[];
}

export function contextOf(systemId: SystemId, change: PlanningContext = {}): RuleContext {
  const home = HOME[systemId];
  const sheets: Record<string, ProductSheet> = { ...GENERIC_PRODUCTS };
  for (const [key, part] of Object.entries(change.sheets ?? {}))
    sheets[key] = { ...(sheets[key] as ProductSheet), ...part };
  const supplies: Record<string, Supply> = { ...GENERIC_SUPPLIES };
  for (const [key, part] of Object.entries(change.supplies ?? {}))
    supplies[key] = { ...(supplies[key] as Supply), ...part } as Supply;
  const settings = { ...DEFAULT_SHOP_SETTINGS, ...home.settings, ...change.settings };
  const options = { ...FINISHING_SYSTEMS[systemId].defaults, ...change.options };
  const isOnSite = change.isOnSite ?? home.isOnSite ?? false;
  const pieces = (change.pieces ?? [{}]).map((part, index) => ({
    ...DOOR,
    id: sampleId(3, index + 1),
    zoneId: '',
    position: index,
    ...part,
  }));
  const facts = { ...home.facts, ...change.facts };
  const drafts = generateSteps({
    ground: {
      substrate: facts.substrate ?? null,
      survey: { ...(facts.existing ? { existing: facts.existing } : {}) },
    },
    systemId,
    options,
    sheets,
    shop: settings,
    isOnSite,
    treatments: change.treatments ?? [],
    parts: pieces,
    methods: methodsOf({ choices: change.methods ?? {} }),
    supplies,
  });
  if (!drafts.ok) throw new Error(drafts.message);
  return {
    steps: drafts.value,
    sheets,
    supplies,
    layers: change.layers ?? [],
    facts,
    pieces,
    options,
    settings,
    climate: change.climate ?? { airC: 20, rhPct: 50 },
    isOnSite,
    ...(change.room !== undefined && { room: change.room }),
    ...(change.gear && { gear: change.gear }),
  };
}

export const without = (context: RuleContext, ...keys: string[]): RuleContext => ({
  ...context,
  steps: context.steps.filter(({ key }) => !keys.includes(key)),
});
export const changed = (context: RuleContext, key: string, part: Partial<StepDraft>): RuleContext => ({
  ...context,
  steps: applyEdits(context.steps, [{ kind: 'change', key, part }]),
});
export const moved = (context: RuleContext, key: string, before: string | null): RuleContext => ({
  ...context,
  steps: applyEdits(context.steps, [{ kind: 'move', key, before }]),
});
export function inserted(context: RuleContext, before: string | null, part: Partial<StepDraft>): RuleContext {
  const step = { ...(context.steps[0] as StepDraft), ...part };
  return { ...context, steps: applyEdits(context.steps, [{ kind: 'insert', before, step }]) };
}

export const grave = (findings: readonly Finding[]) =>
  findings.filter(({ severity }) => severity !== 'advise');
export const codes = (context: RuleContext) => checkSequence(context).map(({ code }) => code);
