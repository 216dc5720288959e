import { defineConfig } from '@playwright/test';

/** Drives a Fabrica of its own, with its own data folder, started by tests/e2e/fabrica.ts. */
export default defineConfig({
  testDir: 'tests/e2e',
  testMatch: '*.spec.ts',
  globalSetup: './tests/e2e/fabrica.ts',
  workers: 1,
  fullyParallel: false,
  timeout: 900_000,
  expect: { timeout: 60_000 },
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    launchOptions: {
      executablePath: '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--disable-dev-shm-usage',
      ],
    },
  },
});
