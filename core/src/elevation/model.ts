import { z } from 'zod';

const placeMm = (what: string) =>
  z
    .number({ error: `Enter ${what} in mm.` })
    .min(0, `${what} is 0 mm or more.`)
    .max(30_000, `${what} ends at 30 000 mm.`);
const sizeMm = (what: string, min: number) =>
  z
    .number({ error: `Enter ${what} in mm.` })
    .min(min, `${what} starts at ${min} mm.`)
    .max(30_000, `${what} ends at 30 000 mm.`);

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
  holeCentresMm: z.number().min(0).max(2000).nullable().default(null),
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
  name: z.string().trim().min(1, 'Give the wall a name.').max(60, 'Keep the name to 60 characters.'),
  /** First part of the tags along this wall. */
  letter: z
    .string()
    .trim()
    .regex(/^[A-Za-z]{1,3}$/, 'One to three letters, so that tags stay short.'),
  widthMm: sizeMm('The width of the wall', 100),
  heightMm: sizeMm('The height of the wall', 100),
};

/** A wall seen from the front, to scale. */
export const WallSchema = z.object({ id: z.uuid(), ...wallFields });
export type Wall = z.infer<typeof WallSchema>;

/** A place in a wall where pieces go: its lower left corner, from the left end of the wall and from the floor. */
export const OpeningSchema = z.object({
  id: z.uuid(),
  wallId: z.uuid(),
  tag: z.string().trim().min(1, 'Give the opening a tag.').max(16, 'Keep the tag to 16 characters.'),
  xMm: placeMm('The distance from the left'),
  yMm: placeMm('The height above the floor'),
  widthMm: sizeMm('The width of the opening', 20),
  heightMm: sizeMm('The height of the opening', 20),
  hardware: HardwareSchema,
  baggedAt: z.iso.datetime().nullable(),
  /** When the bag was ticked back in. */
  returnedAt: z.iso.datetime().nullable(),
});
export type Opening = z.infer<typeof OpeningSchema>;
