import { createHash } from 'node:crypto';
import { type Client, escapeIdentifier } from 'pg';
import { knownSchemas, migrateDatabase, migrateUpTo } from '../db/migrate';
import { withClient } from '../db/withClient';
import { BackupError } from './backupError';
import { type CheckedBackup, checkBackup } from './checkBackup';
import { type BackupHeader, tableOfPart } from './format';
import { entriesOf } from './readBackup';
import { tablesToBackUp } from './tables';

/** PostgreSQL error classes 22 (data exception) and 23 (integrity constraint violation). */
const INVALID_ROWS = /^2[23]/;

/**
 * Verifies an archive and loads it into an empty database: applies the migrations up to the archive's schema, inserts the
 * rows, then applies the remaining migrations. Without `derived`, keyword rows and the search index stay empty. Throws a
 * BackupError.
 */
export async function loadBackup(
  databaseUrl: string,
  file: string,
  passphrase?: string,
  { derived = true } = {},
): Promise<BackupHeader> {
  const checked = await checkBackup(file, passphrase);
  const { header } = checked;
  const known = knownSchemas();
  if (header.schema > Math.max(...known)) throw new BackupError('newer');
  if (!known.includes(header.schema)) throw new BackupError('unknown-schema');
  await migrateUpTo(databaseUrl, header.schema);
  await withClient(databaseUrl, async (client) => {
    await client.query('begin');
    await client.query(triggers('disable'));
    await insertAll(client, file, passphrase, checked);
    await client.query(triggers('enable'));
    await client.query(finishLoading);
    await client.query('commit');
  }).catch((error: { code?: string }) => {
    throw INVALID_ROWS.test(error.code ?? '') ? new BackupError('damaged', error) : error;
  });
  await migrateDatabase(databaseUrl);
  if (derived) await withClient(databaseUrl, (one) => one.query(deriveRows));
  return header;
}

async function insertAll(
  client: Client,
  file: string,
  passphrase: string | undefined,
  { header, checksums }: CheckedBackup,
): Promise<void> {
  const tables = new Map((await tablesToBackUp(client, { undoData: true })).map((one) => [one.name, one]));
  for await (const { name, bytes } of entriesOf(file, passphrase)) {
    const part = tableOfPart(name);
    if (!part) continue;
    const table = tables.get(part);
    const digest = createHash('sha256').update(bytes).digest('hex');
    if (!table || checksums.get(name) !== digest) throw new BackupError('damaged');
    const columns = table.columns.map(escapeIdentifier).join(', ');
    const rows = bytes.toString().trimEnd().replaceAll('\n', ',');
    await client.query(
      `insert into ${escapeIdentifier(part)} (${columns})
        select ${columns} from json_populate_recordset(null::${escapeIdentifier(part)}, $1::json)`,
      [`[${rows}]`],
    );
  }
  for (const [name, count] of Object.entries(header.rows)) {
    if (!tables.has(name)) throw new BackupError('damaged');
    const { rows } = await client.query<{ count: string }>(`select count(*) from ${escapeIdentifier(name)}`);
    if (Number(rows[0]!.count) !== count) throw new BackupError('damaged');
  }
}

/** Row triggers would derive the rows of each photo alone, which takes most of the time. */
const triggers = (act: 'disable' | 'enable') =>
  ['photos', 'drafts'].map((table) => `alter table ${table} ${act} trigger user`).join('; ');

/** The present schema's derived rows; summaries are computed on demand. */
const deriveRows = `
select keep_photo_keywords(array(select id from photos));
insert into search_stale select id from photos on conflict do nothing;`;

/** Advances sequences past the inserted rows; pauses unfinished runs and releases their leases. */
const finishLoading = `
do $$ declare one record; begin
  for one in
    select table_name as name, column_name as column,
      pg_get_serial_sequence(quote_ident(table_name), column_name) as sequence
    from information_schema.columns where table_schema = 'public' and column_default like 'nextval(%'
  loop
    execute format('select setval(%L, (coalesce(max(%I), 0) + 1)::bigint, false) from %I', one.sequence, one.column, one.name);
  end loop;
end $$;
update runs set paused = true where state in ('waiting', 'running');
update run_items set claimed_by = null where state = 'waiting' and claimed_by is not null;`;
