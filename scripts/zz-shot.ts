import { chromium } from '@playwright/test';
import { ensureChromium } from './debian.ts';

const base = 'http://127.0.0.1:4310';
const [size = '390x844', theme = 'desk', ...pairs] = process.argv.slice(2);
const [w, h] = size.split('x').map(Number);
const browser = await chromium.launch({
  executablePath: await (ensureChromium as any)(),
  args: ['--no-sandbox'],
});
const ctx = await browser.newContext({ viewport: { width: w!, height: h! } });
const page = await ctx.newPage();
await page.goto(base);
await page.getByRole('button', { name: /Enter as Maren/ }).click();
await page.waitForURL(/jobs$|today|floor/);
await page.getByText('QUAY').first().waitFor();
if (theme === 'booth')
  await page.evaluate(() => document.documentElement.setAttribute('data-theme', 'booth'));
for (const pair of pairs) {
  const [name, path] = pair.split('=');
  let p = path!;
  const m = p.match(/^\/jobs\/([A-Z0-9]+)(.*)$/);
  if (m) {
    const jobs = await page.evaluate(async () => await (await fetch('/api/jobs')).json());
    const j = jobs.jobs.find((x: any) => (x.job?.code ?? x.code) === m[1]);
    const id = j.job?.id ?? j.id;
    p = `/jobs/${id}${m[2]}`;
  }
  await page.goto(base + p);
  await page.waitForLoadState('networkidle').catch(() => {});
  await page.waitForTimeout(700);
  if (theme === 'booth')
    await page.evaluate(() => document.documentElement.setAttribute('data-theme', 'booth'));
  const sw = await page.evaluate(() => document.documentElement.scrollWidth);
  console.log(name, 'scrollWidth', sw);
  await page.screenshot({ path: `/tmp/shots/${name}.png`, fullPage: true });
}
await browser.close();
