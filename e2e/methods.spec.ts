import { expect, openStage, test } from './shop.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

test('a job goes its own way: what it would change is shown, it is pressed, reasoned and taken back', async ({
  maren: page,
}) => {
  await openStage(page, 'VESTRY', 'Sequence');
  const steps = page.getByRole('list', { name: 'Steps' });
  await expect(steps.getByText('Colour 2', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Shop methods' }).click();
  const full = page
    .getByRole('radiogroup', { name: 'Colour coats' })
    .getByRole('radio', { name: /One full/ });
  await expect(full).toContainText(/−\d/);
  await full.click();
  await expect(full).toHaveAttribute('aria-checked', 'true');
  await page.getByLabel('Why, for Colour coats').fill('only a cupboard, and the vestry wants it soon');
  await page.getByLabel('Why, for Colour coats').blur();
  await page.getByRole('link', { name: 'Back to the sequence' }).click();
  await expect(page.getByRole('link', { name: 'Shop methods, 2 set for this job' })).toBeVisible();
  await expect(steps.getByText('Colour 1', { exact: true })).toBeVisible();
  await expect(steps.getByText('Colour 2', { exact: true })).toHaveCount(0);
  await page.getByRole('link', { name: 'Shop methods, 2 set for this job' }).click();
  await expect(page.getByLabel('Why, for Colour coats')).toHaveValue(
    'only a cupboard, and the vestry wants it soon',
  );
  await page
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: 'Colour coats' }) })
    .getByRole('button', { name: 'Back to the shop' })
    .click();
  await page.getByRole('link', { name: 'Back to the sequence' }).click();
  await expect(steps.getByText('Colour 2', { exact: true })).toBeVisible();
});

test('two doors get one more coat, the others do not, and the process card says which', async ({
  maren: page,
}) => {
  await openStage(page, 'VESTRY', 'Sequence');
  const steps = page.getByRole('list', { name: 'Steps' });
  await page.getByRole('button', { name: 'For single pieces' }).click();
  await page.getByRole('menuitem', { name: 'One more coat of the last colour' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'W03' }).click();
  await dialog.getByRole('button', { name: 'W07' }).click();
  await dialog.getByRole('button', { name: 'For these 2' }).click();
  await expect(steps.getByRole('button', { name: /Colour 2, again.*only.*W03, W07/ })).toBeVisible();
  await page.getByRole('link', { name: 'Process card' }).click();
  await expect(page.getByRole('article', { name: 'Process card' })).toContainText(
    'Colour 2, again (only W03, W07)',
  );
  await page.getByRole('link', { name: 'Back to the sequence' }).click();
});

test('steps are dragged in the list and in the section, and taken back', async ({ maren: page }) => {
  await openStage(page, 'VESTRY', 'Sequence');
  const steps = page.getByRole('list', { name: 'Steps' });
  const names = () => steps.locator('li > button > span:nth-child(2)').allInnerTexts();
  await expect(steps.getByRole('listitem').first()).toBeVisible();
  const before = await names();
  const handle = (index: number) =>
    steps
      .getByRole('listitem')
      .nth(index)
      .getByTitle(/Drag to move it/);
  await handle(2).evaluate((element) => element.scrollIntoView({ block: 'center' }));
  const from = await handle(2).boundingBox();
  const to = await handle(0).boundingBox();
  if (!from || !to) throw new Error('nothing to drag');
  await page.mouse.move(from.x + 8, from.y + 12);
  await page.mouse.down();
  await page.mouse.move(from.x + 8, from.y - 10, { steps: 4 });
  await page.mouse.move(to.x + 8, to.y + 6, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => (await names())[0]).toBe(before[2]);
  await page.getByRole('button', { name: /^Undo move of/ }).click();
  await expect.poll(names).toEqual(before);

  // In the section the work ends on top: dragged one up, a step comes one later.
  const section = page.getByRole('complementary', { name: 'Build-up in section' });
  const first = section.getByRole('listitem').last();
  const next = section.getByRole('listitem').nth(-2);
  await first.scrollIntoViewIfNeeded();
  const [low, high] = [await first.boundingBox(), await next.boundingBox()];
  if (!low || !high) throw new Error('nothing to drag');
  await page.mouse.move(low.x + 30, low.y + 6);
  await page.mouse.down();
  await page.mouse.move(low.x + 30, low.y - 6, { steps: 4 });
  await page.mouse.move(high.x + 30, high.y + 4, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => (await names())[1]).toBe(before[0]);
  await page.getByRole('button', { name: /^Undo move of/ }).click();
  await expect.poll(names).toEqual(before);
});

test('a sequence becomes a system of the shop, is changed into a version, and a zone takes it', async ({
  maren: page,
}) => {
  await openStage(page, 'VESTRY', 'Sequence');
  await page.getByRole('button', { name: 'Save as custom system' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Vestry rolled');
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await dialog.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('link', { name: /^(Compare and choose|Choose another)$/ }).click();
  const entry = page.getByRole('button', { name: /^New MDF, sprayed/ });
  if ((await entry.getAttribute('aria-expanded')) === 'false') await entry.click();
  await page
    .locator('div')
    .filter({ hasText: /^Vestry rolled, custom, version 1/ })
    .getByRole('button', { name: 'Choose custom' })
    .click();
  await page.getByRole('dialog').getByLabel('Why this one').fill('as the last wardrobe');
  await page.getByRole('dialog').getByRole('button', { name: 'Choose Vestry rolled' }).click();
  await expect(page.getByText('Vestry rolled, version 1')).toBeVisible();

  await page.getByRole('link', { name: 'Products & stock', exact: true }).click();
  await page.getByRole('link', { name: 'Systems', exact: true }).click();
  await page
    .getByRole('navigation', { name: 'Systems' })
    .getByRole('button', { name: 'Vestry rolled' })
    .click();
  const steps = page.getByRole('list', { name: 'Steps' });
  await steps.getByRole('button', { name: /Final inspection/ }).click();
  await steps.getByRole('button', { name: 'Remove step' }).click();
  await expect(steps.getByText('Final inspection', { exact: true })).toHaveCount(0);
  await page.getByLabel('Change note').fill('looked over at the client');
  await page.getByRole('button', { name: 'Save as version 2' }).click();
  await expect(page.getByRole('region', { name: 'Versions' })).toContainText('looked over at the client');

  // The zone keeps the version that it has until somebody takes the next one.
  await openStage(page, 'VESTRY', 'Sequence');
  await expect(steps.getByText('Final inspection', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Take version 2' }).click();
  await expect(page.getByText('Vestry rolled, version 2')).toBeVisible();
  await expect(steps.getByText('Final inspection', { exact: true })).toHaveCount(0);
});

test('a data sheet takes any unit, says what it understood, and doubts what does not agree', async ({
  maren: page,
}) => {
  await page.getByRole('link', { name: 'Products & stock', exact: true }).click();
  await page
    .getByRole('navigation', { name: 'Products' })
    .getByRole('button', { name: 'Mineral paint, dead matt' })
    .click();
  const across = page.getByRole('complementary', { name: 'Sheet summary' });
  await expect(across).toContainText('9.1 m²/L');
  await page.getByLabel('Wet film, typical').fill('4 mil');
  await expect(page.getByText('= 101.6 µm')).toBeVisible();
  await expect(across).toContainText('9.8 m²/L');
  await page.getByLabel('Stated spreading rate').fill('600 ft²/gal');
  await expect(across).toContainText('The sheet states 14.7 m²/L');
  await page.getByLabel('Recoat from').fill('soon');
  await page.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(page.getByText('“soon” is not a time span')).toBeVisible();
  await page.getByLabel('Recoat from').fill('4h30');
  await page.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(page.getByText('Saved. New plans and clocks use it')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Wet film, typical')).toHaveValue('101.6 µm');
});

test('a pair that no one knows asks for a test panel, and the test settles it', async ({ maren: page }) => {
  await page.getByRole('link', { name: 'Products & stock', exact: true }).click();
  const shelf = page.getByRole('navigation', { name: 'Products' });
  await shelf.getByRole('button', { name: 'Waterborne urethane enamel, satin' }).click();
  await page.getByLabel('Recoat class').selectOption('unknown');
  await page.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(page.getByText('Saved. New plans and clocks use it')).toBeVisible();
  await openStage(page, 'QUAY', 'Sequence');
  const check = page.getByRole('region', { name: 'Sequence check' });
  const asks = check.getByRole('button', { name: 'Log a test panel' });
  await expect(asks).not.toHaveCount(0);
  const open = await asks.count();
  await asks.first().click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Log it' }).click();
  await expect(
    dialog.getByText('How it was prepared and tried must be at least 3 characters.'),
  ).toBeVisible();
  await dialog.getByLabel('Prepared and tried').fill('P320, seven days, cross-cut and tape');
  await dialog.getByRole('button', { name: 'Log it' }).click();
  await expect(asks).toHaveCount(open - 1);
  await page.getByRole('link', { name: 'Products & stock', exact: true }).click();
  await page.getByRole('link', { name: 'Recoat compatibility' }).click();
  await expect(page.getByRole('main')).toContainText('P320, seven days, cross-cut and tape');
  await page.getByRole('button', { name: /^acrylic, urethane enamel over clear polyurethane:/ }).click();
  const pair = page.getByRole('region', { name: 'The pair' });
  await expect(pair).toContainText('unknown');
  await pair.getByLabel('Your shop’s rule').selectOption('no');
  await pair.getByLabel('Why', { exact: true }).fill('It crawled on every panel.');
  await pair.getByRole('button', { name: 'Save rule' }).click();
  await expect(pair).toContainText('does not hold, Maren');
  await pair.getByRole('button', { name: 'Remove rule' }).click();
  await expect(pair).toContainText('Built-in table');
});

test('a cleaner that is left on the wood is a stop, and a caulk keeps its rest', async ({ maren: page }) => {
  await openStage(page, 'QUAY', 'Sequence');
  await page.getByRole('tab', { name: /Counter/ }).click();
  const steps = page.getByRole('list', { name: 'Steps' });
  const check = page.getByRole('region', { name: 'Sequence check' });
  await steps.getByRole('button', { name: /Degrease and rinse/ }).click();
  await steps.getByLabel('Residue').selectOption('no');
  await expect(check).toContainText('Alkaline degreaser leaves a residue');
  await check.getByRole('button', { name: 'Rinse it off' }).click();
  await expect(check).not.toContainText('leaves a residue');
  await page.getByLabel('Combine set-ups with').selectOption({ label: 'Upper wall' });
  await expect(page.getByText(/One set-up and one mix for both in Degrease and rinse/)).toBeVisible();
});
