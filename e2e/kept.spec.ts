import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BrowserContext, chromium, type Page } from '@playwright/test';
import type { JobDetail } from '@upholder/core/api';
import type { LogEntry } from '@upholder/core/jobs';
import { enter, expect, logNow, type Shop, test } from './shop.ts';

test.beforeEach(({ shop }) => shop.tell('reset'));

/** All entries that the server has, of all open jobs. */
async function logOf(page: Page): Promise<LogEntry[]> {
  const answer = await page.request.get(new URL('/api/floor', page.url()).toString());
  const { details } = (await answer.json()) as { details: JobDetail[] };
  return details.flatMap(({ log }) => log);
}

/** Ids of what the server has that it did not have before. */
async function newOf(page: Page, before: readonly LogEntry[]): Promise<LogEntry[]> {
  const known = new Set(before.map(({ id }) => id));
  return (await logOf(page)).filter(({ id }) => !known.has(id));
}

async function serverNow(page: Page): Promise<number> {
  const answer = await page.request.get(new URL('/api/session', page.url()).toString());
  return Date.parse(((await answer.json()) as { now: string }).now);
}

async function toFloor(page: Page, shop: Shop): Promise<void> {
  await page.goto(new URL('/floor', shop.address).toString());
  await expect(page.getByRole('region', { name: 'Do now' })).toBeVisible();
}

/** Nothing of the log gets through, as where the line is down while the page itself is there. */
async function cutLog(context: BrowserContext): Promise<void> {
  await context.route('**/api/jobs/*/log', (route) => route.abort());
}

test('what waited is there after a reload, a closed browser and a restart of the server: each once, in time, by whom', async ({
  shop,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'upholder-profile-'));
  const options = {
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
    viewport: { width: 1280, height: 800 },
  };
  let context = await chromium.launchPersistentContext(folder, options);
  try {
    let page = context.pages()[0] ?? (await context.newPage());
    await enter(page, shop, 'Maren');
    await toFloor(page, shop);
    const before = await logOf(page);
    const from = await serverNow(page);
    await cutLog(context);
    await logNow(page);
    await logNow(page);
    await page.reload();
    await expect(page.getByText('2 entries waiting to sync.')).toBeVisible();
    await expect(page.getByRole('region', { name: 'Do now' })).toBeVisible();
    await shop.tell('halt server');
    await expect(page.getByText('No connection to the server.')).toBeVisible();
    await logNow(page);
    await expect(page.getByText('3 entries waiting to sync.')).toBeVisible();
    await context.close();

    await shop.tell('start server');
    context = await chromium.launchPersistentContext(folder, options);
    page = context.pages()[0] ?? (await context.newPage());
    await page.goto(new URL('/floor', shop.address).toString());
    await expect.poll(async () => (await newOf(page, before)).length).toBe(3);
    const to = await serverNow(page);
    const entries = await newOf(page, before);
    expect(new Set(entries.map(({ memberName }) => memberName))).toEqual(new Set(['Maren']));
    // Minutes are kept, so the first may lie within the minute in which the test began.
    for (const { doneAt } of entries) {
      expect(Date.parse(doneAt)).toBeGreaterThanOrEqual(from - 60_000);
      expect(Date.parse(doneAt)).toBeLessThanOrEqual(to);
    }
    await expect(page.getByText(/waiting to be sent/)).toBeHidden();
  } finally {
    await context.close();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('the browser is asked to keep what is logged for good, once', async ({ page, shop }) => {
  await page.addInitScript(() => {
    const asked = { asked: 0 };
    Object.assign(window, asked);
    navigator.storage.persist = async () => {
      (window as unknown as typeof asked).asked += 1;
      return true;
    };
  });
  await enter(page, shop, 'Maren');
  await toFloor(page, shop);
  const asked = () => page.evaluate(() => (window as unknown as { asked: number }).asked);
  expect(await asked()).toBe(0);
  await logNow(page);
  await logNow(page);
  expect(await asked()).toBe(1);
});

test('two tabs log while the server is away, and overwrite nothing of each other', async ({
  maren: page,
  shop,
  context,
}) => {
  await toFloor(page, shop);
  const before = await logOf(page);
  const second = await context.newPage();
  await toFloor(second, shop);
  await shop.tell('halt server');
  for (const [number, tab] of [page, second, page, second].entries()) {
    await expect(tab.getByText('No connection to the server.')).toBeVisible();
    // What the other tab logged has to have arrived here: then the card shows what is next.
    if (number > 0)
      await expect(
        tab.getByText(number === 1 ? '1 entry waiting' : `${number} entries waiting`),
      ).toBeVisible();
    await logNow(tab);
  }
  for (const tab of [page, second]) await expect(tab.getByText('4 entries waiting to sync.')).toBeVisible();
  await shop.tell('start server');
  await expect.poll(async () => (await newOf(page, before)).length).toBe(4);
});

test('a full storage is said before anything counts as logged, and the server is asked instead', async ({
  page,
  shop,
}) => {
  // Before anything is written here: the browser remembers for a while how much room there was.
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Storage.overrideQuotaForOrigin', { origin: shop.address, quotaSize: 1 });
  await enter(page, shop, 'Maren');
  await toFloor(page, shop);
  const before = await logOf(page);
  await cutLog(page.context());
  const card = page.getByRole('region', { name: 'Do now' });
  const name = (await card.getByRole('heading').textContent()) ?? '';
  await card.getByRole('button', { name: /^Log/ }).click();
  await expect(card.getByRole('alert').filter({ hasText: 'Not logged.' })).toContainText(
    'This device’s storage is full',
  );
  await expect(card.getByRole('heading')).toHaveText(name);
  await expect(page.getByRole('region', { name: 'Logged last' })).toBeHidden();
  expect(await newOf(page, before)).toEqual([]);
  // With the server in reach it goes straight there.
  await page.context().unroute('**/api/jobs/*/log');
  await logNow(page);
  expect(await newOf(page, before)).toHaveLength(1);
});

test('a blocked storage is said at once; logging goes on while the server answers', async ({
  page,
  shop,
}) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'indexedDB', {
      get() {
        throw new DOMException('blocked', 'SecurityError');
      },
    });
  });
  await enter(page, shop, 'Maren');
  await toFloor(page, shop);
  await expect(page.getByText('storage is blocked or full')).toBeVisible();
  const before = await logOf(page);
  await logNow(page);
  expect(await newOf(page, before)).toHaveLength(1);
  await shop.tell('halt server');
  await page.getByRole('region', { name: 'Do now' }).getByRole('button', { name: /^Log/ }).click();
  await expect(page.getByText(/^Not logged\. This browser’s storage is blocked/)).toBeVisible();
  await shop.tell('start server');
});

test('what one member logged waits for that member, whoever signs in on the tablet or in another tab', async ({
  maren: page,
  shop,
  context,
}) => {
  await toFloor(page, shop);
  const before = await logOf(page);
  await cutLog(context);
  await logNow(page);
  // Joss signs in in another tab: the session of this tab is his now.
  const second = await context.newPage();
  await second.goto(shop.address);
  await second.getByRole('button', { name: 'Sign out' }).click();
  await second.getByRole('button', { name: 'Enter as Joss' }).click();
  await expect(second.getByText('1 entry by Maren waits on this device')).toBeVisible();
  await expect(page.getByText('1 entry by Maren waits on this device')).toBeVisible();
  await context.unroute('**/api/jobs/*/log');
  // Joss logs something himself, which gets through, while hers stays.
  await toFloor(second, shop);
  await logNow(second);
  await expect
    .poll(async () => (await newOf(second, before)).map(({ memberName }) => memberName))
    .toEqual(['Joss']);
  await expect(second.getByText('1 entry by Maren waits on this device')).toBeVisible();
  await second.getByRole('button', { name: 'Sign out' }).click();
  await second.getByRole('button', { name: 'Enter as Maren' }).click();
  await expect(second.getByRole('link', { name: 'Maren' })).toBeVisible();
  await expect
    .poll(async () => (await newOf(second, before)).map(({ memberName }) => memberName).sort())
    .toEqual(['Joss', 'Maren']);
  await expect(second.getByText(/waits on this device/)).toBeHidden();
});

// Hours by which the clock is off at the first entry, and at the second one, which is logged while nothing gets through.
for (const [words, hours, hoursAway] of [
  ['two hours ahead and back again', 2, 0],
  ['two days back, and further', -48, -96],
  ['an hour ahead while the server is away', 0, 1],
] as const) {
  test(`a clock that jumps ${words} while the page is open changes no time in the log`, async ({
    page,
    shop,
  }) => {
    await page.addInitScript(() => {
      const real = Date.now.bind(Date);
      Object.assign(window, { shiftMs: 0 });
      Date.now = () => real() + (window as unknown as { shiftMs: number }).shiftMs;
    });
    await enter(page, shop, 'Maren');
    await toFloor(page, shop);
    const before = await logOf(page);
    const from = await serverNow(page);
    await page.evaluate((ms) => Object.assign(window, { shiftMs: ms }), hours * 3_600_000);
    await logNow(page);
    // In reach of the server the right time is back at once.
    const shown = page.getByRole('banner').locator('time');
    await expect(shown).toContainText(/10:4|10:5/);
    await expect(page.getByText('Everything you logged is synced.')).toBeVisible();
    // An answer that is still on its way would set the clock right once more: whatever is under way ends here.
    await page.context().setOffline(true);
    await page.context().route('**/api/**', (route) => route.abort());
    await page.context().setOffline(false);
    // What the floor shows follows the device within a second.
    await page.evaluate((ms) => Object.assign(window, { shiftMs: ms }), hoursAway * 3_600_000);
    const clock = { two: /10:4|10:5/, an: /11:4|11:5/ }[hoursAway === 1 ? 'an' : 'two'];
    await expect(shown).toContainText(clock);
    await logNow(page);
    await page.context().unroute('**/api/**');
    await expect.poll(async () => (await newOf(page, before)).length).toBe(2);
    const to = await serverNow(page);
    for (const { doneAt } of await newOf(page, before)) {
      expect(Date.parse(doneAt)).toBeGreaterThanOrEqual(from - 60_000);
      expect(Date.parse(doneAt)).toBeLessThanOrEqual(to + 1000);
    }
  });
}

test('an entry on which the server breaks holds no one up, and one that is refused stays to be sent again', async ({
  maren: page,
  shop,
  context,
}) => {
  await toFloor(page, shop);
  const before = await logOf(page);
  let broken = '';
  await context.route('**/api/jobs/*/log', async (route) => {
    const { id } = route.request().postDataJSON() as { id: string };
    broken ||= id;
    if (id !== broken) return route.continue();
    const error = { code: 'internal', message: 'Something went wrong here.' };
    return route.fulfill({ status: 500, json: { error } });
  });
  await logNow(page);
  await logNow(page);
  await expect.poll(async () => (await newOf(page, before)).length).toBe(1);
  await context.unroute('**/api/jobs/*/log');
  await expect.poll(async () => (await newOf(page, before)).length).toBe(2);

  await context.route('**/api/jobs/*/log', (route) =>
    route.fulfill({
      status: 422,
      json: { error: { code: 'bad-input', message: 'The job has no such step.' } },
    }),
  );
  // What is refused does not count as logged, so the floor's last line may never show it.
  await page.getByRole('region', { name: 'Do now' }).getByRole('button', { name: /^Log/ }).click();
  await expect(page.getByText(/: rejected by the server\.$/)).toBeVisible();
  const refused = page
    .getByRole('alert')
    .filter({ hasText: /The job has no such step\..*It is still on this device\./ });
  await context.unroute('**/api/jobs/*/log');
  await page.reload();
  await page.getByRole('button', { name: 'Show', exact: true }).click();
  await expect(refused).toBeVisible();
  // It goes only when somebody says so twice.
  await refused.getByRole('button', { name: 'Discard…' }).click();
  await refused.getByRole('button', { name: 'Keep' }).click();
  await refused.getByRole('button', { name: 'Send again' }).click();
  await expect.poll(async () => (await newOf(page, before)).length).toBe(3);
  await expect(refused).toBeHidden();
});

test('a mix that waited over a reload is poured on, and the tin is charged once', async ({
  maren: page,
  shop,
  context,
}) => {
  await context.route('**/api/mixes/*', (route) => route.abort());
  await page.goto(new URL('/bench?product=bonding-primer&mix=500%20mL', shop.address).toString());
  await page.getByRole('button', { name: 'Start the mix' }).click();
  const pours = page.getByRole('region', { name: 'Pours' });
  await pours.getByRole('button', { name: 'It is in' }).click();
  await expect(pours.getByText('is in', { exact: true }).first()).toBeVisible();
  await page.reload();
  await expect(page.getByText('saved here until synced')).toBeVisible();
  await expect(pours.getByText('is in', { exact: true }).first()).toBeVisible();
  await context.unroute('**/api/mixes/*');
  await expect(page.getByText('saved here until synced')).toBeHidden();
  const answer = await page.request.get(`${shop.address}/api/mixes`);
  const { mixes } = (await answer.json()) as { mixes: { productKey: string; pours: object[] }[] };
  expect(mixes.filter(({ productKey }) => productKey === 'bonding-primer')[0]?.pours).toHaveLength(1);
});
