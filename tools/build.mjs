// Builds the app and the server, unless nothing they are made of has changed: a step of npm test beside others.
import { ensureBuilt } from './steps.mjs';

ensureBuilt();
