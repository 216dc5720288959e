import base from './playwright.config';

const { globalSetup: _, ...rest } = base;
export default {
  ...rest,
  testDir: '/work/main/tests/e2e',
  outputDir: '/tmp/pw-out',
  expect: { timeout: 20000 },
  timeout: 120000,
};
