import { readFileSync } from 'node:fs';
import { enter, expect, openStage, test } from './shop.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

test('pieces are typed as one line, read back, repeated, changed together and taken back', async ({
  maren: page,
}) => {
  await openStage(page, 'GALLEY', 'Pieces');
  const line = page.getByLabel('Type pieces');
  await line.fill('12 × 400×720 shkr');
  await line.press('Enter');
  await expect(page.getByRole('alert')).toContainText('“shkr” is not understood');
  await line.fill('12 × 400×720 shaker, 60 frame, both sides');
  await expect(
    page.getByText(/12 doors 400 × 720 × 20 mm, recessed panel, frame 60, both sides → L12 to L23, 7.79 m²/),
  ).toBeVisible();
  // The drawing follows the line before anything is added.
  const chosen = page.getByRole('region', { name: 'The chosen piece' });
  await expect(chosen).toContainText('not added yet');
  await line.press('Enter');
  await expect(page.getByText('23 pieces', { exact: false }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Repeat last' }).click();
  await expect(page.getByText(/L24 to L35/)).toBeVisible();
  await line.press('ArrowUp');
  await expect(line).toHaveValue(/shaker/);
  await line.fill('');

  // A range is marked with Shift and changed at once; inches are taken where millimetres are.
  await page.getByLabel('Mark L02').click();
  await page.getByLabel('Mark L05').click({ modifiers: ['Shift'] });
  const bar = page.getByRole('region', { name: 'Change selected pieces' });
  await expect(bar).toContainText('4 selected');
  await bar.getByLabel('What to set').selectOption({ label: 'height' });
  await bar.getByLabel('Value for the selected pieces').fill('16 1/2"');
  await bar.getByRole('button', { name: 'Set 4' }).click();
  await expect(page.getByLabel('Height of L05')).toHaveValue('419.1');
  await expect(page.getByLabel('Height of L06')).toHaveValue('420');
  await bar.getByLabel('What to set').selectOption({ label: 'treatment' });
  await bar.getByLabel('Value for the selected pieces').selectOption({ label: 'replace' });
  await bar.getByRole('button', { name: 'Set 4' }).click();
  await page.getByRole('button', { name: 'Undo change of 4 pieces' }).click();
  await page.getByRole('button', { name: 'Undo change of 4 pieces' }).click();
  await expect(page.getByLabel('Height of L05')).toHaveValue('420');
  await bar.getByRole('button', { name: 'Deselect' }).click();

  // Details of the construction stand beside the drawing, and the areas follow.
  await page.getByLabel('Construction of L01').selectOption({ label: 'raised panel' });
  await expect(chosen.getByLabel('Margin of L01')).toHaveValue('35');
  await expect(chosen).toContainText('Profiles');
  await chosen.getByLabel('Margin of L01').fill('200');
  await chosen.getByLabel('Margin of L01').press('Tab');
  await expect(chosen.getByRole('alert')).toContainText('Margin must be at most 150 mm');
});

test('two hundred pieces stay at hand', async ({ maren: page }) => {
  await openStage(page, 'GALLEY', 'Pieces');
  const line = page.getByLabel('Type pieces');
  await line.fill('200 × 400×720 slab tag B001');
  await line.press('Enter');
  await expect(page.getByText(/Added: 200 doors/)).toBeVisible();
  // Only what is seen is drawn, and the last one is a scroll away.
  expect(await page.getByLabel(/^Tag of/).count()).toBeLessThan(60);
  await page
    .getByRole('rowgroup')
    .first()
    .evaluate((list) => list.scrollTo(0, list.scrollHeight));
  await expect(page.getByLabel('Width of B200')).toBeVisible();
  await page.getByLabel('Width of B200').fill('410');
  await page.getByLabel('Width of B200').press('Enter');
  await expect(page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
});

test('how doors are counted stands beside the count, leads to where it is set, and follows it', async ({
  maren: page,
}) => {
  await openStage(page, 'QUAY', 'Pieces');
  const totals = page.locator('details').filter({ hasText: 'Door equivalents of a piece' });
  await totals.locator('summary').click();
  await expect(totals).toContainText('2 above 0.6 m² or with 2 panels or more');
  await totals.getByRole('link', { name: 'Shop' }).click();
  const panels = page.getByLabel('Count as 2 doors from panels');
  await panels.press('ControlOrMeta+a');
  await panels.pressSequentially('1');
  await page.getByRole('button', { name: 'Save the shop' }).click();
  await expect(page.getByText('Panels must be at least 2.')).toBeVisible();
  await panels.press('ControlOrMeta+a');
  await panels.pressSequentially('3');
  await page.getByRole('button', { name: 'Save the shop' }).click();
  await expect(page.getByText('Saved. Replan the jobs to use it.')).toBeVisible();
  await openStage(page, 'QUAY', 'Pieces');
  await totals.locator('summary').click();
  await expect(totals).toContainText('or with 3 panels or more');
});

test('a messy table comes in: columns set, cells put right, the setting remembered', async ({
  maren: page,
}) => {
  await openStage(page, 'VESTRY', 'Pieces');
  const table =
    '\uFEFFMarke;Weite;Hieght;Kind\r\nM1;39,75;72;door\r\n\r\nM2;wide;72;door\r\nM3;40;72;gate\r\n';
  const bring = async (text: string) => {
    await page.getByRole('button', { name: 'Import a table' }).click();
    await page
      .getByLabel('Table file')
      .setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  };
  await bring(table);
  await expect(page.getByText('Say which columns hold width and height')).toBeVisible();
  await page.getByLabel('Column Marke holds').selectOption('tag');
  await page.getByLabel('Column Weite holds').selectOption('width');
  await page.getByLabel('Unit of column Weite').selectOption('cm');
  await page.getByLabel('Unit of column Hieght').selectOption('cm');
  await expect(page.getByText('1 row can be imported, 2 need fixing')).toBeVisible();
  await expect(page.getByText(/“gate” is not recognised\. Use /)).toBeVisible();
  await page.getByLabel('Weite, line 4').fill('41');
  await page.getByLabel('Import line 2').uncheck();
  await page.getByRole('button', { name: 'Import 1 piece', exact: true }).click();
  await expect(page.getByText('1 row can be imported, 1 need fixing')).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();
  await page
    .getByRole('rowgroup')
    .first()
    .evaluate((list) => list.scrollTo(0, list.scrollHeight));
  await expect(page.getByLabel('Width of M2')).toHaveValue('410');
  await bring(table.replace('M1', 'M7'));
  await expect(page.getByText('Columns as you set them last time.')).toBeVisible();
  await page.getByRole('button', { name: 'Import 1 piece', exact: true }).click();
  await page.getByRole('button', { name: 'Close' }).click();
  await page
    .getByRole('rowgroup')
    .first()
    .evaluate((list) => list.scrollTo(0, list.scrollHeight));
  await expect(page.getByLabel('Width of M7')).toHaveValue('397.5');
});

test('what is exported comes back as it was', async ({ maren: page }) => {
  await openStage(page, 'QUAY', 'Pieces');
  const exported = async () => {
    await page.getByRole('button', { name: 'Export' }).click();
    const saving = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: /Take-off/ }).click();
    const path = test.info().outputPath(`take-off-${Date.now()}.csv`);
    await (await saving).saveAs(path);
    return readFileSync(path, 'utf8');
  };
  const before = await exported();
  await page.goto(new URL('/jobs', page.url()).toString());
  await page.getByRole('button', { name: 'Start a job' }).click();
  for (const [index, name] of ['Upper wall', 'Counter'].entries()) {
    await page.getByRole('button', { name: 'Add a zone' }).click();
    await expect(page.getByLabel('Zone', { exact: true })).toHaveCount(index + 1);
    await page.getByLabel('Zone', { exact: true }).last().fill(name);
    await expect(page.getByText(/^saved \d\d:\d\d$/).last()).toBeVisible();
  }
  await page.getByRole('link', { name: /Pieces/ }).click();
  await page.getByRole('button', { name: 'Import a table' }).click();
  await page
    .getByLabel('Table file')
    .setInputFiles({ name: 'back.csv', mimeType: 'text/csv', buffer: Buffer.from(before) });
  await page.getByRole('button', { name: 'Import 60 pieces' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  // Openings belong to the other job's map; everything else is the same to the letter.
  const withoutOpening = (csv: string) =>
    csv
      .split('\r\n')
      .map((row) => row.split(',').toSpliced(2, 1).join())
      .sort();
  expect(withoutOpening(await exported())).toEqual(withoutOpening(before));
});

test('a map is laid out, dragged and moved by keys, gives tags, and shows what does not add up', async ({
  maren: page,
}) => {
  await openStage(page, 'VESTRY', 'Pieces');
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await page.getByRole('button', { name: 'Auto-arrange from tags' }).click();
  const first = page.getByRole('button', { name: 'Opening W01: W01' });
  const second = page.getByRole('button', { name: 'Opening W02: W02' });
  await expect(first).toBeVisible();
  // Dragged near its neighbour's far edge, it snaps to it.
  const [from, to] = [await first.boundingBox(), await second.boundingBox()];
  if (!from || !to) throw new Error('the openings are not drawn');
  await page.mouse.move(from.x + from.width / 2, from.y + 40);
  await page.mouse.down();
  await page.mouse.move(from.x + from.width / 2 + 30, from.y + 10, { steps: 4 });
  await page.mouse.move(to.x + from.width / 2 + 1, from.y + 40, { steps: 4 });
  await page.mouse.up();
  const left = page.getByLabel('From the left, mm');
  await first.click();
  const snapped = Number(await left.inputValue());
  // It lies on top of its neighbour now, so that one is reached by the keyboard.
  await second.focus();
  expect(snapped).toBe(Number(await left.inputValue()));
  // With the keys it goes back to where it was, in whole steps.
  await first.focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await expect(left).toHaveValue(String(snapped - 110));
  // Both steps have reached the server before the page is left.
  const jobId = /jobs\/([^/]+)/.exec(page.url())?.[1];
  const kept = () =>
    page.evaluate(async (id) => {
      const answer = await fetch(`/api/jobs/${id}`);
      const { openings } = (await answer.json()) as { openings: { tag: string; xMm: number }[] };
      return openings.find(({ tag }) => tag === 'W01')?.xMm;
    }, jobId);
  await expect.poll(kept).toBe(snapped - 110);
  await page.reload();
  await page.getByRole('button', { name: 'Opening W01: W01' }).focus();
  await expect(left).toHaveValue(String(snapped - 110));

  // Two pieces in one opening: a pair of doors without hands is remarked on, with a fix.
  await page.getByRole('region', { name: 'The chosen opening' }).getByRole('button', { name: 'Out' }).click();
  await page.getByRole('button', { name: 'Opening W02: W02' }).focus();
  await page
    .getByRole('region', { name: 'The chosen opening' })
    .getByRole('button', { name: 'W01', exact: true })
    .first()
    .click();
  await expect(page.getByRole('button', { name: 'Opening W02: W01, W02' })).toBeVisible();
  await page.getByRole('link', { name: 'List', exact: true }).click();
  await page.getByText(/things? (does|do) not add up/).click();
  const hangs = page.getByRole('button', { name: /W0\d hangs (left|right)/ });
  const offered = await hangs.innerText();
  await hangs.click();
  await expect(page.getByRole('button', { name: offered, exact: true })).toBeHidden();
  await hangs.click();
  await expect(page.getByText(/are a pair: which is left/)).toBeHidden();

  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await page.getByRole('button', { name: 'Tags from the map' }).click();
  await page.getByLabel('Also pieces whose tags fit').check();
  await page.getByRole('button', { name: /Change \d+ tags/ }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(page.getByRole('button', { name: 'Opening W1-B: W1-BL, W1-BR' })).toBeVisible();
});

test('a label leads back to its piece: by its code in a picture, or typed', async ({ maren: page }) => {
  await openStage(page, 'QUAY', 'Pieces');
  await page.getByRole('link', { name: 'Labels', exact: true }).click();
  await page.getByLabel('Label size').selectOption({ label: '99 × 57 mm' });
  const label = page
    .locator('div')
    .filter({ has: page.getByRole('img', { name: /^Code for/ }), hasText: /^U07/ })
    .last();
  const picture = await label.screenshot();
  await page.getByRole('link', { name: 'Find', exact: true }).click();
  await page
    .getByLabel('Picture of a label')
    .setInputFiles({ name: 'label.png', mimeType: 'image/png', buffer: picture });
  await expect(page).toHaveURL(/\/pieces\?piece=/);
  await expect(page.getByRole('region', { name: 'The chosen piece' })).toContainText('U07');

  await page.getByRole('link', { name: 'Find', exact: true }).click();
  await page.getByLabel('Tag on the label, or a job’s name').pressSequentially('quay c05');
  await page.getByRole('button', { name: 'Open' }).click();
  await expect(page.getByRole('region', { name: 'The chosen piece' })).toContainText('C05');
  await page.getByRole('link', { name: 'Find', exact: true }).click();
  await page.getByLabel('Tag on the label, or a job’s name').pressSequentially('QUAY Z9');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('No open job has a piece Z9.');
});

test('hardware bags are packed and ticked back in', async ({ browser, shop }) => {
  const context = await browser.newContext({ viewport: { width: 1024, height: 768 }, hasTouch: true });
  const page = await context.newPage();
  await enter(page, shop, 'Joss');
  await openStage(page, 'QUAY', 'Pieces');
  await page.getByRole('link', { name: 'Hardware', exact: true }).tap();
  await expect(page.getByText('60 bags, 60 packed, 0 back in')).toBeVisible();
  // Two at once: the second starts from what the first means, and neither waits for the server.
  await page.getByLabel('C02 back in').check();
  await page.getByLabel('C01 back in').check();
  await expect(page.getByText('60 bags, 60 packed, 2 back in')).toBeVisible();
  await page.getByLabel('C01 back in').uncheck();
  await expect(page.getByText('60 bags, 60 packed, 1 back in')).toBeVisible();
  await page.getByLabel('To order for C02').fill('3');
  await page.getByLabel('To order for C02').blur();
  await expect(page.getByText('3 to order')).toBeVisible();
  await context.close();
});

test('two fields of a piece that are changed before the first answer is here are both kept', async ({
  maren: page,
}) => {
  await openStage(page, 'GALLEY', 'Pieces');
  const width = page.getByLabel('Width of L02');
  const height = page.getByLabel('Height of L02');
  const old = await width.inputValue();
  let release = () => {};
  const held = new Promise<void>((resolve) => {
    release = resolve;
  });
  let calls = 0;
  await page.route('**/pieces', async (route) => {
    if (route.request().method() === 'PUT') {
      calls += 1;
      if (calls === 1) await held;
    }
    await route.continue();
  });
  await width.fill('333');
  await width.press('Tab');
  await height.fill('444');
  await height.press('Tab');
  release();
  await expect.poll(() => calls).toBe(2);
  await expect(height).toHaveValue('444');
  await expect(width).toHaveValue('333');
  await page.reload();
  await expect(width).toHaveValue('333');
  await expect(height).toHaveValue('444');
  expect(old).not.toBe('333');
});

const TABLES = 'core/test/tables';

test('awkward tables ask before anything is imported, with the best guess chosen', async ({
  maren: page,
}) => {
  await openStage(page, 'VESTRY', 'Pieces');
  await page.getByRole('button', { name: 'Import a table' }).click();
  const choose = (name: string) => page.getByLabel('Table file').setInputFiles(`${TABLES}/${name}.csv`);
  const dialog = page.getByRole('dialog');

  await choose('30-bare-inches-no-thickness');
  await expect(dialog.getByText(/too small for mm\. What are they in\?/)).toBeVisible();
  await expect(dialog.getByRole('radio', { name: 'inches' })).toBeChecked();
  await expect(dialog.getByText('1 door 609.6 × 762', { exact: false }).first()).toBeVisible();
  await dialog.getByRole('radio', { name: 'cm' }).check();
  await expect(dialog.getByText('1 door 240 × 300', { exact: false }).first()).toBeVisible();

  await choose('10-utf16le');
  await expect(dialog.getByText('Understood: UTF-16')).toBeVisible();
  await expect(dialog.getByLabel('Note, line 2')).toHaveValue('café');

  await choose('19-comma-in-comma');
  await expect(
    dialog.getByText('The columns do not match. Lines 2 to 3 have 5 cells under 3 headings.'),
  ).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Import 0 pieces' })).toBeDisabled();

  await choose('01-merged-cells');
  await expect(dialog.getByLabel('Type, line 4')).toHaveAttribute('placeholder', 'Doors');
  await expect(dialog.getByText('The job has no zone called “Island”, “Wall”.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Import 5 pieces' }).click();
  await expect(dialog).toBeHidden();
  await openStage(page, 'VESTRY', 'Brief');
  await expect(page.getByLabel('Zone', { exact: true }).last()).toHaveValue('Wall');
});

test('a bare tag that two jobs have lists both, the job that was open last first', async ({
  maren: page,
}) => {
  for (const code of ['VESTRY', 'GALLEY']) {
    await openStage(page, code, 'Pieces');
    const line = page.getByLabel('Type pieces');
    await line.pressSequentially('1 x door 400x720 slab, tag ZZ9');
    await line.press('Enter');
    await expect(page.getByText(/Added: 1 door/)).toBeVisible();
  }
  for (const [open, first] of [
    ['VESTRY', 'VESTRY'],
    ['GALLEY', 'GALLEY'],
  ] as const) {
    await openStage(page, open, 'Brief');
    await page.getByRole('link', { name: 'Find', exact: true }).click();
    await page.getByLabel('Tag on the label, or a job’s name').pressSequentially('zz9');
    await page.getByRole('button', { name: 'Open' }).click();
    const list = page.getByRole('region', { name: 'Pieces of this tag' });
    await expect(list.getByRole('link')).toHaveCount(2);
    await expect(list.getByRole('link').first()).toContainText(first);
  }
});

test('five thousand rows are imported, so many at a time, and taken back at once', async ({
  maren: page,
}) => {
  await openStage(page, 'GALLEY', 'Pieces');
  const totals = page.getByRole('group').filter({ hasText: 'door equivalents' });
  await expect(totals).toContainText(/^\d+ ?pieces/);
  const before = Number.parseInt(await totals.innerText(), 10);
  await page.getByRole('button', { name: 'Import a table' }).click();
  const lines = Array.from({ length: 5000 }, (_, index) => `T${index + 1};${396 + (index % 7)};716`);
  const buffer = Buffer.from(['Tag;Width;Height', ...lines].join('\n'));
  await page.getByLabel('Table file').setInputFiles({ name: 'many.csv', mimeType: 'text/csv', buffer });
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Import 5000 pieces' }).click();
  await expect(dialog).toBeHidden({ timeout: 240_000 });
  await expect(totals).toContainText(new RegExp(`^${before + 5000} ?pieces`));
  await page.getByRole('button', { name: 'Undo adding 5000 pieces' }).click();
  await expect(totals).toContainText(new RegExp(`^${before} ?pieces`), { timeout: 240_000 });
});

test('a typed line asks about inches, and a first tag carries the letter of its zone', async ({
  maren: page,
}) => {
  await page.goto(new URL('/jobs', page.url()).toString());
  await page.getByRole('button', { name: 'Start a job' }).click();
  await page.getByLabel('Name', { exact: true }).pressSequentially('Boat shed');
  await page.getByRole('button', { name: 'Add a zone' }).click();
  await page.getByLabel('Zone', { exact: true }).press('ControlOrMeta+a');
  await page.getByLabel('Zone', { exact: true }).pressSequentially('Larder');
  await page.getByLabel('Zone', { exact: true }).press('Tab');
  await page.getByRole('link', { name: /Pieces/ }).click();
  const line = page.getByLabel('Type pieces');
  await line.pressSequentially('2x doors 24 x 30');
  await line.press('Enter');
  await expect(page.getByText('24 × 30 mm is smaller than any door. Inches?')).toBeVisible();
  await page.getByRole('button', { name: 'Yes, inches' }).click();
  await expect(page.getByText(/Added: 2 doors 609\.6 × 762 × 20 mm.*L01 to L02/)).toBeVisible();
});
