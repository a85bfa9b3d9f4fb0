// Lines of code and the share of tests among them.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], { encoding: 'utf8' })
  .split('\n')
  .filter((file) => /\.(ts|tsx|mjs|css|sql|sh)$/.test(file));
const lines = (list) =>
  list.reduce((sum, file) => sum + readFileSync(file, 'utf8').split('\n').length - 1, 0);
const tests = files.filter((file) => /(\.test\.|\.spec\.|^e2e\/|\/test\/)/.test(file));
const all = lines(files);
console.log(`${all} lines, ${lines(tests)} of them tests: ${((100 * lines(tests)) / all).toFixed(1)} %`);
const long = files
  .filter((file) => !tests.includes(file))
  .map((file) => [lines([file]), file])
  .filter(([count]) => count > 400)
  .sort(([a], [b]) => b - a);
for (const [count, file] of long) console.log(`${count} ${file}`);
