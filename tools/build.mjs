// Builds the app and the server, unless nothing they are made of has changed: a step of npm test beside others.
import { ensureBuilt } from './steps.mjs';

// The program of ng test (tsconfig.spec.json) has all of the app in it: its types and templates are checked there.
process.env.NG_BUILD_TYPE_CHECK = '0';
ensureBuilt();
