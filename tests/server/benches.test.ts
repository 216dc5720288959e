import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/*
 * Benchmarks with very few pictures: they start, and do what they measure.
 */
const folder = mkdtempSync(path.join(tmpdir(), 'fabrica-bench-'));
// PostgreSQL runs as a user of its own.
chmodSync(folder, 0o755);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const few = ['--files', '2', '--rounds', '1', '--workers', '1'];

// bench:import stopped at its first call: a shape had changed, and nothing compiled it.
// Side by side: each waits most of the time for what it starts.
test.concurrent.each([
  ['', 'fastest JavaScript reader', ['--files', '2', '--read', '10', '--rounds', '1']],
  ['checks', '41 rules', ['--photos', '20']],
  ['templates', 'ratio:', ['--photos', '20']],
  ['find', 'everything: 20 pictures', ['--photos', '20']],
  ['scale', 'the shelf of 5 templates', ['--photos', '20', '--templates', '5']],
  ['import', '× a safe copy', few],
  ['deliver', '× a safe copy', [...few, '--archive', '0.001']],
  ['vocabulary', 'a term renamed', ['--photos', '20', '--terms', '50']],
  ['sheet', 'browser heap', ['--photos', '20']],
  ['describe', 'next picture in One by one', ['--photos', '30', '--rounds', '1', '--pauses', '0.1']],
] as const)('bench:%s', async (name, printed, args) => {
  const more = ['', 'import', 'deliver', 'vocabulary', 'sheet', 'describe'].includes(name)
    ? ['--folder', path.join(folder, `bench-${name}`)]
    : [];
  const command = ['run', '-s', name === '' ? 'bench' : `bench:${name}`, '--', ...args, ...more];
  const { code, out, err } = await ended('npm', command);
  expect([code, err.includes('Error') ? err : '']).toEqual([0, '']);
  expect(out).toContain(printed);
});

async function ended(command: string, args: readonly string[]) {
  const child = spawn(command, args, { env: { ...process.env, FABRICA_BUILT: '1', NODE_OPTIONS: '' } });
  let [out, err] = ['', ''];
  child.stdout.on('data', (text) => (out += text));
  child.stderr.on('data', (text) => (err += text));
  const [code] = await once(child, 'close');
  return { code: code as number, out, err };
}
