import { isSprayed } from '../catalogue/sheet.ts';
import { said } from '../said/index.ts';
import type { SystemContext } from './phases.ts';
import type { StepDraft } from './step.ts';
import { type CoatSlot, chooseApplicator, coatStep, dustStep, sandStep } from './steps.ts';
import { YARDSTICKS } from './yardsticks.ts';

/** Coats of one product, with what lies between them. */
interface CoatRun {
  slot: CoatSlot;
  count: number;
  word: 'word.colour' | 'word.clear';
  key: 'colour' | 'clear';
  /** Of the scuff before each coat after the first; the last one counts for all further ones. */
  grits: readonly number[];
  why: string;
  /** Wet film of each coat; the typical one where absent. */
  films?: readonly number[];
  /** Under the first coat lies a film that has to be scuffed. */
  scuffFirst: boolean;
}

/** Conditioner goes into what is laid off by hand, as far as the sheet has one; whoever sprays levels by thinning. */
function conditionedIn({ options, colour, setting }: SystemContext): Pick<StepDraft, 'conditionerPct'> {
  const { applicator } = chooseApplicator(setting, colour.sheet);
  const most = isSprayed(applicator) ? 0 : (colour.sheet.conditionerMaxPct ?? 0);
  return { conditionerPct: Math.min(options.conditionerPct, most) };
}

/** Nibs off and a fresh key before the next coat, where the load dries. */
export function scuffStep(key: string, grit: number): StepDraft {
  return sandStep(
    key,
    grit,
    said('step.between-coats'),
    YARDSTICKS.scuff,
    said('step.nibs-off-and-a-fresh-key-2', { grit }),
    { name: said('step.scuff-p', { grit }), place: 'rest' },
  );
}

function coatRun(context: SystemContext, run: CoatRun): StepDraft[] {
  const scuff = (after: string, index: number) => {
    return scuffStep(`sand-${after}`, run.grits[Math.min(index, run.grits.length - 1)] ?? 320);
  };
  return Array.from({ length: run.count }, (_, index) => {
    const number = index + 1;
    const coat = coatStep(
      `${run.key}-${number}`,
      said(run.word, { number }),
      run.slot,
      context.setting,
      'colour',
      run.why,
      {
        ...(run.films?.[index] === undefined ? {} : { wftUm: run.films[index] ?? null }),
        ...(run.key === 'colour' && conditionedIn(context)),
      },
    );
    if (index === 0 && !run.scuffFirst) return [dustStep(`dust-${run.key}-1`), coat];
    const after = index === 0 ? `before-${run.key}` : `${run.key}-${index}`;
    return [
      scuff(after, Math.max(0, index - 1)),
      dustStep(`dust-${run.key}-${number}`, { place: 'rest' }),
      coat,
    ];
  }).flat();
}

/** Grits between rolled coats: finer as it goes, the finest before the last. */
export function finerAsItGoes(coats: number): number[] {
  const ladder = [240, 320, 400];
  return coats <= 2 ? [320] : ladder.slice(0, coats - 1);
}

/** Colour coats with a scuff and a dusting between. */
export function colourCoats(
  context: SystemContext,
  grits: readonly number[] = [320],
  part: { why?: string; films?: readonly number[] } = {},
): StepDraft[] {
  return coatRun(context, {
    slot: context.colour,
    count: context.options.colourCoats,
    word: 'word.colour',
    key: 'colour',
    grits,
    why: said('step.two-light-coats-beat-one-heavy'),
    ...part,
    scuffFirst: false,
  });
}

/** Wet films from the thinnest of the sheet to its thickest, in even steps. */
function thinToFull({ sheet }: CoatSlot, coats: number): number[] {
  const step = coats < 2 ? 0 : (sheet.wftMaxUm - sheet.wftMinUm) / (coats - 1);
  return Array.from({ length: coats }, (_, index) => Math.round(sheet.wftMinUm + index * step));
}

/** Clear coats, over colour or over bare or stained wood. */
export function clearCoats(context: SystemContext, scuffFirst: boolean): StepDraft[] {
  return coatRun(context, {
    slot: context.clear,
    count: context.options.clearCoats,
    word: 'word.clear',
    key: 'clear',
    grits: [400],
    why: scuffFirst ? said('step.takes-the-wear') : said('step.from-very-thin-to-full-so'),
    ...(scuffFirst ? {} : { films: thinToFull(context.clear, context.options.clearCoats) }),
    scuffFirst,
  });
}
