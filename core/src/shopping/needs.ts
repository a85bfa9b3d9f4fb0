import { APPLICATOR_TRAITS } from '../catalogue/applicators.ts';
import {
  concentrateShare,
  isSprayed,
  type ProductSheet,
  type SundryUse,
  type Supply,
  type SupplyAmount,
} from '../catalogue/index.ts';
import { coatNeeds, type LearnedFigures, type MaterialInput, supplyTotals } from '../estimating/index.ts';
import {
  effectiveLog,
  isStepItself,
  type Job,
  type LogEntry,
  protectionMaterials,
  type Zone,
} from '../jobs/index.ts';
import { coatMixes, itemsOf, type StoredItem } from '../mixing/index.ts';
import { hingesOf, type Piece, workedWay } from '../pieces/index.ts';
import { said } from '../said/index.ts';
import type { ShopSettings } from '../shop/index.ts';
import { minutesOfStep, type Step, sideOf, stepAppliesTo } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import { measured } from '../units/index.ts';

/** A job as far as it asks for things that are bought. */
export interface BuyingJob {
  job: Pick<Job, 'id' | 'code' | 'place' | 'room'>;
  zones: readonly Pick<Zone, 'id' | 'name' | 'newColour' | 'survey' | 'options'>[];
  steps: readonly Step[];
  pieces: readonly Piece[];
  log: readonly LogEntry[];
}

/** The shop as far as buying goes by it. */
export interface BuyingShop {
  sheets: Readonly<Record<string, ProductSheet>>;
  supplies: Readonly<Record<string, Supply>>;
  items: readonly StoredItem[];
  settings: ShopSettings;
  learned?: LearnedFigures;
}

/** Something a job asks for besides paint. */
export interface Asked {
  /** Key of the supply; for what no supply stands for, a text of its own. */
  key: string;
  /** Null where no supply stands for it. */
  supply: Supply | null;
  words: string;
  need: SupplyAmount | null;
}

/** Mix that is strained in one go, and what a liner of an unknown gun holds, in mL. */
const STRAINED_ML = 1000;
const LINER_ML = 600;
/** Solvent to rinse a gun, and a brush or roller, of a paint that water does not clean, in mL. */
const RINSE_ML = { sprayed: 400, byHand: 150 };
/** A loose piece hangs on two. */
const HOOKS = 2;

/** Steps that are still to be done on some of their pieces, with those. */
function openSteps({ steps, pieces, log }: BuyingJob): { step: Step; pieces: Piece[] }[] {
  const done = new Set(
    effectiveLog(log)
      .filter(isStepItself)
      .flatMap(({ stepId, pieceIds }) => pieceIds.map((id) => `${stepId} ${id}`)),
  );
  return steps.flatMap((step) => {
    const own = pieces.filter(
      (piece) =>
        piece.zoneId === step.zoneId && stepAppliesTo(step, piece) && !done.has(`${step.id} ${piece.id}`),
    );
    return own.length > 0 ? [{ step, pieces: own }] : [];
  });
}

/** What is used up around the coats that are still to come: strainers, liners, covers, brushes, thinner. */
function aroundCoats(job: BuyingJob, { sheets, items }: BuyingShop): Map<string, number> {
  const uses = new Map<string, number>();
  const add = (use: string, amount: number) => uses.set(use, (uses.get(use) ?? 0) + amount);
  const brushed = new Set<string>();
  for (const { step, pieces } of openSteps(job)) {
    const sheet = sheets[step.productKey ?? ''];
    if (!sheet) continue;
    for (const { moves, amounts } of coatMixes(
      step,
      sheet,
      pieces,
      sideOf(step),
      job.job.place === 'client',
    )) {
      if (amounts.mixMl <= 0) continue;
      add('strainer', Math.ceil(amounts.mixMl / STRAINED_ML));
      add(`thinner ${sheet.thinnerName.toLowerCase()}`, amounts.thinnerMl);
      for (const tool of new Set(moves.flatMap(({ applicator }) => applicator ?? []))) {
        const sprayed = isSprayed(tool);
        const gun = itemsOf(items, 'gun').find(
          ({ item }) => item.applicator === tool && !item.isRetired,
        )?.item;
        if (sprayed && (gun ? gun.cupMl !== null : tool === 'turbine' || tool === 'compressor'))
          add('liner', Math.ceil(amounts.mixMl / (gun?.cupMl ?? LINER_ML)));
        if (APPLICATOR_TRAITS[tool].isRolled) add('cover', 1);
        if (tool === 'brush' && step.productKey) brushed.add(step.productKey);
        if (sheet.base !== 'water')
          add(`thinner ${sheet.thinnerName.toLowerCase()}`, sprayed ? RINSE_ML.sprayed : RINSE_ML.byHand);
      }
    }
  }
  if (brushed.size > 0) add('brush', brushed.size);
  return uses;
}

/** Hooks that hang at once: two for every loose piece, as many as the rail holds. */
function hooksFor({ job, zones, pieces, steps, log }: BuyingJob, settings: BuyingShop['settings']): number {
  const coats = openSteps({ job, zones, steps, pieces, log }).filter(
    ({ step }) => step.productKey !== null && step.faces === 'both',
  );
  const open = new Set(coats.flatMap(({ pieces: own }) => own.map(({ id }) => id)));
  const flat = new Set(zones.flatMap(({ id, options }) => (options?.laying === 'flat' ? [id] : [])));
  const loose = pieces
    .filter(
      (piece) =>
        open.has(piece.id) && !flat.has(piece.zoneId) && workedWay(piece, job.place === 'client') !== 'left',
    )
    .sort((a, b) => a.widthMm - b.widthMm);
  let left = settings.railLengthMm;
  let hung = 0;
  for (const { widthMm } of loose) {
    left -= widthMm + settings.railGapMm;
    if (left < 0) break;
    hung += 1;
  }
  return hung * HOOKS;
}

/** Pairs of cartridges for the spraying that is still to come, begun ones counted whole. */
function cartridgesFor(job: BuyingJob, { rates, yardsticks }: BuyingShop['settings']): number {
  const minutes = openSteps(job)
    .filter(({ step }) => does(step, 'laysFilm') && isSprayed(step.applicator))
    .reduce(
      (sum, { step, pieces }) => sum + minutesOfStep(step, pieces, sideOf(step), yardsticks).handsOnMin,
      0,
    );
  return Math.ceil(minutes / 60 / rates.cartridgeHours);
}

/** Thinner that comes out of a tap. */
const isTapWater = (name: string) => /\bwater\b/.test(name);

/** Everything besides paint that a job still asks for: what its steps use up, what goes with its coats, its room and its hardware. */
export function askedBy(job: BuyingJob, shop: BuyingShop): Asked[] {
  const { supplies, settings } = shop;
  const entries = Object.entries(supplies);
  const sundry = (use: SundryUse, name?: string) =>
    entries.find(
      ([, one]) =>
        one.kind === 'sundry' && one.use === use && (name === undefined || one.name.toLowerCase() === name),
    );
  const asked: Asked[] = openSteps(job).flatMap(({ step, pieces }) =>
    supplyTotals({ steps: [step], pieces, supplies }).map(({ key, supply, need }): Asked => {
      const share = supply.kind === 'cleaner' ? concentrateShare(supply.dilution) : 1;
      return { key, supply, words: supply.name, need: need && { ...need, amount: need.amount * share } };
    }),
  );
  const take = (use: SundryUse, amount: number, unit: SupplyAmount['unit'], words: string, name?: string) => {
    if (amount <= 0) return;
    const known = sundry(use, name);
    asked.push({
      key: known?.[0] ?? `${use} ${name ?? ''}`,
      supply: known?.[1] ?? null,
      words: known?.[1].name ?? words,
      need: { amount, unit },
    });
  };
  for (const [use, amount] of aroundCoats(job, shop)) {
    const name = use.startsWith('thinner ') ? use.slice('thinner '.length) : undefined;
    if (name === undefined)
      take(
        use as SundryUse,
        amount,
        'pieces',
        said(`shopping.${use as 'strainer' | 'liner' | 'cover' | 'brush'}`),
      );
    else if (!isTapWater(name)) take('thinner', amount, 'mL', name, name);
  }
  take('cartridge', cartridgesFor(job, settings), 'pieces', said('shopping.cartridge'));
  take('hook', hooksFor(job, settings), 'pieces', said('shopping.hook'));
  const room = protectionMaterials(job.job.room?.tasks ?? [], job.job.room?.heightMm ?? null);
  const masking = (form: 'paper' | 'film' | 'tape', amount: number, isArea: boolean) => {
    if (amount <= 0) return;
    const known = entries.find(([, one]) => one.kind === 'masking' && one.form === form);
    const widthM = known?.[1].kind === 'masking' ? known[1].widthMm / 1000 : 1;
    asked.push({
      key: known?.[0] ?? `masking ${form}`,
      supply: known?.[1] ?? null,
      words: known?.[1].name ?? said(`shopping.${form}`),
      need: { amount: isArea ? amount / widthM : amount, unit: 'm' },
    });
  };
  masking('paper', room.paperM2, true);
  masking('film', room.filmM2, true);
  masking('tape', room.tapeM, false);
  take('extraction-filter', room.filters, 'pieces', said('shopping.extraction-filter'));
  return asked;
}

/** New pieces and hardware that a job needs: replacements by their size, hinges where they are renewed. */
export interface PartNeed {
  words: string;
  count: number;
}

/** Replacement doors and fronts of a job, alike ones together, and new hinges. */
export function partsAskedBy({ pieces, zones }: BuyingJob): PartNeed[] {
  const parts = new Map<string, number>();
  const add = (words: string, count: number) => parts.set(words, (parts.get(words) ?? 0) + count);
  for (const piece of pieces.filter(({ treatment }) => treatment === 'replace'))
    add(
      said('shopping.new-piece', {
        kind: piece.kind,
        size: measured('length', piece.widthMm, piece.heightMm),
      }),
      1,
    );
  for (const { id, survey } of zones)
    if (survey.hingesRenewed)
      add(
        said('shopping.hinge'),
        pieces.filter(({ zoneId }) => zoneId === id).reduce((sum, piece) => sum + hingesOf(piece), 0),
      );
  return [...parts].filter(([, count]) => count > 0).map(([words, count]) => ({ words, count }));
}

/** Paint that jobs still take, coat by coat; see {@link coatNeeds}. */
export function paintAskedBy(
  { job, zones, steps, pieces, log }: BuyingJob,
  { sheets, supplies, settings, learned }: BuyingShop,
) {
  const input: MaterialInput = {
    // Zones of several jobs may have one name.
    zones: zones.map((zone) => ({ ...zone, name: `${job.code} ${zone.name}` })),
    steps,
    pieces,
    log,
    sheets,
    supplies,
    isOnSite: job.place === 'client',
    doorMeasure: settings.doorMeasure,
    perSideMl: settings.perSideMl,
    ...(learned && { learned }),
  };
  return coatNeeds(input);
}
