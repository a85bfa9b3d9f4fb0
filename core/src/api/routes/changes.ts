import { ChangesSchema, TouchedSchema } from '../shapes/changes.ts';
import { PATHS } from '../shapes/paths.ts';
import { route } from '../shapes/route.ts';

export const changesRoutes = {
  changes: route(PATHS.changes, {
    summary: 'What a change touched, as it is now: read again after hearing of the change',
    body: TouchedSchema,
    response: ChangesSchema,
  }),
};
