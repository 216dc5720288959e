import { execFileSync, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { copyAttributes } from './copyAttributes';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'fabrica-attributes-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

function file(name: string, mode: number): string {
  const made = path.join(folder, name);
  writeFileSync(made, name);
  chmodSync(made, mode);
  return made;
}

test('names with line feeds, quotes, dollar signs and leading dashes are copied as they are, many at once', async () => {
  const names = ['a\nb', "it's $HOME", '-rf', 'back\\slash', ' blank ', 'ø`x`'];
  const pairs = names.map((name, n) => [file(name, 0o640), file(`to ${n}`, 0o600)] as const);
  await Promise.all(pairs.map(([from, to]) => copyAttributes(from, to)));
  for (const [, to] of pairs) expect(statSync(to).mode & 0o777).toBe(0o640);
});

test('what cannot be copied says why, and the next file is copied', async () => {
  await expect(copyAttributes(path.join(folder, 'gone'), file('to', 0o600))).rejects.toThrow('No such file');
  const to = file('next', 0o600);
  await copyAttributes(file('from', 0o644), to);
  expect(statSync(to).mode & 0o777).toBe(0o644);
});

test('a helper that was killed is started again, and its file fails', async () => {
  const to = file('to', 0o600);
  const from = file('from', 0o644);
  await copyAttributes(from, to);
  // The only bash below this process.
  const pids = execFileSync('pgrep', ['-P', String(process.pid), 'bash'], { encoding: 'utf8' }).trim();
  spawnSync('kill', ['-9', ...pids.split('\n')]);
  await copyAttributes(from, to).catch((error: Error) => expect(error.message).toContain('helper'));
  await copyAttributes(from, to);
});
