import type { Page } from '@playwright/test';
import { expect, test } from './shop.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

const open = (page: Page, path: string) => page.goto(new URL(path, page.url()).toString());

/** Starts a mix with the form filled in by its address. */
async function startMix(page: Page, query: string): Promise<void> {
  await open(page, `/bench?${query}`);
  await page.getByRole('button', { name: 'Start the mix' }).click();
  await expect(page.getByRole('region', { name: 'Pours' })).toBeVisible();
}

test('every figure of the pour screen can be read from arm’s length, in either units', async ({
  maren: page,
}) => {
  await page.setViewportSize({ width: 1024, height: 768 });
  await startMix(page, 'product=urethane-enamel-satin&paint=1310+mL&applicator=turbine&thinning=5');
  const small = () =>
    page
      .locator('main .quantity')
      .evaluateAll((all) =>
        all
          .filter((one) => Number.parseFloat(getComputedStyle(one).fontSize) < 32)
          .map((one) => one.textContent),
      );
  const pours = page.getByRole('region', { name: 'Pours' });
  await expect(pours).toContainText('L');
  expect(await small()).toEqual([]);
  await page.getByRole('button', { name: 'Show fl oz and oz' }).click();
  await expect(pours).toContainText(/\d+ fl oz/);
  await pours.getByRole('button', { name: 'It is in' }).click();
  await pours.getByRole('button', { name: 'It is in' }).click();
  await expect(pours).toContainText('Strain every pour: at most 400 µm for Turbine gun, 1.3 mm');
  await expect(pours).toContainText('fillings of the cup');
  await pours.getByRole('button', { name: 'It was shaken' }).click();
  await expect(pours.getByRole('timer')).toContainText(/9:5\d|10:00/);
  expect(await small()).toEqual([]);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Show mL and g' })).toBeVisible();
});

test('a cup of the kit is calibrated by pairs, holds an upper limit, and the mix is thinned by it', async ({
  maren: page,
}) => {
  await open(page, '/products/bench');
  await page.getByRole('button', { name: 'Add a cup' }).click();
  await page.getByLabel('Name').fill('Brass cup');
  for (const [own, standard] of [
    ['20', '40'],
    ['30', '60'],
    ['40', '80'],
  ] as const) {
    await page.getByRole('button', { name: 'Add a pair' }).click();
    await page.getByLabel('This cup, s').last().fill(own);
    await page.getByLabel('ISO 4 mm, s').last().fill(standard);
  }
  await expect(page.getByRole('main')).toContainText(
    'calibrated by 3 pairs against ISO 4 mm, from 20 to 40 s',
  );
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('main')).toContainText('Saved.');
  await page.getByRole('button', { name: 'Efflux cups side by side' }).click();
  await page.getByLabel('Timed in').selectOption('Brass cup');
  await page.getByLabel('Seconds').fill('25');
  await expect(page.getByRole('row', { name: /ISO 4 mm/ }).first()).toContainText('50.0 s');

  await open(page, '/products');
  await page
    .getByRole('navigation', { name: 'Products' })
    .getByRole('button', { name: 'Waterborne urethane enamel, satin' })
    .click();
  const targets = page.getByRole('group', { name: /Seconds in the cup/ });
  await targets.getByLabel('Cup').first().selectOption('Brass cup');
  await targets.getByLabel('From, seconds').first().fill('');
  await targets.getByLabel('To, seconds').first().fill('22');
  await page.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(page.getByRole('main')).toContainText('Saved.');

  await open(page, '/bench?product=urethane-enamel-satin&paint=1000+mL&applicator=turbine');
  await expect(page.getByRole('region', { name: 'A new mix' })).toContainText('up to 22 s in Brass cup');
  await page.getByRole('button', { name: 'Start the mix' }).click();
  await page.getByRole('region', { name: 'Pours' }).getByRole('button', { name: 'It is in' }).click();
  const viscosity = page.getByRole('region', { name: 'Viscosity' });
  await page.clock.install();
  await page.clock.pauseAt(new Date(Date.now() + 5000));
  // By the pedal, with nothing in focus.
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.keyboard.down('PageDown');
  await page.keyboard.up('PageDown');
  await page.clock.runFor(30_000);
  await page.keyboard.press('PageDown');
  await viscosity.getByRole('button', { name: 'Save reading' }).click();
  await expect(viscosity).toContainText('30.0 s Brass cup at');
  await expect(viscosity).toContainText('Add now');
});

test('what goes back into the tin makes it thinner, and the next mix knows', async ({ maren: page }) => {
  await open(page, '/products');
  await page
    .getByRole('navigation', { name: 'Products' })
    .getByRole('button', { name: 'High-build sanding primer' })
    .click();
  const tins = page.getByRole('region', { name: 'In stock' });
  await tins.getByLabel('Counted').fill('3 L');
  await tins.getByRole('button', { name: 'Keep' }).click();
  await expect(tins).toContainText('3 L');
  await startMix(page, 'product=build-primer&paint=1000+mL&applicator=turbine&thinning=10');
  const pours = page.getByRole('region', { name: 'Pours' });
  await pours.getByRole('button', { name: 'It is in' }).click();
  await pours.getByRole('button', { name: 'It is in' }).click();
  await page.getByLabel('Leftover').fill('220 mL');
  await page.getByLabel('It goes').selectOption('back into the tin');
  await page.getByRole('button', { name: 'Mix is emptied' }).click();
  await expect(page.getByRole('main')).toContainText('Emptied with 220 mL of 1.1 L left: back into the tin');
  // 2000 mL and 200 mL of paint hold 20 mL of thinner: 0.9 %.
  await open(page, '/bench?product=build-primer&paint=1000+mL&applicator=turbine&thinning=5');
  await expect(page.getByRole('region', { name: 'A new mix' })).toContainText('holds 0.9 % thinner already');
  await page.getByRole('button', { name: 'Start the mix' }).click();
  await expect(pours).toContainText('1.01 L');
  await pours.getByRole('button', { name: 'It is in' }).click();
  await expect(pours).toContainText('41 mL');
});

test('a mix with hardener is heard at three quarters of its life and when it is over, on any screen', async ({
  maren: page,
}) => {
  // What the loudspeaker would be told.
  await page.addInitScript(() => {
    const heard: number[] = [];
    (window as unknown as { heard: number[] }).heard = heard;
    class Loudspeaker {
      currentTime = 0;
      destination = {};
      resume() {
        return Promise.resolve();
      }
      createOscillator() {
        const tone = {
          frequency: { value: 0 },
          connect() {},
          stop() {},
          start: () => heard.push(tone.frequency.value),
        };
        return tone;
      }
    }
    (window as unknown as { AudioContext: unknown }).AudioContext = Loudspeaker;
  });
  const heard = () => page.evaluate(() => (window as unknown as { heard: number[] }).heard);
  await startMix(page, 'product=two-part-enamel-satin&paint=500+mL&applicator=turbine');
  const pours = page.getByRole('region', { name: 'Pours' });
  await pours.getByRole('button', { name: 'It is in' }).click();
  await pours.getByRole('button', { name: 'It is in' }).click();
  await expect(page.getByRole('timer')).toContainText('left of 3 h');
  await expect(page.getByText('saved here until synced')).toHaveCount(0);
  await page.clock.install();
  await page.getByRole('link', { name: 'Floor' }).click();
  await expect(page.getByRole('region', { name: 'Pot life running' })).toBeVisible();
  await page.clock.fastForward(130 * 60_000);
  expect(await heard()).toEqual([]);
  await page.clock.fastForward(10 * 60_000);
  await expect(page.getByRole('alert').filter({ hasText: 'Two-part' })).toBeVisible();
  await expect.poll(heard).toEqual([660, 660]);
  await page.clock.fastForward(60 * 60_000);
  await expect(page.getByRole('region', { name: 'Pot life running' })).toContainText('do not use');
  await expect.poll(heard).toEqual([660, 660, 990, 990, 990, 990, 990]);
});

test('a roller is kept wet, and taken out again', async ({ maren: page }) => {
  await open(page, '/bench');
  const kept = page.getByRole('region', { name: 'Tools stored wet' });
  await kept.getByRole('button', { name: 'Store a tool' }).click();
  await kept.getByLabel('Tool').selectOption('brush, wrapped');
  await kept.getByLabel('Keeps').fill('soon');
  await kept.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(kept.getByRole('alert')).toBeVisible();
  await kept.getByLabel('Keeps').fill('8 h');
  await kept.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(kept).toContainText('brush, wrapped');
  await expect(kept).toContainText(/8 h|7 h 59/);
  await kept.getByRole('button', { name: 'Taken out' }).first().click();
  await kept.getByRole('button', { name: 'Taken out' }).first().click();
  await expect(kept).toContainText('No tools are stored wet.');
});
