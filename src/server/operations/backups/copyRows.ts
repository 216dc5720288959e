import { type Client, escapeIdentifier } from 'pg';
import { readBatches } from './compareBackup';

interface CopyOptions {
  /** Rewrites a batch of rows before it is inserted. */
  readonly edit?: (rows: string) => string;
  /** Replaces existing rows with the same primary key; otherwise they stay. */
  readonly overwrite?: boolean;
}

/** Copies rows of the backup; skips rows that reference missing rows. */
export async function copyRows(
  here: Client,
  backup: Client,
  table: string,
  column: string,
  keys: readonly string[],
  { edit = (rows) => rows, overwrite = false }: CopyOptions = {},
): Promise<void> {
  const { columns, primary, references } = await shapeOf(here, table);
  const set = columns
    .filter((one) => !primary.includes(one))
    .map((one) => `${escapeIdentifier(one)} = excluded.${escapeIdentifier(one)}`);
  const list = columns.map(escapeIdentifier).join(', ');
  const exist = references.map(
    (one) =>
      `(r.${escapeIdentifier(one.column)} is null or exists (select 1 from ${escapeIdentifier(one.table)} o where o.${escapeIdentifier(one.key)} = r.${escapeIdentifier(one.column)}))`,
  );
  for await (const rows of readBatches(backup, table, `t.${escapeIdentifier(column)}::text = any($1)`, [
    keys,
  ]))
    await here.query(
      `insert into ${escapeIdentifier(table)} (${list}) select ${list} from json_populate_recordset(null::${escapeIdentifier(table)}, $1::json) r
      where ${exist.join(' and ') || 'true'}
      on conflict (${primary.map(escapeIdentifier).join(', ')}) do ${overwrite && set.length > 0 ? `update set ${set.join(', ')}` : 'nothing'}`,
      [edit(rows)],
    );
}

interface Shape {
  readonly columns: readonly string[];
  readonly primary: readonly string[];
  readonly references: readonly { readonly column: string; readonly table: string; readonly key: string }[];
}

async function shapeOf(client: Client, table: string): Promise<Shape> {
  const { rows } = await client.query<Shape>(
    `select
      array(select attname::text from pg_attribute where attrelid = c.oid and attnum > 0 and not attisdropped
        and attgenerated = '' order by attnum) as columns,
      array(select a.attname::text from pg_index i join pg_attribute a on a.attrelid = c.oid and a.attnum = any(i.indkey)
        where i.indrelid = c.oid and i.indisprimary) as primary,
      (select coalesce(json_agg(json_build_object('column', a.attname, 'table', f.relname, 'key', b.attname)), '[]')
        from pg_constraint k join pg_class f on f.oid = k.confrelid
        join pg_attribute a on a.attrelid = c.oid and a.attnum = k.conkey[1]
        join pg_attribute b on b.attrelid = f.oid and b.attnum = k.confkey[1]
        where k.conrelid = c.oid and k.contype = 'f') as references
    from pg_class c where c.oid = $1::regclass`,
    [`public.${escapeIdentifier(table)}`],
  );
  return rows[0]!;
}
