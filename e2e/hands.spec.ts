import { Crew, toll } from './crew.ts';
import { enter, expect, test, typeInto } from './shop.ts';
import { addLines, defaultsOf, look, stage, startJob, tell, workToTheEnd } from './wayTools.ts';

// Coats by several hands: entered by their moves, planned, mixed for, worked and logged.

test('hand-painted with conditioner: edges by a 38 mm brush, flats by mohair, tipped off, to the end', async ({
  page,
  shop,
}) => {
  test.setTimeout(600_000);
  await shop.tell('reset');
  await enter(page, shop, 'Maren');
  const crew = await startJob(page, 'Hand-painted dresser', 'HAND');
  await addLines(page, '6 doors 450 x 700', '2 drawer fronts 450 x 160');
  const zone = {
    substrate: 'closed-grain hardwood',
    survey: { existing: 'clear lacquer' },
    newColour: '#2c2f6e',
  };
  await crew.zone(await crew.jobHere(), { ...zone, systemId: 'D', options: null });
  const generated = await crew.jobHere();
  const options = { applicator: 'roller', colourKey: 'alkyd-enamel-satin', colourCoats: 2, primerCoats: 1 };
  await crew.zone(generated, { options: { ...defaultsOf(generated), ...options } });
  await page.reload();
  await stage(page, 'Sequence');

  for (const name of ['Colour 1', 'Colour 2']) {
    const line = page.locator(`#step-${name.toLowerCase().replace(' ', '-')}`);
    await line.getByRole('button').first().click();
    await line.getByLabel('Done in').selectOption({ label: 'brush, roll, then tip off' });
    const moves = line.getByRole('list', { name: 'Moves' });
    await expect(moves.getByRole('listitem')).toHaveCount(4);
    const [edges, flats] = [moves.getByRole('listitem').nth(0), moves.getByRole('listitem').nth(1)];
    await typeInto(edges.getByLabel('Width, mm'), '1 1/2 in');
    await expect(edges.getByLabel('Width, mm')).toHaveValue('38.1');
    await typeInto(edges.getByLabel('Width, mm'), 'wide');
    await expect(edges.getByLabel('Width, mm')).toHaveAttribute('aria-invalid', 'true');
    await typeInto(edges.getByLabel('Width, mm'), '38');
    await flats.getByLabel('Tool of move 2').selectOption('roller-mohair');
    const conditioner = line.getByLabel('flow conditioner, % on paint');
    await typeInto(conditioner, '12,5');
    await expect(
      page.getByText(/12.5 % flow conditioner is more than the sheet’s 10 %/).first(),
    ).toBeVisible();
    await typeInto(conditioner, '10');
    await expect(page.getByText(/12.5 % flow conditioner is more/)).toHaveCount(0);
    await expect(line).toContainText('edges and profiles: brush, 38 mm');
    await expect(line).toContainText('flats: mohair roller');
    await expect(line).toContainText('whole piece: tipped off with a nearly dry brush');
    await line.getByRole('button').first().click();
  }
  await page.reload();
  const steps = page.getByRole('list', { name: 'Steps' });
  await expect(steps).toContainText(/flow conditioner/);
  await expect(steps.getByText('flats: mohair roller')).toHaveCount(2);
  await look(page, 'hand-sequence');
  await page.getByRole('link', { name: /Process card/ }).click();
  await expect(page.getByRole('article', { name: 'Process card' })).toContainText(
    'edges and profiles: brush, 38 mm',
  );
  await look(page, 'hand-card');
  await page.goBack();

  await stage(page, 'Days');
  await page.getByRole('button', { name: 'Plan the job' }).click();
  await expect(page.getByRole('heading', { name: /^Completion/ })).toBeVisible();
  await look(page, 'hand-days');
  const planned = await crew.jobHere();
  const { hours } = toll(planned);
  tell('hand', { hours });
  expect(hours).toBeGreaterThanOrEqual(6);
  expect(hours).toBeLessThanOrEqual(16);

  // Up to the first colour coat: the floor says the moves, and the bench begins with what they take.
  await shop.tell('pass two months');
  await enter(page, shop, 'Maren');
  const later = await Crew.of(page);
  const colour = await later.work(planned.job.id, ({ stepKey }) => stepKey === 'colour-1');
  expect(colour?.stepKey).toBe('colour-1');
  await page.goto(new URL('/floor', page.url()).toString());
  const now = page.getByRole('region', { name: 'Do now' });
  await expect(now).toContainText('Colour 1');
  const moves = now.getByRole('list', { name: 'In this order' });
  await expect(moves.getByRole('listitem')).toHaveText([
    '1 edges and profiles: brush, 38 mm',
    '2 flats: mohair roller',
    '3 whole piece: tipped off with a nearly dry brush',
  ]);
  await expect(now).toContainText(/Mix .* \+ .* flow conditioner/);
  await look(page, 'hand-floor');
  await now.getByRole('link', { name: 'Mix this' }).click();
  await expect(page.getByLabel('flow conditioner, % on paint')).toHaveValue('10');
  await look(page, 'hand-bench');

  const detail = await workToTheEnd(page, shop, planned.job.id, 'hand');
  const coat = detail.log.find(
    ({ work }) => work?.stepName.includes('1') && (work.applications.length ?? 0) > 0,
  );
  expect(coat?.work).toMatchObject({ conditionerPct: 10 });
  expect(coat?.work?.applications.map(({ applicator }) => applicator)).toEqual([
    'brush',
    'roller-mohair',
    'brush',
  ]);
});
