import { defineConfig } from 'vitest/config';

/** A limit against hanging, not a measure of speed: a busy machine is several times slower than a free one. */
const HANGS_AFTER_MS = 300_000;

export default defineConfig({
  test: {
    maxWorkers: 2,
    projects: [
      {
        test: {
          name: 'core',
          include: ['core/src/**/*.test.ts', 'scripts/*.test.ts'],
          setupFiles: ['core/test/fastCheck.ts'],
          testTimeout: HANGS_AFTER_MS,
        },
      },
      { test: { name: 'web', include: ['web/src/**/*.test.{ts,tsx}'], testTimeout: HANGS_AFTER_MS } },
      {
        test: {
          name: 'server',
          include: ['server/**/*.test.ts', 'demo/**/*.test.ts'],
          globalSetup: ['server/test/postgres.ts'],
          hookTimeout: HANGS_AFTER_MS,
          testTimeout: HANGS_AFTER_MS,
        },
      },
    ],
  },
});
