import { z } from 'zod';

/** Finishing systems that ship. */
export const SYSTEM_IDS = [
  'A',
  'B',
  'C',
  'D',
  'E',
  'F',
  'G',
  'H',
  'I',
  'J',
  'K',
  'L',
  'M',
  'N',
  'O',
  'P',
] as const;
export type SystemId = (typeof SYSTEM_IDS)[number];

/** How loose pieces lie while they are coated and dry. */
export const LAYINGS = ['by-kind', 'hung', 'flat'] as const;
export type Laying = (typeof LAYINGS)[number];

/** Choices within a system that a zone may make; each changes the steps, the days or the material. */
export const ZoneOptionsSchema = z.object({
  laying: z.enum(LAYINGS),
  applicator: z.enum(['turbine', 'airless', 'roller', 'brush']),
  fillCoats: z.int().min(1).max(3),
  /** 0: no primer, where a system allows it. */
  primerCoats: z.int().min(0).max(3),
  /** 0: clear wood. */
  colourCoats: z.int().min(0).max(4),
  /** Clear coats over colour or wood. */
  clearCoats: z.int().min(0).max(4).default(0),
  primerKey: z.string().max(60),
  colourKey: z.string().max(60),
  clearKey: z.string().max(60).default('clear-poly-satin'),
});
export type ZoneOptions = z.infer<typeof ZoneOptionsSchema>;

/** Words on screen for each way of laying. */
export const LAYING_WORDS: Record<Laying, string> = {
  'by-kind': 'two-sided hung, one-sided flat',
  hung: 'all hung',
  flat: 'all flat',
};
