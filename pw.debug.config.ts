import base from './playwright.config';

const { globalSetup: _, globalTeardown: __, ...rest } = base as Record<string, unknown>;
export default {
  ...rest,
  timeout: 90_000,
  maxFailures: 3,
  outputDir: '/tmp/pwout',
  expect: { timeout: 15_000 },
};
