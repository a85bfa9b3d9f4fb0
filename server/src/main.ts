import { readConfig } from './base/config.ts';
import { runUntilStopped } from './base/lifetime.ts';
import { serve } from './start.ts';

runUntilStopped(async (lifetime) => {
  await serve(lifetime, readConfig(process.env));
});
