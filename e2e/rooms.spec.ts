import type { Page } from '@playwright/test';
import { chooseSystem, expect, test, typeInto } from './shop.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

/** A new job with one zone, its take-off open. */
async function startJob(page: Page, name: string, code: string): Promise<void> {
  await page.getByRole('button', { name: 'Start a job' }).click();
  await typeInto(page.getByLabel('Name', { exact: true }), name);
  await typeInto(page.getByLabel('Code, on labels'), code);
  await expect(page.getByText(/^saved \d\d:\d\d$/)).toBeVisible();
  await page.getByRole('button', { name: 'Add a zone' }).click();
  await expect(page.getByLabel('Zone', { exact: true })).toHaveValue('Zone 1');
  await page.getByRole('link', { name: /Pieces/ }).click();
}

async function addLine(page: Page, line: string): Promise<void> {
  const typed = page.getByLabel('Type pieces');
  await typed.click();
  await typed.pressSequentially(line);
  await typed.press('Enter');
  await expect(typed).toHaveValue('');
}

const look = async (page: Page, name: string) => {
  if (process.env.LOOK) await page.screenshot({ path: `/tmp/look-${name}.png` });
};

test('doors sprayed on their hinges wait for a protected room, fronts before backs, and are touched up', async ({
  maren: page,
}) => {
  await startJob(page, 'Oak kitchen on the quay', 'OAKQ');
  await addLine(page, '6 doors 400 x 720 on hinges');
  await addLine(page, '3 drawer fronts 400 x 160 on the hinges');
  await look(page, 'pieces');
  await page.getByRole('link', { name: /Sequence/ }).click();
  await chooseSystem(page, 'D', 'sprayed in place');
  await look(page, 'seq');
});
