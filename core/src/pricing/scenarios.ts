import { APPLICATOR_TRAITS, type Applicator, isListed, isSprayed } from '../catalogue/index.ts';
import { calendarDays } from '../estimating/index.ts';
import { lastFilm } from '../handover/care.ts';
import type { Job, Zone } from '../jobs/index.ts';
import { itemsOf } from '../mixing/index.ts';
import { isWorkedInRoom, type Piece, totalAreas, workedWay } from '../pieces/index.ts';
import { type PlanRequest, quickPlan, snapshotOf } from '../planning/index.ts';
import { type Pricing, USUAL_PRICING } from '../rates/index.ts';
import { said } from '../said/index.ts';
import {
  FINISHING_SYSTEMS,
  generateSteps,
  type MethodId,
  type Methods,
  type Step,
  SYSTEM_TRAITS,
  type SystemId,
  ZONE_APPLICATORS,
  type ZoneOptions,
} from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import { jobPrice, type PriceInput } from './jobPrice.ts';

// Longer than other files: each scenario says how it changes a zone, and all are planned and priced in one way.

/** Ways to do a job that can be set side by side: as it stands, by another tool, sent out, with a change, by another system. */
export const SCENARIO_KINDS = [
  'now',
  'sprayed',
  'rolled',
  'sent',
  'coat-more',
  'coat-less',
  'filled',
  'unfilled',
] as const;
export type ScenarioKind = (typeof SCENARIO_KINDS)[number];
export type Scenario =
  | { kind: ScenarioKind }
  | { kind: 'system'; systemId: SystemId }
  | { kind: 'method'; methodId: MethodId; choice: string };

/** How a finish will look, and how it is touched up later. */
export type Grade = 'sprayed' | 'rolled' | 'brushed' | 'sent' | 'mixed';

/** What a job would come to. Money in minor currency units. */
export interface ScenarioOutlook {
  scenario: Scenario;
  /** Why it cannot be done so; null where it can. */
  refusal: string | null;
  net: number;
  gross: number;
  cost: number;
  isAtLeast: boolean;
  hours: number;
  /** Calendar days from the first task to the last, both counted. */
  days: number;
  /** Of these, from the first in the client's room to the last; 0 where nobody works in it. */
  roomDays: number;
  grade: Grade;
}

/** What scenarios are worked out from. */
export interface ScenarioInput {
  /** The job and the shop; what is logged already does not count. */
  question: PlanRequest;
  methods: Methods;
  job: Job;
  priced: Pick<PriceInput, 'sheets' | 'supplies' | 'items' | 'settings' | 'timeZone' | 'people' | 'learned'>;
}

/** The sprayed tool that a zone would have: its own, else that of a gun that the shop has and the paint takes. */
function sprayedTool(options: ZoneOptions, { priced }: ScenarioInput): ZoneOptions['applicator'] | null {
  if (isSprayed(options.applicator)) return options.applicator;
  const allowed = priced.sheets[options.colourKey]?.applicators ?? [];
  const guns = itemsOf(priced.items, 'gun').map(({ item }) => item.applicator);
  const sprayed = ZONE_APPLICATORS.filter((tool) => isSprayed(tool) && isListed(allowed, tool));
  return sprayed.find((tool) => guns.includes(tool)) ?? sprayed[0] ?? null;
}

type Choice = { systemId: SystemId; options: ZoneOptions };

/** How a zone is done in a scenario: the choice, the same as now, or why it cannot be. */
function choiceIn(
  zone: Zone & Choice,
  scenario: Scenario,
  input: ScenarioInput,
): Choice | { refusal: string } {
  const { systemId, options } = zone;
  const withPart = (part: Partial<ZoneOptions>, system = systemId): Choice => ({
    systemId: system,
    options: { ...options, ...part },
  });
  const allowed = input.priced.sheets[options.colourKey]?.applicators ?? [];
  switch (scenario.kind) {
    case 'sprayed': {
      const tool = sprayedTool(options, input);
      return tool ? withPart({ applicator: tool }) : { refusal: said('price.no-gun-for-it') };
    }
    case 'rolled':
      return isListed(allowed, 'roller')
        ? withPart({ applicator: 'roller' })
        : { refusal: said('price.not-for-rollers') };
    case 'coat-more':
      return withPart({ colourCoats: Math.min(4, options.colourCoats + 1) });
    case 'coat-less':
      return options.colourCoats > 1
        ? withPart({ colourCoats: options.colourCoats - 1 })
        : { refusal: said('price.one-coat-at-least') };
    case 'filled':
    case 'unfilled': {
      const wanted: SystemId = scenario.kind === 'filled' ? 'A' : 'C';
      const { laying, applicator, colourKey, colourCoats } = options;
      const kept = { laying, applicator, colourKey, colourCoats };
      return { systemId: wanted, options: { ...FINISHING_SYSTEMS[wanted].defaults, ...kept } };
    }
    case 'system':
      return {
        systemId: scenario.systemId,
        options: { ...FINISHING_SYSTEMS[scenario.systemId].defaults, laying: options.laying },
      };
    default:
      return withPart({});
  }
}

const isFilled = ({ systemId }: Choice) => SYSTEM_TRAITS[systemId].fills !== 'no';

/** Scenarios that make sense for a job, itself first: nothing that it is already, and no grain filled where there is none. */
export function scenariosFor(zones: readonly Zone[], pricing: Pricing | null): Scenario[] {
  const chosen = zones.filter(
    (zone): zone is Zone & Choice => zone.systemId !== null && zone.options !== null,
  );
  if (chosen.length === 0) return [];
  const some = (is: (zone: Zone & Choice) => boolean) => chosen.some(is);
  const isOpen = ({ substrate }: Zone) => substrate === 'open-grain hardwood';
  const kinds: [ScenarioKind, boolean][] = [
    ['now', true],
    ['sprayed', some(({ options }) => !isSprayed(options.applicator))],
    ['rolled', some(({ options }) => isSprayed(options.applicator))],
    ['sent', (pricing ?? USUAL_PRICING).sendOut !== null],
    ['coat-more', some(({ options }) => options.colourCoats > 0 && options.colourCoats < 4)],
    ['coat-less', some(({ options }) => options.colourCoats > 1)],
    ['filled', some((zone) => isOpen(zone) && !isFilled(zone))],
    ['unfilled', some((zone) => isOpen(zone) && isFilled(zone))],
  ];
  return kinds.flatMap(([kind, isMeant]) => (isMeant ? [{ kind }] : []));
}

function concerns(scenario: Scenario, zone: Zone & Choice): boolean {
  switch (scenario.kind) {
    case 'now':
    case 'sent':
      return false;
    case 'filled':
      return zone.substrate === 'open-grain hardwood' && !isFilled(zone);
    case 'unfilled':
      return zone.substrate === 'open-grain hardwood' && isFilled(zone);
    default:
      return true;
  }
}

/** Steps of a job in a scenario; zones that it does not concern, or that were changed by hand, stay as they are. */
function stepsIn(scenario: Scenario, input: ScenarioInput): { steps: Step[]; refusal: string | null } {
  const { input: job, shop } = input.question;
  const methods =
    scenario.kind === 'method'
      ? ({ ...input.methods, [scenario.methodId]: scenario.choice } as Methods)
      : input.methods;
  const steps: Step[] = [];
  for (const zone of job.zones) {
    const own = job.steps.filter(({ zoneId }) => zoneId === zone.id);
    const { systemId, options } = zone;
    if (
      systemId === null ||
      options === null ||
      zone.customSystem ||
      !concerns(scenario, { ...zone, systemId, options })
    ) {
      steps.push(...own);
      continue;
    }
    const choice = choiceIn({ ...zone, systemId, options }, scenario, input);
    if ('refusal' in choice) return { steps: [], refusal: choice.refusal };
    const pieces = job.pieces.filter(({ zoneId }) => zoneId === zone.id);
    const drafts = generateSteps({
      ...choice,
      sheets: shop.sheets,
      ...(shop.supplies && { supplies: shop.supplies }),
      shop: shop.settings,
      isOnSite: job.job.place === 'client',
      treatments: pieces.map(({ treatment }) => treatment),
      parts: pieces,
      ground: zone,
      methods,
    });
    if (!drafts.ok) return { steps: [], refusal: drafts.message };
    steps.push(
      ...drafts.value.map((draft, position) => ({
        ...draft,
        id: own.find(({ key }) => key === draft.key)?.id ?? `${zone.id} ${draft.key}`,
        zoneId: zone.id,
        position,
      })),
    );
  }
  return { steps, refusal: null };
}

/** What stays to be done where the loose pieces are coated elsewhere: taken down, packed, brought back, looked over; fixed ones as ever. */
function withoutCoating(steps: readonly Step[], pieces: readonly Piece[], isOnSite: boolean): Step[] {
  const fixed = pieces.filter((piece) => isWorkedInRoom(workedWay(piece, isOnSite))).map(({ id }) => id);
  const stays = (step: Step) =>
    does(step, 'takesDown') ||
    does(step, 'mountsAgain') ||
    does(step, 'packs') ||
    does(step, 'delivers') ||
    does(step, 'looksOver');
  return steps.flatMap((step) => {
    if (stays(step)) return [step];
    const own = fixed.filter((id) => step.pieceIds.length === 0 || step.pieceIds.includes(id));
    return own.length === 0 ? [] : [{ ...step, pieceIds: own }];
  });
}

/** What sending the loose pieces of a job out costs, in minor units, and its words. */
function sentLine(input: ScenarioInput, pricing: Pricing): Pricing['extras'] {
  const { sendOut } = pricing;
  if (!sendOut) return [];
  const loose = input.question.input.pieces.filter(
    (piece) => !isWorkedInRoom(workedWay(piece, input.job.place === 'client')),
  );
  const areaM2 = totalAreas(loose).totalMm2 / 1e6;
  const amount = Math.round(sendOut.each * (sendOut.by === 'm2' ? areaM2 : loose.length));
  return [{ id: input.job.id, name: said('price.sent-out'), amount }];
}

function gradeOf(scenario: Scenario, steps: readonly Step[], zones: readonly Zone[]): Grade {
  if (scenario.kind === 'sent') return 'sent';
  const tools = new Set(
    zones.flatMap(({ id }): Exclude<Grade, 'mixed'>[] => {
      const tool: Applicator | null | undefined = lastFilm(steps, id)?.applicator;
      if (!tool) return [];
      return [isSprayed(tool) ? 'sprayed' : APPLICATOR_TRAITS[tool].isRolled ? 'rolled' : 'brushed'];
    }),
  );
  return tools.size === 1 ? ([...tools][0] ?? 'mixed') : 'mixed';
}

const NOTHING = { net: 0, gross: 0, cost: 0, isAtLeast: false, hours: 0, days: 0, roomDays: 0 };

/**
 * What a job would come to in a scenario: generated, planned in one go with everything else that the shop has to do, and priced by that
 * plan. As if no work were done on it yet. Nothing of it is kept.
 */
export function outlookOf(scenario: Scenario, input: ScenarioInput): ScenarioOutlook {
  const { question, job, priced } = input;
  const made = stepsIn(scenario, input);
  const grade = gradeOf(scenario, made.steps, question.input.zones);
  if (made.refusal !== null) return { scenario, refusal: made.refusal, ...NOTHING, grade };
  const pricing = job.pricing ?? USUAL_PRICING;
  const isSent = scenario.kind === 'sent';
  const steps = isSent
    ? withoutCoating(made.steps, question.input.pieces, job.place === 'client')
    : made.steps;
  const plan = quickPlan({
    ...question,
    input: { ...question.input, steps, log: [] },
    earlier: { loads: [], ops: [] },
  });
  if (!plan.ok) return { scenario, refusal: plan.message, ...NOTHING, grade };
  const { ops } = snapshotOf(job.id, '', question.shop.climate, plan.value);
  const { price, minutes } = jobPrice({
    ...priced,
    job: {
      ...job,
      pricing: {
        ...pricing,
        hoursFrom: 'plan',
        extras: [...pricing.extras, ...(isSent ? sentLine(input, pricing) : [])],
      },
    },
    zones: question.input.zones,
    steps,
    pieces: question.input.pieces,
    ops,
  });
  const away = isSent ? (pricing.sendOut?.daysAway ?? 0) : 0;
  return {
    scenario,
    refusal: null,
    net: price.net,
    gross: price.gross,
    cost: price.cost.amount,
    isAtLeast: price.isAtLeast,
    hours: minutes / 60,
    days: calendarDays(ops, priced.timeZone) + away,
    roomDays:
      calendarDays(
        ops.filter(({ row }) => row === 'room'),
        priced.timeZone,
      ) + away,
    grade,
  };
}
