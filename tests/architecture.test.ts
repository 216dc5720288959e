import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

/** Arrows point inwards only (docs/ARCHITECTURE.md). */
const src = path.resolve(__dirname, '../src');
const mayUse: Readonly<Record<string, readonly string[]>> = {
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
const pureServer = ['server/operations/context', 'server/operations/sourceParts', 'server/problems/words'];

interface Import {
  readonly from: string;
  readonly to: string;
  readonly typeOnly: boolean;
}

function* sources(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const whole = path.join(folder, entry.name);
    if (entry.isDirectory()) yield* sources(whole);
    else if (/\.tsx?$/.test(entry.name) && !/\.test\.tsx?$/.test(entry.name)) yield whole;
  }
}

function importsOf(file: string): Import[] {
  const from = path.relative(src, file);
  return [...readFileSync(file, 'utf8').matchAll(/^(?:import|export)\s(type\s)?[^;]*?from '([^']+)'/gm)].map(
    ([, typeOnly, name]) => {
      const to = name!.startsWith('@/')
        ? name!.slice(2)
        : name!.startsWith('.')
          ? path.relative(src, path.resolve(path.dirname(file), name!))
          : `npm:${name}`;
      return { from, to, typeOnly: typeOnly !== undefined };
    },
  );
}

const imports = [...sources(src)].flatMap(importsOf);
const layer = (name: string) => name.split('/')[0]!;

test('there are imports to look at', () => {
  expect(imports.length).toBeGreaterThan(300);
});

test('no layer imports from one further out', () => {
  const wrong = imports.filter(
    ({ from, to }) =>
      mayUse[layer(from)] &&
      !to.startsWith('npm:') &&
      !to.startsWith('../schema/') &&
      layer(to) !== layer(from) &&
      !mayUse[layer(from)]!.includes(layer(to)),
  );
  expect(wrong).toEqual([]);
});

test('the core uses only libraries that run anywhere', () => {
  const used = new Set(
    imports.filter(({ from, to }) => layer(from) === 'core' && to.startsWith('npm:')).map(({ to }) => to),
  );
  expect([...used].sort()).toEqual([
    'npm:@noble/hashes/legacy.js',
    'npm:@noble/hashes/sha2.js',
    'npm:fflate',
    'npm:saxes',
  ]);
});

test('the interface takes only types and pure helpers from the server', () => {
  const wrong = imports.filter(
    ({ from, to, typeOnly }) =>
      ['features', 'ui'].includes(layer(from)) &&
      layer(to) === 'server' &&
      !typeOnly &&
      !pureServer.includes(to),
  );
  expect(wrong).toEqual([]);
});
