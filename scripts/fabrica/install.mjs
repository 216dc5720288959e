import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { digest, readJson, root, writeJson } from './places.mjs';
import { say, Told } from './told.mjs';

/** `npm ci` when the lock file is another than the one last installed. */
export function installModules() {
  const lock = digest(readFileSync(path.join(root, 'package-lock.json')));
  const mark = path.join(root, 'node_modules/.fabrica-lock.json');
  if (readJson(mark)?.lock === lock) return;
  say('Installing the packages of package-lock.json (about a minute)');
  run('npm', ['ci', '--no-fund', '--no-audit'], 'npm ci failed');
  writeJson(mark, { lock }, 0o644);
}

/** Builds the web application and the worker when a source is another than last time. */
export function build() {
  const sources = digestOfSources();
  const mark = path.join(root, 'dist/build.json');
  if (readJson(mark)?.sources === sources && existsSync(path.join(root, '.next/BUILD_ID'))) return;
  say('Building (about a minute)');
  run(process.execPath, ['scripts/build.mjs'], 'The build failed');
  writeJson(mark, { sources }, 0o644);
}

/** Builds only what runs without the web application, when a source is another than last time. */
export function buildPrograms() {
  const sources = digestOfSources();
  const mark = path.join(root, 'dist/programs.json');
  if (readJson(mark)?.sources === sources && existsSync(path.join(root, 'dist/cli.mjs'))) return;
  run(process.execPath, ['scripts/build.mjs', '--programs-only'], 'The build failed');
  writeJson(mark, { sources }, 0o644);
}

function run(command, args, failure) {
  const done = spawnSync(command, args, {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    maxBuffer: 1 << 28,
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
  });
  if (done.status !== 0) throw new Told(`${failure}:\n${String(done.stdout)}${String(done.stderr)}`);
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
