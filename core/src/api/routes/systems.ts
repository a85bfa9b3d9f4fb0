import { z } from 'zod';
import { textField } from '../../fields/index.ts';
import { CustomSystemSchema, CustomSystemVersionSchema } from '../../systems/index.ts';
import { PATHS } from '../shapes/paths.ts';
import { EmptyResponse, route, uuidParams } from '../shapes/route.ts';

const ChangeNote = textField('note', 300).default('');

export const systemsRoutes = {
  systemVersions: route(PATHS.systemVersions, {
    summary: 'All versions of a custom system, newest first',
    params: uuidParams('systemId'),
    response: z.object({ versions: z.array(CustomSystemVersionSchema) }),
  }),

  addSystemVersion: route(PATHS.addSystemVersion, {
    summary: 'Write a version of a custom system; version 1 makes it, each further one must follow the last',
    params: z.object({ systemId: z.uuid(), version: z.coerce.number().int().min(1).max(10_000) }),
    body: z.object({ changeNote: ChangeNote, system: CustomSystemSchema }),
    response: CustomSystemVersionSchema,
  }),

  retireSystem: route(PATHS.retireSystem, {
    summary: 'Take a custom system out of use, or back into it; jobs keep what they were planned with',
    params: uuidParams('systemId'),
    body: z.object({ isRetired: z.boolean() }),
    response: EmptyResponse,
  }),
};
