import { gzipSync } from 'node:zlib';
import AxeBuilder from '@axe-core/playwright';
import { enter, expect, openStage, test } from './shop.ts';

const SHELVES = ['/stores', '/stores/supplies', '/stores/bench', '/stores/layers', '/stores/systems'];
const MOST_SCRIPT_BYTES = 250 * 1024;

test.describe('every main screen', () => {
  for (const theme of ['light', 'booth']) {
    test(`has nothing serious to say to axe (${theme}), and no error on the console`, async ({
      maren: page,
    }) => {
      test.setTimeout(900_000);
      const troubles: string[] = [];
      page.on('console', (message) => message.type() === 'error' && troubles.push(message.text()));
      page.on('pageerror', (error) => troubles.push(error.message));
      await openStage(page, 'QUAY', 'Days');
      const job = new URL(page.url()).pathname.replace(/\/days$/, '');
      const stages = [
        'brief',
        'survey',
        'survey/systems',
        'pieces',
        'pieces/map',
        'pieces/labels',
        'pieces/hardware',
        'sequence',
        'sequence/card',
        'sequence/ways',
        'days',
        'log',
      ].map((stage) => `${job}/${stage}`);
      await page.evaluate((wanted) => localStorage.setItem('upholder.theme', wanted), theme);
      for (const path of [
        '/jobs',
        '/floor',
        '/find',
        '/bench',
        '/wall',
        ...SHELVES,
        '/shop',
        '/shop/ways',
        ...stages,
      ]) {
        await page.goto(new URL(path, page.url()).toString());
        await page.getByRole('main').waitFor();
        const { violations } = await new AxeBuilder({ page }).analyze();
        const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
        expect({ path, serious: serious.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`) }).toEqual({
          path,
          serious: [],
        });
      }
      expect(troubles).toEqual([]);
    });
  }

  test('needs less than 250 kB of script, packed, to show the jobs', async ({ page, shop }) => {
    let bytes = 0;
    const reads: Promise<void>[] = [];
    page.on('response', (response) => {
      if (!response.url().endsWith('.js')) return;
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

  test('asks nobody outside', async ({ page, shop }) => {
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
