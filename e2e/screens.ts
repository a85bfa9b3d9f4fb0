import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { outOfPlace } from './outOfPlace.ts';
import { expect, openStage, test } from './shop.ts';

/** Every main screen, in groups that one test each looks at; those of a job begin with its address. */
const GROUPS: Record<string, { ofJob: boolean; paths: string[] }> = {
  'the shop at work': {
    ofJob: false,
    paths: [
      '/jobs',
      '/floor',
      '/find',
      '/bench',
      '/wall',
      '/spray',
      '/spray?open=strokes',
      '/spray?open=practice',
    ],
  },
  'products and stock': {
    ofJob: false,
    paths: [
      '/products',
      '/products/supplies',
      '/products/shopping',
      '/products/bench',
      '/products/layers',
      '/products/systems',
    ],
  },
  'the shop’s settings': {
    ofJob: false,
    paths: [
      '/shop',
      '/shop/places',
      '/shop/yardsticks',
      '/shop/methods',
      '/shop/rates',
      '/shop/results',
      '/shop/learned',
      '/shop/lessons',
      '/shop/people',
      '/me',
    ],
  },
  'a job and its pieces': {
    ofJob: true,
    paths: ['/brief', '/survey', '/survey/systems', '/pieces', '/pieces/map', '/pieces/labels'],
  },
  'a job and its work': {
    ofJob: true,
    paths: [
      '/pieces/hardware',
      '/pieces/room',
      '/sequence',
      '/sequence/card',
      '/sequence/methods',
      '/days',
      '/inspection',
      '/log',
    ],
  },
  'a job, its materials and its handover': {
    ofJob: true,
    paths: [
      '/materials',
      '/materials/price',
      '/materials/quotes',
      '/handover',
      '/handover/sheet',
      '/handover/care',
      '/handover/pots',
      '/handover/leftovers',
    ],
  },
};

/** The widths that a screen is looked at in: the desk, a tablet held upright, a phone. */
const SIZES = [
  { width: 1280, height: 800 },
  { width: 768, height: 1024 },
  { width: 390, height: 844 },
];

/** Screens that are worked by a thumb: everything on them that is tapped is at least this large on a phone, in px. */
const BY_THUMB = /^\/(floor|bench|find|wall|week|jobs)$|\/(survey|pieces|days|log)$/;
const LEAST_TARGET_PX = 48;

/** So many things in a row are walked over by Tab on each screen. */
const WALKED = 40;

/**
 * Walks over a screen by Tab alone.
 * @returns what is wrong: where the keys get stuck, and what shows no sign that it is chosen.
 */
async function byKeys(page: Page): Promise<string[]> {
  const found: string[] = [];
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  const seen = new Set<number>();
  for (let step = 0; step < WALKED; step += 1) {
    await page.keyboard.press('Tab');
    const at = await page.evaluate(() => {
      const element = document.activeElement;
      if (!(element instanceof HTMLElement) || element === document.body) return null;
      const number = Number(element.dataset.walked ?? document.querySelectorAll('[data-walked]').length);
      element.dataset.walked = String(number);
      const marks = [element, element.parentElement, element.closest('label')].map((one) => {
        const { outlineStyle, outlineWidth, boxShadow } = one
          ? getComputedStyle(one)
          : ({} as CSSStyleDeclaration);
        return (
          (outlineStyle !== 'none' && Number.parseFloat(outlineWidth ?? '0') > 0) ||
          (boxShadow ?? 'none') !== 'none'
        );
      });
      return {
        number,
        name:
          element.getAttribute('aria-label') ?? element.textContent?.trim().slice(0, 40) ?? element.tagName,
        isShown: marks.includes(true),
      };
    });
    // Past the last one the browser itself has the keys.
    if (at === null) break;
    if (seen.has(at.number)) {
      if (at.number !== 0) found.push(`Tab comes back to “${at.name}” after ${step} steps`);
      break;
    }
    seen.add(at.number);
    if (!at.isShown) found.push(`“${at.name}” does not show that it is chosen`);
  }
  if (seen.size < 5) found.push(`only ${seen.size} things are reached by Tab`);
  return found;
}

/** Looks at every screen in a theme and in three widths: nothing serious by axe, nothing out of place on a phone. */
export function looksOverScreens(theme: 'light' | 'booth'): void {
  for (const [group, { ofJob, paths }] of Object.entries(GROUPS))
    test(`${group}: nothing serious to say to axe (${theme}), and not a word on the console`, async ({
      maren: page,
    }) => {
      // A dozen screens in three widths: four minutes on a quiet machine.
      test.setTimeout(900_000);
      const troubles: string[] = [];
      page.on('console', (message) => {
        // The shell is not kept in these tests (playwright.config.ts).
        if (message.text().startsWith('Service Worker registration blocked')) return;
        if (message.type() === 'error' || message.type() === 'warning') troubles.push(message.text());
      });
      page.on('pageerror', (error) => troubles.push(error.message));
      await openStage(page, 'QUAY', 'Days');
      const job = new URL(page.url()).pathname.replace(/\/days$/, '');
      await page.evaluate((wanted) => localStorage.setItem('upholder.theme', wanted), theme);
      for (const path of paths.map((one) => (ofJob ? `${job}${one}` : one))) {
        await page.goto(new URL(path, page.url()).toString());
        await page.getByRole('main').waitFor();
        for (const size of SIZES) {
          await page.setViewportSize(size);
          // Only colours differ between the themes, and at a tablet's width only what lies where: the rest is looked at once.
          const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
          if (size.width === 768) axe.withRules(['color-contrast', 'scrollable-region-focusable']);
          else if (theme === 'booth') axe.withRules(['color-contrast', 'link-in-text-block']);
          const { violations } = await axe.analyze();
          const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
          const found = serious.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`);
          if (size.width === 390 && theme === 'light')
            found.push(...(await page.evaluate(outOfPlace, BY_THUMB.test(path) ? LEAST_TARGET_PX : 0)));
          if (size.width === 1280 && theme === 'light') found.push(...(await byKeys(page)));
          expect({ path, width: size.width, found }).toEqual({ path, width: size.width, found: [] });
        }
      }
      expect(troubles).toEqual([]);
    });
}
