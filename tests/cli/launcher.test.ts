import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { commands, pageOf } from '../../scripts/fabrica/help.mjs';
import { cutLogs } from '../../scripts/fabrica/logs.mjs';
import { growingPauses } from '../../scripts/fabrica/watch.mjs';

/** What `./fabrica` does without starting anything; tests/e2e/launcher.spec.ts has the rest. */
const root = path.resolve(__dirname, '../..');
const fabrica = (args: string[], env: Record<string, string> = {}) =>
  spawnSync(path.join(root, 'fabrica'), args, { encoding: 'utf8', env: { ...process.env, ...env } });

test('a wrong Node.js is told, without a stack', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'fabrica-node-'));
  execFileSync('sh', [
    '-c',
    `printf '#!/bin/sh\\necho v18.2.0\\n' > ${folder}/node && chmod +x ${folder}/node`,
  ]);
  const old = fabrica(['demo'], { PATH: `${folder}:${process.env.PATH}` });
  expect(old.status).toBe(1);
  expect(old.stderr).toContain('this is v18.2.0');
  rmSync(folder, { recursive: true });
});

test('an unknown command shows help', () => {
  const unknown = fabrica(['dance']);
  expect(unknown.status).toBe(2);
  expect(unknown.stderr).toContain('./fabrica demo');
});

test('every command has a page of its own, with its exit codes', () => {
  expect(Object.keys(commands)).toEqual(
    expect.arrayContaining(['demo', 'start', 'stop', 'read', 'embed', 'fields', 'test', 'completion']),
  );
  // Pages of the command line come from its own program.
  for (const name of Object.keys(commands)) {
    const page = pageOf(name) ?? fabrica([name, '--help']).stdout;
    expect([name, page]).toEqual([name, expect.stringMatching(/Exit codes|Ends with 0/)]);
  }
  const { status, stdout } = fabrica(['test', '--help']);
  expect([status, stdout.trim()]).toEqual([0, pageOf('test')!.trim()]);
});

test('the shell completes commands and options', () => {
  const completed = (...words: string[]) => {
    const script = `source <(./fabrica completion bash); COMP_WORDS=(./fabrica ${words.join(' ')}); COMP_CWORD=${words.length}; _fabrica; echo "\${COMPREPLY[@]}"`;
    return execFileSync('bash', ['-c', script], { cwd: root, encoding: 'utf8' }).trim();
  };
  expect(completed('em')).toBe('embed');
  expect(completed('embed', '--in')).toBe('--in-place');
  expect(fabrica(['completion', 'fish']).status).toBe(2);
});

test('a log beyond its bound goes on from nothing, with the former one beside it', () => {
  const data = mkdtempSync(path.join(tmpdir(), 'fabrica-logs-'));
  mkdirSync(path.join(data, 'postgres'));
  for (const [name, size] of [
    ['web.log', 30],
    ['worker.log', 10],
    ['postgres/log', 11],
  ] as const)
    writeFileSync(path.join(data, name), 'x'.repeat(size));
  cutLogs(data, 10);
  const sizes = ['web.log', 'web.log.before', 'worker.log', 'postgres/log', 'postgres/log.before'].map(
    (name) => statSync(path.join(data, name)).size,
  );
  expect(sizes).toEqual([0, 30, 10, 0, 11]);
  rmSync(data, { recursive: true });
});

test('pauses grow, have an end, and begin anew after what lasted', () => {
  let now = 0;
  const pauses = growingPauses(() => now);
  expect(Array.from({ length: 8 }, () => pauses.next())).toEqual([
    ...[1000, 2000, 4000, 8000, 16_000, 30_000, 30_000],
    undefined,
  ]);
  pauses.started();
  now += 60_000;
  expect(pauses.next()).toBe(1000);
});
