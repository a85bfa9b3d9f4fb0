import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Processes that were started on a folder, by what they were called with or where they keep their data. */
function processesOn(folder: string): number[] {
  return readdirSync('/proc')
    .filter((pid) => /^\d+$/.test(pid) && Number(pid) !== process.pid)
    .map(Number)
    .filter((pid) => {
      try {
        return ['cmdline', 'environ'].some((file) =>
          readFileSync(`/proc/${pid}/${file}`, 'utf8').includes(folder),
        );
      } catch {
        return false;
      }
    });
}

/** An installation as an owner has it: a data folder, started by `npm start`, worked on by `npx upholder`. */
export class Installation {
  readonly folder = mkdtempSync(join(tmpdir(), 'upholder-owner-'));
  private child: ChildProcess | null = null;
  private said = '';

  constructor() {
    // The user that PostgreSQL runs as looks into it.
    chmodSync(this.folder, 0o755);
  }

  private get environment(): NodeJS.ProcessEnv {
    return {
      ...process.env,
      UPHOLDER_HOME: this.folder,
      PORT: '0',
      DATABASE_URL: '',
      BACKUP_EVERY_HOURS: '0',
    };
  }

  /** Starts it and waits until it says what is looked for. @returns the first group of it. */
  async start(wanted: RegExp): Promise<string> {
    this.said = '';
    const child = spawn('npm', ['start'], { env: this.environment, detached: true });
    this.child = child;
    return new Promise((resolve, reject) => {
      const hear = (chunk: Buffer): void => {
        this.said += chunk.toString();
        const found = wanted.exec(this.said);
        if (found) resolve(found[1] ?? '');
      };
      child.stdout?.on('data', hear);
      child.stderr?.on('data', hear);
      child.once('exit', () => reject(new Error(`it ended after: ${this.said}`)));
    });
  }

  /** What it has said since it was started. */
  get output(): string {
    return this.said;
  }

  /** Runs a command of the command line to its end. @returns what it said. @throws where it failed. */
  run(...args: string[]): string {
    const { status, stdout, stderr } = spawnSync('npx', ['upholder', ...args], {
      env: this.environment,
      encoding: 'utf8',
    });
    if (status !== 0) throw new Error(`upholder ${args.join(' ')}: ${stdout}${stderr}`);
    return stdout;
  }

  /** Ends every process of it at once, without a word, as a power cut does. */
  killAll(): void {
    this.child?.removeAllListeners('exit');
    for (let pids = processesOn(this.folder); pids.length > 0; pids = processesOn(this.folder))
      for (const pid of pids) {
        try {
          process.kill(pid, 'SIGKILL');
        } catch {
          // It has ended meanwhile.
        }
      }
  }

  /** Ends it in good order and takes its folder away. */
  async remove(): Promise<void> {
    const { child } = this;
    if (child && child.exitCode === null && child.signalCode === null && child.pid) {
      const ended = new Promise((resolve) => child.once('close', resolve));
      process.kill(-child.pid, 'SIGTERM');
      await ended;
    }
    this.killAll();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
