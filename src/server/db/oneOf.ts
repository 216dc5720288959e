import { type AnyColumn, type SQL, sql } from 'drizzle-orm';

/** Rows by id, with one parameter however many they are: PostgreSQL takes no more than 65,535. */
export function oneOf(column: AnyColumn | SQL, ids: readonly string[]): SQL {
  return sql`${column} = any(${uuids(ids)})`;
}

/** Ids as one parameter, told as the database writes them: the driver would take each of them in turn. */
export const uuids = (ids: readonly string[]): SQL => sql`${`{${ids.join(',')}}`}::uuid[]`;

/** Rows that are inserted with one statement. */
const ROWS = 2000;

/** Rows in parts that one statement takes. */
export function* inParts<T>(rows: readonly T[]): Generator<T[]> {
  for (let at = 0; at < rows.length; at += ROWS) yield rows.slice(at, at + ROWS);
}
