// npm test: everything that must hold, from a fresh clone on. `npm test -- --only=core` runs one step.
import { ensureBuilt, ensureChromium, ensureInstalled, npx } from './steps.mjs';

const only = process.argv
  .find((arg) => arg.startsWith('--only='))
  ?.slice(7)
  .split(',');
const steps = {
  format: () => npx('prettier', ['--check', '--log-level', 'warn', '.']),
  lint: () => {
    npx('eslint', ['.']);
    npx('depcruise', ['core', 'app', 'server', 'demo', '--config', '.dependency-cruiser.cjs', '--output-type', 'err']);
    npx('knip', []);
  },
  types: () =>
    ['tsconfig.core.json', 'tsconfig.core-spec.json', 'tsconfig.server.json', 'tsconfig.e2e.json'].forEach((file) =>
      npx('tsc', ['-p', file]),
    ),
  core: () => npx('vitest', ['run']),
  app: () => npx('ng', ['test', '--watch=false']),
  build: () => ensureBuilt(),
  e2e: () => {
    process.env.CHROMIUM = ensureChromium();
    npx('playwright', ['test']);
  },
};

ensureInstalled();
for (const [name, step] of Object.entries(steps)) {
  if (only && !only.includes(name)) continue;
  const start = Date.now();
  console.log(`\n== ${name}`);
  step();
  console.log(`== ${name} in ${((Date.now() - start) / 1000).toFixed(0)} s`);
}
