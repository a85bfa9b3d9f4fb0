import type { Page } from '@playwright/test';
import type { ShopContext } from '@upholder/core/api';
import { expect, openStage, test } from './shop.ts';

/** Units that a page may not show to whoever reads in the other system: behind a number, or behind a label. */
const METRIC =
  /(\d|\bper )\s?(mm²\/s|mm|cm|µm|mL|L|m²\/L|m²|kg\/L|°C|kg|g|bar|m)(?![\w²/])|, (mm|cm|µm|mL|L|m²\/L|m²|kg\/L|°C|kg|g|bar)$|^m²|\b(millimet|litre|centimet)/;
const US =
  /(\d|\bper )\s?(in|ft|mil|fl oz|oz|gal|ft²|°F|lb|psi)(?![\w])|, (in|ft|mil|fl oz|oz|gal|ft²|°F|lb|psi)$|^ft²|\b(inches|ounce|gallon)/;

const SHOP = [
  '/jobs',
  '/floor',
  '/find',
  '/bench',
  '/bench?product=urethane-enamel-satin&paint=900+mL&thinning=0&applicator=turbine',
  '/wall',
  '/products',
  '/products/supplies',
  '/products/bench',
  '/products/layers',
  '/products/systems',
  '/shop',
  '/shop/methods',
  '/shop/people',
  '/shop/backups',
  '/me',
];
const JOB = [
  '/brief',
  '/survey',
  '/survey/systems',
  '/pieces',
  '/pieces/map',
  '/pieces/labels',
  '/pieces/hardware',
  '/sequence',
  '/sequence/card',
  '/sequence/methods',
  '/days',
  '/inspection',
  '/handover',
  '/handover/leftovers',
  '/log',
];

/** Where a page names units of every system on purpose: choices of units, and what fields take. */
const ON_PURPOSE =
  /^(Metric:|UK mixed:|US:|In any unit:|For a shop that thinks in|The units you see)|^(mm|in|µm|mil|kg|lb|g|oz|°C|°F|bar|psi|m²|ft²|mL and L|fl oz and gal)(, as above)?$/;
/** Names that say a size, wherever they are read: cups by their standard, needles by their orifice. */
const NAMES = /(ISO|DIN|AFNOR)[^.;,]*? mm|[\d.–]+ mm needle/g;

/** Words of data sheets, consumables and tools: they stay as they were written. */
async function ownWords(page: Page): Promise<string[]> {
  const shop = (await (
    await page.request.get(new URL('/api/shop', page.url()).toString())
  ).json()) as ShopContext;
  const words: string[] = [];
  const gather = (value: unknown): void => {
    if (typeof value === 'string') words.push(value);
    else if (value && typeof value === 'object') Object.values(value).forEach(gather);
  };
  gather([
    shop.products.map(({ sheet }) => sheet),
    shop.supplies.map(({ supply }) => supply),
    shop.benchItems.map(({ item }) => item),
  ]);
  // Longest first: one name may stand within another.
  return [...new Set(words)].filter((one) => /\d/.test(one)).sort((a, b) => b.length - a.length);
}

/** Every line of text on the page, with what fields hold and what things are called. */
function linesOf(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const lines: string[] = [];
    const isBlock = (one: Element) => !/^(inline|contents)$/.test(getComputedStyle(one).display);
    for (const one of document.body.querySelectorAll('*')) {
      for (const name of ['title', 'placeholder', 'aria-label']) lines.push(one.getAttribute(name) ?? '');
      if (one instanceof HTMLInputElement || one instanceof HTMLTextAreaElement) lines.push(one.value);
      if (one.tagName === 'OPTION') lines.push(one.textContent ?? '');
      else if (isBlock(one)) {
        const hasBlocks = [...one.children].some(isBlock);
        const own = hasBlocks ? [...one.childNodes].filter(({ nodeType }) => nodeType === 3) : [one];
        lines.push(...own.map(({ textContent }) => textContent ?? ''));
      }
    }
    return lines.map((line) => line.trim()).filter(Boolean);
  });
}

async function strangers(page: Page, own: readonly string[], foreign: RegExp): Promise<string[]> {
  const found = new Set<string>();
  for (const line of await linesOf(page)) {
    if (ON_PURPOSE.test(line)) continue;
    const text = own.reduce((left, word) => left.split(word).join('~'), line).replace(NAMES, '~');
    const match = foreign.exec(text);
    if (match) found.add(text.slice(Math.max(0, match.index - 60), match.index + 40));
    // What is said by code has to be in words by now.
    if (text.includes('⟦')) found.add(text.slice(0, 120));
  }
  return [...found];
}

async function readIn(page: Page, system: 'us' | 'metric'): Promise<void> {
  await page.goto(new URL('/me', page.url()).toString());
  await page.getByLabel('Units', { exact: true }).selectOption(system);
  await page.getByRole('button', { name: 'Save units' }).click();
  // Everything is drawn again in the chosen units; the choice is there to be read.
  await expect(page.getByLabel('Lengths').locator('option').first()).toHaveText(
    system === 'us' ? 'in, as above' : 'mm, as above',
  );
}

for (const [system, foreign] of [
  ['us', METRIC],
  ['metric', US],
] as const)
  test(`no screen shows a unit of the other system to whoever reads in ${system} units`, async ({
    maren: page,
  }) => {
    test.setTimeout(600_000);
    await readIn(page, system);
    const own = await ownWords(page);
    const paths = [...SHOP];
    for (const code of ['QUAY', 'VESTRY']) {
      await openStage(page, code, 'Days');
      const job = new URL(page.url()).pathname.replace(/\/days$/, '');
      paths.push(...JOB.map((path) => `${job}${path}`));
    }
    for (const path of paths) {
      await page.goto(new URL(path, page.url()).toString());
      await page.getByRole('main').waitFor();
      await expect(page.getByLabel('Loading')).toHaveCount(0);
      expect({ path, found: await strangers(page, own, foreign) }).toEqual({ path, found: [] });
    }
  });

test('a field takes any unit, says what it understood, and left alone changes nothing', async ({
  maren: page,
}) => {
  await readIn(page, 'metric');
  await page.goto(new URL('/shop', page.url()).toString());
  const rail = page.getByLabel('Rail', { exact: true });
  await rail.press('Control+a');
  await rail.pressSequentially('9000');
  await page.getByRole('button', { name: 'Save the shop' }).click();
  await expect(page.getByText('Saved. Replan the jobs to use it.')).toBeVisible();
  await readIn(page, 'us');
  await page.goto(new URL('/shop', page.url()).toString());
  await expect(rail).toHaveValue('29 ft 6 5/16 in');
  const settings = async () =>
    ((await (await page.request.get(new URL('/api/shop', page.url()).toString())).json()) as ShopContext)
      .settings;
  const before = await settings();
  const slots = page.getByLabel('Rack slots');
  await slots.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('37');
  await page.getByRole('button', { name: 'Save the shop' }).click();
  await expect(page.getByText('Saved. Replan the jobs to use it.')).toBeVisible();
  // Every length is as it was, to the last digit, though it is shown in sixteenths.
  expect(await settings()).toEqual({ ...before, rackSlots: 37, region: expect.anything() });
  await rail.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('8,5 m');
  await expect(page.getByText('27 ft 10 5/8 in')).toBeVisible();
  await page.getByRole('button', { name: 'Save the shop' }).click();
  await expect(rail).toHaveValue('27 ft 10 5/8 in');
  expect((await settings()).railLengthMm).toBe(8500);
  await readIn(page, 'metric');
  await page.goto(new URL('/shop', page.url()).toString());
  await expect(rail).toHaveValue('8500 mm');
});

test('a line of pieces is typed in inches by whoever thinks in them', async ({ maren: page }) => {
  await readIn(page, 'us');
  await openStage(page, 'QUAY', 'Pieces');
  await page.getByLabel('Type pieces').click();
  await page.keyboard.type('2 x 15 3/4 x 28 3/8 shaker, 2 3/8 frame');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Added: 2 doors 15 3\/4 × 28 3\/8 × .* in/)).toBeVisible();
  await page.getByLabel('Type pieces').click();
  await page.keyboard.type('door 18 x 30');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Added: 1 door 18 × 30 × /)).toBeVisible();
  await readIn(page, 'metric');
});
