import { z } from 'zod';
import { SINGLE_UNITS, UNIT_SYSTEMS } from './prefs.ts';

// Beside the choices themselves: a page that only shows quantities does not load what checks them.
export const SingleUnitsSchema = z.object({
  length: z.enum(SINGLE_UNITS.length).optional(),
  film: z.enum(SINGLE_UNITS.film).optional(),
  volume: z.enum(SINGLE_UNITS.volume).optional(),
  weight: z.enum(SINGLE_UNITS.weight).optional(),
  temperature: z.enum(SINGLE_UNITS.temperature).optional(),
  pressure: z.enum(SINGLE_UNITS.pressure).optional(),
  area: z.enum(SINGLE_UNITS.area).optional(),
});
/** What somebody thinks in: a system, and single quantities that differ from it. */
export const UnitPrefsSchema = z.object({
  system: z.enum(UNIT_SYSTEMS),
  single: SingleUnitsSchema.default({}),
});
