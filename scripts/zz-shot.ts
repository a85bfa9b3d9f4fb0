import { mkdirSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { ensureChromium } from './debian.ts';
const [size = '1280x800', theme = 'desk', ...views] = process.argv.slice(2);
const [width = 1280, height = 800] = size.split('x').map(Number);
mkdirSync('/tmp/shots', { recursive: true });
const browser = await chromium.launch({ executablePath: await ensureChromium(), args: ['--no-sandbox'] });
const context = await browser.newContext({ viewport: { width, height }, colorScheme: theme === 'dark' ? 'dark' : 'light', ...(width < 500 && { hasTouch: true, isMobile: true }) });
const page = await context.newPage();
page.on('pageerror', (e) => console.log('ERR', e.message));
page.on('console', (m) => m.type() === 'error' && console.log('CON', m.text()));
await page.goto('http://127.0.0.1:4310/');
await page.getByRole('button', { name: 'Enter as Maren' }).click();
await page.waitForLoadState('networkidle');
for (const view of views) {
  const [name = '', path = '', ...steps] = view.split('::');
  await page.goto(`http://127.0.0.1:4310${path}`);
  await page.waitForLoadState('networkidle');
  for (const step of steps) {
    if (step === 'full') continue;
    const [verb, ...rest] = step.split('|');
    if (verb === 'click') await page.getByText(rest[0] ?? '', { exact: false }).first().click();
    if (verb === 'btn') await page.getByRole('button', { name: rest[0] }).first().click();
    if (verb === 'radio') await page.getByRole('radio', { name: rest[0] }).first().click();
    if (verb === 'fill') await page.getByLabel(rest[0] ?? '').first().fill(rest[1] ?? '');
    if (verb === 'scroll') await page.getByText(rest[0] ?? '').first().scrollIntoViewIfNeeded();
    if (verb === 'wait') await page.waitForTimeout(Number(rest[0]));
  }
  await page.waitForTimeout(700);
  await page.screenshot({ path: `/tmp/shots/${name}.png`, fullPage: steps.includes('full') });
  const w = await page.evaluate(() => document.documentElement.scrollWidth);
  console.log(name, 'scrollWidth', w);
}
await browser.close();
