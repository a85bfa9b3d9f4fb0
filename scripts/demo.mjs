import { run } from './bootstrap.mjs';

run('scripts/demo.ts');
