import type { Page } from '@playwright/test';
import { chooseSystem, enter, expect, type Shop, test, typeInto } from './shop.ts';
import { addLines, stage, startJob, tell } from './wayTools.ts';

// How many presses a way of coating takes beyond those of the system that ships and comes nearest: clicks, chosen options (opened and
// taken: two), and lines or fields that are entered.

/** Counts what is pressed in a page from now on, over reloads. */
async function count(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const press = (count: number) => {
      const before = Number(sessionStorage.getItem('presses') ?? 0);
      sessionStorage.setItem('presses', String(before + count));
    };
    addEventListener('click', ({ isTrusted }) => isTrusted && press(1), true);
    addEventListener('change', ({ target }) => press(target instanceof HTMLSelectElement ? 2 : 1), true);
    addEventListener('keydown', ({ key }) => key === 'Enter' && press(1), true);
  });
}

/** A job with doors, its system chosen and planned, with whatever a way does between. */
async function pressesOf(
  page: Page,
  shop: Shop,
  { code, system, line }: { code: string; system: string; line: string },
  between: () => Promise<void> = async () => undefined,
): Promise<number> {
  await shop.tell('reset');
  await enter(page, shop, 'Maren');
  await page.evaluate(() => sessionStorage.removeItem('presses'));
  const crew = await startJob(page, `Presses ${code}`, code);
  await addLines(page, line);
  await crew.zone(await crew.jobHere(), {
    substrate: 'closed-grain hardwood',
    survey: { existing: 'clear lacquer' },
    newColour: '#2c3f6e',
  });
  await page.reload();
  await stage(page, 'Sequence');
  await chooseSystem(page, system, 'as usual');
  await between();
  await stage(page, 'Days');
  await page.getByRole('button', { name: 'Plan the job' }).click();
  await expect(page.getByRole('heading', { name: /^Completion/ })).toBeVisible();
  return Number(await page.evaluate(() => sessionStorage.getItem('presses') ?? '0'));
}

test('no way takes more than twice the presses of the nearest system that ships', async ({ page, shop }) => {
  test.setTimeout(600_000);
  await count(page);
  const line = '6 shaker doors 450 x 700';
  const field = (name: string | RegExp) => page.getByLabel(name).first();
  const shipped = await pressesOf(page, shop, { code: 'P0', system: 'D', line });

  // The inspection station: one method of the job.
  const station = await pressesOf(page, shop, { code: 'P14', system: 'D', line }, async () => {
    await page.getByRole('link', { name: /Shop methods/ }).click();
    await page.getByRole('radio', { name: /Piece by piece at an inspection station/ }).click();
    await expect(page.getByRole('radio', { name: /inspection station/ })).toBeChecked();
    await stage(page, 'Sequence');
    await expect(page.getByRole('list', { name: 'Steps' })).toContainText('Sand, vacuum and look, P320');
  });

  // The refresh by foam roller, primer tinted: three choices.
  const refresh = await pressesOf(page, shop, { code: 'P11', system: 'D', line }, async () => {
    await field('Applied by').selectOption('roller-foam');
    await field('Primer tinted').selectOption('75');
    await field('Loose pieces dry').selectOption('flat');
    await expect(page.getByRole('list', { name: 'Steps' })).toContainText('75 % towards the colour');
  });

  // Hand-painted: enamel with conditioner by roller, both colour coats brushed, rolled and tipped off.
  const byHand = await pressesOf(page, shop, { code: 'P8', system: 'D', line }, async () => {
    await field('Colour').selectOption('alkyd-enamel-satin');
    await field('Applied by').selectOption('roller-mohair');
    await field('Conditioner').selectOption('10');
    for (const key of ['colour-1', 'colour-2']) {
      const step = page.locator(`#step-${key}`);
      await step.getByRole('button').first().click();
      await step.getByLabel('Done in').selectOption({ label: 'brush, roll, then tip off' });
      await expect(step).toContainText('whole piece: tipped off');
      await typeInto(step.getByLabel('Width, mm').first(), '38');
      await expect(step).toContainText('edges and profiles: brush, 38 mm');
      await step.getByRole('button').first().click();
    }
    await expect(page.getByRole('list', { name: 'Steps' })).toContainText('flow conditioner');
  });

  tell('presses', { shipped, station, refresh, byHand });
  expect(shipped).toBeGreaterThan(8);
  for (const presses of [station, refresh, byHand]) {
    expect(presses).toBeGreaterThan(shipped);
    expect(presses).toBeLessThanOrEqual(2 * shipped);
  }
});
