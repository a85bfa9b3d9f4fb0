import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { ROUTES } from '@upholder/core/api';
import { said } from '@upholder/core/said';
import type { Request, Router } from 'express';
import { v4 as uuid } from 'uuid';
import type { App } from '../context/app.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { createFirstShop, isSetupCode } from '../installation/installation.ts';
import { addressKey } from '../session/address.ts';
import { assertNoCommonPassword } from '../session/common.ts';
import { codeCounts, countTry } from '../session/limits.ts';
import type { SignsIn } from './session.ts';

const HAS_SHOP = said('refusal.this-installation-has-a-shop-already');

/** What a new installation asks for once: its shop, a backup to restore, or a look at the sample. */
export function addFirstRunRoutes(
  routes: RouteTable,
  router: Router,
  { db, clock, config, installation, log }: App,
  { signIn }: SignsIn,
): void {
  async function assertCode({ ip }: Request, code: string): Promise<void> {
    if (!(await installation.needsSetup())) throw new ApiError('conflict', HAS_SHOP);
    const forget = await countTry(db, codeCounts('setup', addressKey(ip)), clock.now());
    if (!(await isSetupCode(db, code, clock.now())))
      throw new ApiError('wrong-code', said('refusal.this-is-not-the-code-the'), {
        fields: { code: 'This is not the code.' },
      });
    await forget();
  }

  routes.add(ROUTES.checkSetupCode, async ({ body }, { request }) => {
    await assertCode(request, body.code);
    return { hasSample: installation.openSample !== null };
  });

  routes.add(ROUTES.firstRun, async ({ body: { code, shop } }, { request, response }) => {
    await assertCode(request, code);
    assertNoCommonPassword(shop.owner.password, shop.owner.signIn, shop.owner.name, shop.name);
    const owner = await createFirstShop(db, shop);
    if (!owner) throw new ApiError('conflict', HAS_SHOP);
    return signIn(request, response, owner);
  });

  routes.add(ROUTES.openSample, async ({ body }, { request }) => {
    await assertCode(request, body.code);
    if (!installation.openSample)
      throw new ApiError('not-found', said('refusal.this-server-cannot-open-the-sample'));
    return { address: await installation.openSample() };
  });

  router.post('/first-run/restore', async (request, response) => {
    routes.begin(request, response, 'restoreFirst');
    await assertCode(request, request.get('x-upholder-code') ?? '');
    if (!installation.restore)
      throw new ApiError('not-found', said('refusal.this-server-cannot-restore-a-backup'));
    const folder = config.backup?.folder ?? tmpdir();
    await mkdir(folder, { recursive: true, mode: 0o700 });
    const path = join(folder, `.sent-${uuid()}`);
    try {
      await pipeline(request, createWriteStream(path, { mode: 0o600 }));
      // Headers carry only ASCII: the passphrase comes as encoded by the browser.
      const passphrase = decodeURIComponent(request.get('x-upholder-passphrase') ?? '');
      await installation.restore(path, passphrase);
    } catch (error) {
      log.warn({ reason: (error as Error).message }, 'a backup that was sent could not be restored');
      throw new ApiError('bad-input', (error as Error).message, {
        fields: { file: (error as Error).message },
      });
    } finally {
      await rm(path, { force: true });
    }
    response.json({ done: true });
  });
}
