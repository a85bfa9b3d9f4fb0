import type { Page } from '@playwright/test';
import { v7 as uuid } from 'uuid';
import { expect, openStage, test } from './shop.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

/** Years of a shop: so many jobs that are closed. */
async function addClosed(page: Page, count: number): Promise<void> {
  const session = (await (await page.request.get(new URL('/api/session', page.url()).toString())).json()) as {
    csrfToken: string;
  };
  for (let number = 1; number <= count; number += 1) {
    const answer = await page.request.post(new URL('/api/jobs', page.url()).toString(), {
      headers: { 'x-csrf-token': session.csrfToken },
      data: {
        id: uuid(),
        code: `PAST-${number}`,
        name: `Panelling ${number}`,
        client: number === 1 ? 'The old ferry office' : 'A client',
        addressNote: '',
        startOn: '2024-03-04',
        neededBy: null,
        place: 'shop',
        status: 'closed',
      },
    });
    expect(answer.status()).toBe(201);
  }
}

test('of many closed jobs the latest are listed, older ones when asked for, and any is found by its name', async ({
  maren: page,
}) => {
  await addClosed(page, 45);
  await page.goto(new URL('/jobs', page.url()).toString());
  const list = page.getByRole('listitem').filter({ hasText: 'PAST-' });
  await expect(list.filter({ hasText: 'PAST-45' })).toBeVisible();
  await expect(list.filter({ hasText: /PAST-1\D/ })).toHaveCount(0);
  const before = await list.count();
  const more = page.getByRole('button', { name: /^Show older closed jobs/ });
  await more.click();
  await expect(async () => expect(await list.count()).toBe(before + 20)).toPass();
  await more.click();
  await expect(more).toHaveCount(0);
  await expect(list).toHaveCount(45);
  // Nothing stands twice, and after a reload the list is short again.
  const codes = await list.locator('.tape').allInnerTexts();
  expect(new Set(codes).size).toBe(45);
  await page.reload();
  await expect(more).toBeVisible();
  await expect(list).toHaveCount(before);
  await page.getByRole('link', { name: 'Find', exact: true }).click();
  await page.getByLabel('Tag on the label, or a job’s name').pressSequentially('ferry office');
  await page.getByRole('button', { name: 'Open' }).click();
  await page
    .getByRole('region', { name: 'Jobs found' })
    .or(page.getByLabel('Jobs found'))
    .getByRole('link')
    .click();
  await expect(page.getByText('Panelling 1', { exact: true }).first()).toBeVisible();
});

test('a job file goes out and comes back as another job; a file that is none says so and changes nothing', async ({
  maren: page,
}) => {
  await openStage(page, 'VESTRY', 'Brief');
  const id = new URL(page.url()).pathname.split('/')[2] ?? '';
  const file = await (
    await page.request.get(new URL(`/api/jobs/${id}/export/job.json`, page.url()).toString())
  ).text();
  await page.goto(new URL('/jobs', page.url()).toString());
  const links = page.getByRole('link', { name: /VESTRY/ });
  await expect(links).toHaveCount(1);
  const choose = (name: string, content: string) =>
    page
      .getByLabel('Job file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  await choose('half.json', file.slice(0, 500));
  await expect(page.getByText('“half.json” is not a job file.')).toBeVisible();
  await choose('empty.json', '');
  await expect(page.getByText('“empty.json” is not a job file.')).toBeVisible();
  await choose('other.json', '{"format": "recipe"}');
  await expect(
    page.getByText(/“other\.json” could not be imported\. This is not an Upholder job file\./),
  ).toBeVisible();
  const large = JSON.stringify({ ...JSON.parse(file), pieces: Array.from({ length: 20_001 }, () => ({})) });
  await choose('large.json', large);
  await expect(page.getByText(/“pieces” has 20001 entries; a job file may have at most 20000/)).toBeVisible();
  // As some editors write it, with a mark before its text.
  await choose('vestry.json', `\ufeff${file}`);
  await page.waitForURL('**/brief');
  await page.goto(new URL('/jobs', page.url()).toString());
  await expect(links).toHaveCount(2);
});
