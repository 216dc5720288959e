import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './places.mjs';

const git = (...args) =>
  execFileSync('git', args, { cwd: root, encoding: 'utf8' })
    .split('\n')
    .filter((file) => file && existsSync(path.join(root, file)));

/** Files below src and tests that differ from a revision, and new ones. */
export function changedSince(revision) {
  const files = [
    ...git('diff', '--name-only', revision),
    ...git('ls-files', '--others', '--exclude-standard'),
  ];
  return files.filter((file) => /^(src|tests|scripts)\/.*\.(ts|tsx|mjs)$/.test(file));
}

/**
 * Browser tests that changed files can affect: changed specs, and those that name a changed feature in a line
 * `// Covers: describe, keywords`. A change of what all features share runs the one that goes the whole way.
 */
export function specsFor(files) {
  const folder = path.join(root, 'tests/e2e');
  const features = new Set(files.map((file) => /^src\/features\/([^/]+)\//.exec(file)?.[1]).filter(Boolean));
  const isShared = files.some((file) => /^src\/(ui|app|core|server|worker|reader)\//.test(file));
  return readdirSync(folder)
    .filter((name) => name.endsWith('.spec.ts'))
    .filter((name) => {
      const covers = /^\/\/ Covers: (.*)$/m.exec(readFileSync(path.join(folder, name), 'utf8'))?.[1] ?? '';
      return (
        files.includes(`tests/e2e/${name}`) ||
        (isShared && name === 'wholeWay.spec.ts') ||
        covers.split(', ').some((feature) => features.has(feature))
      );
    });
}
