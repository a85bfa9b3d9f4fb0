import { z } from 'zod';
import { BenchItemSchema, MixRecordSchema } from '../../mixing/index.ts';
import { BenchItemRowSchema, MixCoatSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { route, uuidParams } from '../shapes/route.ts';

export const mixesRoutes = {
  mixes: route(PATHS.mixes, {
    summary: 'Mixes in use, then the latest ones',
    formerly: 'GET /api/pots',
    response: z.object({ mixes: z.array(MixRecordSchema) }),
  }),

  mixCoats: route(PATHS.mixCoats, {
    summary: 'What a mix coated, by the log that counts',
    formerly: 'GET /api/pots/:potId/coats',
    params: uuidParams('mixId'),
    response: z.object({ coats: z.array(MixCoatSchema) }),
  }),

  putMix: route(PATHS.putMix, {
    summary:
      'Write a mix as it stands; an older word changes nothing, and nothing poured or read is taken back',
    formerly: 'PUT /api/pots/:potId',
    params: uuidParams('mixId'),
    body: MixRecordSchema,
    response: MixRecordSchema,
  }),

  putBenchItem: route(PATHS.putBenchItem, {
    summary: 'Write a cup, a gun or a tool kept wet; version 0 for a new one',
    params: uuidParams('itemId'),
    body: z.object({ version: z.int().min(0), item: BenchItemSchema }),
    response: BenchItemRowSchema,
  }),
};
