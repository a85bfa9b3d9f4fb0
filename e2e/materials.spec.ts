import { enter, expect, test, typeInto } from './shop.ts';
import { addLines, look, stage, startJob } from './wayTools.ts';

// What a job takes: by film and by the count of doors, and what is bought in which containers.

test('forty door equivalents at 2 fl oz a side: the count beside the film, and the containers to buy', async ({
  page,
  shop,
}) => {
  test.setTimeout(300_000);
  await shop.tell('reset');
  await enter(page, shop, 'Maren');
  const crew = await startJob(page, 'Forty doors', 'FORTY');
  const { settings } = await crew.shop();
  await crew.settings({ region: { ...settings.region, units: 'us' } } as never);
  await expect(page.getByLabel('Type pieces')).toBeVisible();
  await page.reload();
  await addLines(
    page,
    '28 slab doors 400 mm x 720 mm',
    '3 shaker doors 400 mm x 1400 mm',
    '12 slab doors 400 mm x 160 mm',
  );
  await crew.pieces(await crew.jobHere(), { panelsDown: 2 }, (tag) => /(29|30|31)$/.test(tag));
  await stage(page, 'Materials');
  await expect(page.getByRole('main')).toContainText('there is nothing to count yet');
  await crew.zone(await crew.jobHere(), {
    substrate: 'closed-grain hardwood',
    survey: { existing: 'clear lacquer' },
    newColour: '#2c3f6e',
    systemId: 'D',
    options: null,
  });
  await page.reload();
  const coats = page.getByLabel('Coats of Zone 1');
  await expect(coats).toContainText('counts as 40 door equivalents');

  const doors = page.getByLabel('Door count');
  await typeInto(
    doors.getByLabel('Colour, a side and coat').or(doors.getByLabel('Color, a side and coat')),
    'two',
  );
  await doors.getByRole('button', { name: 'Save figures' }).click();
  await expect(doors).toContainText('Not saved. Check the highlighted fields.');
  await typeInto(doors.getByLabel(/^Colou?r, a side and coat/), '2 fl oz');
  await typeInto(doors.getByLabel(/^Primer, a side and coat/), '3 fl oz');
  await doors.getByRole('button', { name: 'Save figures' }).click();
  await expect(doors).toContainText('Saved for all jobs.');
  await page.reload();
  await expect(coats).toContainText(
    /urethane enamel, satin: 40 × 2 fl oz = 80 fl oz a side and coat; 2 coats on 160 sides in all: 320 fl oz|2\.5 gal/,
  );
  await expect(coats).toContainText(/bonding primer: 40 × 3 fl oz = 120 fl oz a side and coat/);
  await look(page, 'materials');

  // What it is sold in decides what is bought; a price that nobody knows is not guessed.
  await page
    .getByLabel('What to buy')
    .getByRole('link', { name: /urethane enamel/ })
    .click();
  await page.getByRole('button', { name: 'Add a container' }).click();
  await typeInto(page.getByLabel('Size of container 4'), '1 gal');
  await typeInto(page.getByLabel('Price of container 4'), '84,50');
  await page.getByRole('button', { name: 'Add a container' }).click();
  await typeInto(page.getByLabel('Size of container 5'), '1 qt');
  await typeInto(page.getByLabel('Price of container 5'), '26');
  await page.getByRole('button', { name: /^Save/ }).first().click();
  await expect(page.getByText(/^Saved/).first()).toBeVisible();
  await page.goBack();
  const buy = page.getByLabel('What to buy');
  await expect(buy.getByRole('row', { name: /urethane enamel/ })).toContainText(/\d × 1 gal/);
  await expect(buy.getByRole('row', { name: /urethane enamel/ })).toContainText('left over');
  await look(page, 'materials-buy');
});
