// npm test: everything that must hold, from a fresh clone on. `npm test -- --only=core` runs one step.
// Unit tests, checks of the text and the build run two at a time; what they print comes in one piece when they are done.
import { ensureChromium, ensureInstalled, npx, together } from './steps.mjs';

const only = process.argv
  .find((arg) => arg.startsWith('--only='))
  ?.slice(7)
  .split(',');

const CONFIGS = ['tsconfig.core.json', 'tsconfig.node.json', 'tsconfig.e2e.json'];
const steps = {
  format: [['prettier', '--check', '--log-level', 'warn', '.']],
  lint: [
    ['eslint', '.'],
    ['depcruise', 'core', 'app', 'server', 'demo', '--config', '.dependency-cruiser.cjs', '--output-type', 'err'],
    ['knip'],
  ],
  // The compiler in native code takes a quarter of the work; one thread, for the other lane has work for the other core.
  types: CONFIGS.map((file) => ['tsc', '-p', file, '--singleThreaded']),
  core: [['vitest', 'run']],
  app: [['ng', 'test', '--watch=false']],
  build: [['tools/build.mjs']],
};
const asked = (names) => names.filter((name) => !only || only.includes(name)).map((name) => [name, steps[name]]);

ensureInstalled();
// Room for what is made and soon forgotten: unit tests take a fifteenth less time by it, the linter a tenth.
process.env.NODE_OPTIONS = `${process.env.NODE_OPTIONS ?? ''} --max-semi-space-size=64`.trim();
// Two at once for two cores, the longest first; what needs Angular’s cache comes apart.
await together(asked(['core', 'app', 'lint', 'build', 'format', 'types']), 2);
timed('e2e', () => {
  process.env.CHROMIUM = ensureChromium();
  npx('playwright', ['test']);
});

function timed(name, step) {
  if (only && !only.includes(name)) return;
  const start = Date.now();
  console.log(`\n== ${name}`);
  step();
  console.log(`== ${name} in ${((Date.now() - start) / 1000).toFixed(0)} s`);
}
