import { defineConfig } from '@playwright/test';

const port = 4417;

export default defineConfig({
  testDir: 'e2e',
  fullyParallel: true,
  workers: 2,
  // The second try is for its trace: what passes at it only is a race, here or in the program, and fails all the same.
  retries: 1,
  failOnFlakyTests: true,
  timeout: 120_000,
  expect: { timeout: 15_000 },
  reporter: [['list']],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    serviceWorkers: 'block',
    timezoneId: 'Europe/Berlin',
    locale: 'en-GB',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
    trace: 'on-first-retry',
  },
  projects: [{ name: 'desktop', use: { viewport: { width: 1280, height: 800 } } }],
  webServer: {
    command: `node dist-server/main.mjs --port ${port}`,
    url: `http://127.0.0.1:${port}/healthz`,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 3000 },
  },
});
