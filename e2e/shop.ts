import { type ChildProcess, spawn } from 'node:child_process';
import { createInterface, type Interface } from 'node:readline';
import { test as base, expect, type Locator, type Page } from '@playwright/test';

type Order =
  | 'reset'
  | 'reset in august'
  | 'pass a year'
  | 'pass two months'
  | 'halt server'
  | 'start server'
  | 'halt database'
  | 'start database'
  | 'quit';

/** The shop under test, as a process that can be told to come and go. */
export class Shop {
  private readonly child: ChildProcess;
  private readonly lines: Interface;
  address = '';

  constructor() {
    this.child = spawn(process.execPath, ['--import', 'tsx', 'e2e/serve.ts'], {
      stdio: ['pipe', 'pipe', 'inherit'],
    });
    if (!this.child.stdout) throw new Error('the shop has no output');
    this.lines = createInterface({ input: this.child.stdout });
  }

  async tell(order: Order): Promise<void> {
    const answer = new Promise<string>((resolve, reject) => {
      this.lines.once('line', resolve);
      const gone = () => reject(new Error('the shop has gone'));
      this.child.once('exit', gone);
      this.lines.once('line', () => this.child.off('exit', gone));
    });
    this.child.stdin?.write(`${order}\n`);
    const line = await answer;
    if (!line.startsWith('done')) throw new Error(line);
    this.address = line.replace('done ', '');
  }
}

/** A test with the made-up shop, freshly set up for each file. */
export const test = base.extend<{ maren: Page }, { shop: Shop }>({
  shop: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner insists on a pattern
    async ({}, use) => {
      const shop = new Shop();
      await shop.tell('reset');
      await use(shop);
      await shop.tell('quit');
    },
    { scope: 'worker', timeout: 180_000 },
  ],
  maren: async ({ page, shop }, use) => {
    await enter(page, shop, 'Maren');
    await use(page);
  },
});

/** Signs in with one press and waits for the jobs. */
export async function enter(page: Page, shop: Shop, name: 'Maren' | 'Joss'): Promise<void> {
  await page.goto(shop.address);
  await page.getByRole('button', { name: `Enter as ${name}` }).click();
  await expect(page.getByRole('link', { name: /QUAY/ }).first()).toBeVisible();
}

/** Opens a job's stage by the job's code. */
export async function openStage(page: Page, code: string, stage: string): Promise<void> {
  await page.goto(new URL('/jobs', page.url()).toString());
  await page
    .getByRole('link', { name: new RegExp(code) })
    .first()
    .click();
  await page
    .getByRole('navigation', { name: 'Stages of the job' })
    .getByRole('link', { name: stage })
    .click();
  await page.waitForURL(`**/${stage.toLowerCase()}`);
}

/** Logs what is to be done now, and waits until the floor says so. */
export async function logNow(page: Page): Promise<void> {
  const card = page.getByRole('region', { name: 'Do now' });
  const name = (await card.getByRole('heading').textContent()) ?? '';
  const load = (await card.locator('p').nth(1).textContent()) ?? '';
  await card.getByRole('button', { name: /^Log/ }).click();
  await expect(page.getByRole('region', { name: 'Logged last' })).toContainText(name);
  await expect(
    card.getByText(load, { exact: true }).and(card.locator(`:has-text(${JSON.stringify(name)})`)),
  ).toHaveCount(0);
}

/** Types over what a field holds, key by key, and leaves it. */
export async function typeInto(field: Locator, text: string): Promise<void> {
  await field.click();
  await field.press('ControlOrMeta+a');
  await field.pressSequentially(text);
  await field.press('Tab');
}

/** Chooses a finishing system for the zone that is open under Sequence, with a reason, and comes back to its steps. */
export async function chooseSystem(page: Page, letter: string, reason: string): Promise<void> {
  await page.getByRole('link', { name: /^(Compare and choose|Choose another)$/ }).click();
  const list = page.getByRole('list', { name: 'Ranked systems' });
  const entry = list
    .getByRole('listitem')
    .filter({ has: page.getByLabel(`Compare ${letter}`, { exact: true }) });
  const head = entry.locator('button[aria-expanded]').first();
  if ((await head.getAttribute('aria-expanded')) === 'false') await head.press('Enter');
  await entry.getByRole('button', { name: `Choose ${letter}` }).press('Enter');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Why this one').fill(reason);
  await dialog.getByRole('button', { name: `Choose ${letter}` }).press('Enter');
  await page.waitForURL(/\/sequence/);
}

export { expect };
