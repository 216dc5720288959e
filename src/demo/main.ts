import { realpath } from 'node:fs/promises';
import path from 'node:path';
import { config } from '../server/config';
import { contextFor } from '../server/context';
import { pool } from '../server/db/client';
import { fillCard } from './card';
import { seedDemo } from './seed';

async function main(): Promise<void> {
  const { dataFolder } = config();
  const card = path.join(dataFolder, 'card', 'DCIM', '100KETCH');
  await fillCard(card, (line) => console.log(line));
  await seedDemo(contextFor('demo'), await realpath(card), await realpath(dataFolder));
  await pool().end();
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? (error.stack ?? error.message) : error);
  process.exit(1);
});
