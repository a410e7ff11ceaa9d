import { defineConfig } from 'vitest/config';

// For ng test. A page at work does much at once, and a machine may be slow; said in a setup file it would hold for the first spec alone.
export default defineConfig({ test: { testTimeout: 30_000, hookTimeout: 30_000 } });
