import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { tables, withTables } from './docTables';
import { rowSchemas } from './rowSchemas';

/** `npm run docs`: writes the tables of docs/ that come from the code. tests/docs.test.ts holds them against it. */
for (const file of new Set(Object.values(tables).map((one) => one.file))) {
  const whole = path.resolve(import.meta.dirname, '..', file);
  writeFileSync(whole, withTables(readFileSync(whole, 'utf8')));
}
writeFileSync(path.resolve(import.meta.dirname, '..', 'schema/backup.schema.json'), rowSchemas());
