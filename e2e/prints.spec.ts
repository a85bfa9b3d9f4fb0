import type { Page } from '@playwright/test';
import type { JobDetail } from '@upholder/core/api';
import type { MixRecord } from '@upholder/core/mixing';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { Crew } from './crew.ts';
import { expect, openStage, test } from './shop.ts';

// Every print on both papers: read back, it holds all that the screen says, within the page, large enough to read.

test.beforeAll(({ shop }) => shop.tell('reset'));

/** Pages in points. */
const PAPERS = { A4: { width: 595, height: 842 }, Letter: { width: 612, height: 792 } } as const;
type Paper = keyof typeof PAPERS;
/** What is smaller cannot be read at arm's length, in points. */
const SMALLEST_PT = 6.5;
/** Printers reach no nearer to the edge, in points. */
const EDGE_PT = 14;

interface Print {
  path: string;
  /** Printed on labels or a drawing: no head with job and date. */
  isLabels?: boolean;
  /** On paper laid on its side. */
  isWide?: boolean;
}

const OF_JOB: readonly Print[] = [
  { path: '/pieces/labels', isLabels: true },
  { path: '/pieces/map', isWide: true },
  { path: '/pieces/hardware' },
  { path: '/pieces/room' },
  { path: '/sequence/card' },
  { path: '/handover/sheet' },
  { path: '/handover/care' },
  { path: '/handover/pots', isLabels: true },
  { path: '/handover/leftovers' },
];
/** Of the job too, each by what it is of. */
const quotesOf = ({ events }: JobDetail): Print[] =>
  events
    .filter(({ what }) => what.kind === 'quote')
    .slice(0, 1)
    .map(({ id }) => ({ path: `/materials/quotes/${id}` }));
const historyOf = ({ log }: JobDetail): Print[] => {
  const coat = log.find((entry) => entry.coat);
  return coat ? [{ path: `/pieces/${coat.pieceIds[0]}` }] : [];
};
const OF_SHOP: readonly Print[] = [
  { path: '/wall' },
  { path: '/week' },
  { path: '/products/shopping' },
  { path: '/spray/sheet' },
];

const squeezed = (text: string) => text.normalize('NFKC').replaceAll(/[\s\u00ad]+/g, '');

interface ReadPage {
  width: number;
  height: number;
  items: { text: string; x: number; y: number; width: number; size: number }[];
}

/** The pages of a print with their text and where it stands, in points from the lower left. */
async function readPdf(content: Uint8Array): Promise<ReadPage[]> {
  const pdf = await getDocument({ data: new Uint8Array(content), verbosity: 0 }).promise;
  const pages: ReadPage[] = [];
  for (let number = 1; number <= pdf.numPages; number += 1) {
    const page = await pdf.getPage(number);
    const { width, height } = page.getViewport({ scale: 1 });
    const { items } = await page.getTextContent();
    pages.push({
      width,
      height,
      items: items.flatMap((item) => {
        if (!('str' in item) || item.str.trim() === '') return [];
        const [a = 0, b = 0, , , x = 0, y = 0] = item.transform as number[];
        return [{ text: item.str, x, y, width: item.width, size: Math.hypot(a, b) }];
      }),
    });
  }
  return pages;
}

/** Every word that a print of the page shows. */
async function wordsOfPrint(page: Page): Promise<string[]> {
  await page.emulateMedia({ media: 'print' });
  const text = await page.evaluate(() => {
    const found: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const element = node.parentElement;
      if (!element || element.closest('svg, style, script, select, .sr-only')) continue;
      if (element.getClientRects().length === 0 || getComputedStyle(element).visibility === 'hidden')
        continue;
      found.push(
        getComputedStyle(element).textTransform === 'uppercase'
          ? (node.textContent ?? '').toUpperCase()
          : (node.textContent ?? ''),
      );
    }
    return found.join(' ');
  });
  await page.emulateMedia({ media: null });
  return [...new Set(text.split(/\s+/).filter((word) => /[\p{L}\p{N}]{2,}/u.test(word)))];
}

/** What is wrong with a print. */
function faultsOf(
  pages: readonly ReadPage[],
  words: readonly string[],
  { paper, isWide, shopName }: { paper: Paper; isWide: boolean; shopName: string },
): string[] {
  const faults: string[] = [];
  const { width, height } = isWide
    ? { width: PAPERS[paper].height, height: PAPERS[paper].width }
    : PAPERS[paper];
  pages.forEach((page, index) => {
    const at = `page ${index + 1}`;
    if (Math.abs(page.width - width) > 2 || Math.abs(page.height - height) > 2)
      faults.push(`${at} is ${Math.round(page.width)} × ${Math.round(page.height)} points`);
    for (const { text, x, y, width: long, size } of page.items) {
      if (
        x < EDGE_PT - 1 ||
        x + long > page.width - EDGE_PT + 1 ||
        y < EDGE_PT - 4 ||
        y + size > page.height - EDGE_PT + 6
      )
        faults.push(`${at}: “${text}” runs off the page (${Math.round(x)} + ${Math.round(long)})`);
      if (size < SMALLEST_PT) faults.push(`${at}: “${text}” is ${size.toFixed(1)} points`);
    }
    const all = squeezed(page.items.map(({ text }) => text).join(''));
    if (!all.includes(squeezed(`${index + 1} / ${pages.length}`))) faults.push(`${at} has no number`);
    if (!all.includes(squeezed(shopName))) faults.push(`${at} does not name the shop`);
    if (page.items.length < 4) faults.push(`${at} is empty`);
  });
  const all = squeezed(pages.flatMap(({ items }) => items.map(({ text }) => text)).join(''));
  for (const word of words) if (!all.includes(squeezed(word))) faults.push(`“${word}” is not printed`);
  return faults;
}

for (const paper of ['A4', 'Letter'] as const)
  test(`every print fits ${paper}, says all that its screen says, and can be read`, async ({
    maren: page,
  }) => {
    const crew = await Crew.of(page);
    const { settings, name: shopName } = await crew.shop();
    await crew.settings({ region: { ...settings.region, paper } });
    await openStage(page, 'QUAY', 'Days');
    const job = new URL(page.url()).pathname.replace(/\/days$/, '');
    const detail = await crew.jobHere();
    const {
      pieces,
      job: { code, name },
    } = detail;
    const ofJob = [...OF_JOB, ...quotesOf(detail), ...historyOf(detail)];
    const [mix] = (await crew.call<{ mixes: MixRecord[] }>('GET', '/mixes')).mixes;
    const entry = detail.log.find((one) => one.coat);
    const coat = entry?.coat;
    // Nothing is passed over because the demo has none of it.
    expect([ofJob.length - OF_JOB.length, typeof mix?.id, typeof coat?.productKey]).toEqual([
      2,
      'string',
      'string',
    ]);
    const ofMix: Print[] = [
      { path: `/bench/${mix?.id}/label`, isLabels: true },
      {
        path: `/trace?${new URLSearchParams({ product: coat?.productKey ?? '', day: entry?.doneAt.slice(0, 10) ?? '' })}`,
      },
    ];
    for (const { path, isLabels, isWide = false } of [
      ...ofJob.map((one) => ({ ...one, path: `${job}${one.path}` })),
      ...OF_SHOP,
      ...ofMix,
    ]) {
      await page.goto(new URL(path, page.url()).toString());
      await page.getByRole('main').waitFor();
      await page.waitForLoadState('networkidle');
      const words = await wordsOfPrint(page);
      const pages = await readPdf(await page.pdf({ preferCSSPageSize: true }));
      const faults = faultsOf(pages, words, { paper, isWide, shopName });
      const all = squeezed(pages.flatMap(({ items }) => items.map(({ text }) => text)).join(''));
      if (path.startsWith(job) && !isLabels && ![code, name].some((word) => all.includes(squeezed(word))))
        faults.push('the job is not named');
      if (!isLabels && !/\d{1,2}(Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec)/.test(all))
        faults.push('no date');
      if (/labels|hardware/.test(path))
        for (const { tag } of pieces) if (!all.includes(tag)) faults.push(`${tag} is missing`);
      expect.soft({ path: path.replace(job, ''), faults: [...new Set(faults)].slice(0, 12) }).toEqual({
        path: path.replace(job, ''),
        faults: [],
      });
    }
  });
