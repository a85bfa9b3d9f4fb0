import { success } from '../base/outcome.ts';
import { isSprayed, type ProductSheet, type Supply } from '../catalogue/index.ts';
import type { Climate } from '../drying/index.ts';
import type { Zone } from '../jobs/index.ts';
import { dryFilmOf, type Filmed } from '../mixing/index.ts';
import type { Piece } from '../pieces/index.ts';
import type { Interval, ShopSettings } from '../shop/index.ts';
import {
  type BuildUpProducts,
  coatsToHide,
  contrastIn,
  type HidingResult,
  type PrimerRun,
  tintTowards,
} from '../survey/index.ts';
import {
  FINISHING_SYSTEMS,
  type Ground,
  generateSteps,
  type Methods,
  optionsInPlace,
  type Step,
  type StepDraft,
  SYSTEM_IDS,
  type SystemId,
  type ZoneOptions,
} from '../systems/index.ts';
import { type Around, previewedDays } from './preview.ts';
import { type RoughEstimate, roughEstimate } from './rough.ts';

/** Systems have at most this many colour coats. */
const MOST_COLOUR_COATS = 4;
/** Primers that ship are white. */
export const PRIMER_WHITE = '#f4f2ec';

/** What a comparison of systems for a zone looks at. */
export interface CompareInput {
  zone: Pick<Zone, 'oldColour' | 'newColour'> & Ground;
  pieces: readonly Piece[];
  sheets: Readonly<Record<string, ProductSheet>>;
  supplies: Readonly<Record<string, Supply>>;
  /** The ways of shop and job. */
  methods: Methods;
  settings: ShopSettings;
  timeZone: string;
  climate: Climate;
  people: number;
  isOnSite: boolean;
  work: readonly Interval[];
  /** The job and the shop around the zone; without them days are only those of clocks and hours, all pieces in one load. */
  around?: Around;
}

/** A system as it would be laid on this zone, and what it would roughly take. */
export interface SystemOutlook extends Omit<RoughEstimate, 'days'> {
  /** Calendar days from the first working day on, by a quick plan; null where there is no plan. */
  days: number | null;
  /** Why there is none. */
  noPlan: string | null;
  options: ZoneOptions;
  /** Products laid, each once. */
  products: BuildUpProducts[];
  hiding: HidingResult | null;
}

/**
 * How the colour of a build-up hides the old one, with the primer films that lie under it.
 * @returns null when no colour is laid.
 */
export function hidingOfSteps(
  steps: readonly (Filmed &
    Pick<StepDraft, 'key' | 'operation' | 'productKey' | 'tintPct' | 'isEdgesOnly'>)[],
  sheets: Readonly<Record<string, ProductSheet>>,
  zone: Pick<Zone, 'oldColour' | 'newColour'>,
  primerColour = PRIMER_WHITE,
): HidingResult | null {
  const films = steps.flatMap((step) => {
    const sheet = step.productKey === null ? undefined : sheets[step.productKey];
    return sheet && !step.isEdgesOnly ? [{ step, sheet, dftUm: dryFilmOf(step, sheet) }] : [];
  });
  const colour = films.find(({ sheet }) => sheet.role === 'colour');
  if (!colour) return null;
  const primers = films.filter(({ sheet }) => sheet.role === 'primer');
  const [first] = primers;
  // The colour of the last one is what the first colour coat lies on.
  const tint = (primers.at(-1)?.step.tintPct ?? 0) / 100;
  const shade = tint > 0 ? tintTowards(primerColour, zone.newColour, tint) : primerColour;
  const primer: PrimerRun | null = first
    ? { ...first.sheet, dftUm: first.dftUm, coats: primers.length, colour: shade }
    : null;
  return coatsToHide(
    zone.oldColour,
    zone.newColour,
    {
      ...colour.sheet,
      contrastRatio: contrastIn(colour.sheet.contrastRatio, zone.newColour),
      dftUm: colour.dftUm,
    },
    primer,
  );
}

/** The products that steps lay, each once, as cautions look at them. */
export function buildUpOf(
  steps: readonly Pick<StepDraft, 'productKey' | 'applicator'>[],
  sheets: Readonly<Record<string, ProductSheet>>,
): BuildUpProducts[] {
  const products = new Map<string, BuildUpProducts>();
  for (const { productKey, applicator } of steps) {
    const sheet = productKey === null ? undefined : sheets[productKey];
    if (productKey === null || !sheet) continue;
    const isSprayedHere = isSprayed(applicator) || (products.get(productKey)?.isSprayed ?? false);
    const { base, isIsocyanate, name } = sheet;
    products.set(productKey, { base, isIsocyanate, isSprayed: isSprayedHere, name });
  }
  return [...products.values()];
}

function generate(systemId: SystemId, options: ZoneOptions, input: CompareInput): StepDraft[] | null {
  const drafts = generateSteps({
    systemId,
    options,
    sheets: input.sheets,
    supplies: input.supplies,
    methods: input.methods,
    shop: input.settings,
    isOnSite: input.isOnSite,
    treatments: input.pieces.map(({ treatment }) => treatment),
    parts: input.pieces,
    ground: input.zone,
  });
  return drafts.ok ? drafts.value : null;
}

/**
 * Lays a system on a zone on paper: its own choices, with as many colour coats as hiding asks for, generated and
 * estimated. Null when the stores lack a product of it.
 */
export function outlookOf(systemId: SystemId, input: CompareInput): SystemOutlook | null {
  const shipped = FINISHING_SYSTEMS[systemId].defaults;
  // A system that wants its pieces hung or flat has its reasons; where it leaves it open, the shop's way counts.
  const laying = shipped.laying === 'by-kind' ? input.methods.laying : shipped.laying;
  const defaults = optionsInPlace({ ...shipped, laying }, input.isOnSite);
  const first = generate(systemId, defaults, input);
  if (!first) return null;
  const hiding = hidingOfSteps(first, input.sheets, input.zone);
  const colourCoats =
    defaults.colourCoats === 0
      ? 0
      : Math.min(MOST_COLOUR_COATS, Math.max(defaults.colourCoats, hiding?.coats ?? MOST_COLOUR_COATS));
  const options = { ...defaults, colourCoats };
  const drafts = colourCoats === defaults.colourCoats ? first : generate(systemId, options, input);
  if (!drafts) return null;
  const steps: Step[] = drafts.map((draft, position) => ({ ...draft, id: '', zoneId: '', position }));
  const rough = roughEstimate({ ...input, steps, laying });
  const { around, pieces } = input;
  const previewed = around
    ? previewedDays(drafts, pieces, { systemId, options }, around)
    : success(rough.days);
  return {
    ...rough,
    days: previewed.ok ? previewed.value : null,
    noPlan: previewed.ok ? null : previewed.message,
    options,
    products: buildUpOf(steps, input.sheets),
    hiding,
  };
}

/** Outlooks of all systems for a zone; systems whose products the stores lack are absent. */
export function outlooksOf(input: CompareInput): Partial<Record<SystemId, SystemOutlook>> {
  return Object.fromEntries(
    SYSTEM_IDS.flatMap((systemId) => {
      const outlook = outlookOf(systemId, input);
      return outlook ? [[systemId, outlook]] : [];
    }),
  );
}
