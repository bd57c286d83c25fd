import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, statfsSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

export const ROOT = resolve(import.meta.dirname, '../../..');

export async function freePort(): Promise<number> {
  return new Promise((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => done(port));
    });
  });
}

const IN_MEMORY = '/dev/shm';
/** Bytes: many times what all desks of a test run take together. */
const ROOMY = 4 * 2 ** 30;

/** Where test desks lie: in memory where there is room, since a disk takes seconds to remove one. */
function temporaryPlace(): string {
  if (!existsSync(IN_MEMORY)) return tmpdir();
  const { bavail, bsize } = statfsSync(IN_MEMORY);
  return bavail * bsize > ROOMY ? IN_MEMORY : tmpdir();
}

export function temporaryFolder(): { folder: string; remove: () => void } {
  const folder = mkdtempSync(join(temporaryPlace(), 'deft-test-'));
  return { folder, remove: () => rmSync(folder, { recursive: true, force: true }) };
}

/** Servers that run: none outlives the tests that started it. */
const running = new Set<ChildProcess>();
process.on('exit', () => running.forEach((child) => child.kill('SIGKILL')));

/** A real server as its own process, over a data folder. */
export class Desk {
  process!: ChildProcess;
  output = '';

  constructor(
    readonly data: string,
    readonly port: number,
    readonly environment: Record<string, string> = {},
  ) {}

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  spawn(): ChildProcess {
    this.output = '';
    this.process = spawn(
      process.execPath,
      ['--enable-source-maps', join(ROOT, 'apps/server/build/main.js')],
      {
        env: {
          ...process.env,
          DEFT_ROOT: ROOT,
          DEFT_DATA: this.data,
          DEFT_PORT: String(this.port),
          ...this.environment,
        },
        stdio: ['ignore', 'pipe', 'pipe'],
      },
    );
    const { process: child } = this;
    running.add(child);
    child.once('exit', () => running.delete(child));
    this.process.stdout?.on('data', (text) => (this.output += text));
    this.process.stderr?.on('data', (text) => (this.output += text));
    return this.process;
  }

  async open(patienceMs = 150_000): Promise<void> {
    this.spawn();
    const until = Date.now() + patienceMs;
    while (Date.now() < until) {
      if (this.process.exitCode !== null) throw new Error(`The desk did not open:\n${this.output}`);
      const answers = await fetch(`${this.address}/api/health`).then(
        (r) => r.ok,
        () => false,
      );
      if (answers) return;
      await new Promise((done) => setTimeout(done, 50));
    }
    throw new Error(`The desk took too long to open:\n${this.output}`);
  }

  async end(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<number | null> {
    if (this.process.exitCode !== null || this.process.signalCode !== null) return this.process.exitCode;
    const ended = new Promise<number | null>((done) => this.process.once('exit', (code) => done(code)));
    this.process.kill(signal);
    return ended;
  }
}
