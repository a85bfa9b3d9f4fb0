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
  await expect(now).toContainText('C19–C22');
  await expect(now).not.toContainText('Half mask');
  await now.getByRole('button', { name: 'Log coat' }).click();
  await expect(now).toContainText('C13–C15');
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
  await expect(now).toContainText('C13–C15');
  await expect(now).not.toContainText('Half mask');
});

test('a gun is entered with what it may be given and what it cost, and a pump set too high is said', async ({
  page,
  shop,
}) => {
  await shop.tell('reset');
  await enter(page, shop, 'Maren');
  await page.goto(new URL('/products/bench', page.url()).toString());
  await page.getByRole('button', { name: 'Add a gun' }).click();
  await typeInto(page.getByLabel('Name', { exact: true }), 'Small pump');
  await page.getByLabel('Kind').selectOption('airless');
  await typeInto(page.getByLabel('Tip code'), '310');
  await typeInto(page.getByLabel('Pressure, bar', { exact: true }), '2900 psi');
  await typeInto(page.getByLabel('Maximum pressure, bar'), '190');
  await typeInto(page.getByLabel('Filter mesh'), '1,5');
  await typeInto(page.getByLabel('Hose, m'), '15');
  await typeInto(page.getByLabel('Price, GBP'), '640,50');
  await typeInto(page.getByLabel('Life, h'), '800 h');
  await expect(page.getByText('0.80 GBP an hour of use')).toBeVisible();
  await expect(page.getByText(/Set above its maximum pressure/)).toBeVisible();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByLabel('Filter mesh')).toHaveAttribute('aria-invalid', 'true');
  await typeInto(page.getByLabel('Filter mesh'), '100');
  await typeInto(page.getByLabel('Pressure, bar', { exact: true }), '180');
  await expect(page.getByText(/Set above its maximum pressure/)).toBeHidden();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved. New mixes will use it.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Filter mesh')).toHaveValue('100');
  await expect(page.getByLabel('Price, GBP')).toHaveValue('640.50');
  await expect(page.getByLabel('Life, h')).toHaveValue('800');
});
