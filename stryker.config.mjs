import jest from './jest.config.mjs';

/**
 * Mutation tests: `npm run mutate` breaks the core in every place that it finds and runs the core's tests; `npm run mutate server`
 * does so with in-place writing and claims, against a real database. A survivor is a place that no test holds. Not part of
 * ./fabrica test: it takes hours. By 2026-11-27, 36 of 39 mutants of scope.ts and agree.ts and 55 of 73 of templates and mapping were killed. One file: add `--mutate src/core/templates/rules.ts`.
 */
const isServer = process.argv.includes('server');

export default {
  testRunner: 'jest',
  jest: {
    projectType: 'custom',
    config: {
      ...jest,
      roots: isServer ? ['<rootDir>/src/server/files', '<rootDir>/tests/server'] : ['<rootDir>/src/core'],
    },
    enableFindRelatedTests: true,
  },
  coverageAnalysis: 'perTest',
  mutate: isServer
    ? ['src/server/files/{inPlace,applyEdits}.ts', 'src/server/runs/claims.ts']
    : [
        'src/core/mapping/**/*.ts',
        'src/core/templates/{resolve,rules,compile}.ts',
        'src/core/drafts/scope.ts',
        '!src/**/*.test.ts',
      ],
  concurrency: 2,
  timeoutMS: 20_000,
  reporters: ['clear-text', 'progress-append-only'],
  clearTextReporter: { allowColor: false, logTests: false },
  tempDirName: '.stryker',
  ignorePatterns: ['.next', '.fabrica', 'dist', 'docs', 'test-results'],
};
