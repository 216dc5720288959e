// npm run bench [-- --files 200 --read 2000 --rounds 3]: everything side by side in one run.
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { build } from 'esbuild';
import { copies, fresh, originals, others } from './sets.mjs';
import { median, timed } from './timed.mjs';

const { values } = parseArgs({
  options: {
    files: { type: 'string', default: '200' },
    read: { type: 'string', default: '2000' },
    rounds: { type: 'string', default: '3' },
    folder: { type: 'string', default: path.join(os.tmpdir(), 'fabrica-bench') },
  },
});
const [files, readFiles, rounds] = [values.files, values.read, values.rounds].map(Number);
const root = path.resolve(import.meta.dirname, '..');
const work = values.folder;
const at = (name) => path.join(work, name);
mkdirSync(work, { recursive: true });

if (process.env.FABRICA_BUILT !== '1')
  execFileSync(process.execPath, ['scripts/build.mjs', '--programs-only'], { cwd: root });
const flags = execFileSync('pkg-config', ['--cflags', '--libs', 'exiv2'], { encoding: 'utf8' })
  .trim()
  .split(/\s+/);
execFileSync('g++', [
  '-O2',
  '-w',
  path.join(root, 'bench/programs/metadata_bench.cpp'),
  '-o',
  at('metadata_bench'),
  ...flags,
]);
await build({
  entryPoints: [path.join(root, 'bench/programs/drawn.ts')],
  outfile: at('drawn.mjs'),
  bundle: true,
  format: 'esm',
  platform: 'node',
});
const drawn = await import(at('drawn.mjs'));

const env = { FABRICA_STATE: at('state') };
const fabrica = (...args) => timed(process.execPath, [path.join(root, 'dist/cli.mjs'), ...args], { env });
const cpp = (...args) => timed(at('metadata_bench'), args);
const embed = (pass, ...args) =>
  fabrica('embed', '--template', path.join(root, 'bench/template.json'), '--fact', `pass=${pass}`, ...args);
const settle = () => spawnSync('sync', ['-f', work]);

const results = {};
const note = (set, name, { seconds, peakMegabytes }) => {
  results[set] ??= {};
  results[set][name] ??= { seconds: [], peak: 0 };
  results[set][name].seconds.push(seconds);
  results[set][name].peak = Math.max(results[set][name].peak, peakMegabytes);
  console.log(`${set.padEnd(6)} ${name.padEnd(34)} ${seconds.toFixed(2)} s`);
};

async function writing(set, original) {
  const sources = copies(at('source'), original, files);
  for (let round = 0; round < rounds; round++) {
    settle();
    note(
      set,
      'cp + sync',
      await timed('sh', ['-c', `cp "$0"/* "$1" && sync -f "$1"`, at('source'), fresh(at('cp'))]),
    );
    settle();
    note(
      set,
      'safe copy, file by file',
      await timed(process.execPath, [
        path.join(root, 'bench/programs/safeCopy.mjs'),
        fresh(at('safe')),
        ...sources,
      ]),
    );
    settle();
    note(set, 'Fabrica into copies', await embed('one', '--to', fresh(at('to')), ...sources));
    const ours = copies(at('ours'), original, files);
    settle();
    note(set, 'Fabrica into originals', await embed('one', '--in-place', ...ours));
    settle();
    note(set, 'Fabrica, second time in place', await embed('two', '--in-place', ...ours));
    const theirs = copies(at('theirs'), original, files);
    settle();
    note(
      set,
      'C++ library, one process',
      await timed('sh', [
        '-c',
        '"$@" && sync -f "$0"',
        work,
        at('metadata_bench'),
        'write',
        'one',
        ...theirs,
      ]),
    );
    const single = copies(at('theirs'), original, files);
    settle();
    note(
      set,
      'C++ library, a process a file',
      await timed('sh', [
        '-c',
        'for f in "$2"/*; do "$1" write one "$f" >/dev/null || exit 1; done; sync -f "$0"',
        work,
        at('metadata_bench'),
        path.dirname(single[0]),
      ]),
    );
  }
}

async function reading(set, sources, withOthers) {
  await fabrica('read', '--json', ...sources);
  for (let round = 0; round < rounds; round++) {
    note(set, 'Fabrica', await fabrica('read', '--json', ...sources));
    if (!withOthers) continue;
    note(set, 'C++ library', await cpp('read', ...sources));
    note(
      set,
      'fastest JavaScript reader',
      await timed(process.execPath, [path.join(root, 'bench/programs/jsReader.mjs'), ...sources]),
    );
  }
}

const { jpeg, tiff, raw } = await originals(at('originals'), drawn.rawPicture);
for (let round = 0; round < 5; round++) note('start', 'Fabrica', await fabrica('fields'));
for (let round = 0; round < 5; round++)
  note(
    'start',
    'JavaScript reader',
    await timed(process.execPath, [path.join(root, 'bench/programs/jsReader.mjs')]),
  );
await writing('jpeg', jpeg);
await writing('tiff', tiff);
for (const name of ['cp', 'safe', 'to', 'ours', 'theirs', 'source'])
  rmSync(at(name), { recursive: true, force: true });

const rawFiles = copies(at('raw'), raw, files);
note('raw', 'Fabrica writes sidecars', await embed('one', '--in-place', ...rawFiles));
note('raw', 'Fabrica, sidecars a second time', await embed('two', '--in-place', ...rawFiles));
await reading('raw', rawFiles, false);
rmSync(at('raw'), { recursive: true, force: true });

const one = copies(at('one'), jpeg, 1);
await embed('one', '--in-place', ...one);
await reading('read', copies(at('many'), one[0], readFiles), true);
for (const [set, original] of Object.entries(others(at('others'), drawn))) {
  const [written] = copies(at('one'), original, 1);
  await embed('one', '--in-place', written);
  await reading(set, copies(at(set), written, readFiles), false);
  rmSync(at(set), { recursive: true, force: true });
}
const few = Array.from({ length: Math.floor(readFiles / 10) }, (_, i) =>
  path.join(at('many'), `p${String(i).padStart(5, '0')}.jpg`),
);
note('tenth', 'Fabrica', await fabrica('read', '--json', ...few));
rmSync(at('many'), { recursive: true, force: true });

const report = {
  machine: {
    cpu: os.cpus()[0].model,
    cores: os.cpus().length,
    memoryGigabytes: Math.round(os.totalmem() / 2 ** 30),
    node: process.version,
  },
  files,
  readFiles,
  rounds,
  bytes: { jpeg: statSync(jpeg).size, tiff: statSync(tiff).size, raw: statSync(raw).size },
  results: Object.fromEntries(
    Object.entries(results).map(([set, rows]) => [
      set,
      Object.fromEntries(
        Object.entries(rows).map(([name, { seconds, peak }]) => [
          name,
          { seconds: Number(median(seconds).toFixed(3)), peakMegabytes: peak },
        ]),
      ),
    ]),
  ),
};
writeFileSync(at('report.json'), `${JSON.stringify(report, null, 2)}\n`);
console.log(JSON.stringify(report, null, 2));
