// npm run demo: installs, builds and serves Coulan with its two demo rigs. Arguments go to the server (--port 4500).
import { ensureBuilt, ensureInstalled, run } from './steps.mjs';

ensureInstalled();
ensureBuilt();
run(process.execPath, ['dist-server/main.mjs', '--demo', ...process.argv.slice(2)]);
