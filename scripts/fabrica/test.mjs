import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { changedSince, specsFor } from './changed.mjs';
import { buildAside, installModules } from './install.mjs';
import { installPackages, runPackages, testPackages } from './packages.mjs';
import { isRoot, readJson, root } from './places.mjs';
import { LauncherError, print } from './told.mjs';

/**
 * For a fresh clone on two quiet cores. A run that takes half as long again says so, and fails with
 * FABRICA_TEST_BUDGET=enforce: shared machines vary by more than that.
 */
const BUDGET_MINUTES = 12;
const SLOWEST = 10;

const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1' };

/**
 * Every check: format and lint, types, boundaries, unused code, unit, property, oracle and server tests, and browser tests.
 * `--changed [REVISION]` runs what the changes since then can affect. Closes with "N passed, N failed".
 */
export async function test(args) {
  const run = new TestRun();
  const since = args.includes('--changed') ? (args[args.indexOf('--changed') + 1] ?? 'HEAD') : undefined;
  const changed = since === undefined ? undefined : changedSince(since);
  await run.stage('Packages', async () => {
    installPackages([...runPackages, ...testPackages]);
    installModules();
  });
  await run.stage('Build and static checks', () => Promise.all([buildAside(), staticChecks(run)]));
  await run.stage('Jest', () => jest(run, changed));
  await run.stage('Browser tests', () => browserTests(run, changed));
  run.close();
}

/** What was run, how long it took, and what came of it. */
class TestRun {
  passed = 0;
  failed = 0;
  suites = [];
  stages = [];
  results = mkdtempSync(path.join(tmpdir(), 'fabrica-results-'));

  async stage(name, act) {
    print(name);
    const from = Date.now();
    try {
      await act();
    } catch (error) {
      if (!(error instanceof LauncherError)) throw error;
      console.error(error.message);
      this.failed++;
    }
    this.stages.push({ name, seconds: (Date.now() - from) / 1000 });
  }

  /** Adds the counts that a reporter wrote; a program that failed and counted no failure is one. */
  add(file, exitCode) {
    const suites = readJson(file) ?? [];
    const failed = suites.reduce((sum, suite) => sum + suite.failed, 0);
    this.passed += suites.reduce((sum, suite) => sum + suite.passed, 0);
    this.failed += failed > 0 || exitCode === 0 ? failed : 1;
    this.suites.push(...suites);
  }

  close() {
    rmSync(this.results, { recursive: true, force: true });
    const seconds = this.stages.reduce((sum, stage) => sum + stage.seconds, 0);
    console.log('\nSlowest suites');
    for (const { path: file, ms } of this.suites.sort((a, b) => b.ms - a.ms).slice(0, SLOWEST))
      console.log(`${(ms / 1000).toFixed(0).padStart(6)} s  ${path.relative(root, file)}`);
    console.log('\nStages');
    for (const stage of this.stages) console.log(`${stage.seconds.toFixed(0).padStart(6)} s  ${stage.name}`);
    console.log(`${seconds.toFixed(0).padStart(6)} s  in all`);
    if (seconds > BUDGET_MINUTES * 60 * 1.5) {
      console.error(
        `\nThe tests took more than half as long again as their budget of ${BUDGET_MINUTES} minutes.`,
      );
      if (process.env.FABRICA_TEST_BUDGET === 'enforce') this.failed++;
    }
    console.log(`\n${this.passed} passed, ${this.failed} failed`);
    if (this.failed > 0 || this.passed === 0) process.exitCode = 1;
  }
}

/** One after the other, beside the build. A check prints only when it fails. */
async function staticChecks(run) {
  const bin = (file) => path.join('node_modules', file);
  await node([bin('next/dist/bin/next'), 'typegen']);
  const checks = {
    'Format and lint': [bin('@biomejs/biome/bin/biome'), 'check', '.'],
    Types: [bin('typescript/bin/tsc'), '--noEmit'],
    'Types of the core, without platform': [bin('typescript/bin/tsc'), '-p', 'tsconfig.core.json'],
    'Boundaries and circles': [bin('dependency-cruiser/bin/dependency-cruise.mjs'), 'src'],
    'Unused files, exports and packages': [bin('knip/bin/knip.js')],
  };
  for (const [name, args] of Object.entries(checks)) {
    const { code, output } = await node(args);
    print(`${name}: ${code === 0 ? 'passed' : 'failed'}`);
    if (code !== 0) console.error(output);
    if (code === 0) run.passed++;
    else run.failed++;
  }
}

async function jest(run, changed) {
  const file = path.join(run.results, 'jest.json');
  const related = changed && ['--findRelatedTests', '--passWithNoTests', ...changed];
  if (related && changed.length === 0) return;
  const reporters = ['default', './tests/reporters/jestCounts.mjs'].map((one) => `--reporters=${one}`);
  const { code } = await node(['node_modules/jest/bin/jest.js', '--ci', ...reporters, ...(related ?? [])], {
    stdio: 'inherit',
    env: { ...env, FABRICA_COUNTS: file },
  });
  run.add(file, code);
}

/** The real application in Debian's Chromium; with the network cut where this user may cut it. */
async function browserTests(run, changed) {
  const specs = changed && specsFor(changed);
  if (specs?.length === 0) return;
  const cut = isRoot() && spawnSync('unshare', ['-n', 'ip', 'link', 'set', 'lo', 'up']).status === 0;
  print(cut ? 'The network is cut' : 'This user may not cut the network');
  const file = path.join(run.results, 'playwright.json');
  const args = [
    'node_modules/@playwright/test/cli.js',
    'test',
    '--reporter=list,./tests/reporters/playwrightCounts.mjs',
    ...(specs ?? []),
  ];
  const withoutNetwork = [
    '-n',
    'sh',
    '-c',
    'ip link set lo up && exec "$@"',
    'sh',
    process.execPath,
    ...args,
  ];
  const { code } = await program(cut ? 'unshare' : process.execPath, cut ? withoutNetwork : args, {
    stdio: 'inherit',
    env: { ...env, FABRICA_COUNTS: file, FABRICA_NETWORK_CUT: cut ? '1' : '' },
  });
  run.add(file, code);
}

const node = (args, options) => program(process.execPath, args, options);

function program(command, args, options = { stdio: ['ignore', 'pipe', 'pipe'], env }) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, ...options });
    let output = '';
    for (const stream of [child.stdout, child.stderr]) stream?.on('data', (data) => (output += data));
    child.on('error', reject);
    child.on('close', (code) => resolve({ code, output }));
  });
}
