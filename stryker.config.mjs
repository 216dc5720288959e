/**
 * Mutation tests: `npm run mutate` breaks the code in every place that it finds and runs the tests that cover it. A survivor is
 * a place that no test holds. Not part of ./fabrica test; the scores stand in docs/PERFORMANCE.md. One part:
 * `npm run mutate -- --mutate 'src/core/templates/resolve.ts'`.
 */
export default {
  testRunner: 'jest',
  jest: { configFile: 'jest.config.mjs', enableFindRelatedTests: true },
  coverageAnalysis: 'perTest',
  mutate: [
    'src/core/mapping/**/*.ts',
    'src/core/templates/{resolve,rules,compile}.ts',
    'src/core/drafts/scope.ts',
    'src/server/files/{inPlace,applyEdits}.ts',
    'src/server/runs/claims.ts',
    '!src/**/*.test.ts',
  ],
  concurrency: 2,
  timeoutMS: 20_000,
  reporters: ['clear-text', 'progress-append-only'],
  clearTextReporter: { allowColor: false, logTests: false },
  tempDirName: '.stryker',
  ignorePatterns: ['.next', '.fabrica', 'dist', 'docs', 'test-results'],
};
