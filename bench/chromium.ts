import { type Browser, chromium, type Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readdirSync, readFileSync } from 'node:fs';

export const launch = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
  });

/** The bundler that runs the benchmarks names functions by a helper that pages do not know. */
export const knowHelper = (page: Page) => page.addInitScript('globalThis.__name = (of) => of');

/** Starts the real server on a free port and gives its address. */
export async function serve(): Promise<{ address: string; stop: () => void }> {
  const server = spawn(process.execPath, ['dist-server/main.mjs', '--port', '0'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const [line] = (await once(server.stdout, 'data')) as [Buffer];
  const address = /http:\S+/.exec(line.toString())![0];
  return { address, stop: () => server.kill() };
}

/** Largest memory that any renderer has held so far, MB, as Linux counts it. */
export function rendererPeakMB(): number {
  let peakKB = 0;
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    try {
      if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer')) continue;
      const peak = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'));
      peakKB = Math.max(peakKB, Number(peak?.[1] ?? 0));
    } catch {
      // The process ended meanwhile.
    }
  }
  return peakKB / 1024;
}

export const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
