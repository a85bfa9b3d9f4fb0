import { z } from 'zod';
import { ZoneSpecSchema } from '../../jobs/index.ts';
import { said } from '../../said/index.ts';
import { StepDraftSchema } from '../../systems/index.ts';
import { NewZoneSchema, ZoneRowSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { EmptyResponse, route, uuidParams } from '../shapes/route.ts';

export const zonesRoutes = {
  addZone: route(PATHS.addZone, {
    summary: 'Add a zone; its system generates the steps',
    params: uuidParams('jobId'),
    body: NewZoneSchema,
    response: ZoneRowSchema,
    status: 201,
  }),

  changeZone: route(PATHS.changeZone, {
    summary: 'Change a zone; unknown system or other choices regenerate its steps',
    params: uuidParams('zoneId'),
    body: z.object({ version: z.int(), ...ZoneSpecSchema.shape }),
    response: ZoneRowSchema,
  }),

  changeSteps: route(PATHS.changeSteps, {
    summary: 'Change the sequence of a zone by hand; logged steps stay and stay in their order',
    params: uuidParams('zoneId'),
    body: z.object({
      version: z.int(),
      steps: z.array(StepDraftSchema).min(1, said('call.a-sequence-has-at-least-one')).max(150),
    }),
    response: ZoneRowSchema,
  }),

  removeZone: route(PATHS.removeZone, {
    summary: 'Delete a zone that has no pieces and no log',
    params: uuidParams('zoneId'),
    response: EmptyResponse,
  }),
};
