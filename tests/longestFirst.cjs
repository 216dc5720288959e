const { statSync } = require('node:fs');
const Sequencer = require('@jest/test-sequencer').default;

/** Suites that ran longer than 10 s on a fresh clone, the longest first: a long one begun last would leave the other worker idle. */
const LONGEST = [
  'server/kills.test.ts',
  'server/benches.test.ts',
  'server/delivering.test.ts',
  'server/manyWorkers.test.ts',
  'cli/commandLine.test.ts',
  'server/readers.test.ts',
  'server/indexes.test.ts',
  'server/routes.test.ts',
  'hostile/memory.test.ts',
  'contracts/containers.test.ts',
];

const rank = ({ path }) => {
  const at = LONGEST.findIndex((name) => path.endsWith(name));
  return at === -1 ? LONGEST.length : at;
};
const kindRank = ({ path }) => (/tests\/(server|properties|oracles|cli)\//.test(path) ? 0 : 1);

module.exports = class LongestFirst extends Sequencer {
  sort(tests) {
    return [...tests].sort(
      (a, b) =>
        rank(a) - rank(b) || kindRank(a) - kindRank(b) || statSync(b.path).size - statSync(a.path).size,
    );
  }
};
