import type { Locator, Page } from '@playwright/test';
import { expect, openStage, test } from './shop.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

/** What people type into a number: point, comma, percent, ratio, unit. */
const TYPED = ['7.5', '2,5', '0.5', '10%', '3:1', '1/2 gal'];

/** Types into a field key by key; whatever it means, the text stays as it was typed. */
async function staysAsTyped(field: Locator, texts: readonly string[] = TYPED): Promise<void> {
  const name = (await field.getAttribute('aria-label')) ?? (await field.getAttribute('id')) ?? '';
  const was = await field.inputValue();
  for (const text of texts) {
    await field.click();
    await field.press('ControlOrMeta+a');
    await field.pressSequentially(text);
    expect([name, await field.inputValue()]).toEqual([name, text]);
  }
  await field.press('ControlOrMeta+a');
  if (was === '') await field.press('Delete');
  else await field.pressSequentially(was);
}

async function waitFor(part: Locator): Promise<void> {
  await expect(part.locator('input').first()).toBeVisible();
}

/** All text fields of a part of the page that can be written in. */
async function fieldsOf(part: Locator): Promise<Locator[]> {
  const all = await part.locator('input:not([type]), input[type="text"]').all();
  const open: Locator[] = [];
  for (const one of all) if ((await one.isVisible()) && (await one.isEditable())) open.push(one);
  return open;
}

async function allStayAsTyped(part: Locator, least: number, texts?: readonly string[]): Promise<void> {
  await waitFor(part);
  const fields = await fieldsOf(part);
  expect(fields.length).toBeGreaterThanOrEqual(least);
  for (const field of fields) await staysAsTyped(field, texts);
}

const goTo = async (page: Page, path: string) => page.goto(new URL(path, page.url()).toString());

test('every field of a new mix keeps what is typed, and the thinning is what was said', async ({
  maren: page,
}) => {
  await goTo(page, '/bench?product=urethane-enamel-satin&applicator=turbine&paint=900%20mL');
  const form = page.getByRole('region', { name: 'A new mix' });
  await expect(form).toBeVisible();
  await form.getByLabel('Measured by').selectOption('stick');
  await allStayAsTyped(form, 5);
  const thinning = form.getByLabel('Thinning', { exact: true });
  const pours = form.getByRole('status').first();
  const say = async (text: string) => {
    await thinning.click();
    await thinning.press('ControlOrMeta+a');
    await thinning.pressSequentially(text);
  };
  for (const [text, thinner, said] of [
    ['7.5', '68 mL', '7.5 % on paint'],
    ['2,5', '23 mL', '2.5 % on paint'],
    ['0.5', '4.5 mL', '0.5 % on paint'],
    ['10%', '90 mL', '10 % on paint'],
    ['10 % of mix', '100 mL', '10 % of mix'],
    ['10:1', '90 mL', '10 : 1 paint to thinner'],
    ['20+1', '45 mL', '20 : 1 paint to thinner'],
  ] as const) {
    await say(text);
    await expect(form.getByText(`${said}; the sheet allows up to`)).toBeVisible();
    await expect(pours).toContainText(thinner);
  }
  await say('some');
  await expect(form.getByRole('alert').filter({ hasText: 'is not a thinning' })).toBeVisible();
  // Another convention is another number for the same amount.
  await say('10');
  await form.getByLabel('Thinning expressed as').selectOption('of-mix');
  await expect(thinning).toHaveValue('9.091');
  await expect(pours).toContainText('90 mL');
  await form.getByLabel('Thinning expressed as').selectOption('parts');
  await expect(thinning).toHaveValue('10:1');
  // Thinned to seconds, in the cup that is in hand.
  await form.getByLabel('Timed in').selectOption('iso-4');
  await say('32-36 s');
  await expect(pours).toContainText('Wanted: 32 to 36 s in ISO 4 mm.');
  await say('20-24 s');
  await expect(
    form.getByText(
      'ISO 4 mm works from 30 to 100 s, and the target is 20 to 24 s: use ISO 3 mm, 48.6 to 62.6 s.',
    ),
  ).toBeVisible();
});

test('every number on the floor and at a mix keeps what is typed', async ({ maren: page }) => {
  await goTo(page, '/floor');
  const card = page.getByRole('region', { name: 'Do now' });
  await expect(card).toBeVisible();
  for (const item of await page.getByRole('button', { name: /Prime|Colour|Clear/ }).all()) {
    if (await card.getByLabel('Paint used').isVisible()) break;
    await item.click();
  }
  await allStayAsTyped(card, 5);
  await goTo(page, '/bench?product=urethane-enamel-satin&applicator=turbine&paint=900%20mL&thinning=5');
  await page.getByRole('button', { name: 'Start the mix' }).click();
  const pours = page.getByRole('region', { name: 'Pours' });
  await allStayAsTyped(pours, 1);
  await pours.getByLabel('Actual amount, if different').pressSequentially('1,000 ml');
  await pours.getByRole('button', { name: 'It is in' }).click();
  // 1000 of 900 mL: the mix grows by a ninth.
  await expect(pours).toContainText('the mix grows by 11.1 %');
  const cup = page.getByRole('region', { name: 'Viscosity' });
  const typed = cup.getByLabel('Or type the seconds');
  await staysAsTyped(typed);
  await typed.pressSequentially('31,5 s');
  await cup.getByRole('button', { name: 'Add run' }).click();
  await expect(cup).toContainText('31.5 s');
  await cup.getByRole('button', { name: 'Save reading' }).click();
  await expect(cup.getByText(/31\.5 s ISO 4 mm/)).toBeVisible();
});

test('every number of a sequence keeps what is typed', async ({ maren: page }) => {
  await openStage(page, 'VESTRY', 'Sequence');
  const steps = page.getByRole('list', { name: 'Steps' });
  await steps
    .getByRole('button', { name: /Prime 1/ })
    .first()
    .click();
  await allStayAsTyped(steps, 8);
});

test('every number of a sheet keeps what is typed', async ({ maren: page }) => {
  await goTo(page, '/products');
  await allStayAsTyped(page.getByRole('main'), 20, ['7.5', '1,5 h', '1/2 gal']);
});

test('every number of a cup and a gun keeps what is typed', async ({ maren: page }) => {
  await goTo(page, '/products/bench');
  await page.getByRole('button', { name: 'Airless, 0.010 in tip' }).click();
  await allStayAsTyped(page.getByRole('main'), 3);
  const needle = page.getByLabel(/^Needle or tip/);
  await needle.press('ControlOrMeta+a');
  await needle.pressSequentially('0.010"');
  await expect(page.getByRole('main')).toContainText('at most half of its 0.254 mm');
});

test('every number of pieces, map, hardware and shop keeps what is typed', async ({ maren: page }) => {
  await openStage(page, 'QUAY', 'Pieces');
  const cell = page
    .locator('[data-cell]')
    .filter({ has: page.locator('input') })
    .first();
  if (await cell.count()) await staysAsTyped(cell.locator('input').first());
  await goTo(page, '/shop');
  await allStayAsTyped(page.getByRole('main'), 10, ['7.5', '2,5', '30 ft']);
  const rail = page.getByLabel('Rail', { exact: true });
  await rail.press('ControlOrMeta+a');
  await rail.pressSequentially('30 ft');
  await page.getByRole('button', { name: 'Save the shop' }).click();
  await expect(rail).toHaveValue('9144 mm');
});
