import { Crew } from './crew.ts';
import { chooseSystem, expect, openStage, test } from './shop.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

test('a sequence is changed by hand, checked at once, mended by a press, and taken back', async ({
  maren: page,
}) => {
  await openStage(page, 'VESTRY', 'Sequence');
  const steps = page.getByRole('list', { name: 'Steps' });
  const check = page.getByRole('region', { name: 'Sequence check' });
  await expect(check).toContainText('No issues found.');
  const open = (name: RegExp) => steps.getByRole('button', { name }).first().click();

  // Without sealed edges the master says stop, and offers the way out.
  await open(/Seal edges/);
  await steps.getByRole('button', { name: 'Remove step' }).click();
  await expect(check).toContainText('Stop at Prime 1: Cut board edges soak up water');
  await expect(page.getByText('changed by hand')).toBeVisible();
  await check.getByRole('button', { name: 'Seal the edges before it' }).click();
  await expect(check).toContainText('No issues found.');
  await expect(steps.getByText('Seal edges', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo Seal the edges before it' }).click();
  await expect(check).toContainText('Cut board edges');
  await page.getByRole('button', { name: 'Undo removal of Seal edges' }).click();
  await expect(check).toContainText('No issues found.');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(check).toContainText('Cut board edges');

  // Whoever knows better goes on, with a reason that is kept.
  await check.getByRole('button', { name: 'Override' }).click();
  await page
    .getByRole('dialog')
    .getByLabel('What you did about it')
    .fill('edges came sealed from the joiner');
  await page.getByRole('dialog').getByRole('button', { name: 'Override and continue' }).click();
  await expect(check).toContainText('Overridden at Prime 1');

  // A value that cannot be is refused at its field, one that should not be is remarked on.
  await open(/Scuff P320/);
  await steps.getByLabel('Grit').fill('P3');
  await steps.getByLabel('Grit').press('Enter');
  await expect(steps.getByText('Grit must be at least 24.')).toBeVisible();
  await steps.getByLabel('Grit').fill('150');
  await steps.getByLabel('Grit').press('Enter');
  await expect(check).toContainText('P150 between colour coats');
  await check.getByRole('button', { name: 'P320' }).click();
  await expect(steps.getByRole('button', { name: /Scuff P320/ })).toBeVisible();

  // By keyboard: a step moves with Alt and an arrow.
  const names = () => steps.locator('li > button > span:nth-child(2)').allInnerTexts();
  const before = await names();
  await steps.getByRole('button', { name: /Drill and hook/ }).press('Alt+ArrowUp');
  await expect.poll(names).not.toEqual(before);
  await expect
    .poll(async () => (await names()).indexOf('Drill and hook'))
    .toBe(before.indexOf('Drill and hook') - 1);

  // A step put in stands after the open one, and the whole survives a reload.
  await open(/Colour 2/);
  await steps.getByRole('button', { name: 'Insert after' }).click();
  await page.getByRole('menuitem', { name: 'Clear coat' }).click();
  await expect(steps.getByText('Clear coat', { exact: true })).toBeVisible();
  await page.reload();
  await expect(steps.getByText('Clear coat', { exact: true })).toBeVisible();

  // Another choice asks before it gives up what was changed.
  await page.getByLabel('Primer coats').selectOption('2');
  await page.getByRole('button', { name: 'Keep my steps' }).click();
  await expect(steps.getByText('Clear coat', { exact: true })).toBeVisible();
  await page.getByLabel('Primer coats').selectOption('2');
  await page.getByRole('button', { name: 'Regenerate steps' }).click();
  await expect(steps.getByText('Clear coat', { exact: true })).toBeHidden();
  await expect(check).toContainText('No issues found.');
});

test('a step that is changed while its zone changes elsewhere keeps both, and nobody types twice', async ({
  maren: page,
}) => {
  await openStage(page, 'QUAY', 'Sequence');
  const crew = await Crew.of(page);
  const steps = page.getByRole('list', { name: 'Steps' });
  await steps
    .getByRole('button', { name: /Scuff P320/ })
    .first()
    .click();
  // Somebody else is quicker by a moment.
  let calls = 0;
  await page.route('**/steps', async (route) => {
    calls += 1;
    if (calls === 1) await crew.zone(await crew.jobHere(), { name: 'Wall above' });
    await route.continue();
  });
  await steps.getByLabel('Grit').press('ControlOrMeta+A');
  await steps.getByLabel('Grit').pressSequentially('400');
  await steps.getByLabel('Grit').press('Enter');
  await expect(steps.getByRole('button', { name: /Scuff P400/ })).toBeVisible();
  await expect(page.getByText('Wall above').first()).toBeVisible();
  expect(calls).toBe(2);
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect(steps.getByRole('button', { name: /Scuff P320/ })).toBeVisible();
  await page.reload();
  await expect(steps.getByRole('button', { name: /Scuff P320/ }).first()).toBeVisible();
  await expect(page.getByText('Wall above').first()).toBeVisible();
});

test('in the client’s room it is laid on as chosen: by hand until someone wants it sprayed, which is a stop', async ({
  maren: page,
}) => {
  await openStage(page, 'GALLEY', 'Sequence');
  await chooseSystem(page, 'H', 'laminate holds nothing by suction');
  const steps = page.getByRole('list', { name: 'Steps' });
  const coat = steps.getByRole('listitem').filter({ hasText: 'Colour 1' }).first();
  await expect(page.getByLabel('Applied by').first()).toHaveValue('roller');
  // Everything stays upright there: how it lies is no question.
  await expect(page.getByLabel('Loose pieces dry')).toHaveCount(0);
  await expect(coat).toContainText('roller');
  await expect(steps).not.toContainText('not sprayed');
  await page.getByLabel('Applied by').first().selectOption('turbine');
  await expect(coat).toContainText('turbine');
  await expect(steps).not.toContainText('not sprayed');
  const check = page.getByRole('region', { name: 'Sequence check' });
  await expect(check).toContainText(
    'Stop at Colour 1: Sprayed in the client’s room, and the room is not protected',
  );
  await page.getByLabel('Applied by').first().selectOption('brush');
  await expect(coat).toContainText('brush');
  await expect(check).not.toContainText('the room is not protected');
});
