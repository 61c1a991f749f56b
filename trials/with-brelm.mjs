// Brelm as a person starts it, with data of its own, for trials.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');
/** How many of what is tried, by the environment. */
export const times = (n) => Math.max(1, Math.round(n * Number(process.env.TRIALS ?? 1)));

/** Numbers in 0–1 by Mulberry32: the same seed, the same numbers. */
export function seeded(seed) {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

export class Brelm {
  data = mkdtempSync(join(tmpdir(), 'brelm-trial-'));
  child = null;

  start(...more) {
    const child = spawn(
      process.execPath,
      [join(ROOT, 'apps/cli/dist/main.js'), 'start', '--port', '0', '--data', this.data, ...more],
      { stdio: ['ignore', 'pipe', 'pipe'] },
    );
    this.child = child;
    let log = '';
    return new Promise((done, fail) => {
      const hear = (chunk) => {
        log += chunk;
        const address = /Brelm is ready: (\S+)/.exec(log)?.[1];
        if (address) done(address);
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      child.once('exit', (code) => fail(new Error(`start ended with ${code}: ${log}`)));
    });
  }

  end(signal) {
    const { child } = this;
    return new Promise((done) => {
      if (child.exitCode !== null || child.signalCode !== null) return done();
      child.once('exit', done);
      child.kill(signal);
    });
  }

  /** Resident memory of the server's own process, MB. */
  memory() {
    const status = readFileSync(`/proc/${this.child.pid}/status`, 'utf8');
    return Number(/VmRSS:\s+(\d+)/.exec(status)[1]) / 1024;
  }

  async clean() {
    await this.end('SIGTERM');
    rmSync(this.data, { recursive: true, force: true });
  }
}
