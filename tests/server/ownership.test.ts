import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { pool } from '@/server/db/client';
import { openOwnCluster } from './testServer';

// Data of before there was a role of the application's: all of it belonged to the cluster's own.
test('a database that an earlier Fabrica made is given to the application’s role, and can be changed by it', async () => {
  const server = await openOwnCluster();
  const { password, port } = JSON.parse(readFileSync(path.join(server.folder, 'database.json'), 'utf8')) as {
    password: string;
    port: number;
  };
  const owner = (sql: string) =>
    execFileSync(
      'psql',
      [
        '-h',
        '127.0.0.1',
        '-p',
        String(port),
        '-U',
        'fabrica',
        '-d',
        'fabrica',
        '-v',
        'ON_ERROR_STOP=1',
        '-Atqc',
        sql,
      ],
      { encoding: 'utf8', env: { ...process.env, PGPASSWORD: password } },
    ).trim();
  const othersThings = () =>
    owner(`select count(*) from (
      select relname from pg_class where relnamespace::regnamespace::text !~ '^(pg_|information_schema)' and relowner::regrole::text = 'fabrica'
      union all
      select proname from pg_proc where pronamespace::regnamespace::text !~ '^(pg_|information_schema)' and proowner::regrole::text = 'fabrica'
      union all
      select typname from pg_type where typnamespace::regnamespace::text !~ '^(pg_|information_schema)' and typowner::regrole::text = 'fabrica') as things`);
  await pool().end();
  owner('reassign owned by fabrica_application to fabrica');
  expect(Number(othersThings())).toBeGreaterThan(100);
  await server.restart();
  expect(othersThings()).toBe('0');
  expect(owner("select datdba::regrole from pg_database where datname = 'fabrica'")).toBe(
    'fabrica_application',
  );
  await server.stop();
});
