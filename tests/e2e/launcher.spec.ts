import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { createServer } from 'node:net';
import path from 'node:path';
import { expect } from '@playwright/test';
import { interrupt, portBeside, root, running, startFabrica } from './fabrica';
import { test } from './test';

const fabrica = (args: string[], env: Record<string, string> = {}) =>
  spawnSync(path.join(root, 'fabrica'), args, { encoding: 'utf8', env: { ...process.env, ...env } });

/** A process that has ended may linger as a zombie where nobody collects it. */
function isAlive(pid: number): boolean {
  const stat = `/proc/${pid}/stat`;
  return existsSync(stat) && !/\) Z /.test(readFileSync(stat, 'utf8'));
}

/** Kills the database as soon as it takes connections. */
async function killOnce(postmasterFile: string): Promise<string> {
  const until = Date.now() + 120_000;
  while (Date.now() < until) {
    const lines = existsSync(postmasterFile) ? readFileSync(postmasterFile, 'utf8').split('\n') : [];
    if (lines[7]?.startsWith('ready')) {
      process.kill(Number(lines[0]), 'SIGKILL');
      return 'killed';
    }
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  return 'the database did not start';
}

test('a second copy on the same data is told so, without a stack', () => {
  const { data, address } = running();
  const second = fabrica(['start'], { FABRICA_DATA: data });
  expect(second.status).toBe(1);
  expect(second.stderr).toContain(`running already on this data folder at ${address}`);
  expect(second.stderr).not.toContain('    at ');
});

test('beside another on taken ports; Ctrl-C ends everything it started; started again it finds its data', async () => {
  const { data: otherData } = running();
  const data = `${otherData}-second`;
  mkdirSync(data);
  execFileSync('cp', ['-a', path.join(otherData, 'card'), path.join(data, 'card')]);
  const taken = createServer().listen(Number(portBeside(9)), '127.0.0.1');
  const first = await startFabrica(data, { FABRICA_PORT: portBeside(9) });
  expect(first.address).not.toContain(`:${portBeside(9)}`);
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

  const postmasterFile = path.join(data, 'postgres/cluster/postmaster.pid');
  const killed = killOnce(postmasterFile);
  const again = await startFabrica(data, { FABRICA_PORT: portBeside(9) });
  expect(await killed).toBe('killed');
  expect(again.output()).toContain('The database ended unexpectedly and is started again');
  const listed = await (await fetch(`${again.address}/api/templates`)).json();
  expect(listed).toHaveLength(2);
  const stopped = fabrica(['stop'], { FABRICA_DATA: data });
  expect(stopped.stdout).toContain('Fabrica has ended.');
  expect(existsSync(path.join(data, 'running.json'))).toBe(false);
  taken.close();
  rmSync(data, { recursive: true, force: true });
});

test('database, web application and worker are started again when they are killed; health tells what is missing', async () => {
  const data = `${running().data}-killed`;
  mkdirSync(data);
  execFileSync('cp', ['-a', path.join(running().data, 'card'), path.join(data, 'card')]);
  const { address, process: launcher } = await startFabrica(data, {
    FABRICA_PORT: portBeside(29),
    FABRICA_WORKERS: '2',
  });
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
  // Its processes end a moment after it.
  await expect
    .poll(health, { timeout: 20_000, intervals: [20] })
    .toEqual({ status: 503, well: false, missing: ['database'] });
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

  // A killed launcher takes its parts with it.
  const parts = [
    Number(readFileSync(postmaster, 'utf8').split('\n')[0]),
    ...children().map((child) => child.pid),
  ];
  process.kill(launcher.pid!, 'SIGKILL');
  await expect.poll(() => parts.filter(isAlive), { timeout: 60_000 }).toEqual([]);
  await expect.poll(() => existsSync(path.join(data, 'running.json')), { timeout: 60_000 }).toBe(false);
  rmSync(data, { recursive: true, force: true });
});
