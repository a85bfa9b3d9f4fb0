import { expect, test, typeInto } from './shop.ts';
import { look } from './wayTools.ts';

// What mixes and timed tasks teach, and what of it does not count.

test('a mix that was spilled is excluded with a reason; a task is started, survives a reload, and teaches the pace', async ({
  maren: page,
}) => {
  test.setTimeout(240_000);
  await page.goto(new URL('/shop/learned', page.url()).toString());
  const transfer = page.getByLabel('What reaches the pieces');
  await expect(transfer).toContainText(/from \d+ mixes/);
  const first = transfer.getByRole('listitem').first();
  await expect(first.locator('.quantity').first()).toHaveText(/^0\.\d\d ± 0\.\d\d$/);
  await expect(first).toContainText('from 18 mixes');
  await look(page, 'learned');
  if (!(await first.getByRole('button', { name: 'Exclude' }).first().isVisible()))
    await first.getByText(/measurement/).click();
  await first.getByRole('button', { name: 'Exclude' }).first().click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Exclude' }).click();
  await expect(dialog.getByRole('alert')).toBeVisible();
  await typeInto(dialog.getByLabel('Why it does not count'), 'The cup fell over.');
  await dialog.getByRole('button', { name: 'Exclude' }).click();
  await expect(transfer).toContainText('The cup fell over.');
  await expect(first).toContainText('from 17 mixes');
  await page.reload();
  await expect(transfer).toContainText('The cup fell over.');
  await first.getByText(/measurement/).click();
  await first.getByRole('button', { name: 'Count it again' }).click();
  await expect(first).toContainText('from 18 mixes');

  // On the floor.
  await page.goto(new URL('/floor', page.url()).toString());
  const now = page.getByLabel('Do now');
  await now.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(now).toContainText(/Started \d\d:\d\d/);
  await page.reload();
  await expect(now).toContainText(/Started \d\d:\d\d/);
  await now.getByRole('button', { name: 'Do not time it' }).click();
  await expect(now.getByRole('button', { name: 'Start', exact: true })).toBeVisible();
  await look(page, 'floor-start');
});
