import type { Page, Request } from '@playwright/test';
import { enter, expect, openStage, type Shop, test } from './shop.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

/** The calls of a page, but for the stream of changes that is always open. */
class Calls {
  private names: string[] = [];
  private readonly underway = new Set<Request>();

  constructor(private readonly page: Page) {
    page.on('request', (request) => {
      const name = this.nameOf(request);
      if (name === null) return;
      this.names.push(name);
      this.underway.add(request);
    });
    const over = (request: Request) => this.underway.delete(request);
    page.on('requestfinished', over);
    page.on('requestfailed', over);
  }

  private nameOf(request: Request): string | null {
    const { pathname } = new URL(request.url());
    const isCounted = /^\/api\/(?!live|health)/.test(pathname);
    return isCounted ? `${request.method()} ${pathname.slice(4).replace(/[0-9a-f-]{36}/g, ':id')}` : null;
  }

  /** Waits until nothing is under way, nor was after two more trips to the server and back. */
  async settle(): Promise<void> {
    for (let trip = 0; trip < 3; trip += 1) {
      await expect.poll(() => this.underway.size).toBe(0);
      await this.page.evaluate(() => fetch('/api/health').then((answer) => answer.text()));
    }
  }

  /** What was called since this was asked last. */
  async take(): Promise<string[]> {
    await this.settle();
    const taken = this.names;
    this.names = [];
    return taken;
  }
}

async function second(page: Page, shop: Shop): Promise<Page> {
  const context = await page.context().browser()?.newContext();
  if (!context) throw new Error('the browser is gone');
  const other = await context.newPage();
  await enter(other, shop, 'Joss');
  return other;
}

test('a page asks for each thing once while it loads, and again for nothing that it has', async ({
  maren: page,
}) => {
  await openStage(page, 'QUAY', 'Days');
  const calls = new Calls(page);
  const streams: string[] = [];
  page.on('request', (request) => {
    if (request.url().includes('/api/live')) streams.push(request.url());
  });
  await page.reload();
  await expect(page.getByRole('button', { name: 'Replan from now' })).toBeVisible();
  const taken = await calls.take();
  console.log(`a job loaded again: ${taken.join(', ')}`);
  expect(streams).toHaveLength(1);
  expect(taken).toContain('GET /jobs/:id');
  expect(taken).toEqual([...new Set(taken)]);
});

test('a change goes to the server once, and once in small to whoever looks at it', async ({
  maren: page,
  shop,
}) => {
  const watcher = await second(page, shop);
  const writes = new Calls(page);
  const reads = new Calls(watcher);
  const seen: Record<string, [string[], string[]]> = {};
  const take = async (): Promise<[string[], string[]]> => [await writes.take(), await reads.take()];

  await openStage(page, 'QUAY', 'Pieces');
  await openStage(watcher, 'QUAY', 'Pieces');
  const height = page.getByLabel('Height of U01');
  await expect(height).toBeVisible();
  await expect(watcher.getByLabel('Height of U01')).toBeVisible();
  await take();
  await height.press('ControlOrMeta+a');
  await height.pressSequentially('733');
  await height.press('Enter');
  await expect(watcher.getByLabel('Height of U01')).toHaveValue('733');
  seen['a cell'] = await take();

  await page.getByRole('link', { name: 'Floor' }).click();
  await openStage(watcher, 'QUAY', 'Log');
  const card = page.getByRole('region', { name: 'Do now' });
  await expect(card).toContainText('QUAY');
  const entries = watcher
    .getByRole('listitem')
    .filter({ has: watcher.getByRole('button', { name: 'Correct' }) });
  await expect(entries.first()).toBeVisible();
  const count = await entries.count();
  await take();
  await card.getByRole('button', { name: /^(Done|Log)/ }).click();
  await expect(entries).toHaveCount(count + 1);
  seen['a coat'] = await take();

  await page.goto(new URL('/bench?product=urethane-enamel-satin&paint=400+mL', page.url()).toString());
  await page.getByRole('button', { name: 'Start the mix' }).click();
  const pour = page.getByRole('region', { name: 'Pours' }).getByRole('button', { name: 'It is in' });
  await expect(pour).toBeVisible();
  await watcher.goto(page.url());
  const lines = watcher.getByRole('region', { name: 'Pours' });
  await expect(lines.getByRole('button', { name: 'It is in' })).toBeVisible();
  const before = await lines.textContent();
  await take();
  await pour.click();
  await expect(lines).not.toHaveText(before ?? '');
  seen['a pour'] = await take();

  await openStage(page, 'QUAY', 'Days');
  await openStage(watcher, 'QUAY', 'Days');
  await expect(watcher.getByRole('button', { name: 'Replan from now' })).toBeVisible();
  await take();
  await page.getByRole('button', { name: 'Replan from now' }).click();
  await expect(page.getByRole('heading', { name: 'Planned again' })).toBeVisible();
  seen['a plan'] = await take();

  console.log(
    Object.entries(seen)
      .map(([what, [own, others]]) => `${what}: writer ${own.join(', ')}; watcher ${others.join(', ')}`)
      .join('\n'),
  );
  expect(seen).toEqual({
    'a cell': [['PUT /jobs/:id/pieces'], ['POST /changes']],
    'a coat': [['POST /jobs/:id/log'], ['POST /changes']],
    'a pour': [['PUT /mixes/:id'], ['POST /changes']],
    'a plan': [['POST /jobs/:id/plan'], ['POST /changes']],
  });
});
