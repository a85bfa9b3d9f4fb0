import type { SystemContext } from './phases.ts';
import type { StepDraft } from './step.ts';
import { type CoatSlot, coatStep, dustStep, sandStep } from './steps.ts';
import { YARDSTICKS } from './yardsticks.ts';

/** Coats of one product, with what lies between them. */
interface CoatRun {
  slot: CoatSlot;
  count: number;
  word: 'Colour' | 'Clear';
  key: 'colour' | 'clear';
  /** Of the scuff before each coat after the first; the last one counts for all further ones. */
  grits: readonly number[];
  why: string;
  /** Wet film of each coat; the typical one where absent. */
  films?: readonly number[];
  /** Under the first coat lies a film that has to be scuffed. */
  scuffFirst: boolean;
}

function coatRun(context: SystemContext, run: CoatRun): StepDraft[] {
  const scuff = (after: string, index: number) => {
    const grit = run.grits[Math.min(index, run.grits.length - 1)] ?? 320;
    return [
      sandStep(
        `sand-${after}`,
        grit,
        'between coats',
        YARDSTICKS.scuff,
        `Nibs off and a fresh key; the scratches of P${grit} vanish under the next coat.`,
        { name: `Scuff P${grit}`, place: 'rest' },
      ),
    ];
  };
  return Array.from({ length: run.count }, (_, index) => {
    const number = index + 1;
    const coat = coatStep(
      `${run.key}-${number}`,
      `${run.word} ${number}`,
      run.slot,
      context.setting,
      'colour',
      run.why,
      run.films?.[index] === undefined ? {} : { wftUm: run.films[index] ?? null },
    );
    if (index === 0 && !run.scuffFirst) return [dustStep(`dust-${run.key}-1`), coat];
    const after = index === 0 ? `before-${run.key}` : `${run.key}-${index}`;
    return [
      ...scuff(after, Math.max(0, index - 1)),
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
    word: 'Colour',
    key: 'colour',
    grits,
    why: 'Two light coats beat one heavy coat: less sag, faster dry.',
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
    word: 'Clear',
    key: 'clear',
    grits: [400],
    why: scuffFirst
      ? 'Takes the wear.'
      : 'From very thin to full, so that the wood drinks first and the film levels last.',
    ...(scuffFirst ? {} : { films: thinToFull(context.clear, context.options.clearCoats) }),
    scuffFirst,
  });
}
