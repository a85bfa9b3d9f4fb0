import { ROUTES } from '@upholder/core/api';
import { said } from '@upholder/core/said';
import type { Router } from 'express';
import type { App } from '../context/app.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';

/** Backups, for owners: what is kept, one more now, one to take away. */
export function addBackupRoutes(routes: RouteTable, router: Router, { backups, log }: App): void {
  function known() {
    if (!backups) throw new ApiError('not-found', said('refusal.this-server-makes-no-backups'));
    return backups;
  }

  routes.add(ROUTES.backups, () => known().state());

  routes.add(ROUTES.makeBackup, async () => {
    try {
      const made = await known().make('asked');
      return { ...(await known().state()), made };
    } catch (error) {
      if (error instanceof ApiError) throw error;
      log.error({ reason: (error as Error).message }, 'no backup could be made');
      throw new ApiError(
        'bad-input',
        said('refusal.no-backup-was-made', { message: (error as Error).message }),
      );
    }
  });

  router.get('/backups/:name', (request, response) => {
    routes.begin(request, response, 'backupFile');
    const path = known().fileOf(request.params.name);
    if (path === null) throw new ApiError('not-found', said('refusal.there-is-no-such-backup'));
    response.download(path, request.params.name, { dotfiles: 'allow' });
  });
}
