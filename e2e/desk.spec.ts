import { chooseSystem, expect, openStage, test } from './shop.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

test('a name and a password let you in, and neither is told from the other when wrong', async ({
  page,
  shop,
}) => {
  await page.goto(shop.address);
  await page.getByLabel('Name').fill('maren');
  await page.getByLabel('Password').fill('guess');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toContainText('Wrong name or password.');
  await page.getByLabel('Password').fill('tide and varnish');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Slipway Finishing' })).toBeVisible();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Open the demo shop' })).toBeVisible();
});

test('keys: overlay, theme that stays, and the way to the floor and back', async ({ maren: page }) => {
  await page.keyboard.press('?');
  const help = page.getByRole('dialog', { name: 'Jobs' });
  await expect(help.getByRole('listitem')).toHaveCount(5);
  await expect(help.getByRole('heading', { name: 'Keyboard shortcuts' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.keyboard.press('b');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'booth');
  await page.keyboard.press('f');
  await expect(page).toHaveURL(/\/floor$/);
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'booth');
  await page.keyboard.press('b');
  await page.keyboard.press('j');
  await expect(page).toHaveURL(/\/jobs$/);
});

test('other choices generate a zone again, and a zone that has begun keeps its steps', async ({
  maren: page,
}) => {
  await openStage(page, 'VESTRY', 'Sequence');
  const steps = page.getByRole('list', { name: 'Steps' });
  await expect(steps.getByText('Prime 1', { exact: true })).toBeVisible();
  await expect(steps.getByText('Prime 2', { exact: true })).toHaveCount(0);
  await page.getByLabel('Primer coats').selectOption('2');
  await expect(steps.getByText('Prime 2', { exact: true })).toBeVisible();
  await chooseSystem(page, 'D', 'bonding primer does on these boards');
  await expect(steps.getByText(/bonding primer/).first()).toBeVisible();
  await expect(steps.getByText(/build/)).toHaveCount(0);
  // Bare board keeps its own preparation, whatever the system.
  await expect(steps.getByText('Seal edges', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: /Days/ }).click();
  await expect(page.getByText('Pieces or steps have changed since this plan was made.')).toBeVisible();
  await page.getByRole('button', { name: 'Replan from now' }).click();
  await expect(page.getByText('Pieces or steps have changed since this plan was made.')).toBeHidden();

  await openStage(page, 'QUAY', 'Sequence');
  await page.getByLabel('Primer coats').selectOption('3');
  await expect(page.getByRole('alert')).toContainText('is already logged, so its sequence stays');
});

test('a solvent primer is rolled where the booth may not take it, with its cautions at the step', async ({
  maren: page,
}) => {
  await openStage(page, 'QUAY', 'Sequence');
  await page
    .getByRole('list', { name: 'Steps' })
    .getByRole('button', { name: /Prime 1/ })
    .click();
  await expect(page.getByText(/the booth is rated for waterborne products only/).first()).toBeVisible();
  await expect(page.getByText(/Flammable vapour/).first()).toBeVisible();
  await expect(page.getByText(/local codes and licensed practice come first/).first()).toBeVisible();
});

test('hours and days off change the plan', async ({ maren: page }) => {
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  await page.getByLabel('Friday').fill('12:00–07:30');
  await page.getByRole('button', { name: 'Save the shop' }).click();
  await expect(page.getByText('Each stretch must end after it starts.')).toBeVisible();
  await page.getByLabel('Friday').fill('');
  await page.getByLabel('Rail', { exact: true }).fill('4500');
  await page.getByRole('button', { name: 'Save the shop' }).click();
  await expect(page.getByText(/^Saved\./)).toBeVisible();
  // A day off is picked from the calendar, by a press or by the keys, and dropped again.
  const off = page.getByRole('group', { name: 'Joss: days off' });
  await off.getByRole('button', { name: 'Pick days' }).click();
  const calendar = page.getByRole('dialog', { name: 'Pick days' });
  await calendar.getByRole('button', { name: /November 26th, 2026/ }).click();
  await expect(off).toContainText('Thu 26 Nov 2026');
  await calendar.getByRole('button', { name: /November 26th, 2026/ }).press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(off).toContainText('Fri 27 Nov 2026');
  await page.keyboard.press('Escape');
  await off.getByRole('button', { name: 'Remove Fri 27 Nov 2026' }).click();
  await expect(off).not.toContainText('Fri 27 Nov 2026');
  await page.reload();
  await expect(off).toContainText('Thu 26 Nov 2026');
  await expect(off).not.toContainText('Fri 27 Nov 2026');

  await openStage(page, 'QUAY', 'Days');
  await page.getByRole('button', { name: 'Replan from now' }).click();
  await expect(page.getByRole('heading', { name: 'Planned again' })).toBeVisible();
  await expect(page.getByText(/later than before/)).toBeVisible();
  await expect(page.getByText('the plan is too late')).toBeVisible();
  await page.getByRole('radio', { name: 'whole' }).click();
  await expect(page.getByRole('button', { name: /, Joss|Thu 26/ })).toHaveCount(0);
});

test('who may not spray is not given a gun, and the plan says when no one may', async ({ maren: page }) => {
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  const spraying = page.getByRole('checkbox', { name: 'spraying' });
  await expect(spraying.first()).toBeVisible();
  const people = await spraying.count();
  const saved = () => page.waitForResponse((answer) => answer.url().endsWith('/skills') && answer.ok());
  for (let index = 0; index < people; index += 1) await Promise.all([saved(), spraying.nth(index).uncheck()]);
  await openStage(page, 'QUAY', 'Days');
  await page.getByRole('button', { name: 'Replan from now' }).click();
  await expect(page.getByRole('region', { name: 'No plan' })).toContainText(
    /No one is assigned the skill for .*Set it under Shop/,
  );
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  for (let index = 0; index < people; index += 1) await Promise.all([saved(), spraying.nth(index).check()]);
  await expect(spraying.first()).toBeChecked();
});

test('the air can be noted, and an impossible one is refused', async ({ maren: page }) => {
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  await page.getByLabel('Air, °C').fill('64F');
  await page.getByLabel('Humidity, %').fill('140');
  await page.getByRole('button', { name: 'Save reading' }).click();
  await expect(page.getByText('Relative humidity must be at most 100 %.')).toBeVisible();
  await page.getByLabel('Humidity, %').fill('61');
  await page.getByRole('button', { name: 'Save reading' }).click();
  await expect(page.getByText('typed in')).toBeVisible();
  await expect(page.getByRole('banner')).toContainText('17.8 °C 61 %');
});

test('a sheet is copied and its copy named', async ({ maren: page }) => {
  await page.getByRole('link', { name: 'Products & stock' }).click();
  await page.getByRole('button', { name: 'High-build sanding primer' }).click();
  await page.getByRole('button', { name: 'Copy' }).click();
  await expect(page.getByRole('heading', { name: 'High-build sanding primer, copy' })).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Harbour build primer');
  await page.getByLabel('Dry to sand').fill('2h30');
  await page.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(page.getByRole('heading', { name: 'Harbour build primer' })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Dry to sand')).toHaveValue('2 h 30');
});

test('the take-off by keyboard: down, copy from above, delete, undo, and a pasted table', async ({
  maren: page,
}) => {
  await openStage(page, 'GALLEY', 'Pieces');
  await page.getByLabel('Width of L01').focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByLabel('Width of L02')).toBeFocused();
  await page.getByLabel('Width of L02').fill('391');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Width of L03')).toBeFocused();
  await page.keyboard.press('Control+d');
  await expect(page.getByLabel('Width of L03')).toHaveValue('391');
  await page.getByLabel('Width of L03').press('Control+Delete');
  await expect(page.getByLabel('Tag of L03')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo deletion of L03' }).click();
  await expect(page.getByLabel('Tag of L03')).toBeVisible();

  await page.getByLabel('Tag of L01').focus();
  await page.evaluate(() => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text', 'tag\twidth\theight\nL20\t300\t400\nL21\t300\t400');
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    );
  });
  await page.getByRole('button', { name: 'Import 2 pieces' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(page.getByRole('link', { name: /Pieces/ })).toContainText('13 listed');
  await page.getByRole('button', { name: 'Undo adding 2 pieces' }).click();
  await expect(page.getByRole('link', { name: /Pieces/ })).toContainText('11 listed');
});

test('an address that is nowhere leads back', async ({ maren: page, shop }) => {
  await page.goto(`${shop.address}/attic`);
  await page.getByRole('link', { name: 'Go to the jobs' }).click();
  await expect(page.getByRole('heading', { name: 'Slipway Finishing' })).toBeVisible();
  await page.goto(`${shop.address}/jobs/00000000-0000-4000-8000-000000000000/days`);
  await expect(page.getByRole('alert')).toContainText('The shop has no such job.');
});
