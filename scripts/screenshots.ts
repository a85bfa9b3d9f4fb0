import { mkdirSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import { ensureChromium } from './debian.ts';

/**
 * Photographs the main views of a running demo: `npm run screenshots -- http://127.0.0.1:4310 [folder] [name…]`.
 * Without an address it expects the demo at its usual port.
 */
const [address = 'http://127.0.0.1:4310', folder = 'docs/screenshots', ...only] = process.argv.slice(2);

interface View {
  name: string;
  path: string;
  size?: [number, number];
  theme?: 'booth';
  prepare?(page: Page): Promise<void>;
}

const VIEWS: View[] = [
  { name: 'jobs', path: '/jobs' },
  { name: 'survey', path: '/jobs/QUAY/survey' },
  {
    name: 'systems',
    path: '/jobs/GALLEY/survey/systems',
    async prepare(page) {
      await page.getByLabel('Compare I', { exact: true }).check();
      await page.getByLabel('Compare H', { exact: true }).check();
    },
  },
  { name: 'pieces', path: '/jobs/QUAY/pieces' },
  { name: 'map', path: '/jobs/QUAY/pieces/map' },
  { name: 'week', path: '/week?from=2026-11-30' },
  {
    name: 'sequence',
    path: '/jobs/QUAY/sequence',
    async prepare(page) {
      await page
        .getByRole('list', { name: 'Steps' })
        .getByRole('button', { name: /Prime 1/ })
        .click();
      await page.getByText('Build-up, from the substrate up').scrollIntoViewIfNeeded();
    },
  },
  {
    name: 'price',
    path: '/jobs/QUAY/materials/price',
    // A worker draws what it may come to.
    prepare: (page) => page.getByRole('heading', { name: 'How sure it is' }).waitFor(),
  },
  {
    name: 'days',
    path: '/jobs/QUAY/days',
    async prepare(page) {
      await page.getByRole('button', { name: 'Show critical path' }).click();
      await page.getByRole('tab', { name: 'Finish sooner' }).click();
      await page.getByRole('button', { name: 'Work it out' }).click();
      await page.getByRole('button', { name: 'Work it out again' }).waitFor({ timeout: 120_000 });
    },
  },
  {
    name: 'spray',
    path: '/spray?open=strokes&piece=Recessed%20door',
    // The film is worked out beside the page.
    prepare: (page) => page.getByText(/^\d+ of 100$/).waitFor(),
  },
  { name: 'floor', path: '/floor', size: [1024, 768] },
  {
    name: 'bench',
    path: '/bench?product=urethane-enamel-satin&paint=900+mL&thinning=0&applicator=turbine',
    size: [1024, 768],
    async prepare(page) {
      await page.getByLabel('Material').fill('19');
      await page.getByRole('button', { name: 'Start the mix' }).click();
      await page.getByRole('button', { name: 'It is in' }).click();
      await page.clock.install();
      await page.getByRole('button', { name: /Hold, and release/ }).focus();
      for (const wait of [52_000, 3000]) {
        await page.keyboard.down('Space');
        await page.keyboard.up('Space');
        await page.clock.runFor(wait);
      }
      await page.getByRole('button', { name: 'Save reading' }).click();
      await page.getByText('Add now').waitFor();
      await page.clock.runFor(2000);
      await page.clock.resume();
      await page.getByRole('img', { name: /^Seconds in/ }).waitFor();
      await page.locator('.main-svg').first().waitFor();
      await page.evaluate(() => window.scrollTo(0, 0));
    },
  },
  { name: 'products', path: '/products' },
  {
    name: 'inspection',
    path: '/jobs/QUAY/inspection',
    prepare: (page) =>
      page
        .getByText(/The job ends/)
        .first()
        .waitFor(),
  },
  { name: 'handover', path: '/jobs/MUSIC/handover' },
  // As it lies in a hand.
  { name: 'phone-floor', path: '/floor', size: [390, 844] },
  { name: 'phone-survey', path: '/jobs/QUAY/survey', size: [390, 844] },
  { name: 'phone-pieces', path: '/jobs/QUAY/pieces', size: [390, 844] },
  {
    name: 'phone-find',
    path: '/find',
    size: [390, 844],
    async prepare(page) {
      await page.getByLabel('Tag on the label, or a job’s name').fill('QUAY U07');
    },
  },
];

mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({
  executablePath: ensureChromium(),
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
const page = await context.newPage();
page.on('console', (message) => message.type() === 'error' && console.log(`console: ${message.text()}`));
page.on('pageerror', (error) => console.log(`page error: ${error.message}`));

const jobIds = new Map<string, string>();
for (const { name, path, size, theme, prepare } of VIEWS) {
  if (jobIds.size === 0) {
    await page.goto(address);
    await page.getByRole('button', { name: 'Enter as Maren' }).click();
    for (const code of ['QUAY', 'VESTRY', 'GALLEY', 'MUSIC']) {
      const link = page.getByRole('link', { name: new RegExp(code) }).first();
      await link.waitFor();
      jobIds.set(code, (await link.getAttribute('href'))?.split('/')[2] ?? '');
    }
  }
  if (only.length > 0 && !only.includes(name)) continue;
  await page.setViewportSize({ width: size?.[0] ?? 1280, height: size?.[1] ?? 800 });
  await page
    .evaluate((wanted) => localStorage.setItem('upholder.theme', wanted), theme ?? 'light')
    .catch(() => undefined);
  await page.goto(address + path.replace(/[A-Z]{4,}/, (code) => jobIds.get(code) ?? code));
  await page.getByRole('main').waitFor();
  await page.waitForLoadState('load');
  await page.evaluate(() => document.fonts.ready);
  await prepare?.(page);
  await page.screenshot({ path: `${folder}/${name}.png` });
  console.log(`${folder}/${name}.png`);
}
await browser.close();
