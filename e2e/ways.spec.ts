import type { Page } from '@playwright/test';
import type { JobDetail } from '@upholder/core/api';
import { Crew, toll } from './crew.ts';
import { chooseSystem, enter, expect, type Shop, test, typeInto } from './shop.ts';

// Every way of working carried to its end: entered in the browser, planned, mixed for, worked and logged, and looked at.

const look = async (page: Page, name: string) => {
  if (process.env.LOOK) await page.screenshot({ path: `/tmp/look-${name}.png`, fullPage: true });
};
const tell = (name: string, facts: object) => {
  if (process.env.LOOK) console.log(name, JSON.stringify(facts));
};

/** A shop in which nothing else is going on, and a job in it with its take-off open. */
async function startJob(page: Page, name: string, code: string): Promise<Crew> {
  const crew = await Crew.of(page);
  await crew.closeAll();
  await page.goto(new URL('/jobs', page.url()).toString());
  await page.getByRole('button', { name: 'Start a job' }).click();
  await typeInto(page.getByLabel('Name', { exact: true }), name);
  await typeInto(page.getByLabel('Code, on labels'), code);
  await expect(page.getByText(/^saved \d\d:\d\d$/)).toBeVisible();
  await page.getByRole('button', { name: 'Add a zone' }).click();
  await expect(page.getByLabel('Zone', { exact: true })).toHaveValue('Zone 1');
  await page.getByRole('link', { name: /Pieces/ }).click();
  return crew;
}

async function addLines(page: Page, ...lines: string[]): Promise<void> {
  const typed = page.getByLabel('Type pieces');
  for (const line of lines) {
    await typed.click();
    await typed.pressSequentially(line);
    await typed.press('Enter');
    await expect(typed).toHaveValue('');
  }
}

const stage = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Stages of the job' })
    .getByRole('link', { name: new RegExp(name) })
    .click();

/** Two months later all of a job is logged as it was planned, mixes and all; its days and its log are looked at. */
async function workToTheEnd(page: Page, shop: Shop, jobId: string, name: string): Promise<JobDetail> {
  await shop.tell('pass two months');
  await enter(page, shop, 'Maren');
  const crew = await Crew.of(page);
  expect(await crew.work(jobId)).toBeNull();
  const detail = await crew.job(jobId);
  expect(crew.open(detail)).toEqual([]);
  await page.goto(new URL(`/jobs/${jobId}/days`, page.url()).toString());
  await expect(page.getByRole('heading', { name: 'All work is logged' })).toBeVisible();
  await look(page, `${name}-days-end`);
  await stage(page, 'Log');
  await expect(page.getByRole('main')).toContainText('Colour 1');
  await look(page, `${name}-log`);
  return detail;
}

test('a tent in a carport: a cup with an upper limit, rain on the second day, six on the posts', async ({
  page,
  shop,
}) => {
  test.setTimeout(600_000);
  await shop.tell('reset in august');
  await enter(page, shop, 'Maren');
  await page.goto(new URL('/shop/places', page.url()).toString());
  await page.getByRole('button', { name: 'Add place' }).click();
  const card = page
    .locator('main')
    .getByText('Remove place')
    .locator('xpath=ancestor::*[contains(@class,"p-5")][1]');
  await typeInto(card.getByLabel('Name').first(), 'Carport tent');
  await card.getByLabel('Kind').first().selectOption('tent');
  await card.getByLabel('Rated for').selectOption('waterborne-spray');
  await card.getByLabel('Air').selectOption('outdoors');
  await typeInto(card.getByLabel(/^Length inside/), '3 m');
  await typeInto(card.getByLabel(/^Width inside/), '2,5 m');
  await typeInto(card.getByLabel(/^Height inside/), `7' 2"`);
  await card.getByRole('button', { name: 'Add rack or rail' }).click();
  const posts = card.getByRole('group', { name: /rack or rail/ });
  await posts.getByLabel('Kind').selectOption('posts');
  const row = card.getByRole('group').last();
  await typeInto(row.getByLabel('Name'), 'Posts');
  await typeInto(card.getByRole('group').last().getByLabel('How many'), '6');
  await look(page, 'a-place');
  await page.getByRole('button', { name: 'Save Carport tent' }).click();
  await expect(page.getByRole('main')).toContainText('Planning expects');
  await look(page, 'a-place');

  const crew = await startJob(page, 'Porch cupboards', 'PORCH');
  await addLines(page, '8 doors 400 x 720 in the tent', '5 drawer fronts 16 in x 6 in, in a garage or tent');
  await page.getByRole('link', { name: /Sequence/ }).click();
  await chooseSystem(page, 'D', 'waterborne in the carport');
  await page.getByLabel('Applied by').first().selectOption('handheld');
  await stage(page, 'Days');
  await page.getByRole('button', { name: 'Plan the job' }).click();
  await expect(page.getByRole('heading', { name: /^Completion/ })).toBeVisible();
  await look(page, 'a-days');
  const planned = await crew.jobHere();
  tell('a', toll(planned));
  // Nothing is laid on while it rains on Thursday, and never more hangs than there are posts.
  const rain = {
    start: Date.parse('2027-08-26T09:00Z') / 60_000,
    end: Date.parse('2027-08-26T13:00Z') / 60_000,
  };
  const coats = planned.plan?.ops.filter(({ isCoat, lags }) => isCoat && lags) ?? [];
  expect(coats.length).toBeGreaterThan(3);
  for (const { name, start, end, lags } of coats)
    expect([name, start < rain.end && end + (lags?.touch ?? 0) > rain.start]).toEqual([name, false]);
  for (const { pieceIds, holderId } of planned.plan?.loads ?? []) {
    expect(pieceIds.length).toBeLessThanOrEqual(6);
    expect(holderId).not.toBeNull();
  }
  await workToTheEnd(page, shop, planned.job.id, 'a');
});
