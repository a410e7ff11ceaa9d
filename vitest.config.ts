import { defineConfig } from 'vitest/config';

const folder = (name: string) => new URL(`./${name}`, import.meta.url).pathname;

export default defineConfig({
  test: {
    environment: 'node',
    include: ['core/**/*.spec.ts', 'server/**/*.spec.ts', 'demo/**/*.spec.ts', 'tools/**/*.spec.ts'],
    testTimeout: 30_000,
    // The core is pure: what one file loads, the next may use.
    isolate: false,
    pool: 'threads',
  },
  resolve: { alias: { '@core': folder('core') } },
});
