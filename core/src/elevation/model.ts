import { z } from 'zod';
import { nameField, quantityField } from '../fields/index.ts';
import type { FieldCode } from '../said/index.ts';
import { said } from '../said/index.ts';

const sizeMm = (field: FieldCode, least: number) => quantityField(field, 'length', least, 30_000);
const placeMm = (field: FieldCode) => sizeMm(field, 0);

/** What becomes of the hinges of an opening. */
export const HINGE_PLANS = ['off', 'masked', 'renewed'] as const;
/** What becomes of its handles. */
export const PULL_PLANS = ['reuse', 'replace', 'none'] as const;

/** The hardware of one opening: what goes into its bag. */
export const HardwareSchema = z.object({
  hinges: z.int().min(0).max(20).default(0),
  hingePlan: z.enum(HINGE_PLANS).default('off'),
  pulls: z.int().min(0).max(10).default(0),
  pullPlan: z.enum(PULL_PLANS).default('reuse'),
  /** Distance of the holes of a handle, in mm. */
  holeCentresMm: quantityField('hole-centres', 'length', 0, 2000).nullable().default(null),
  finish: z.string().trim().max(60).default(''),
  /** How many of it have to be ordered. */
  toOrder: z.int().min(0).max(200).default(0),
  /** Screws that must not be mixed, such as hinge screws and handle screws. */
  screws: z.string().trim().max(120).default(''),
});
export type Hardware = z.infer<typeof HardwareSchema>;
export const NO_HARDWARE: Hardware = HardwareSchema.parse({});

const wallFields = {
  position: z.int().min(0),
  name: nameField('wall-name', 60),
  /** First part of the tags along this wall. */
  letter: z
    .string()
    .trim()
    .regex(/^[A-Za-z]{1,3}$/, said('map.one-to-three-letters-so-that')),
  widthMm: sizeMm('wall-width', 100),
  heightMm: sizeMm('wall-height', 100),
};

/** A wall seen from the front, to scale. */
export const WallSchema = z.object({ id: z.uuid(), ...wallFields });
export type Wall = z.infer<typeof WallSchema>;

/** A place in a wall where pieces go: its lower left corner, from the left end of the wall and from the floor. */
export const OpeningSchema = z.object({
  id: z.uuid(),
  wallId: z.uuid(),
  tag: nameField('tag', 16),
  xMm: placeMm('from-left'),
  yMm: placeMm('above-floor'),
  widthMm: sizeMm('opening-width', 20),
  heightMm: sizeMm('opening-height', 20),
  hardware: HardwareSchema,
  baggedAt: z.iso.datetime().nullable(),
  /** When the bag was ticked back in. */
  returnedAt: z.iso.datetime().nullable(),
});
export type Opening = z.infer<typeof OpeningSchema>;
