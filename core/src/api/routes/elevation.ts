import { z } from 'zod';
import { OpeningSchema, WallSchema } from '../../elevation/index.ts';
import { OpeningRowSchema, WallRowSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { EmptyResponse, route, uuidParams } from '../shapes/route.ts';

const Assignment = z.object({ pieceId: z.uuid(), openingId: z.uuid().nullable() });

export const elevationRoutes = {
  addMap: route(PATHS.addMap, {
    summary: 'Add walls and openings and put pieces into them, all or nothing',
    params: uuidParams('jobId'),
    body: z.object({
      walls: z.array(WallSchema).max(100),
      openings: z.array(OpeningSchema).max(2000),
      assigned: z.array(Assignment).max(2000),
    }),
    response: z.object({ walls: z.array(WallRowSchema), openings: z.array(OpeningRowSchema) }),
    status: 201,
  }),

  changeWall: route(PATHS.changeWall, {
    summary: 'Change a wall that is still as it was seen',
    params: uuidParams('wallId'),
    body: WallSchema.omit({ id: true }).extend({ version: z.int() }),
    response: WallRowSchema,
  }),

  removeWall: route(PATHS.removeWall, {
    summary: 'Delete a wall with its openings; pieces stay',
    params: uuidParams('wallId'),
    response: EmptyResponse,
  }),

  putOpenings: route(PATHS.putOpenings, {
    summary: 'Change openings that are still as they were seen, all or none',
    params: uuidParams('jobId'),
    body: z.object({
      openings: z
        .array(OpeningSchema.extend({ version: z.int() }))
        .min(1)
        .max(2000),
    }),
    response: z.object({ openings: z.array(OpeningRowSchema) }),
  }),

  removeOpenings: route(PATHS.removeOpenings, {
    summary: 'Delete openings; their pieces stay without one',
    params: uuidParams('jobId'),
    body: z.object({ openingIds: z.array(z.uuid()).min(1).max(2000) }),
    response: EmptyResponse,
  }),
};
