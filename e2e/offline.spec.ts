import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BrowserContext, chromium, type Page } from '@playwright/test';
import type { JobDetail } from '@upholder/core/api';
import type { LogEntry } from '@upholder/core/jobs';
import type { MixRecord } from '@upholder/core/mixing';
import { enter, expect, logNow, type Shop, test } from './shop.ts';

test.beforeEach(({ shop }) => shop.tell('reset'));

const read = async <T>(page: Page, shop: Shop, path: string): Promise<T> =>
  (await (await page.request.get(new URL(path, shop.address).toString())).json()) as T;

async function logOf(page: Page, shop: Shop): Promise<LogEntry[]> {
  const { details } = await read<{ details: JobDetail[] }>(page, shop, '/api/floor');
  return details.flatMap(({ log }) => log);
}

const to = (page: Page, shop: Shop, path: string) => page.goto(new URL(path, shop.address).toString());

/** A browser of its own whose device keeps what it is told, as a tablet does over a weekend. */
async function openBrowser(folder: string): Promise<[BrowserContext, Page]> {
  const context = await chromium.launchPersistentContext(folder, {
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
    viewport: { width: 1024, height: 768 },
    serviceWorkers: 'allow',
  });
  return [context, context.pages()[0] ?? (await context.newPage())];
}

/** Waits until this device could start without network: the shell is there, and so is what the server said. */
async function untilKept(page: Page, ...keys: string[]): Promise<void> {
  await page.evaluate(async () => {
    const { active } = await navigator.serviceWorker.ready;
    if (active && active.state !== 'activated')
      await new Promise((resolve) => active.addEventListener('statechange', resolve, { once: true }));
  });
  const kept = () =>
    page.evaluate(
      () =>
        new Promise<string[]>((resolve, reject) => {
          const opening = indexedDB.open('upholder-answers');
          opening.onerror = () => reject(opening.error);
          opening.onsuccess = () => {
            const asking = opening.result.transaction('answer').objectStore('answer').getAllKeys();
            asking.onsuccess = () => {
              opening.result.close();
              resolve(asking.result.map(String));
            };
          };
        }),
    );
  await expect.poll(kept).toEqual(expect.arrayContaining(keys));
}

test('floor and bench are there after a reload without network; two coats and a pour arrive once, by whom and when', async ({
  shop,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'upholder-profile-'));
  let [context, page] = await openBrowser(folder);
  try {
    await enter(page, shop, 'Maren');
    await to(page, shop, '/bench?product=two-part-enamel-satin&paint=500+mL&applicator=turbine');
    await page.getByRole('button', { name: 'Start the mix' }).click();
    const pours = () => page.getByRole('region', { name: 'Pours' });
    await pours().getByRole('button', { name: 'It is in' }).click();
    await expect(page.getByText('saved here until synced')).toHaveCount(0);
    const mixAt = new URL(page.url()).pathname;
    await to(page, shop, '/floor');
    await expect(page.getByRole('region', { name: 'Do now' })).toBeVisible();
    await untilKept(page, 'session(undefined)', 'shop(undefined)', 'floor(undefined)', 'mixes(undefined)');
    const before = new Set((await logOf(page, shop)).map(({ id }) => id));
    const from = Date.parse((await read<{ now: string }>(page, shop, '/api/session')).now);

    await shop.tell('halt server');
    await page.reload();
    await expect(page.getByText(/No connection to the server\. As of .*, \d/)).toBeVisible();
    await logNow(page);
    await logNow(page);
    await expect(page.getByText(/2 entries waiting to sync\./)).toBeVisible();
    // The bench as well, by a page that is opened anew.
    await to(page, shop, mixAt);
    await expect(pours()).toContainText('Then the hardener');
    await pours().getByRole('button', { name: 'It is in' }).click();
    await expect(pours()).toContainText('All components added.');
    await context.close();

    // Still no server: what was done stands there, and waits.
    [context, page] = await openBrowser(folder);
    await to(page, shop, '/floor');
    await expect(page.getByText(/3 entries waiting to sync\./)).toBeVisible();
    await shop.tell('start server');
    await expect(page.getByText('Everything you logged is synced.')).toBeVisible();

    const until = Date.parse((await read<{ now: string }>(page, shop, '/api/session')).now);
    const fresh = (await logOf(page, shop)).filter(({ id }) => !before.has(id));
    expect(fresh.map(({ memberName }) => memberName)).toEqual(['Maren', 'Maren']);
    for (const { doneAt } of fresh) {
      expect(Date.parse(doneAt)).toBeGreaterThanOrEqual(from - 60_000);
      expect(Date.parse(doneAt)).toBeLessThanOrEqual(until);
    }
    const { mixes } = await read<{ mixes: MixRecord[] }>(page, shop, '/api/mixes');
    const mix = mixes.find(({ id }) => mixAt.endsWith(id));
    expect(mix?.madeBy).toBe('Maren');
    expect(mix?.pours.map(({ role }) => role)).toEqual(['paint', 'hardener']);
    const poured = Date.parse(mix?.pours[1]?.at ?? '');
    expect(poured).toBeGreaterThanOrEqual(from - 60_000);
    expect(poured).toBeLessThanOrEqual(until);
  } finally {
    await context.close();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('dialogs of the floor open without the server on a page that keeps no shell', async ({
  maren: page,
  context,
}) => {
  await page.goto(new URL('/floor', page.url()).toString());
  const now = page.getByRole('region', { name: 'Do now' });
  await expect(now).toBeVisible();
  // What a press opens comes once the screen has stood a moment.
  const isThere = (name: string) =>
    page.evaluate(
      (part) => performance.getEntriesByType('resource').some((one) => one.name.includes(part)),
      name,
    );
  for (const part of ['ModalWindow', 'ReportDialog', 'FailedDialog'])
    await expect.poll(() => isThere(part)).toBe(true);
  await context.setOffline(true);
  await now.getByRole('button', { name: 'Report a defect' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await now.getByRole('button', { name: 'Gun failed or paint ran out' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await context.setOffline(false);
});

test('whoever signs out leaves nothing of the shop on the device', async ({ shop }) => {
  const folder = mkdtempSync(join(tmpdir(), 'upholder-profile-'));
  const [context, page] = await openBrowser(folder);
  try {
    await enter(page, shop, 'Maren');
    await to(page, shop, '/floor');
    await expect(page.getByRole('region', { name: 'Do now' })).toBeVisible();
    await untilKept(page, 'session(undefined)', 'floor(undefined)');
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(page.getByRole('button', { name: 'Enter as Maren' })).toBeVisible();
    await shop.tell('halt server');
    await page.reload();
    await expect(page.getByText(/Trying again/)).toBeVisible();
    await expect(page.getByRole('region', { name: 'Do now' })).toHaveCount(0);
    await shop.tell('start server');
    await expect(page.getByRole('button', { name: 'Enter as Maren' })).toBeVisible();
  } finally {
    await context.close();
    rmSync(folder, { recursive: true, force: true });
  }
});
