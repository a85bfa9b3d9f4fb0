import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildWeb, ROOT } from './build.ts';
import { ensureChromium, ensurePostgres } from './debian.ts';

// Everything that must hold, in one command. Ends with the line "N passed, N failed".

interface Tally {
  passed: number;
  failed: number;
}

const total: Tally = { passed: 0, failed: 0 };
const RESULTS = join(ROOT, 'test-results');

function run(title: string, command: string, args: string[]): boolean {
  console.log(`\n— ${title}`);
  return spawnSync(command, args, { cwd: ROOT, stdio: 'inherit' }).status === 0;
}

/** A check that either holds or not counts as one test. */
function check(title: string, command: string, args: string[]): void {
  if (run(title, command, args)) total.passed += 1;
  else total.failed += 1;
}

/** Adds what a runner wrote down; a runner that died without writing counts as one failure. */
function tally(isGood: boolean, file: string, read: (report: unknown) => Tally): void {
  const path = join(RESULTS, file);
  if (!existsSync(path)) {
    total.failed += 1;
    return;
  }
  const { passed, failed } = read(JSON.parse(readFileSync(path, 'utf8')));
  total.passed += passed;
  total.failed += failed;
  if (!isGood && failed === 0) total.failed += 1;
}

function prepare(): void {
  ensurePostgres();
  ensureChromium();
  rmSync(RESULTS, { recursive: true, force: true });
  mkdirSync(RESULTS, { recursive: true });
  buildWeb();
}

try {
  prepare();
} catch (error) {
  console.error((error as Error).message);
  console.log('0 passed, 1 failed');
  process.exit(1);
}

check('types', 'npx', ['tsc', '-p', 'tsconfig.json']);
check('lint, format and boundaries between the rooms', 'npx', ['biome', 'check', '.']);
check('nothing unused', 'npx', ['knip']);
check('traits instead of literals', 'npx', ['tsx', 'scripts/literals.ts']);
check('no rooms in a ring', 'npx', ['tsx', 'scripts/rooms.ts']);
check('nothing too long', 'npx', ['tsx', 'scripts/sizes.ts']);
check('no retired words', 'npx', ['tsx', 'scripts/wording.ts']);
const units = run('unit and database tests', 'npx', [
  'vitest',
  'run',
  '--reporter=default',
  '--reporter=json',
  '--outputFile=test-results/units.json',
]);
tally(units, 'units.json', (report) => {
  const { numPassedTests, numFailedTests, numFailedTestSuites } = report as {
    numPassedTests: number;
    numFailedTests: number;
    numFailedTestSuites: number;
  };
  // A file that could not even be loaded has no failed tests, only a failed suite.
  return { passed: numPassedTests, failed: numFailedTests === 0 ? numFailedTestSuites : numFailedTests };
});
const browser = run('browser tests', 'npx', ['playwright', 'test']);
tally(browser, 'browser.json', (report) => {
  const { stats } = report as { stats: { expected: number; unexpected: number; flaky: number } };
  return { passed: stats.expected, failed: stats.unexpected + stats.flaky };
});

console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed === 0 && total.passed > 0 ? 0 : 1);
