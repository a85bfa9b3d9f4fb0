#!/usr/bin/env node
import { runCompiled } from './bootstrap.mjs';

runCompiled();
