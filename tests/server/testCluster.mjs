import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { root } from '../../scripts/fabrica/places.mjs';
import { Postgres } from '../../scripts/fabrica/postgres.mjs';
import builtPrograms from '../builtPrograms.mjs';

/**
 * Jest's global setup for tests/server: one cluster for all suites, with a migrated database as their template. Suites find
 * it by FABRICA_TEST_CLUSTER, the address of a role that owns its databases and may make more.
 */
export default async function startTestCluster() {
  builtPrograms();
  const folder = mkdtempSync(path.join(tmpdir(), 'fabrica-cluster-'));
  chmodSync(folder, 0o755);
  const postgres = new Postgres(folder, { throwaway: true });
  const url = await postgres.start();
  postgres.asOwner('postgres', 'alter role fabrica_application createdb');
  const { status, stderr } = spawnSync(process.execPath, [path.join(root, 'dist/migrate.mjs')], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, FABRICA_DATABASE_URL: url, FABRICA_ROOT: root, FABRICA_DATA: folder },
  });
  if (status !== 0) throw new Error(`The test database could not be migrated:\n${stderr}`);
  postgres.asOwner('postgres', 'alter database fabrica rename to migrated');
  // A connection to the template would keep others from copying it: suites connect to an empty database instead.
  postgres.asOwner('postgres', 'create database meeting owner fabrica_application');
  const shared = new URL(url);
  shared.pathname = 'meeting';
  process.env.FABRICA_TEST_CLUSTER = shared.href;
  globalThis.stopTestCluster = () => {
    postgres.stop();
    rmSync(folder, { recursive: true, force: true });
  };
}
