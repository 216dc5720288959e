import { readFileSync } from 'node:fs';
import path from 'node:path';
import { config } from '../config';

/** The JSON Schemas of rows, as schema/ holds them for people: an archive carries them. */
export const rowSchemas = (): unknown =>
  JSON.parse(
    readFileSync(path.join(/*turbopackIgnore: true*/ config().root, 'schema/backup.schema.json'), 'utf8'),
  );
