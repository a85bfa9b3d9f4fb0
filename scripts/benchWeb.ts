import { type BrowserContext, chromium, type Page } from '@playwright/test';
import { weigh } from '../e2e/weigh.ts';
import { ensureChromium } from './debian.ts';

// `npm run bench -- web [address]`: what the screens of a running demo cost on a device four times slower than this one.

const SLOWER = 4;
/** Pieces of the large job that is imported for this and deleted afterwards. */
const MANY = 1000;

interface Session {
  csrfToken: string;
}

/** A job of many pieces out of the sample job that ships. @returns its id. */
async function importLarge(page: Page, address: string): Promise<string> {
  const sample = (await (await page.request.get(`${address}/sample-job.json`)).json()) as {
    job: { code: string };
    pieces: { id: string; tag: string }[];
  };
  const pieces = Array.from({ length: MANY }, (_, index) => {
    const piece = sample.pieces[index % sample.pieces.length];
    return { ...piece, id: crypto.randomUUID(), tag: `B${String(index + 1).padStart(4, '0')}` };
  });
  const { csrfToken } = (await (await page.request.get(`${address}/api/session`)).json()) as Session;
  const answer = await page.request.post(`${address}/api/import/job`, {
    headers: { 'x-csrf-token': csrfToken },
    data: { file: { ...sample, job: { ...sample.job, code: 'BENCH' }, pieces } },
  });
  if (!answer.ok()) throw new Error(`the large job was not taken: ${await answer.text()}`);
  return ((await answer.json()) as { id: string }).id;
}

async function deleteJob(page: Page, address: string, id: string): Promise<void> {
  const { csrfToken } = (await (await page.request.get(`${address}/api/session`)).json()) as Session;
  await page.request.delete(`${address}/api/jobs/${id}`, { headers: { 'x-csrf-token': csrfToken } });
}

/** One screen, weighed and timed on a slowed machine. */
async function measure(context: BrowserContext, name: string, address: string, seen: string): Promise<void> {
  const page = await context.newPage();
  const line = await context.newCDPSession(page);
  await line.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  await page.addInitScript(() => {
    const tasks: number[] = [];
    Object.assign(globalThis, { longTasks: tasks });
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) tasks.push(duration);
    }).observe({ type: 'longtask', buffered: true });
  });
  let usefulMs = 0;
  const weight = await weigh(page, address, async () => {
    await page.locator(seen).first().waitFor();
    usefulMs = await page.evaluate(() => performance.now());
  });
  const tasks = await page.evaluate(() => (globalThis as unknown as { longTasks: number[] }).longTasks);
  const longest = Math.round(Math.max(0, ...tasks));
  console.log(
    `${name.padEnd(22)} useful after ${(usefulMs / 1000).toFixed(1).padStart(4)} s · ${String(Math.round(weight.bytes / 1024)).padStart(5)} kB (${Math.round(weight.shellBytes / 1024)} kB shell) · ${String(weight.requests).padStart(3)} requests · ${tasks.length} long tasks, longest ${longest} ms`,
  );
  await page.close();
}

/** Measures floor, days and the take-off of a thousand pieces on a running demo. */
export async function benchWeb(address: string): Promise<void> {
  const browser = await chromium.launch({
    executablePath: ensureChromium(),
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  await page.goto(address);
  await page.getByRole('button', { name: 'Enter as Maren' }).click();
  const link = page.getByRole('link', { name: /QUAY/ }).first();
  await link.waitFor();
  const quay = (await link.getAttribute('href'))?.split('/')[2] ?? '';
  const large = await importLarge(page, address);
  console.log(`CPU slowed ${SLOWER} times, empty cache, ${address}`);
  await measure(context, 'floor', `${address}/floor`, 'section[aria-label="Do now"]');
  await measure(context, 'days', `${address}/jobs/${quay}/days`, 'button[aria-label*="Prime 1"]');
  await measure(context, `pieces (${MANY})`, `${address}/jobs/${large}/pieces`, 'main input');
  await deleteJob(page, address, large);
  await browser.close();
}
