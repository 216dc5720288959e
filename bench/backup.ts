// npm run bench:backup [-- --photos 100000]: a backup and its restore, on databases of their own.
import { rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { sql } from 'drizzle-orm';
import { formatBytes } from '../src/core/wording/counts';
import type { Context } from '../src/server/context';
import { fillArchive } from './archive';
import { withDatabase } from './database';

const { values } = parseArgs({ options: { photos: { type: 'string', default: '100000' } } });

async function measure(name: string, work: () => Promise<unknown>): Promise<void> {
  const begun = performance.now();
  let most = 0;
  const look = setInterval(() => (most = Math.max(most, process.memoryUsage.rss())), 20);
  await work();
  clearInterval(look);
  const seconds = (performance.now() - begun) / 1000;
  console.log(`${name.padEnd(40)} ${seconds.toFixed(1)} s, ${formatBytes(most)} of memory`);
}

async function compare({ db }: Context): Promise<void> {
  const { checkBackup } = await import('../src/server/backup/checkBackup');
  const { loadBackup } = await import('../src/server/backup/loadBackup');
  const { rowSchemas } = await import('../src/server/backup/rowSchemas');
  const { writeBackup } = await import('../src/server/backup/writeBackup');
  await fillArchive(db, Number(values.photos));
  await db.execute(sql`insert into drafts (photo_id, field, value, origin)
    select id, 'headline', '{"version": 1, "value": "A line"}', '{"version": 1, "by": "hand"}' from photos where position % 4 = 0`);
  const databaseUrl = process.env.FABRICA_DATABASE_URL!;
  const file = path.join(tmpdir(), 'fabrica-bench-backup.tar.gz');
  rmSync(file, { force: true });
  const choices = { databaseUrl, to: file, undoData: true, madeAt: new Date(), schemas: rowSchemas() };
  await measure('write and read back', () => writeBackup(choices));
  console.log(`archive: ${formatBytes(statSync(file).size)}`);
  await measure('check', () => checkBackup(file));
  await db.execute(sql`create database bench_restored`);
  const url = new URL(databaseUrl);
  url.pathname = 'bench_restored';
  await measure('restore', () => loadBackup(url.href, file));
  await db.execute(sql`drop database bench_restored with (force)`);
}

await withDatabase(path.join(tmpdir(), 'fabrica-backup'), compare);
process.exit();
