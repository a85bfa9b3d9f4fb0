import { readFile } from 'node:fs/promises';
import { expect, test, typeInto } from './shop.ts';
import { look } from './wayTools.ts';

// What several jobs take together, bought once, and put into stock.

test('one list for all open jobs by supplier: bought goes into stock, can be taken back, and goes out as a table', async ({
  maren: page,
}) => {
  test.setTimeout(240_000);
  await page.goto(new URL('/products/shopping', page.url()).toString());
  await expect(page.getByLabel('Harbour paints')).toBeVisible();
  await look(page, 'shopping');
  const paint = page.getByLabel('Harbour paints').getByRole('row', { name: /urethane enamel/ });
  await expect(paint.first()).toContainText(/\d × (1|2\.5|5) L/);
  // Paints of different colours do not share a tin.
  const colours = await paint.count();
  expect(colours).toBeGreaterThan(1);
  await page
    .getByRole('button', { name: /Bought: .*urethane enamel/ })
    .first()
    .click();
  await expect(paint).toHaveCount(colours - 1);
  await page.reload();
  await expect(paint).toHaveCount(colours - 1);
  // The tins that were bought have a colour; those of the demo have none. One colour is counted again, by hand.
  await page.goto(new URL('/products', page.url()).toString());
  await page
    .getByRole('button', { name: /urethane enamel/ })
    .first()
    .click();
  const stock = page.getByLabel('In stock', { exact: true });
  await expect(stock).toContainText('Colour not written down');
  const tins = stock.getByLabel('Tins');
  await tins.selectOption({ index: 1 });
  await typeInto(stock.getByLabel('Counted'), '1 l 2');
  await stock.getByRole('button', { name: 'Keep' }).click();
  await expect(stock.getByLabel('Counted')).toHaveAttribute('aria-invalid', 'true');
  await typeInto(stock.getByLabel('Counted'), '1,2 L');
  await stock.getByRole('button', { name: 'Keep' }).click();
  await expect(stock.getByRole('listitem').filter({ hasText: /^QUAY.*1\.2 L/ })).toHaveCount(1);
  await page.reload();
  await expect(stock.getByRole('listitem').filter({ hasText: /^QUAY.*1\.2 L/ })).toHaveCount(1);
  await look(page, 'stock');
  await page.goto(new URL('/products/shopping', page.url()).toString());

  // Counted by hand, in another unit, with a pack and a price: the list follows.
  const discs = page.getByRole('row', { name: /Disc 150 mm/ }).first();
  const name = (/Disc 150 mm P\d+/.exec((await discs.textContent()) ?? '') ?? [''])[0];
  await page.getByRole('button', { name: `Bought: ${name}` }).click();
  await expect(page.getByRole('row', { name: new RegExp(name) })).toHaveCount(0);
  await page.getByRole('button', { name: `Undo ${name} bought` }).click();
  await expect(page.getByRole('row', { name: new RegExp(name) })).toHaveCount(1);

  await page.goto(new URL('/products/supplies', page.url()).toString());
  await page
    .getByRole('link', { name, exact: true })
    .or(page.getByRole('button', { name, exact: true }))
    .click();
  await typeInto(page.getByLabel('In a pack, pieces'), 'ten');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('main')).toContainText('Not saved.');
  await typeInto(page.getByLabel('In a pack, pieces'), '10');
  await typeInto(page.getByLabel('Price of a pack'), '7,80');
  await typeInto(page.getByLabel('In stock, pieces'), '2');
  await typeInto(page.getByLabel('Bought from'), 'Net loft stores');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText(/^Saved/).first()).toBeVisible();
  await page.goto(new URL('/products/shopping', page.url()).toString());
  const loft = page.getByLabel('Net loft stores');
  await expect(loft.getByRole('row', { name: new RegExp(name) })).toContainText(/\d × 10/);

  // One job alone; nothing at all.
  const quay = page.getByRole('checkbox', { name: /QUAY/ });
  const others = page.getByRole('checkbox');
  for (let index = 0; index < (await others.count()); index += 1) {
    const box = others.nth(index);
    if (await box.isChecked()) await box.click();
  }
  await expect(page.getByText('Nothing to count yet')).toBeVisible();
  await quay.click();
  await expect(loft).toContainText('QUAY');
  await expect(loft).not.toContainText('VESTRY');
  await page.reload();
  await expect(quay).toBeChecked();

  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).click();
  const file = await (await waiting).path();
  const table = await readFile(file, 'utf8');
  expect(table.split('\r\n')[0]).toContain('supplier,item,jobs,zones,needed');
  expect(table).toContain(name);
});
