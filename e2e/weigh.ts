import type { Page } from '@playwright/test';

/** What a screen costs to open with nothing in the browser's cache. */
export interface Weight {
  requests: number;
  /** Everything that came over the wire, headers included. */
  bytes: number;
  /** Scripts, styles and the typeface alone: what does not grow with a shop's work. */
  shellBytes: number;
}

const SHELL = /\.(?:js|css|woff2)(?:$|\?)/;

/**
 * Opens an address with an empty cache and weighs what comes.
 * @param ready resolves once the screen is of use.
 */
export async function weigh(page: Page, address: string, ready: () => Promise<unknown>): Promise<Weight> {
  const line = await page.context().newCDPSession(page);
  await line.send('Network.enable');
  await line.send('Network.setCacheDisabled', { cacheDisabled: true });
  const urls = new Map<string, string>();
  const weight: Weight = { requests: 0, bytes: 0, shellBytes: 0 };
  line.on('Network.responseReceived', ({ requestId, response }) => urls.set(requestId, response.url));
  line.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    const url = urls.get(requestId);
    if (url === undefined || !url.startsWith('http')) return;
    weight.requests += 1;
    weight.bytes += encodedDataLength;
    if (SHELL.test(url)) weight.shellBytes += encodedDataLength;
  });
  await page.goto(address);
  await ready();
  await page.waitForLoadState('networkidle');
  await line.detach();
  return weight;
}
