import { enter, expect, test, typeInto } from './shop.ts';

test('cartridges fill by what is sprayed: the floor says when they are due, and new ones begin at nothing', async ({
  page,
  shop,
}) => {
  await shop.tell('reset');
  await enter(page, shop, 'Maren');
  const at = (path: string) => page.goto(new URL(path, page.url()).toString());
  await at('/products/bench');
  await page.getByRole('button', { name: 'Add equipment' }).click();
  await page.getByLabel('Kind').selectOption('respirator');
  await typeInto(page.getByLabel('Name', { exact: true }), 'Half mask');
  await typeInto(page.getByLabel('Wear part lasts, h'), 'long');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByLabel('Wear part lasts, h')).toHaveAttribute('aria-invalid', 'true');
  await typeInto(page.getByLabel('Wear part lasts, h'), '40 h');
  await typeInto(page.getByLabel('Used so far, h'), '39,95');
  await page.getByLabel('Add the hours of spraying and sanding from the log').check();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await expect(page.getByText(/^0(\.1)? h left\./)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Add the hours of spraying and sanding from the log')).toBeChecked();

  // Three minutes are left: nothing is due before the coat, and everything after it.
  await at('/floor');
  const now = page.getByRole('region', { name: 'Do now' });
  await expect(now).toContainText('C13–C15');
  await expect(now).not.toContainText('Half mask');
  await now.getByRole('button', { name: 'Log coat' }).click();
  await expect(now).toContainText('C16–C18');
  await expect(now).toContainText('Half mask: 40 h of 40 h are used. Replace the wear part first.');
  // By hand nothing is breathed through it.
  await page
    .getByRole('button', { name: /^Prime 1/ })
    .first()
    .click();
  await expect(now).toContainText('Prime 1');
  await expect(now).not.toContainText('Half mask');

  await at('/products/bench');
  await page
    .getByRole('link', { name: 'Half mask, due' })
    .or(page.getByRole('button', { name: 'Half mask, due' }))
    .click();
  await expect(page.getByText('Due: replace it before the next use.')).toBeVisible();
  await expect(page.getByText(/h of them from the log since Wed 25 Nov/)).toBeVisible();
  await page.getByRole('button', { name: 'New one fitted: start at 0 h' }).click();
  await expect(page.getByText(/^40 h left\./)).toBeVisible();
  await at('/floor');
  await expect(now).toContainText('C16–C18');
  await expect(now).not.toContainText('Half mask');
});
