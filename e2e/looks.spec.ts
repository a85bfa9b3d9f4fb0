import { gzipSync } from 'node:zlib';
import { enter, expect, test } from './shop.ts';

const MOST_SCRIPT_BYTES = 250 * 1024;

test.describe('the page', () => {
  test('needs less than 250 kB of script, packed, to show the jobs', async ({ page, shop }) => {
    let bytes = 0;
    const reads: Promise<void>[] = [];
    page.on('response', (response) => {
      // The sentences that come after a moment are not waited for; on a slow machine they are here already.
      if (!response.url().endsWith('.js') || /\/rest-[^/]*$/.test(response.url())) return;
      reads.push(
        response.body().then((body) => {
          bytes += gzipSync(body).length;
        }),
      );
    });
    await enter(page, shop, 'Maren');
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
