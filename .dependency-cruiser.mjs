/** Arrows point inwards only, and nothing goes in a circle (docs/ARCHITECTURE.md). */
const floors = {
  core: [],
  server: ['core'],
  worker: ['core', 'server'],
  cli: ['core', 'server'],
  demo: ['core', 'server'],
  ui: ['core', 'server'],
  features: ['core', 'server', 'ui'],
  app: ['core', 'server', 'ui', 'features'],
};
/** What of the server a browser may load: nothing that touches disk or database. */
const pureServer = [
  'src/server/operations/templates/placeholderContext.ts',
  'src/server/operations/bringIn/sourceParts.ts',
  'src/server/problems/words.ts',
  'src/server/runs/runActs.ts',
];
/** Tasks that decode somebody else's pictures (readers/tasks). */
const decoding = [
  'src/server/operations/compare/foreignFile.ts',
  'src/server/operations/deliveries/drawnMark.ts',
  'src/server/operations/deliveries/shownCopy.ts',
  'src/server/previews/makePreview.ts',
  'src/server/site/simulatedSite.ts',
];
const of = (names) => `^src/(${names.join('|')})/`;
const exactly = (files) => files.map((file) => `^${file.replaceAll('.', '\\.')}$`);

export default {
  forbidden: [
    ...Object.entries(floors).map(([floor, inner]) => ({
      name: `${floor} uses only ${inner.join(', ') || 'itself'}`,
      severity: 'error',
      from: { path: of([floor]) },
      to: { path: '^src/', pathNot: of([floor, ...inner]) },
    })),
    {
      name: 'the interface takes only types and pure helpers from the server',
      severity: 'error',
      from: { path: of(['ui', 'features']) },
      to: { path: of(['server']), pathNot: exactly(pureServer), dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'pictures are decoded by rendering and by the tasks of reader processes',
      severity: 'error',
      from: {
        path: '^src/',
        pathNot: [...exactly(decoding), '^src/server/rendering/', '^src/demo/', '\\.test\\.tsx?$'],
      },
      to: {
        path: [
          'node_modules/sharp/',
          'node_modules/sharp-phash/(?!distance)',
          '^src/server/rendering/decoder',
        ],
      },
    },
    {
      name: 'the core uses only libraries that run anywhere',
      severity: 'error',
      from: { path: of(['core']), pathNot: '\\.test\\.ts$' },
      to: {
        path: ['node_modules'],
        pathNot: 'node_modules/(@noble/hashes|cborg|fflate|saxes|stemmer|fastest-levenshtein)/',
      },
    },
    {
      name: 'the core touches no platform',
      severity: 'error',
      from: { path: of(['core']), pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'nothing outside the tests uses tests',
      severity: 'error',
      from: { path: '^src/', pathNot: '\\.test\\.tsx?$' },
      to: { path: ['^tests/', '\\.test\\.tsx?$'] },
    },
    { name: 'no circles, of types neither', severity: 'error', from: {}, to: { circular: true } },
    { name: 'every import leads somewhere', severity: 'error', from: {}, to: { couldNotResolve: true } },
    {
      name: 'every file is used',
      severity: 'error',
      from: { orphan: true, pathNot: ['\\.d\\.ts$', '\\.test\\.tsx?$'] },
      to: {},
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^src/server/db/migrations/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
    moduleSystems: ['es6', 'cjs'],
  },
};
