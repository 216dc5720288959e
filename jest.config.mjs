// Logs of the code under test are not printed between the results.
process.env.FABRICA_LOG ??= 'silent';

const shared = {
  sandboxInjectedGlobals: ['Math'],
  testEnvironment: 'node',
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    // It offers itself to `import` alone, which Jest does not ask for.
    '^cborg$': '<rootDir>/node_modules/cborg/cborg.js',
  },
  transform: {
    '(@jsquash/jxl/codec|c2pa-wasm/pkg)/.+\\.js$': '<rootDir>/tests/withoutImportMeta.cjs',
    '^.+\\.(t|j|mj)sx?$': [
      '<rootDir>/tests/swcTransformer.cjs',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  transformIgnorePatterns: ['/node_modules/(?!(@noble|stemmer|@jsquash|cborg|@contentauth)/)'],
  setupFiles: ['<rootDir>/tests/textCoding.mjs'],
};

/** Server tests share a database cluster; a run without them does not start it. */
export default {
  testTimeout: 300_000,
  maxWorkers: 2,
  testSequencer: '<rootDir>/tests/longestFirst.cjs',
  projects: [
    {
      ...shared,
      displayName: 'server',
      roots: ['<rootDir>/tests/server'],
      globalSetup: '<rootDir>/tests/server/testCluster.mjs',
      globalTeardown: '<rootDir>/tests/server/stopTestCluster.mjs',
    },
    {
      ...shared,
      displayName: 'unit',
      roots: ['<rootDir>/src', '<rootDir>/tests'],
      testPathIgnorePatterns: ['/node_modules/', '<rootDir>/tests/server/'],
      globalSetup: '<rootDir>/tests/builtPrograms.mjs',
    },
  ],
};
