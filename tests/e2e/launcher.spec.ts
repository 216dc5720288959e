import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import { cutLogs } from '../../scripts/fabrica/logs.mjs';
import { growingPauses } from '../../scripts/fabrica/watch.mjs';
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

test('database, web application and worker are started again when they are killed; health tells what is missing', async () => {
  const data = `${running().data}-killed`;
  mkdirSync(data);
  execFileSync('cp', ['-a', path.join(running().data, 'card'), path.join(data, 'card')]);
  const { address, process: launcher } = await startFabrica(data, { FABRICA_PORT: '4740' });
  const health = async () => {
    const answer = await fetch(`${address}/api/health`).catch(() => undefined);
    return (
      answer && { status: answer.status, ...((await answer.json()) as { well: boolean; missing: string[] }) }
    );
  };
  const children = () =>
    (JSON.parse(readFileSync(path.join(data, 'running.json'), 'utf8')) as { children: { pid: number }[] })
      .children;
  const allBack = () =>
    expect.poll(health, { timeout: 60_000 }).toEqual({ status: 200, well: true, missing: [] });
  await allBack();

  const postmaster = path.join(data, 'postgres/cluster/postmaster.pid');
  process.kill(Number(readFileSync(postmaster, 'utf8').split('\n')[0]), 'SIGKILL');
  expect(await health()).toEqual({ status: 503, well: false, missing: ['database'] });
  await allBack();
  const [web, ...workers] = children();
  for (const { pid } of workers) process.kill(pid, 'SIGKILL');
  await expect.poll(health, { timeout: 20_000 }).toMatchObject({ well: false, missing: ['worker'] });
  await allBack();
  process.kill(web!.pid, 'SIGKILL');
  await expect.poll(health, { timeout: 20_000 }).toBeUndefined();
  await allBack();
  expect(children().map(({ pid }) => isAlive(pid))).toEqual([true, true, true]);

  // The application's role owns its database and nothing else; what is kept is its owner's.
  const { port, applicationPassword } = JSON.parse(
    readFileSync(path.join(data, 'database.json'), 'utf8'),
  ) as {
    port: number;
    applicationPassword: string;
  };
  const sql = (database: string, text: string) =>
    spawnSync(
      'psql',
      ['-h', '127.0.0.1', '-p', String(port), '-U', 'fabrica_application', '-d', database, '-Atc', text],
      {
        encoding: 'utf8',
        env: { ...process.env, PGPASSWORD: applicationPassword },
      },
    );
  expect(
    sql(
      'fabrica',
      'select rolsuper, rolcreaterole, rolcreatedb from pg_roles where rolname = current_user',
    ).stdout.trim(),
  ).toBe('f|f|f');
  expect(sql('postgres', 'select 1').stderr).toContain('permission denied');
  expect(sql('fabrica', "copy (select 1) to '/tmp/fabrica-out'").stderr).toContain('must be superuser');
  const open = [
    '.',
    'web.log',
    'worker.log',
    'database.json',
    'previews',
    'undo',
    'arrivals',
    'deliveries',
  ].filter((name) => (statSync(path.join(data, name)).mode & 0o066) !== 0);
  expect(open).toEqual([]);
  expect(await interrupt(launcher)).toBe(0);
  rmSync(data, { recursive: true, force: true });
});
