import { enter, expect, openStage, test } from './shop.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

test('logging in one browser changes the other one, and planning again shows what moved', async ({
  maren: page,
  browser,
  shop,
}) => {
  const elsewhere = await (await browser.newContext()).newPage();
  await enter(elsewhere, shop, 'Joss');
  await openStage(elsewhere, 'QUAY', 'Log');
  const correct = elsewhere.getByRole('button', { name: 'Correct' });
  const entries = elsewhere.getByRole('listitem').filter({ has: correct });
  await expect(entries.first()).toBeVisible();
  const before = await entries.count();

  await page.getByRole('link', { name: 'Floor' }).click();
  const card = page.getByRole('region', { name: 'Do now' });
  await expect(card).toBeVisible();
  // Whatever is next to be laid on: the first task on the list that is a coat.
  const mix = card.getByText(/^Mix \d+ mL/);
  for (const item of await page.getByRole('button', { name: /Prime|Colour|Clear/ }).all()) {
    if (await mix.isVisible()) break;
    await item.click();
  }
  await expect(mix).toBeVisible();
  const coat = (await card.getByRole('heading').textContent()) ?? '';

  // A humidity that cannot be is said at its field, and nothing is logged.
  await card.getByLabel('Humidity, %').fill('140');
  await card.getByRole('button', { name: 'Log coat' }).click();
  await expect(card.getByText('Relative humidity must be at most 100 %.')).toBeVisible();
  await card.getByLabel('Humidity, %').fill('57');
  await card.getByLabel('Cup, seconds').fill('31');
  await card.getByLabel('Cup', { exact: true }).selectOption('ISO 4 mm');
  await card.getByRole('button', { name: 'Log coat' }).click();
  await expect(page.getByRole('region', { name: 'Logged last' })).toContainText(
    new RegExp(`${coat}, \\d+ pieces`),
  );

  await expect(entries).toHaveCount(before + 1);
  await expect(entries.first()).toContainText('31 s in ISO 4 mm');
  await expect(entries.first()).toContainText('57 %');

  await openStage(elsewhere, 'QUAY', 'Days');
  await elsewhere.getByRole('button', { name: 'Replan from now' }).click();
  await expect(elsewhere.getByRole('heading', { name: 'Planned again' })).toBeVisible();
  await expect(elsewhere.getByRole('heading', { name: /^\d+ moved$/ })).toBeVisible();
});

test('some of a load, done earlier, and then taken back', async ({ maren: page }) => {
  await page.getByRole('link', { name: 'Floor' }).click();
  const card = page.getByRole('region', { name: 'Do now' });
  const name = (await card.getByRole('heading').textContent()) ?? '';
  await card.getByRole('button', { name: 'Partial or earlier' }).click();
  const dialog = page.getByRole('dialog', { name });
  await dialog.getByRole('button', { name: 'None' }).click();
  await dialog
    .getByRole('button', { name: /^[A-Z]\d\d$/ })
    .first()
    .click();
  await dialog.getByLabel('at', { exact: true }).fill('23:59');
  await dialog.getByRole('button', { name: /for 1$/ }).click();
  await expect(dialog.getByText('That time is in the future.')).toBeVisible();
  await dialog.getByLabel('at', { exact: true }).fill('10:15');
  await dialog.getByRole('button', { name: /for 1$/ }).click();
  const last = page.getByRole('region', { name: 'Logged last' });
  await expect(last).toContainText('1 piece, 10:15');
  await last.getByRole('button', { name: 'Withdraw' }).click();
  // It asks first: a slip of a gloved finger takes nothing back.
  await page.getByRole('dialog').getByRole('button', { name: 'Keep it' }).click();
  await last.getByRole('button', { name: 'Withdraw' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Withdraw' }).click();
  await expect(last.getByText('1 piece, 10:15')).toBeHidden();
  await openStage(page, 'QUAY', 'Log');
  await expect(page.getByText('· withdrawal')).toBeVisible();
});

test('a correction is a new entry and the old one stays readable', async ({ page, shop }) => {
  // Without what the tests before logged and took back.
  await shop.tell('reset');
  await enter(page, shop, 'Maren');
  await openStage(page, 'QUAY', 'Log');
  // The plan before it says what to mix, too: only where something can be corrected is it the log.
  await expect(page.getByRole('button', { name: 'Correct' }).first()).toBeVisible();
  const coats = page.getByRole('listitem').filter({ hasText: /\d mL/ });
  const poured = /\d+ mL/.exec(await coats.first().innerText())?.[0] ?? '';
  const line = coats.filter({ hasText: poured }).last();
  await line.getByRole('button', { name: 'Correct' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Paint used').fill('0.7 L');
  await dialog.getByLabel('Note').fill('Misread the scale');
  await dialog.getByRole('button', { name: 'Log the correction' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: '· correction' })).toContainText('700 mL');
  await expect(line).toContainText('superseded');
});

test('the server goes away between two entries: nothing is lost and the page finds its way back', async ({
  maren: page,
  shop,
}) => {
  await page.getByRole('link', { name: 'Floor' }).click();
  const card = page.getByRole('region', { name: 'Do now' });
  const logAny = card.getByRole('button', { name: /^Log/ });
  // Another entry may have been logged a minute ago: this one has arrived when the card has moved on and nothing is sent.
  const load = (await card.locator('p').nth(1).textContent()) ?? '';
  await logAny.click();
  await expect(card.locator('p').nth(1)).not.toHaveText(load);
  await expect(page.getByText('Everything you logged is synced.')).toBeVisible();
  const second = (await card.getByRole('heading').textContent()) ?? '';

  await shop.tell('halt server');
  await expect(page.getByText('No connection to the server.')).toBeVisible();
  await logAny.click();
  await expect(page.getByText('1 entry waiting to sync.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Logged last' })).toContainText('syncing');
  await shop.tell('start server');

  await expect(page.getByText('No connection to the server.')).toBeHidden();
  await expect(page.getByRole('region', { name: 'Logged last' })).not.toContainText('syncing');
  await openStage(page, 'QUAY', 'Log');
  await expect(page.getByRole('listitem').filter({ hasText: second }).first()).toBeVisible();
});

test('the database stops: the page says so, keeps the entry and goes on by itself', async ({
  maren: page,
  shop,
}) => {
  await page.getByRole('link', { name: 'Floor' }).click();
  const card = page.getByRole('region', { name: 'Do now' });
  await card.waitFor();
  await shop.tell('halt database');
  await card.getByRole('button', { name: /^Log/ }).click();
  const last = page.getByRole('region', { name: 'Logged last' });
  await expect(last).toContainText('syncing');
  const health = await page.request.get(`${shop.address}/api/health`);
  expect([health.status(), (await health.json()).database]).toEqual([503, 'down']);
  await shop.tell('start database');
  await expect(last).not.toContainText('syncing');
  await page.reload();
  await expect(card).toBeVisible();
});

test('a task before its clock is warned about, and logged all the same when it has been done', async ({
  maren: page,
}) => {
  await page.getByRole('link', { name: 'Floor' }).click();
  const next = page.getByRole('region', { name: 'Next' }).getByRole('button').first();
  await expect(next).toContainText('until');
  await next.click();
  const card = page.getByRole('region', { name: 'Do now' });
  await expect(card.getByRole('alert')).toContainText(
    /must dry until .* Only log it if it has really been done/,
  );
  const name = (await card.getByRole('heading').textContent()) ?? '';
  await card.getByRole('button', { name: /^Log/ }).click();
  await expect(page.getByRole('region', { name: 'Logged last' })).toContainText(name);
});

test('a session that ended leads to the sign-in, and what was logged meanwhile arrives afterwards', async ({
  maren: page,
  context,
}) => {
  await page.getByRole('link', { name: 'Floor' }).click();
  const card = page.getByRole('region', { name: 'Do now' });
  const name = (await card.getByRole('heading').textContent()) ?? '';
  await context.clearCookies();
  await card.getByRole('button', { name: /^Log/ }).click();
  await page.getByRole('button', { name: 'Enter as Maren' }).click();
  const last = page.getByRole('region', { name: 'Logged last' });
  await expect(last).toContainText(name);
  await expect(last).not.toContainText('syncing');
});
