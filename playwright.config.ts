import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'e2e',
  // Each worker has a server and a PostgreSQL of its own; a test that hangs is stopped after five minutes.
  workers: 2,
  // Limits against hanging, not measures of speed: a busy machine is several times slower.
  timeout: 300_000,
  expect: { timeout: 90_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/browser.json' }]],
  use: {
    actionTimeout: 120_000,
    viewport: { width: 1280, height: 800 },
    // What the browser keeps of the shell has a test of its own (offline.spec.ts); elsewhere every page comes fresh.
    serviceWorkers: 'block',
    locale: 'en-GB',
    timezoneId: 'America/Halifax',
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
