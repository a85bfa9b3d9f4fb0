import { gzipSync } from 'node:zlib';
import type { Response } from '@playwright/test';
import { enter, expect, test } from './shop.ts';

const MOST_SCRIPT_BYTES = 250 * 1024;

test.describe('the page', () => {
  test('needs less than 250 kB of script, packed, to show the jobs', async ({ page, shop }) => {
    let bytes = 0;
    const reads: Promise<void>[] = [];
    const listen = (response: Response) => {
      if (!response.url().endsWith('.js')) return;
      reads.push(
        response.body().then((body) => {
          bytes += gzipSync(body).length;
        }),
      );
    };
    // What comes two seconds later is not waited for; on a slow machine it would be here already.
    await page.addInitScript(() => {
      const wait = window.setTimeout;
      window.setTimeout = ((run: () => void, ms = 0) => (ms >= 2000 ? 0 : wait(run, ms))) as typeof wait;
    });
    page.on('response', listen);
    await enter(page, shop, 'Maren');
    // What is fetched ahead for later screens is not waited for, and must not be read once the test is over.
    page.off('response', listen);
    await Promise.all(reads);
    expect(bytes).toBeGreaterThan(10_000);
    expect(bytes).toBeLessThan(MOST_SCRIPT_BYTES);
  });

  test('asks no one outside', async ({ page, shop }) => {
    const foreign: string[] = [];
    page.on(
      'request',
      (request) =>
        !request.url().startsWith(shop.address) &&
        !request.url().startsWith('data:') &&
        foreign.push(request.url()),
    );
    await enter(page, shop, 'Joss');
    await page.getByRole('link', { name: 'Floor' }).click();
    await page.getByRole('heading', { name: 'Drying' }).waitFor();
    expect(foreign).toEqual([]);
  });
});
