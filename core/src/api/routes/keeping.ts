import { z } from 'zod';
import { NewPasswordSchema, SignInNameSchema } from '../../people/index.ts';
import { said } from '../../said/index.ts';
import { DEFAULT_SHOP_SETTINGS, ShopSettingsSchema } from '../../shop/index.ts';
import { SessionSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import {
  BackupRowSchema,
  BackupStateSchema,
  ClientLinkRowSchema,
  ClientViewSchema,
  MemberNameSchema,
} from '../shapes/people.ts';
import { route, uuidParams } from '../shapes/route.ts';
import { ShopNameSchema, TimeZoneSchema } from '../shapes/shop.ts';

const Links = z.object({ links: z.array(ClientLinkRowSchema) });
const SetupCode = z
  .string({ error: said('call.enter-the-code') })
  .trim()
  .min(1, said('call.enter-the-code'))
  .max(40);

/** What makes a shop: its name and place, how it works, who owns it. */
export const NewShopSchema = z.object({
  name: ShopNameSchema,
  timeZone: TimeZoneSchema,
  settings: ShopSettingsSchema.default(DEFAULT_SHOP_SETTINGS),
  owner: z.object({ name: MemberNameSchema, signIn: SignInNameSchema, password: NewPasswordSchema }),
});
export type NewShop = z.infer<typeof NewShopSchema>;

export const keepingRoutes = {
  checkSetupCode: route(PATHS.checkSetupCode, {
    summary: 'Whether this is the code that the start of the server printed',
    body: z.object({ code: SetupCode }),
    response: z.object({
      /** Whether the sample shop can be opened on this server. */
      hasSample: z.boolean(),
    }),
  }),

  firstRun: route(PATHS.firstRun, {
    summary: 'Make the shop of a new installation, and sign its owner in',
    body: z.object({ code: SetupCode, shop: NewShopSchema }),
    response: SessionSchema,
    status: 201,
  }),

  openSample: route(PATHS.openSample, {
    summary: 'Serve the sample shop beside, and say where',
    body: z.object({ code: SetupCode }),
    response: z.object({ address: z.string() }),
  }),

  backups: route(PATHS.backups, {
    summary: 'Backups that are kept, and how the last one went',
    response: BackupStateSchema,
  }),

  makeBackup: route(PATHS.makeBackup, {
    summary: 'Make a backup now, and restore it for a test',
    response: BackupStateSchema.extend({ made: BackupRowSchema }),
    status: 201,
  }),

  clientLinks: route(PATHS.clientLinks, {
    summary: 'Links that the client of a job has',
    params: uuidParams('jobId'),
    response: Links,
  }),

  addClientLink: route(PATHS.addClientLink, {
    summary: 'Make a link for the client of a job',
    params: uuidParams('jobId'),
    body: z.object({
      days: z
        .int({ error: said('call.write-a-whole-number-of-days') })
        .min(1, said('call.a-link-holds-at-least-a'))
        .max(730, said('call.a-link-holds-at-most-730')),
    }),
    response: Links.extend({ token: z.string() }),
    status: 201,
  }),

  endClientLink: route(PATHS.endClientLink, {
    summary: 'End a link of a client',
    params: uuidParams('linkId'),
    response: Links,
  }),

  readClientLink: route(PATHS.readClientLink, {
    summary: 'What a client sees of their job',
    body: z.object({ token: z.string().min(1).max(100) }),
    response: ClientViewSchema,
  }),
};
