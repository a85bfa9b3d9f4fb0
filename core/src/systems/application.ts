import { z } from 'zod';
import { APPLICATORS, ThinningSchema } from '../catalogue/sheet.ts';
import { numberField, quantityField } from '../fields/index.ts';
import { WORK_PARTS } from '../pieces/area.ts';

/** No sheet allows more of a conditioner or a retarder, in % on the paint. */
export const CONDITIONER_MAX_PCT = 30;

/**
 * One move of a step that takes several: so much of each piece, with one tool. The film is counted once, however many tools lay it;
 * what a move leaves out is as its step says.
 */
export const ApplicationSchema = z.object({
  /** What of a piece it covers. */
  parts: z
    .array(z.enum(WORK_PARTS))
    .min(1)
    .max(WORK_PARTS.length)
    // In their order, each once; what they are stays the same, so that the published description can say it.
    .overwrite((parts) => WORK_PARTS.filter((part) => parts.includes(part))),
  /** What paint goes on with; null for an abrasive. */
  applicator: z.enum(APPLICATORS).nullable().default(null),
  /** Width of the brush, the roller or the pad, in mm. */
  toolMm: quantityField('tool-width', 'length', 5, 500).nullable().default(null),
  /** Brings no paint of its own: a nearly dry tool lays off what is wet. */
  laysOff: z.boolean().default(false),
  thinning: ThinningSchema.nullable().default(null),
  /** Wet film in µm. */
  wftUm: quantityField('wet-film', 'film', 5, 1000).nullable().default(null),
  /** In % on the paint. */
  conditionerPct: numberField('conditioner', 0, CONDITIONER_MAX_PCT, ' %').nullable().default(null),
  /** Sanded with a machine; by hand where it is not. */
  byMachine: z.boolean().default(false),
  /** Abrasive, by its key in the stores; the step's own where it is null. */
  supplyKey: z.string().max(60).nullable().default(null),
});
export type Application = z.infer<typeof ApplicationSchema>;
