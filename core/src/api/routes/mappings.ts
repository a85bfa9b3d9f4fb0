import { z } from 'zod';
import { MappingSchema } from '../../formats/index.ts';
import { PATHS } from '../shapes/paths.ts';
import { EmptyResponse, route } from '../shapes/route.ts';

const Remembered = z.object({ signature: z.string().min(1).max(2000), mapping: MappingSchema });

export const mappingsRoutes = {
  mappings: route(PATHS.mappings, {
    summary: 'Remembered mappings of table headings, latest first',
    response: z.object({ mappings: z.array(Remembered) }),
  }),

  rememberMapping: route(PATHS.rememberMapping, {
    summary: 'Remember how a table with these headings is read',
    body: Remembered,
    response: EmptyResponse,
  }),
};
