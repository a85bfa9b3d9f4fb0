import { run } from './bootstrap.mjs';

run('scripts/fuzz.ts');
