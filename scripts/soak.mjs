import { run } from './bootstrap.mjs';

run('scripts/soak.ts');
