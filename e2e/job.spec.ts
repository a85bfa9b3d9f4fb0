import { readFileSync } from 'node:fs';
import { chooseSystem, expect, openStage, test, typeInto } from './shop.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

test('a job from nothing to a planned handover, by keyboard', async ({ maren: page }) => {
  await page.getByRole('button', { name: 'Start a job' }).press('Enter');
  await page.getByLabel('Name', { exact: true }).fill('Net loft shutters');
  await page.getByLabel('Code, on labels').fill('LOFT');
  await expect(page.getByText(/^saved \d\d:\d\d$/)).toBeVisible();
  await page.getByRole('button', { name: 'Add a zone' }).press('Enter');
  await expect(page.getByLabel('Zone', { exact: true })).toHaveValue('Zone 1');

  await page.getByRole('link', { name: /Pieces/ }).click();
  const cell = (title: string, tag = 'the new piece') => page.getByLabel(`${title} of ${tag}`);
  // A piece 4 mm wide is refused at its cell, and what was typed stays.
  await page.getByLabel('Tag of Z01').fill('S1');
  await page.getByLabel(/^Width of/).fill('4');
  await page.getByLabel(/^Width of/).press('Enter');
  await expect(page.getByText('Width must be at least 20 mm.')).toBeVisible();
  await page.getByLabel(/^Width of/).fill('17 3/4"');
  await page.getByLabel(/^Width of/).press('Enter');
  await expect(page.getByLabel('Width of S1')).toHaveValue('450.9');
  // The next line is like the last one, under the next tag.
  await expect(page.getByLabel('Tag of S2')).toBeFocused();
  await page.getByLabel('Tag of S2').press('Enter');
  await page.getByLabel('Tag of S3').press('Enter');
  await expect(page.getByLabel('Tag of S4')).toBeFocused();
  await expect(page.getByLabel('Width of S3')).toHaveValue('450.9');

  // A tag that is taken is said where it stands.
  await page.getByLabel('Tag of S3').fill('s1');
  await page.getByLabel('Tag of S3').press('Tab');
  await expect(page.getByText('Tag s1 is already taken.')).toBeVisible();
  await page.getByLabel('Tag of S3').fill('S9');
  await page.getByLabel('Tag of S3').press('Tab');
  await expect(page.getByLabel('Tag of S9')).toBeVisible();
  // And undone.
  await page.getByLabel('Height of S9').press('Control+z');
  await expect(page.getByLabel('Tag of S3')).toBeVisible();
  await expect(cell('Tag', 'S9')).toHaveCount(0);

  // A table with a bad row among good ones.
  await page.getByRole('button', { name: 'Import a table' }).click();
  await page
    .getByLabel('The table, as text')
    .fill('tag;width;height\nS10;397,5;720\nS11;wide;720\nS12;400;720');
  await expect(page.getByText('“wide” is not a length.')).toBeVisible();
  await page.getByRole('button', { name: 'Import 2 pieces' }).click();
  await expect(page.getByText('0 rows can be imported, 1 need fixing')).toBeVisible();
  // The bad cell is put right where it stands, and the last row goes in too.
  await page.getByLabel('width, line 3').fill('410');
  await page.getByRole('button', { name: 'Import 1 piece', exact: true }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(page.getByLabel('Width of S10')).toHaveValue('397.5');
  await expect(page.getByLabel('Width of S11')).toHaveValue('410');

  await page.getByRole('link', { name: /Sequence/ }).click();
  await chooseSystem(page, 'D', 'sound old lacquer');
  await expect(
    page.getByRole('list', { name: 'Steps' }).getByText('Colour 2', { exact: true }),
  ).toBeVisible();
  await page
    .getByRole('list', { name: 'Steps' })
    .getByRole('button', { name: /Prime 1/ })
    .click();
  await expect(page.getByText(/sheet 4 h → here/).first()).toBeVisible();

  await page.getByRole('link', { name: /Days/ }).click();
  await page.getByRole('button', { name: 'Plan the job' }).press('Enter');
  await expect(page.getByRole('heading', { name: /^Completion/ })).toBeVisible();
  await page
    .getByRole('button', { name: /^Colour 2, Zone 1/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: 'Why not earlier' })).toBeVisible();
});

test('a job without pieces says what is missing instead of planning', async ({ maren: page }) => {
  await page.getByRole('button', { name: 'Start a job' }).click();
  await page.getByRole('link', { name: /Days/ }).click();
  await page.getByRole('button', { name: 'Plan the job' }).click();
  await expect(page.getByRole('alert')).toContainText('The job has no pieces yet');
});

test('a needed-by date in the past is kept and remarked on', async ({ maren: page }) => {
  await openStage(page, 'GALLEY', 'Brief');
  await typeInto(page.getByLabel('Start', { exact: true }), '2/11/2026');
  await typeInto(page.getByLabel('Needed by'), '13 nov 2026');
  await expect(page.getByText(/has passed, so no plan can meet it/)).toBeVisible();
  await expect(page.getByText(/^saved/)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Needed by')).toHaveValue('Fri 13 Nov 2026');
});

test('two tabs that edit the same piece see both versions', async ({ maren: page, context }) => {
  await openStage(page, 'VESTRY', 'Pieces');
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByLabel('Height of W01')).toHaveValue('2010');
  // The first tab does not hear of the change: its line to the server is cut for events, not for requests.
  await page.getByLabel('Width of W01').fill('455');
  await other.route(/\/api\/(jobs\/[^/]+|changes)$/, (route) => route.abort());
  await page.getByLabel('Width of W01').press('Tab');
  await expect(page.getByText(/^saved/)).toBeVisible();
  await other.getByLabel('Height of W01').fill('2020');
  await other.getByLabel('Height of W01').press('Tab');
  const clash = other.getByRole('dialog', { name: /W01 was changed by someone else/ });
  await expect(clash.getByRole('row', { name: 'Width, mm 450 455' })).toBeVisible();
  await expect(clash.getByRole('row', { name: 'Height, mm 2020 2010' })).toBeVisible();
  await clash.getByRole('button', { name: 'Take theirs' }).click();
  await expect(clash).toBeHidden();
  await expect(page.getByLabel('Height of W01')).toHaveValue('2010');
});

test('a job is taken away as a file and brought back whole', async ({ maren: page }, testInfo) => {
  await openStage(page, 'QUAY', 'Log');
  await page.getByRole('button', { name: 'Export' }).click();
  const saving = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: /Job file/ }).click();
  const path = testInfo.outputPath('job.json');
  await (await saving).saveAs(path);
  const file = JSON.parse(readFileSync(path, 'utf8')) as { pieces: object[]; log: object[] };
  expect(file.pieces).toHaveLength(60);

  await page.getByRole('link', { name: 'Jobs' }).click();
  await page.getByLabel('Job file').setInputFiles(path);
  await expect(page.getByRole('heading', { name: 'Apothecary wall' })).toBeVisible();
  await expect(page.getByRole('link', { name: /Log/ })).toContainText(`${file.log.length} entries`);
  // What a file brings in says so: who brought it, and when in the shop's time.
  await page.getByRole('link', { name: /Log/ }).click();
  const brought = page.getByRole('listitem').filter({ hasText: /imported by Maren, 10:\d\d/ });
  await expect(brought.first()).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: /imported by .*(UTC|2026-)/ })).toHaveCount(0);
  await page.getByRole('link', { name: 'Jobs' }).click();
  await expect(page.getByRole('link', { name: /QUAY/ })).toHaveCount(2);
  await page
    .getByLabel('Job file')
    .setInputFiles({ name: 'letter.txt', mimeType: 'text/plain', buffer: Buffer.from('Dear Sir') });
  await expect(page.getByRole('alert')).toContainText('is not a job file');
});

test('a sheet whose recoat window closes before it opens is refused at its field', async ({
  maren: page,
}) => {
  await page.getByRole('link', { name: 'Products & stock' }).click();
  await page.getByRole('button', { name: 'Waterborne alkyd enamel, satin' }).click();
  // The sheet that was open before stays until this one is drawn.
  await expect(page.getByRole('heading', { name: 'Waterborne alkyd enamel, satin', level: 1 })).toBeVisible();
  await page.getByLabel('Recoat until').fill('4 h');
  await page.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(page.getByText('“Recoat until” must be later than “recoat from”.')).toBeVisible();
  await page.getByLabel('Recoat until').fill('3 d');
  await page.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(page.getByText(/^Saved\./)).toBeVisible();
});
