import { run } from './bootstrap.mjs';

run('scripts/test.ts');
