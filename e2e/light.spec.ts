import { expect, openStage, test } from './shop.ts';
import { weigh } from './weigh.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

const KB = 1024;
/** Scripts, styles and typeface of any screen over the wire, with what a press opens, which comes two seconds later. */
const MOST_SHELL_KB = 510;
/** Requests of a screen, its calls to the server included. */
const MOST_REQUESTS = 60;

const OF_SHOP = [
  '/jobs',
  '/floor',
  '/bench',
  '/find',
  '/spray',
  '/products',
  '/products/systems',
  '/shop',
  '/week',
];
const OF_JOB = [
  '/brief',
  '/survey',
  '/pieces',
  '/pieces/map',
  '/sequence',
  '/days',
  '/inspection',
  '/materials/price',
  '/handover',
  '/log',
];

test('no screen is heavier over the wire than it may be, and what is packed comes packed', async ({
  maren: page,
}) => {
  await openStage(page, 'QUAY', 'Days');
  const job = new URL(page.url()).pathname.replace(/\/days$/, '');
  const unpacked: string[] = [];
  page.on('response', (response) => {
    const headers = response.headers();
    // What is smaller than its packing goes as it is.
    const isSmall = Number(headers['content-length'] ?? Number.POSITIVE_INFINITY) < 1000;
    if (/\.(js|css)$/.test(response.url()) && !headers['content-encoding'] && !isSmall)
      unpacked.push(response.url());
  });
  for (const path of [...OF_SHOP, ...OF_JOB.map((one) => job + one)]) {
    const weight = await weigh(page, new URL(path, page.url()).toString(), () =>
      page.getByRole('main').waitFor(),
    );
    console.log(
      `${path.replace(job, '…')}: ${Math.round(weight.shellBytes / KB)} kB of shell, ${Math.round(weight.bytes / KB)} kB in all, ${weight.requests} requests`,
    );
    expect(weight.shellBytes, path).toBeGreaterThan(100 * KB);
    expect(weight.shellBytes, path).toBeLessThan(MOST_SHELL_KB * KB);
    expect(weight.requests, path).toBeLessThan(MOST_REQUESTS);
  }
  expect(unpacked).toEqual([]);
});
