import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { build, installModules } from './install.mjs';
import { installPackages, runPackages, testPackages } from './packages.mjs';
import { isRoot, readJson, root } from './places.mjs';
import { print } from './told.mjs';

/**
 * Everything that is checked: format and lint, types, the core's purity, unit, property and oracle tests,
 * and the whole way through the real interface. Closes with "N passed, N failed".
 */
export async function test() {
  installPackages([...runPackages, ...testPackages]);
  installModules();
  const results = mkdtempSync(path.join(tmpdir(), 'fabrica-results-'));
  const counts = { passed: 0, failed: 0 };
  const count = (passed, failed) => {
    counts.passed += passed;
    counts.failed += failed;
  };
  const check = (name, args) => {
    print(name);
    const good = node(args) === 0;
    count(good ? 1 : 0, good ? 0 : 1);
  };
  check('Format and lint', ['node_modules/@biomejs/biome/bin/biome', 'check', '.']);
  node(['node_modules/next/dist/bin/next', 'typegen'], { quiet: true });
  check('Types', ['node_modules/typescript/bin/tsc', '--noEmit']);
  check('Types of the core, without platform', [
    'node_modules/typescript/bin/tsc',
    '-p',
    'tsconfig.core.json',
  ]);
  check('Boundaries and circles', ['node_modules/dependency-cruiser/bin/dependency-cruise.mjs', 'src']);
  check('Unused files, exports and packages', ['node_modules/knip/bin/knip.js']);
  print('Unit, property and oracle tests');
  const jestFile = path.join(results, 'jest.json');
  const jestCode = node(['node_modules/jest/bin/jest.js', '--ci', '--json', `--outputFile=${jestFile}`]);
  const jest = readJson(jestFile);
  count(
    jest?.numPassedTests ?? 0,
    (jest?.numFailedTests ?? 0) + (jest?.numRuntimeErrorTestSuites ?? 0) || (jestCode === 0 ? 0 : 1),
  );
  build();
  const playwright = wholeWay(path.join(results, 'playwright.json'));
  count(playwright.passed, playwright.failed);
  rmSync(results, { recursive: true, force: true });
  console.log(`\n${counts.passed} passed, ${counts.failed} failed`);
  if (counts.failed > 0 || counts.passed === 0) process.exitCode = 1;
}

/** The real application in Debian's Chromium; with the network cut where this user may cut it. */
function wholeWay(file) {
  const cut = isRoot() && spawnSync('unshare', ['-n', 'ip', 'link', 'set', 'lo', 'up']).status === 0;
  print(
    `The whole way through the interface${cut ? ', with the network cut' : ' (this user may not cut the network)'}`,
  );
  const playwright = [
    process.execPath,
    'node_modules/@playwright/test/cli.js',
    'test',
    '--reporter=list,json',
  ];
  const command = cut
    ? [
        'unshare',
        '-n',
        'sh',
        '-c',
        `ip link set lo up && exec ${playwright.map((one) => `'${one}'`).join(' ')}`,
      ]
    : playwright;
  const done = spawnSync(command[0], command.slice(1), {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: file, FABRICA_NETWORK_CUT: cut ? '1' : '' },
  });
  const stats = readJson(file)?.stats;
  const failed = (stats?.unexpected ?? 0) + (stats?.flaky ?? 0);
  return { passed: stats?.expected ?? 0, failed: failed || (done.status === 0 ? 0 : 1) };
}

function node(args, { quiet = false } = {}) {
  return spawnSync(process.execPath, args, {
    cwd: root,
    stdio: quiet ? 'ignore' : 'inherit',
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
  }).status;
}
