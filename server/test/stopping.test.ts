import { type ChildProcess, spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const PROGRAMS = {
  demo: [process.execPath, 'scripts/demo.mjs'],
  start: [process.execPath, 'scripts/start.mjs'],
} as const;
type Name = keyof typeof PROGRAMS;
const CTRL_C = '\u0003';

let home: string;
beforeAll(() => {
  home = mkdtempSync(join(tmpdir(), 'upholder-stopping-'));
  // The user that PostgreSQL runs as looks into it.
  chmodSync(home, 0o755);
});
afterAll(() => rmSync(home, { recursive: true, force: true }));

let program: Program | null = null;
afterEach(async () => {
  // Where a test broke off before it told it to stop.
  if (program?.child.exitCode === null) program.child.kill('SIGTERM');
  await program?.ended;
  program = null;
});

/** Processes that were started on the data folder, by what they were called with or where they keep their data. */
function leftOver(): string[] {
  return readdirSync('/proc').filter((pid) => {
    if (!/^\d+$/.test(pid) || Number(pid) === process.pid) return false;
    try {
      return ['cmdline', 'environ'].some((file) =>
        readFileSync(`/proc/${pid}/${file}`, 'utf8').includes(home),
      );
    } catch {
      return false;
    }
  });
}

interface Program {
  child: ChildProcess;
  ended: Promise<number | null>;
  /** Waits until it says something. */
  says(words: string): Promise<void>;
}

/** Starts a program as the head of a process group, as a supervisor does, or in a terminal of its own. */
function start(name: Name, isInTerminal = false): Program {
  const words = PROGRAMS[name];
  // In the place of the shell: one that stands above the program is ended by Ctrl-C on its own, before the program is.
  const [command, ...args] = isInTerminal
    ? ['script', '-qefc', `exec ${words.join(' ')}`, '/dev/null']
    : words;
  const child = spawn(command ?? '', args, {
    cwd: ROOT,
    detached: true,
    env: { ...process.env, UPHOLDER_HOME: home, PORT: '0', DATABASE_URL: '' },
  });
  let said = '';
  const waiting: { words: string; go: () => void }[] = [];
  for (const stream of [child.stdout, child.stderr])
    stream?.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      for (const { words, go } of waiting) if (said.includes(words)) go();
    });
  const ended = new Promise<number | null>((resolve) => child.once('exit', resolve));
  return {
    child,
    ended,
    says: (words) =>
      new Promise((resolve, reject) => {
        if (said.includes(words)) return resolve();
        waiting.push({ words, go: resolve });
        void ended.then(() => reject(new Error(`it ended after: ${said}`)));
      }),
  };
}

const toGroup = (signal: NodeJS.Signals) => (child: ChildProcess) => process.kill(-(child.pid ?? 0), signal);
const toHead = (signal: NodeJS.Signals) => (child: ChildProcess) => process.kill(child.pid ?? 0, signal);
const pressed = (child: ChildProcess) => child.stdin?.write(CTRL_C);

const CHOICES = [
  { way: 'INT to the group', tell: toGroup('SIGINT'), times: 1 },
  { way: 'INT to the group, twice', tell: toGroup('SIGINT'), times: 2 },
  { way: 'TERM to the group', tell: toGroup('SIGTERM'), times: 1 },
  { way: 'TERM to the group, twice', tell: toGroup('SIGTERM'), times: 2 },
  { way: 'INT to its head alone', tell: toHead('SIGINT'), times: 1 },
  { way: 'TERM to its head alone, three times', tell: toHead('SIGTERM'), times: 3 },
  { way: 'Ctrl-C in a terminal', tell: pressed, times: 1, isInTerminal: true },
  { way: 'Ctrl-C in a terminal, twice', tell: pressed, times: 2, isInTerminal: true },
];

describe.each(['demo', 'start'] as const)('stopping: %s', (name) => {
  it.each(CHOICES)(
    'leaves no process and no cluster: $way',
    async ({ tell, times, isInTerminal = false }) => {
      program = start(name, isInTerminal);
      const { child, ended, says } = program;
      await says('Upholder is at');
      expect(leftOver().length).toBeGreaterThan(2);
      for (let time = 0; time < times; time += 1) tell(child);
      expect(await ended).toBe(0);
      expect(leftOver()).toEqual([]);
      expect(existsSync(join(home, 'demo.pid'))).toBe(false);
    },
  );
});

describe('stopping early', () => {
  it('leaves nothing either while it still sets up its shop, and sets it up whole the next time', async () => {
    rmSync(home, { recursive: true });
    mkdirSync(home, { mode: 0o755 });
    program = start('demo');
    await program.says('Setting up');
    toGroup('SIGTERM')(program.child);
    toGroup('SIGINT')(program.child);
    expect(await program.ended).toBe(0);
    expect(leftOver()).toEqual([]);
    program = start('demo');
    await program.says('Setting up');
    await program.says('Upholder is at');
  });
});
