import {
  generateSteps,
  METHOD_IDS,
  METHODS,
  type MethodId,
  type Methods,
  type StepDraft,
  type SystemId,
  type ZoneOptions,
} from '../systems/index.ts';
import type { CompareInput } from './compare.ts';
import { roughEstimate } from './rough.ts';

/** A zone as its ways are weighed: what the comparison of systems looks at, with its system and choices. */
export interface MethodZone extends CompareInput {
  systemId: SystemId;
  options: ZoneOptions;
}

/** What a sequence comes to. */
export interface MethodFigures {
  steps: number;
  hours: number;
  days: number;
  /** Minor currency units. */
  material: number;
  /** What the steps are like besides, for each aspect as one text to compare. */
  likeness: Record<Aspect, string>;
}

/** What a way may change though it costs neither time nor money. */
export const ASPECTS = ['grit', 'film', 'applicator', 'supply', 'order', 'hanging', 'wait'] as const;
export type Aspect = (typeof ASPECTS)[number];

function likenessOf(steps: readonly StepDraft[]): Record<Aspect, string> {
  const of = (aspect: (step: StepDraft) => unknown) =>
    steps.map((step) => `${step.key} ${String(aspect(step))}`).join('|');
  return {
    grit: of(({ grit }) => grit),
    film: of(({ wftUm, thinning }) => `${wftUm} ${thinning?.convention} ${thinning?.value}`),
    applicator: of(({ applicator }) => applicator),
    supply: of(({ supplyKey, productKey }) => `${supplyKey} ${productKey}`),
    order: steps.map(({ key }) => key).join('|'),
    hanging: of(({ loadFilter, faces, tagAt }) => `${loadFilter} ${faces} ${tagAt}`),
    wait: of(({ waitFor, dryingMin }) => `${waitFor} ${dryingMin}`),
  };
}

/** The aspects in which two ways differ. */
export function aspectsChanged(
  now: Pick<MethodFigures, 'likeness'>,
  then: Pick<MethodFigures, 'likeness'>,
): Aspect[] {
  return ASPECTS.filter((aspect) => now.likeness[aspect] !== then.likeness[aspect]);
}

const NOTHING = Object.fromEntries(ASPECTS.map((aspect) => [aspect, ''])) as Record<Aspect, string>;

/** What it comes to as it is done now, and by every other way of every question. */
export interface MethodEffects {
  now: MethodFigures;
  choices: Record<MethodId, Record<string, MethodFigures>>;
}

function figuresOf(zone: MethodZone, methods: Methods): MethodFigures {
  const options = { ...zone.options, laying: methods.laying };
  const drafts = generateSteps({
    systemId: zone.systemId,
    options,
    sheets: zone.sheets,
    supplies: zone.supplies,
    methods,
    shop: zone.settings,
    isOnSite: zone.isOnSite,
    treatments: zone.pieces.map(({ treatment }) => treatment),
    parts: zone.pieces,
    ground: zone.zone,
  });
  if (!drafts.ok) return { steps: 0, hours: 0, days: 0, material: 0, likeness: NOTHING };
  const steps = drafts.value.map((draft, position) => ({ ...draft, id: '', zoneId: '', position }));
  const { hours, days, material } = roughEstimate({ ...zone, steps, laying: options.laying });
  return { steps: steps.length, hours, days, material, likeness: likenessOf(drafts.value) };
}

/** All zones together: work and material add up, the slowest zone decides the days. */
function together(all: readonly MethodFigures[]): MethodFigures {
  return all.reduce(
    (sum, { steps, hours, days, material, likeness }) => ({
      steps: sum.steps + steps,
      hours: sum.hours + hours,
      days: Math.max(sum.days, days),
      material: sum.material + material,
      likeness: Object.fromEntries(
        ASPECTS.map((aspect) => [aspect, `${sum.likeness[aspect]}\n${likeness[aspect]}`]),
      ) as Record<Aspect, string>,
    }),
    { steps: 0, hours: 0, days: 0, material: 0, likeness: NOTHING },
  );
}

/**
 * What every way of every question would do to these zones, one change at a time from the practice that counts now.
 * Rough, like the comparison of systems: the plan knows better.
 */
export function methodEffects(zones: readonly MethodZone[], methods: Methods): MethodEffects {
  const of = (wanted: Methods) => together(zones.map((zone) => figuresOf(zone, wanted)));
  const now = of(methods);
  const choices = Object.fromEntries(
    METHOD_IDS.map((id) => [
      id,
      Object.fromEntries(
        METHODS[id].choices.map((way) => [
          way.id,
          way.id === methods[id] ? now : of({ ...methods, [id]: way.id } as Methods),
        ]),
      ),
    ]),
  ) as MethodEffects['choices'];
  return { now, choices };
}
