import { readFileSync } from 'node:fs';
import path from 'node:path';
import { config } from '../config';

/** Reads the JSON Schemas that each archive contains. */
export const rowSchemas = (): unknown =>
  JSON.parse(
    readFileSync(path.join(/*turbopackIgnore: true*/ config().root, 'schema/backup.schema.json'), 'utf8'),
  );
