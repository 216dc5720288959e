import { is } from 'drizzle-orm';
import { getTableConfig, PgTable } from 'drizzle-orm/pg-core';
import * as schema from '../src/server/db/schema';

/** All tables of the schema; it also has a sequence. */
export const tables = () => Object.values(schema).filter((one) => is(one, PgTable)) as PgTable[];

/** Tables with their columns, as a list in Markdown: what the schema says, and nothing else. */
export function dataModel(): string {
  return tables()
    .map((table) => getTableConfig(table))
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .map(({ name, columns, foreignKeys }) => {
      const refers = new Map(
        foreignKeys.map((key) => {
          const { columns: own, foreignTable } = key.reference();
          return [own[0]!.name, getTableConfig(foreignTable as PgTable).name] as const;
        }),
      );
      const cells = columns.map((column) => {
        const to = refers.get(column.name);
        return `${snake(column.name)} ${column.getSQLType()}${column.notNull ? '' : '?'}${to ? ` → ${to}` : ''}`;
      });
      return `| ${name} | ${cells.join(', ')} |`;
    })
    .reduce(
      (text, row) => `${text}\n${row}`,
      '| table | columns (? may be empty, → refers to) |\n| --- | --- |',
    );
}

export const snake = (name: string) => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
