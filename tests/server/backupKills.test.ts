import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { chmodSync, copyFileSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Client } from 'pg';
import { checkBackup } from '@/server/backup/checkBackup';

/** A killed backup leaves no archive, a killed restore what was there before; FABRICA_KILLS asks for more of them. */
const root = path.resolve(__dirname, '../..');
const kills = Number(process.env.FABRICA_KILLS ?? 3);
const frozen = path.join(root, 'tests/fixtures/backups/0039.tar.gz');
let data: string;

beforeAll(() => {
  data = mkdtempSync(path.join(tmpdir(), 'fabrica-killed-'));
  chmodSync(data, 0o755);
});
afterAll(() => {
  execFileSync(process.execPath, [path.join(__dirname, 'cluster.mjs'), 'stop', data]);
  rmSync(data, { recursive: true, force: true });
});

const fabrica = (...args: string[]) =>
  [
    path.join(root, 'fabrica'),
    args,
    { env: { ...process.env, FABRICA_DATA: data }, encoding: 'utf8' },
  ] as const;

/** Starts a command, kills its launcher after a while, and says whether it had ended before. */
async function killed(afterMs: number, ...args: string[]): Promise<boolean> {
  const [program, given, options] = fabrica(...args);
  const child = spawn(program, given, { env: options.env, stdio: 'ignore' });
  const timer = setTimeout(() => child.kill('SIGKILL'), afterMs);
  const [code] = await once(child, 'exit');
  clearTimeout(timer);
  return code !== null;
}

async function checklistNames(): Promise<string[]> {
  const url = execFileSync(process.execPath, [path.join(__dirname, 'cluster.mjs'), 'start', data], {
    encoding: 'utf8',
  });
  const client = new Client({ connectionString: url.trim().split('\n').at(-1)! });
  await client.connect();
  const { rows } = await client.query<{ name: string }>('select name from checklists order by name');
  await client.end();
  return rows.map(({ name }) => name);
}

test('a restore that is killed leaves what was there, or what was restored', async () => {
  const [program, args, options] = fabrica('restore', frozen);
  const restored = spawnSync(program, args, options);
  expect([restored.status, restored.stderr]).toEqual([0, '']);
  const refused = spawnSync(...fabrica('restore', frozen));
  expect([refused.status, refused.stderr]).toEqual([1, expect.stringContaining('--replace')]);
  const unknown = spawnSync(...fabrica('restore', frozen, '--replac'));
  expect([unknown.status, unknown.stderr]).toEqual([1, expect.stringContaining('Unknown argument')]);
  const before = await checklistNames();
  const client = new Client({
    connectionString: execFileSync(process.execPath, [path.join(__dirname, 'cluster.mjs'), 'start', data], {
      encoding: 'utf8',
    })
      .trim()
      .split('\n')
      .at(-1)!,
  });
  await client.connect();
  await client.query(
    `insert into checklists (name, rules) values ('Made since', '{"version": 1, "value": []}')`,
  );
  await client.end();
  const since = [...before, 'Made since'].sort();
  let ended = 0;
  for (let time = 0; time < kills; time++) {
    if (await killed(400 + (3600 * time) / kills, 'restore', frozen, '--replace')) ended++;
    const now = await checklistNames();
    expect([before, since]).toContainEqual(now);
  }
  // Some were hit in the middle.
  expect(ended).toBeLessThan(kills);
  const again = spawnSync(...fabrica('restore', frozen, '--replace'));
  expect(again.status).toBe(0);
  expect(await checklistNames()).toEqual(before);
});

test('a backup that is killed leaves no archive, and those before it whole', async () => {
  const backups = path.join(data, 'backups');
  copyFileSync(frozen, path.join(backups, 'fabrica-2026-01-01-000000-00000000.tar.gz'));
  for (let time = 0; time < kills; time++) {
    await killed(300 + (1500 * time) / kills, 'backup');
    for (const name of readdirSync(backups).filter((one) => one.startsWith('fabrica-')))
      await checkBackup(path.join(backups, name));
  }
  const { status, stdout } = spawnSync(...fabrica('backup'));
  expect([status, stdout]).toEqual([0, expect.stringContaining('with undo data')]);
});
