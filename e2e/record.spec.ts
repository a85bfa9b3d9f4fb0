import { expect, openStage, test } from './shop.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

test('undoing the only change of a sequence takes “changed by hand” away again', async ({ maren: page }) => {
  await openStage(page, 'VESTRY', 'Sequence');
  const steps = page.getByRole('list', { name: 'Steps' });
  await steps
    .getByRole('button', { name: /Seal edges/ })
    .first()
    .click();
  await steps.getByRole('button', { name: 'Remove step' }).click();
  await expect(page.getByText('changed by hand')).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText('changed by hand')).toBeHidden();
  await page.reload();
  await expect(steps).toBeVisible();
  await expect(page.getByText('changed by hand')).toHaveCount(0);
});

test('a stop that no one overrode is told on the days, and goes when the step is back', async ({
  maren: page,
}) => {
  await openStage(page, 'VESTRY', 'Days');
  await page.getByRole('button', { name: 'Replan from now' }).click();
  await expect(page.getByText('Completion')).toBeVisible();
  await expect(page.getByText(/Cut board edges/)).toHaveCount(0);
  await openStage(page, 'VESTRY', 'Sequence');
  const steps = page.getByRole('list', { name: 'Steps' });
  await expect(page.getByText('changed by hand')).toHaveCount(0);
  await steps
    .getByRole('button', { name: /Seal edges/ })
    .first()
    .click();
  await steps.getByRole('button', { name: 'Remove step' }).click();
  await expect(page.getByText('changed by hand')).toBeVisible();
  await page.getByRole('link', { name: /Days/ }).click();
  const stop = page.getByRole('alert').filter({ hasText: 'Cut board edges' });
  await expect(stop).toContainText('Prime 1');
  await stop.getByRole('link', { name: 'To the sequence' }).click();
  await page
    .getByRole('region', { name: 'Sequence check' })
    .getByRole('button', { name: 'Seal the edges before it' })
    .click();
  await expect(page.getByText('No issues found.')).toBeVisible();
  await page.getByRole('link', { name: /Days/ }).click();
  await expect(page.getByText(/Cut board edges/)).toHaveCount(0);
});

test('a job with work to come is handed over only when someone says so', async ({ maren: page }) => {
  await openStage(page, 'QUAY', 'Brief');
  await page.getByRole('region', { name: 'Job' }).getByRole('link', { name: 'open' }).click();
  await page.getByRole('button', { name: 'Hand over' }).click();
  const dialog = page.getByRole('dialog', { name: 'Hand over' });
  await expect(dialog).toContainText(/\d+ planned tasks are not logged\. The first is/);
  await expect(dialog).toContainText(/are still wet/);
  await expect(dialog).toContainText(/findings are not settled: C02, C05/);
  // Nobody reads over it: without the tick and a signature it stays open.
  await dialog.getByRole('button', { name: 'Hand over' }).click();
  await expect(dialog.getByRole('alert')).toHaveText(/tick that the client knows it/);
  await dialog.getByRole('checkbox', { name: /the client knows/ }).check();
  await dialog.getByRole('button', { name: 'Hand over' }).click();
  await expect(dialog.getByRole('alert')).toHaveText(/Nobody has signed yet/);
  await dialog.getByRole('button', { name: 'Not yet' }).click();
  const standing = page.getByRole('region', { name: 'Standing' });
  await expect(standing.getByRole('heading')).toHaveText('open');
  await page.reload();
  await expect(standing.getByRole('heading')).toHaveText('open');
});

test('a coat logged far too early is kept, and marked in the log and at its pieces', async ({
  maren: page,
}) => {
  await page.getByRole('link', { name: 'Floor', exact: true }).click();
  const card = page.getByRole('region', { name: 'Do now' });
  await page
    .getByRole('region', { name: 'Also ready' })
    .getByRole('button', { name: /Prime 1/ })
    .first()
    .click();
  await card.getByRole('button', { name: 'Log coat' }).click();
  await expect(page.getByRole('region', { name: 'Logged last' })).toContainText('Prime 1');
  await page
    .getByRole('region', { name: 'Next' })
    .getByRole('button', { name: /Prime 2 .*until Prime 1 is dry/ })
    .click();
  await expect(card.getByText(/^Not yet/)).toBeVisible();
  await card.getByRole('button', { name: 'Log coat' }).click();
  await expect(page.getByRole('region', { name: 'Logged last' })).toContainText('Prime 2');
  await openStage(page, 'QUAY', 'Log');
  const entry = page.getByRole('listitem').filter({ hasText: 'Check the time' });
  await expect(entry).toHaveCount(1);
  await expect(entry).toContainText(/Prime 2/);
  await expect(entry).toContainText(/after Prime 1, which asks for/);

  // A withdrawal asks, and then nothing is doubtful any more.
  await entry.getByRole('button', { name: 'Withdraw' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Withdraw' }).click();
  await expect(page.getByText('Check the time')).toHaveCount(0);
  await expect(page.getByText('superseded').first()).toBeVisible();
});

test('shellac in damp air is warned of blush at its task, and of nothing in dry air', async ({
  maren: page,
}) => {
  const air = async (rhPct: string) => {
    await page.getByRole('link', { name: 'Desk' }).click();
    await page.getByRole('link', { name: 'Shop', exact: true }).click();
    for (const [label, text] of [
      ['Air, °C', '21'],
      ['Humidity, %', rhPct],
    ] as const) {
      await page.getByLabel(label).press('ControlOrMeta+a');
      await page.getByLabel(label).pressSequentially(text);
    }
    await page.getByRole('button', { name: 'Save reading' }).click();
    await expect(page.getByRole('banner')).toContainText(`${rhPct} %`);
    await page.getByRole('link', { name: 'Floor' }).click();
    await page
      .getByRole('region', { name: 'Also ready' })
      .getByRole('button', { name: /Prime 1/ })
      .first()
      .click();
    await expect(page.getByRole('region', { name: 'Do now' }).getByRole('heading')).toContainText('Prime 1');
  };
  // The primer of that task is made a shellac: same key, another base.
  await page.evaluate(async () => {
    const read = async (path: string) => (await fetch(`/api${path}`)).json();
    const { csrfToken } = await read('/session');
    const { products } = await read('/shop');
    const shellac = products.find(({ key }: { key: string }) => key === 'shellac-block-primer').sheet;
    const { id, version, sheet } = products.find(
      ({ key }: { key: string }) => key === 'alkyd-block-primer-fast',
    );
    const answer = await fetch(`/api/products/${id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'x-csrf-token': csrfToken },
      body: JSON.stringify({ version, sheet: { ...sheet, base: shellac.base, rhMaxPct: 85 } }),
    });
    if (!answer.ok) throw new Error(await answer.text());
  });
  await page.reload();
  const card = page.getByRole('region', { name: 'Do now' });
  await air('74');
  await expect(card).toContainText('it can blush (turn milky)');
  await air('58');
  await expect(card).not.toContainText('blush');
});
