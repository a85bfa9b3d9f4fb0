import { z } from 'zod';
import { BenchItemSchema, PotRecordSchema } from '../../mixing/index.ts';
import { BenchItemRowSchema, PotCoatSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { route, uuidParams } from '../shapes/route.ts';

export const potsRoutes = {
  pots: route(PATHS.pots, {
    summary: 'Mixes in use, then the latest ones',
    response: z.object({ pots: z.array(PotRecordSchema) }),
  }),

  potCoats: route(PATHS.potCoats, {
    summary: 'What a mix coated, by the log that counts',
    params: uuidParams('potId'),
    response: z.object({ coats: z.array(PotCoatSchema) }),
  }),

  putPot: route(PATHS.putPot, {
    summary:
      'Write a mix as it stands; an older word changes nothing, and nothing poured or read is taken back',
    params: uuidParams('potId'),
    body: PotRecordSchema,
    response: PotRecordSchema,
  }),

  putBenchItem: route(PATHS.putBenchItem, {
    summary: 'Write a cup, a gun or a tool kept wet; version 0 for a new one',
    params: uuidParams('itemId'),
    body: z.object({ version: z.int().min(0), item: BenchItemSchema }),
    response: BenchItemRowSchema,
  }),
};
