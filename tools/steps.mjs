// Small helpers of the commands in this folder.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';

/** Runs a command with its output shown; ends this program with its code when it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { stdio: 'inherit', ...options });
  if (result.error) {
    console.error(`${command} could not be started: ${result.error.message}`);
    process.exit(1);
  }
  if (result.status !== 0) process.exit(result.status ?? 1);
}

const npx = (name, args) => run(process.execPath, [binOf(name), ...args]);

/** What starts a command: a script of this folder, or what a package has for it. */
function binOf(name) {
  if (name.endsWith('.mjs')) return name;
  const [pkg, bin] = {
    ng: ['@angular/cli', 'ng'],
    tsc: ['typescript-native', 'tsc'],
    playwright: ['@playwright/test', 'playwright'],
    depcruise: ['dependency-cruiser', 'depcruise'],
  }[name] ?? [name, name];
  const manifest = JSON.parse(readFileSync(path.join('node_modules', pkg, 'package.json'), 'utf8'));
  const file = typeof manifest.bin === 'string' ? manifest.bin : manifest.bin[bin];
  return path.join('node_modules', pkg, file);
}
export { npx };

/**
 * Runs steps, so many at once, in the order in which they stand: who is done takes the next. A step is a name and its commands, one
 * after the other. What it prints comes when it ends. Ends this program with the code of the first that fails.
 */
export async function together(steps, atOnce) {
  const running = new Set();
  const command = ([name, ...args]) =>
    new Promise((resolve) => {
      const child = spawn(process.execPath, [binOf(name), ...args], { stdio: ['ignore', 'pipe', 'pipe'] });
      let printed = '';
      for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => (printed += data));
      running.add(child);
      child.on('close', (code) => {
        running.delete(child);
        resolve({ code: code ?? 1, printed });
      });
    });
  const waiting = [...steps];
  const lane = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [name, commands] = next;
      const start = Date.now();
      let text = `\n== ${name}\n`;
      for (const one of commands) {
        const { code, printed } = await command(one);
        text += printed;
        if (code === 0) continue;
        for (const child of running) child.kill();
        console.log(`${text}== ${name} failed`);
        process.exit(code);
      }
      console.log(`${text}== ${name} in ${((Date.now() - start) / 1000).toFixed(0)} s`);
    }
  };
  await Promise.all(Array.from({ length: atOnce }, lane));
}

/** npm ci when node_modules is missing or does not belong to the lock file. */
export function ensureInstalled() {
  const lock = hashOf(['package-lock.json']);
  const mark = 'node_modules/.coulan-lock';
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return;
  console.log('Installing what package-lock.json names (once)…');
  run('npm', ['ci', '--no-audit', '--no-fund'], { shell: process.platform === 'win32' });
  writeFileSync(mark, lock);
}

/** Builds the app and the server unless nothing they are made of has changed. */
export function ensureBuilt() {
  const sources = [
    'app',
    'core',
    'server',
    'demo/files',
    'angular.json',
    'package-lock.json',
    'tools',
    'ngsw-config.json',
    'tsconfig.json',
    'tsconfig.app.json',
    'tsconfig.worker.json',
  ];
  const now = hashOf(
    sources.flatMap(filesUnder).filter((file) => !file.endsWith('zorro.css') && !file.includes('.spec.')),
  );
  const mark = 'dist/.coulan-built';
  if (existsSync(mark) && readFileSync(mark, 'utf8') === now && existsSync('dist-server/main.mjs')) return;
  run(process.execPath, ['tools/zorro-theme.mjs']);
  npx('ng', ['build']);
  run(process.execPath, ['tools/compress.mjs']);
  run(process.execPath, ['tools/build-server.mjs']);
  mkdirSync('dist', { recursive: true });
  writeFileSync(mark, now);
}

/** Debian's headless Chromium, for the tests: without a window's parts it takes a sixth less time. Installed when no Chromium is there. */
export function ensureChromium() {
  const known = [
    process.env.CHROMIUM,
    '/usr/bin/chromium-headless-shell',
    '/usr/bin/chromium',
    '/usr/bin/chromium-browser',
    '/usr/bin/google-chrome',
  ].filter(Boolean);
  const found = known.find((file) => existsSync(file));
  if (found) return found;
  console.log('Installing Chromium for the tests (once)…');
  run('apt-get', ['update', '-qq']);
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium-headless-shell']);
  return '/usr/bin/chromium-headless-shell';
}

function filesUnder(entry) {
  if (!statSync(entry).isDirectory()) return [entry];
  return readdirSync(entry, { withFileTypes: true })
    .flatMap((child) => filesUnder(path.join(entry, child.name)))
    .sort();
}

function hashOf(files) {
  const hash = createHash('sha256');
  for (const file of files) hash.update(file).update(readFileSync(file));
  return hash.digest('hex');
}
