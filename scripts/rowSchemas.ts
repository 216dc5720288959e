import type { PgColumn } from 'drizzle-orm/pg-core';
import { getTableConfig } from 'drizzle-orm/pg-core';
import { snake, tables } from './dataModel';

/** Generates the JSON Schemas of backup rows, per table, from the database schema. */
export function rowSchemas(): string {
  const known = tables()
    .map((table) => getTableConfig(table))
    .sort((a, b) => (a.name < b.name ? -1 : 1));
  const definitions = Object.fromEntries(
    known.map(({ name, columns }) => [
      name,
      {
        type: 'object',
        required: columns.map((column) => snake(column.name)),
        properties: Object.fromEntries(columns.map((column) => [snake(column.name), shapeOf(column)])),
      },
    ]),
  );
  const whole = {
    $schema: 'http://json-schema.org/draft-07/schema#',
    $id: 'https://fabrica.example/schema/backup.schema.json',
    title: 'Rows of a Fabrica backup, per table (docs/BACKUP.md)',
    definitions,
  };
  return `${JSON.stringify(whole, null, 2)}\n`;
}

function shapeOf(column: PgColumn): object {
  const type = column.getSQLType();
  const shape = ofType(type);
  if (column.notNull || !('type' in shape)) return shape;
  return { ...shape, type: [shape.type, 'null'] };
}

function ofType(type: string): { readonly type?: string; readonly [key: string]: unknown } {
  if (type.endsWith('[]')) return { type: 'array', items: ofType(type.slice(0, -2)) };
  if (/^(integer|bigint|bigserial)$/.test(type)) return { type: 'integer' };
  if (type === 'double precision') return { type: 'number' };
  if (type === 'boolean') return { type: 'boolean' };
  if (type === 'jsonb') return { description: 'any JSON (src/server/db/stored)' };
  if (type === 'uuid') return { type: 'string', pattern: '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$' };
  if (type === 'bytea') return { type: 'string', pattern: '^\\\\x([0-9a-f]{2})*$' };
  return { type: 'string', ...(type === 'text' ? {} : { description: type }) };
}
