import { execFileSync, spawnSync } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { commands, pageOf } from '../../scripts/fabrica/help.mjs';
import { cutLogs } from '../../scripts/fabrica/logs.mjs';
import { runPackages } from '../../scripts/fabrica/packages.mjs';
import { unit } from '../../scripts/fabrica/service.mjs';
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
    expect.arrayContaining([
      'demo',
      'start',
      'stop',
      'read',
      'embed',
      'fields',
      'test',
      'completion',
      'backup',
      'restore',
      'check',
      'service',
    ]),
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

describe('data of an earlier version', () => {
  const moved = (script: string, home: string) =>
    execFileSync(process.execPath, ['--input-type=module', '-e', script], {
      cwd: root,
      encoding: 'utf8',
      env: { ...process.env, FABRICA_DATA: '', XDG_DATA_HOME: home },
    }).trim();
  const script = (from: string) =>
    `const { migrateDataFolder } = await import('./scripts/fabrica/migrateDataFolder.mjs'); migrateDataFolder(${JSON.stringify(from)});`;
  let home: string;
  beforeEach(() => {
    home = mkdtempSync(path.join(tmpdir(), 'fabrica-home-'));
    chmodSync(home, 0o755);
    mkdirSync(path.join(home, 'old'));
  });
  afterEach(() => rmSync(home, { recursive: true, force: true }));

  test('move to the user’s data folder, once', () => {
    const from = path.join(home, 'old');
    writeFileSync(path.join(from, 'database.json'), '{}');
    expect(moved(script(from), home)).toContain(`moved from ${from} to ${path.join(home, 'fabrica')}`);
    // The record stays until the database has the new paths.
    expect(readdirSync(path.join(home, 'fabrica')).sort()).toEqual(['database.json', 'moved.json']);
    mkdirSync(from);
    writeFileSync(path.join(from, 'database.json'), '{"another": 1}');
    expect(moved(script(from), home)).toBe('');
    expect(readFileSync(path.join(home, 'fabrica/database.json'), 'utf8')).toBe('{}');
  });

  test('data of the demo, and nothing, stay where they are', () => {
    const from = path.join(home, 'old');
    expect(moved(script(from), home)).toBe('');
    writeFileSync(path.join(from, 'database.json'), '{}');
    mkdirSync(path.join(from, 'card'));
    expect(moved(script(from), home)).toContain('Demo data stay in');
    expect(readdirSync(from).sort()).toEqual(['card', 'database.json']);
  });
});

test('the unit for systemd starts this checkout, whatever its path holds', () => {
  const home = mkdtempSync(path.join(tmpdir(), 'fabrica-unit-'));
  // A systemd that takes everything, and keeps what it was asked.
  writeFileSync(path.join(home, 'systemctl'), `#!/bin/sh\necho "$@" >> ${home}/asked\n`, { mode: 0o755 });
  const env = { XDG_CONFIG_HOME: home, PATH: `${home}:${process.env.PATH}` };
  expect(fabrica(['service', 'install'], env).status).toBe(0);
  const file = path.join(home, 'systemd/user/fabrica.service');
  expect(readFileSync(file, 'utf8')).toContain(`ExecStart="${root}/fabrica" start\n`);
  expect(readFileSync(path.join(home, 'asked'), 'utf8')).toBe(
    '--user daemon-reload\n--user enable --now fabrica.service\n',
  );
  const odd = unit('/srv/50% "off"', '/usr/bin/node', '/home/50%/fabrica.env');
  expect(odd).toContain('ExecStart="/srv/50%% \\"off\\"/fabrica" start\n');
  expect(odd).toContain('EnvironmentFile=-/home/50%%/fabrica.env\n');
  expect(fabrica(['service', 'remove'], env).status).toBe(0);
  expect(existsSync(file)).toBe(false);
  expect(fabrica(['service', 'dance'], env).status).toBe(1);
  rmSync(home, { recursive: true });
});

test('the Containerfile installs what start needs, and copies nothing that is made', () => {
  const text = readFileSync(path.join(root, 'Containerfile'), 'utf8');
  const installed = /install -y --no-install-recommends ([^&\\]+)/.exec(text)![1]!.trim().split(/\s+/);
  expect(installed).toEqual(expect.arrayContaining(runPackages.map(({ name }) => name)));
  const left = readFileSync(path.join(root, '.containerignore'), 'utf8').split('\n');
  expect(left).toEqual(expect.arrayContaining(['.git', '.next', 'node_modules', '.fabrica']));
  expect(readFileSync(path.join(root, '.dockerignore'), 'utf8')).toBe(left.join('\n'));
});

const builder = ['podman', 'docker'].find((name) => spawnSync(name, ['info']).status === 0);
(builder ? test : test.skip)('an image is built from the Containerfile', () => {
  const { status, stderr } = spawnSync(builder!, ['build', '-f', 'Containerfile', '.'], {
    cwd: root,
    encoding: 'utf8',
  });
  expect([status, stderr]).toEqual([0, expect.anything()]);
});
