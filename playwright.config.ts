import { defineConfig } from '@playwright/test';

/** Each of two workers drives an installation of its own (tests/e2e/test.ts). */
export default defineConfig({
  testDir: 'tests/e2e',
  testMatch: '*.spec.ts',
  projects: [
    { name: 'browser', testIgnore: 'controls.spec.ts' },
    { name: 'controls', testMatch: 'controls.spec.ts', dependencies: ['browser'] },
  ],
  globalSetup: './tests/e2e/fabrica.ts',
  workers: 2,
  fullyParallel: false,
  timeout: 300_000,
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
