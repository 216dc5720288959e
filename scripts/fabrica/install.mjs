import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { digest, readJson, root, writeJson } from './places.mjs';
import { LauncherError, print } from './told.mjs';

/** `npm ci` when the lock file is another than the one last installed. */
export function installModules() {
  const lock = digest(readFileSync(path.join(root, 'package-lock.json')));
  const mark = path.join(root, 'node_modules/.fabrica-lock.json');
  if (readJson(mark)?.lock === lock) return;
  run('npm', ['ci', '--no-fund', '--no-audit'], 'npm ci failed');
  writeJson(mark, { lock }, 0o644);
}

/** Whether the web application has to be built again. */
export function isBuilt() {
  const mark = path.join(root, 'dist/build.json');
  return readJson(mark)?.sources === digestOfSources() && existsSync(path.join(root, '.next/BUILD_ID'));
}

/** Builds the web application and the worker when a source is another than last time; without waiting. */
export async function buildAside() {
  if (isBuilt()) return;
  const sources = digestOfSources();
  await runAside(process.execPath, ['scripts/build.mjs'], 'The build failed');
  markBuilt(sources);
}

/** A whole build holds the programs as well. */
function markBuilt(sources) {
  for (const name of ['build', 'programs'])
    writeJson(path.join(root, `dist/${name}.json`), { sources }, 0o644);
}

/** The same, and waits. */
export function build() {
  if (isBuilt()) return;
  const sources = digestOfSources();
  print('Building (about a minute)');
  run(process.execPath, ['scripts/build.mjs'], 'The build failed');
  markBuilt(sources);
}

/** Builds only what runs without the web application, when a source is another than last time. */
export function buildPrograms() {
  const sources = digestOfSources();
  const mark = path.join(root, 'dist/programs.json');
  if (readJson(mark)?.sources === sources && existsSync(path.join(root, 'dist/cli.mjs'))) return;
  run(process.execPath, ['scripts/build.mjs', '--programs-only'], 'The build failed');
  writeJson(mark, { sources }, 0o644);
}

async function runAside(command, args, failure) {
  const child = spawn(command, args, {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
  });
  let output = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => (output += data));
  const [code] = await once(child, 'exit');
  if (code !== 0) throw new LauncherError(`${failure}:\n${output}`);
}

function run(command, args, failure) {
  const done = spawnSync(command, args, {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    maxBuffer: 1 << 28,
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
  });
  if (done.status !== 0) throw new LauncherError(`${failure}:\n${String(done.stdout)}${String(done.stderr)}`);
}

function digestOfSources() {
  const hash = createHash('sha256');
  const add = (name) => {
    const whole = path.join(root, name);
    hash.update(name).update(readFileSync(whole));
  };
  const walk = (folder) => {
    for (const entry of readdirSync(path.join(root, folder), { withFileTypes: true }).sort((a, b) =>
      a.name < b.name ? -1 : 1,
    )) {
      const name = `${folder}/${entry.name}`;
      if (entry.isDirectory()) walk(name);
      else if (!/\.test\.tsx?$/.test(name)) add(name);
    }
  };
  walk('src');
  for (const name of ['package-lock.json', 'next.config.ts', 'tsconfig.json', 'scripts/build.mjs']) add(name);
  return hash.digest('hex');
}
