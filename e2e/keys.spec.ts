import type { Page } from '@playwright/test';
import { expect, test } from './shop.ts';

// A day's work without a mouse: every screen is reached and worked by Tab, arrows, Enter, Space and letters alone.

test.beforeEach(({ shop }) => shop.tell('reset'));

/** Screens have fewer things in a row than this. */
const MOST_TABS = 160;

/** What has the keys now, by what it is called. */
function focused(page: Page): Promise<string> {
  return page.evaluate(() => {
    const element = document.activeElement as HTMLInputElement | null;
    const label = element?.labels?.[0]?.textContent;
    return (element?.getAttribute('aria-label') ?? label ?? element?.textContent ?? '').trim();
  });
}

/** Presses Tab, or Shift and Tab, until something of that name has the keys. @throws Error with all names that were passed. */
async function tabTo(page: Page, name: RegExp, key: 'Tab' | 'Shift+Tab' = 'Tab'): Promise<void> {
  const passed: string[] = [];
  for (let step = 0; step < MOST_TABS; step += 1) {
    await page.keyboard.press(key);
    const at = await focused(page);
    if (name.test(at)) return;
    passed.push(at.slice(0, 30));
  }
  throw new Error(`${name} is not reached by Tab: ${passed.join(' | ')}`);
}

/** Goes to something by Tab and presses it. */
async function press(page: Page, name: RegExp, key = 'Enter'): Promise<void> {
  await tabTo(page, name);
  await page.keyboard.press(key);
}

/** Goes to a field by Tab, types over what stands there, and leaves it. */
async function type(page: Page, name: RegExp, text: string): Promise<void> {
  await tabTo(page, name);
  await page.keyboard.press('ControlOrMeta+A');
  await page.keyboard.type(text);
  await page.keyboard.press('Tab');
}

/** Goes to another stage of a job by its key. */
async function toStage(page: Page, name: RegExp): Promise<void> {
  await page.keyboard.press('s');
  await press(page, name);
}

test('a job is worked from its brief to its log by keys alone', async ({ maren: page }) => {
  test.setTimeout(300_000);
  await press(page, /^QUAY/);
  await expect(page).toHaveURL(/\/days$/);
  await press(page, /^1Brief/);
  await expect(page).toHaveURL(/\/brief$/);
  await type(page, /^Address and access$/, 'Key at the chandler');

  await press(page, /^2Survey/);
  await expect(page.getByText('40 of 44 answered')).toBeVisible();
  await press(page, /^Clear: Flaking\?/);
  await expect(page.getByText('39 of 44 answered')).toBeVisible();

  await press(page, /^3Pieces/);
  await tabTo(page, /^Type pieces$/);
  await page.keyboard.type('2 slab doors 400 x 720 mm');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: /Pieces 62 listed/ })).toBeVisible();

  // Out of the line that is typed in, back to the stages; from everywhere else they are one key away.
  await tabTo(page, /^4Sequence/, 'Shift+Tab');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/sequence/);
  await press(page, /^3Key P180/);
  await expect(page.getByRole('button', { name: /3\s*Key P180/ })).toHaveAttribute('aria-expanded', 'true');

  await toStage(page, /^5Materials/);
  await press(page, /^Price$/);
  await type(page, /^Margin, %$/, '31');
  await press(page, /^Save$/);
  await expect(page.getByText(/Saved/).first()).toBeVisible();

  await toStage(page, /^6Days/);
  await press(page, /^Replan from now$/);
  await expect(page.getByText(/^Planned again|tasks? moved|Nothing moved/).first()).toBeVisible({
    timeout: 60_000,
  });

  await toStage(page, /^7Inspection/);
  await press(page, /^Accept as it is$/);
  await tabTo(page, /^Who agreed, and why$/);
  await page.keyboard.type('the client, at the drawing');
  await press(page, /^Accept$/);
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(page.getByRole('button', { name: /C05 .*accepted/ })).toBeVisible();

  await toStage(page, /^8Handover/);
  await press(page, /^U01: counted back$/, 'Space');
  await expect(page.getByLabel('U01: counted back')).toBeChecked();

  await toStage(page, /^9Log/);
  const entries = page.getByRole('link', { name: /Log 1\d\d entries/ });
  const before = await entries.innerText();
  await press(page, /^Withdraw$/);
  await expect(page.getByRole('dialog')).toBeVisible();
  await press(page, /^Withdraw$/);
  await expect(entries).not.toHaveText(before);
});

test('floor, bench, find, spray, products and shop are worked by keys alone', async ({ maren: page }) => {
  test.setTimeout(300_000);
  await page.keyboard.press('f');
  await expect(page).toHaveURL(/\/floor$/);
  const task = page.getByRole('region', { name: 'Do now' }).getByRole('heading', { level: 1 });
  await expect(task).toBeVisible();
  await press(page, /^Report a defect$/);
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  // Whoever opened a dialog has the keys again.
  expect(await focused(page)).toBe('Report a defect');
  await press(page, /^Log coat$/);
  await expect(page.getByRole('button', { name: 'Withdraw' })).toBeVisible();

  await page.keyboard.press('m');
  await expect(page).toHaveURL(/\/bench$/);
  await type(page, /^How much$/, '600 mL');
  await type(page, /^Thinning$/, '5');
  await press(page, /^Start the mix$/);
  await expect(page).toHaveURL(/\/bench\/.+/);
  await press(page, /^It is in$/);
  await expect(page.getByRole('region', { name: 'Pours' })).toContainText('Then the thinner');

  await page.keyboard.press('p');
  await expect(page).toHaveURL(/\/find$/);
  await tabTo(page, /^Tag on the label/);
  await page.keyboard.type('quay c05');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'The chosen piece' })).toContainText('C05');

  await tabTo(page, /^Spray$/, 'Shift+Tab');
  await page.keyboard.press('Enter');
  await type(page, /^Flow, mL\/min$/, '180');
  await expect(page.getByLabel('Flow, mL/min')).toHaveValue('180');

  await press(page, /^Products & stock$/);
  await press(page, /^Waterborne acrylic primer$/);
  await type(page, /^Counted$/, '2.5 L');
  await press(page, /^Keep$/);
  await expect(page.getByRole('region', { name: 'In stock' })).toContainText('2.5 L');

  await press(page, /^Shop$/);
  await type(page, /^Rail$/, '11 m');
  await press(page, /^Save the shop$/);
  await page.reload();
  await expect(page.getByLabel('Rail', { exact: true })).toHaveValue(/^11/);

  // What the keys are is said on the key that asks for it, and Escape leads back.
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
});
