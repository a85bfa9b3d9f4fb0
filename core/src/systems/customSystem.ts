import { z } from 'zod';
import { nameField, textField } from '../fields/index.ts';
import { said } from '../said/index.ts';
import { ZoneOptionsSchema } from './options.ts';
import { hasPreparationOfItsOwn, type SystemContext, withRawPieces } from './phases.ts';
import { type StepDraft, StepDraftSchema } from './step.ts';
import { chooseApplicator, placeAndLabourOf } from './steps.ts';
import { SYSTEM_IDS } from './traits.ts';

const text = (most: number) => textField('text', most);

/** A system of the shop's own: a shipped one, or a zone's sequence, copied, changed and named. */
export const CustomSystemSchema = z.object({
  name: nameField('system-name', 80),
  /** The shipped system that it came from; it says what the survey holds against it. */
  baseId: z.enum(SYSTEM_IDS),
  outline: text(200),
  fits: text(300),
  notFor: text(300),
  /** What a zone starts with; products named here are swapped for the zone's own choice. */
  options: ZoneOptionsSchema,
  steps: z.array(StepDraftSchema).min(1, said('step.a-system-has-at-least-one')).max(150),
});
export type CustomSystem = z.infer<typeof CustomSystemSchema>;

/** A version of a shop's own system. Versions are never changed: a job keeps the one it was planned with. */
export const CustomSystemVersionSchema = CustomSystemSchema.extend({
  id: z.uuid(),
  version: z.int().min(1),
  changeNote: z.string().max(300),
  madeBy: z.string(),
  madeAt: z.iso.datetime(),
});
export type CustomSystemVersion = z.infer<typeof CustomSystemVersionSchema>;

/** Which version of which own system a zone was generated from. */
export const CustomSystemRefSchema = z.object({
  id: z.uuid(),
  version: z.int().min(1),
  name: z.string(),
});
export type CustomSystemRef = z.infer<typeof CustomSystemRefSchema>;

/** Steps as a system keeps them: nothing in them belongs to the pieces of one job. */
export function asTemplate(steps: readonly StepDraft[]): StepDraft[] {
  return steps
    .filter(
      ({ pieceIds, appliesTo }) => pieceIds.length === 0 && appliesTo !== 'new' && appliesTo !== 'repaired',
    )
    .map((step) => ({ ...step, appliesTo: 'any' as const }));
}

/**
 * Generates an own system for a zone: its steps as they are, with the products of its slots swapped for the zone's, and
 * laid on with the zone's applicator where product and place allow. Wet film and thinning are kept as written while
 * the product stays; another product brings its own.
 */
export function generateCustomSteps(own: CustomSystem, context: SystemContext): StepDraft[] {
  const slots = new Map([
    [own.options.primerKey, context.primer],
    [own.options.colourKey, context.colour],
    [own.options.clearKey, context.clear],
  ]);
  const steps = own.steps.map((step): StepDraft => {
    const slot = step.productKey === null ? undefined : slots.get(step.productKey);
    if (!slot || step.isEdgesOnly) return step;
    const isSame = slot.productKey === step.productKey;
    const wasUsual = step.applicator === own.options.applicator;
    const { applicator } = chooseApplicator(
      wasUsual ? context.setting : { ...context.setting, wanted: step.applicator ?? context.setting.wanted },
      slot.sheet,
    );
    const isSwapped = applicator !== step.applicator;
    return {
      ...step,
      productKey: slot.productKey,
      cautions: isSame ? step.cautions : slot.sheet.cautions,
      ...(isSame
        ? {}
        : {
            wftUm: slot.sheet.wftTypUm,
            thinning: { convention: slot.sheet.maxThinning.convention, value: 0 },
          }),
      ...(isSwapped ? { applicator, ...placeAndLabourOf(applicator) } : {}),
    };
  });
  return hasPreparationOfItsOwn(context) ? withRawPieces(steps, context) : steps;
}
