import { statSync } from 'node:fs';
import path from 'node:path';
import { formatBytes, formatNumber } from '../../core/wording/counts';
import { config } from '../config';
import { contextFor } from '../context';
import { pool } from '../db/client';
import { isOlder } from '../db/migrate';
import { BackupError } from './backupError';
import { checkBackup } from './checkBackup';
import { checkFiles } from './checkFiles';
import { type BackupHeader, backupName } from './format';
import { loadBackup } from './loadBackup';
import { rowSchemas } from './rowSchemas';
import { writeBackup } from './writeBackup';

/** What `./fabrica backup`, `restore` and `start` call. The passphrase comes by the environment: others see arguments. */
const passphrase = process.env.FABRICA_PASSPHRASE || undefined;

async function main([verb, to = '', ...flags]: string[]): Promise<void> {
  if (verb === 'write') await write(to, !flags.includes('--without-undo'));
  else if (verb === 'write-if-older') {
    if (await isOlder(config().databaseUrl)) await write(to, true);
  } else if (verb === 'check') tell(to, (await checkBackup(to, passphrase)).header);
  else if (verb === 'check-files') await compareFiles();
  else if (verb === 'load') await loadBackup(config().databaseUrl, to, passphrase);
  else throw new Error(`There is no verb “${verb}”.`);
}

/** Into a folder, under a name with the time, or into a file. */
async function write(to: string, undoData: boolean): Promise<void> {
  const madeAt = new Date();
  const isFolder = statSync(to, { throwIfNoEntry: false })?.isDirectory();
  const file = isFolder ? path.join(to, backupName(madeAt, passphrase !== undefined)) : to;
  const { databaseUrl } = config();
  tell(file, await writeBackup({ databaseUrl, file, undoData, passphrase, madeAt, schemas: rowSchemas() }));
}

/** Ends with 1 where something is missing. */
async function compareFiles(): Promise<void> {
  const found = await checkFiles(contextFor('command-line'));
  const { pictures, changed, moved, taken, missing, foldersAway } = found;
  for (const name of foldersAway) console.log(`folder away: ${name}`);
  for (const name of missing) console.log(`missing: ${name}`);
  const counts = { pictures, changed, moved, new: taken, missing: missing.length };
  const words = Object.entries(counts).map(([name, count]) => `${name} ${formatNumber(count)}`);
  console.log(`${words.join(', ')}; lists and search were worked out again`);
  await pool().end();
  if (missing.length + foldersAway.length > 0) process.exit(1);
}

function tell(file: string, { madeAt, rows, undoData }: BackupHeader): void {
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
