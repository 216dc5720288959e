import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import { interrupt, root, running, startFabrica } from './fabrica';

const fabrica = (args: string[], env: Record<string, string> = {}) =>
  spawnSync(path.join(root, 'fabrica'), args, { encoding: 'utf8', env: { ...process.env, ...env } });

/** A process that has ended may linger as a zombie where nobody collects it. */
function isAlive(pid: number): boolean {
  const stat = `/proc/${pid}/stat`;
  return existsSync(stat) && !/\) Z /.test(readFileSync(stat, 'utf8'));
}

test('a second copy on the same data is told so, without a stack', () => {
  const { data, address } = running();
  const second = fabrica(['start'], { FABRICA_DATA: data });
  expect(second.status).toBe(1);
  expect(second.stderr).toContain(`running already on this data folder at ${address}`);
  expect(second.stderr).not.toContain('    at ');
});

test('a wrong Node.js is told, without a stack', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'fabrica-node-'));
  execFileSync('sh', [
    '-c',
    `printf '#!/bin/sh\\ncase "$*" in *"[0]"*) echo 18;; *"[1]"*) echo 2;; *) echo v18.2.0;; esac\\n' > ${folder}/node && chmod +x ${folder}/node`,
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
  const names = [...fabrica(['help']).stdout.matchAll(/\.\/fabrica ([a-z]+)/g)].map(([, name]) => name!);
  expect(names).toEqual(
    expect.arrayContaining(['demo', 'start', 'stop', 'read', 'embed', 'fields', 'test', 'completion']),
  );
  for (const name of new Set(names)) {
    const { status, stdout } = fabrica([name, '--help']);
    expect([name, status]).toEqual([name, 0]);
    expect(stdout).toMatch(/Exit codes|Ends with 0/);
  }
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

test('beside another on taken ports; Ctrl-C ends everything it started; started again it finds its data', async () => {
  const { data: otherData } = running();
  const data = `${otherData}-second`;
  mkdirSync(data);
  execFileSync('cp', ['-a', path.join(otherData, 'card'), path.join(data, 'card')]);
  const taken = createServer().listen(4720, '127.0.0.1');
  const first = await startFabrica(data, { FABRICA_PORT: '4720' });
  expect(first.address).not.toContain(':4720');
  const { children, launcher } = JSON.parse(readFileSync(path.join(data, 'running.json'), 'utf8')) as {
    children: { pid: number }[];
    launcher: { pid: number };
  };
  const postmaster = Number(
    readFileSync(path.join(data, 'postgres/cluster/postmaster.pid'), 'utf8').split('\n')[0],
  );
  expect(await interrupt(first.process)).toBe(0);
  for (const pid of [launcher.pid, postmaster, ...children.map((child) => child.pid)])
    expect(isAlive(pid)).toBe(false);
  expect(existsSync(path.join(data, 'running.json'))).toBe(false);

  const again = await startFabrica(data, { FABRICA_PORT: '4720' });
  const listed = await (await fetch(`${again.address}/api/templates`)).json();
  expect(listed).toHaveLength(2);
  const stopped = fabrica(['stop'], { FABRICA_DATA: data });
  expect(stopped.stdout).toContain('Fabrica has ended.');
  expect(existsSync(path.join(data, 'running.json'))).toBe(false);
  taken.close();
  rmSync(data, { recursive: true, force: true });
});
