// npm run bench: measures the built app in Chromium and prints rates and ratios. `npm run bench -- import` runs one of them.
import { ensureBuilt, ensureChromium, ensureInstalled, run } from './steps.mjs';

ensureInstalled();
ensureBuilt();
process.env.CHROMIUM = ensureChromium();
run(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'bench/run.ts', ...process.argv.slice(2)]);
