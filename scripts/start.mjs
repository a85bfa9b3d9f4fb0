import { runCompiled } from './bootstrap.mjs';

runCompiled('start');
