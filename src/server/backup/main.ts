import { statSync } from 'node:fs';
import { formatBytes, formatNumber } from '../../core/wording/counts';
import { config } from '../config';
import { contextFor } from '../context';
import { pool } from '../db/client';
import { isOlder } from '../db/migrate';
import { BackupError } from './backupError';
import { checkBackup } from './checkBackup';
import { checkFiles } from './checkFiles';
import type { BackupHeader } from './format';
import { loadBackup } from './loadBackup';
import { rowSchemas } from './rowSchemas';
import { writeBackup } from './writeBackup';

/** Entry point of `./fabrica backup`, `restore`, `check` and `start`. The passphrase is an environment variable because other users can see arguments. */
const passphrase = process.env.FABRICA_PASSPHRASE || undefined;

async function main([verb, to = '', ...flags]: string[]): Promise<void> {
  if (verb === 'write') await write(to, !flags.includes('--without-undo'));
  else if (verb === 'write-if-older') {
    if (await isOlder(config().databaseUrl)) await write(to, true);
  } else if (verb === 'check') printHeader(to, (await checkBackup(to, passphrase)).header);
  else if (verb === 'check-files') await reportFiles();
  else if (verb === 'load') await loadBackup(config().databaseUrl, to, passphrase);
  else throw new Error(`Unknown verb “${verb}”.`);
}

async function write(to: string, undoData: boolean): Promise<void> {
  const { databaseUrl } = config();
  const schemas = rowSchemas();
  const made = await writeBackup({ databaseUrl, to, undoData, passphrase, madeAt: new Date(), schemas });
  printHeader(made.file, made.header);
}

/** Exits with 1 if files or folders are missing or were not checked. */
async function reportFiles(): Promise<void> {
  if (await isOlder(config().databaseUrl))
    throw new Error('An older version of Fabrica made this data. Start Fabrica once to migrate it.');
  const found = await checkFiles(contextFor('command-line'));
  const { pictures, changed, moved, taken, missing, skipped, foldersAway } = found;
  for (const name of skipped) console.log(`not checked, a run is in progress: ${name}`);
  for (const name of foldersAway) console.log(`folder missing: ${name}`);
  for (const name of missing) console.log(`missing: ${name}`);
  const counts = { pictures, changed, moved, new: taken, missing: missing.length };
  const words = Object.entries(counts).map(([name, count]) => `${name} ${formatNumber(count)}`);
  console.log(`${words.join(', ')}; summaries and search index rebuilt`);
  await pool().end();
  if (missing.length + skipped.length + foldersAway.length > 0) process.exit(1);
}

function printHeader(file: string, { madeAt, rows, undoData }: BackupHeader): void {
  const count = (table: string) => formatNumber(rows[table] ?? 0);
  console.log(`${file} (${formatBytes(statSync(file).size)})
made ${madeAt.slice(0, 16).replace('T', ' ')} UTC: assignments ${count('assignments')}, pictures ${count('photos')}, \
drafts ${count('drafts')}, templates ${count('templates')}, terms ${count('terms')}, runs ${count('runs')}, \
${undoData ? 'with' : 'without'} undo data`);
}

main(process.argv.slice(2)).catch((error: unknown) => {
  console.error(
    error instanceof BackupError ? error.message : error instanceof Error ? error.message : error,
  );
  process.exit(1);
});
