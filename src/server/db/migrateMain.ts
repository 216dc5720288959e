import { migrateDatabase } from './migrate';

migrateDatabase().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
