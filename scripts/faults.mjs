import { run } from './bootstrap.mjs';

run('scripts/faults.ts');
