import path from 'node:path';
import { type Client, escapeIdentifier } from 'pg';
import type { RestorableKind } from '../../../core/kept/restorableKinds';
import { BackupError } from '../../backup/backupError';
import { isBackupName } from '../../backup/format';
import { loadBackup } from '../../backup/loadBackup';
import { config } from '../../config';
import type { Context } from '../../context';
import { withClient } from '../../db/withClient';
import { failure } from '../../problems/errors';
import { folderOf, readPlan, readSecret } from './backupPlan';
import { restorableTables } from './restorableTables';

/**
 * A difference between a backup and the current data. `missing`: deleted since · `different`: changed since ·
 * `name-conflict`: deleted since, and another item has its name, so it cannot be restored.
 */
export interface Difference {
  readonly kind: RestorableKind;
  readonly key: string;
  readonly name: string;
  readonly state: 'missing' | 'different' | 'name-conflict';
  /** Number of its pictures or drafts. */
  readonly count?: number;
}

/** Name of the database for comparisons; it holds the backup that was compared last. */
const comparedName = (url: URL) => `${url.pathname.slice(1)}_compared`;

function urlOf(database?: string): URL {
  const url = new URL(config().databaseUrl);
  if (database) url.pathname = `/${database}`;
  return url;
}

/** Which backup the comparison database holds: the comment of the database. */
interface LoadedBackup {
  readonly name: string;
  /** RFC 3339. */
  readonly loadedAt: string;
}

async function loadedBackup(here: Client): Promise<LoadedBackup | undefined> {
  const { rows } = await here.query<{ comment: string | null }>(
    `select shobj_description(oid, 'pg_database') as comment from pg_database where datname = $1`,
    [comparedName(urlOf())],
  );
  return rows[0]?.comment ? (JSON.parse(rows[0].comment) as LoadedBackup) : undefined;
}

const STALE_MS = 60 * 60 * 1000;

/** Empties the comparison database after an hour: a loaded backup takes as much space as the current data. */
export const dropStaleComparison = ({ now }: Context): Promise<void> =>
  withClient(urlOf().href, async (here) => {
    const loaded = await loadedBackup(here);
    if (loaded && now().getTime() - Date.parse(loaded.loadedAt) > STALE_MS) await emptyComparison();
  });

/** The application cannot create databases, so it empties the one that the launcher created. */
async function emptyComparison(): Promise<string> {
  const name = comparedName(urlOf());
  const url = urlOf(name).href;
  await withClient(url, async (client) => {
    await client.query(`comment on database ${escapeIdentifier(name)} is null`);
    await client.query(`select pg_terminate_backend(pid) from pg_stat_activity
      where datname = current_database() and pid <> pg_backend_pid()`);
    await client.query('drop schema if exists public, drizzle, graphile_worker cascade');
    await client.query('create schema public');
  });
  return url;
}

/** Connects to the current database and to the loaded backup of this name. Throws `backup-not-loaded`. */
export async function withBoth<T>(
  name: string,
  act: (here: Client, backup: Client) => Promise<T>,
): Promise<T> {
  const compared = comparedName(urlOf());
  return withClient(urlOf().href, async (here) => {
    if ((await loadedBackup(here))?.name !== name) throw failure('backup-not-loaded');
    return withClient(urlOf(compared).href, (backup) => act(here, backup));
  });
}

/** Loads a backup into the comparison database and returns the differences. Throws `not-found`, `backup-unreadable`, `too-busy`. */
export async function compareBackup(context: Context, name: string): Promise<Difference[]> {
  const plan = await readPlan(context);
  if (!isBackupName(name)) throw failure('not-found', { what: 'backup' });
  const compared = comparedName(urlOf());
  await withClient(urlOf().href, async (here) => {
    const { rows } = await here.query(
      `select pg_try_advisory_lock(hashtextextended('compare-backup', 0)) as got`,
    );
    if (!rows[0].got) throw failure('too-busy');
    const url = await emptyComparison();
    const file = path.join(/*turbopackIgnore: true*/ folderOf(plan), name);
    await loadBackup(url, file, (await readSecret())?.passphrase, { derived: false }).catch(
      (error: unknown) => {
        if (error instanceof BackupError) throw failure('backup-unreadable', { why: error.message });
        if ((error as NodeJS.ErrnoException).code === 'ENOENT')
          throw failure('not-found', { what: 'backup' });
        throw error;
      },
    );
    const loaded: LoadedBackup = { name, loadedAt: context.now().toISOString() };
    await here.query(
      `comment on database ${escapeIdentifier(compared)} is ${here.escapeLiteral(JSON.stringify(loaded))}`,
    );
  });
  return differences(name);
}

/** Returns the differences between the current data and the loaded backup. */
export const differences = (name: string): Promise<Difference[]> =>
  withBoth(name, async (here, backup) => {
    const found: Difference[] = [];
    for (const kind of Object.keys(restorableTables) as (keyof typeof restorableTables)[]) {
      const [now, then] = [await readItems(here, kind), await readItems(backup, kind)];
      found.push(...differing(kind, now, then));
    }
    return [...found, ...(await lostDrafts(here, backup))];
  });

interface Item {
  readonly key: string;
  readonly name: string;
  readonly digest: string;
  readonly count?: number;
}

async function readItems(client: Client, kind: keyof typeof restorableTables): Promise<Item[]> {
  const { key = 'id', name, compared, present = 'true' } = restorableTables[kind];
  const digest = compared.map((column) => `t.${escapeIdentifier(column)}::text`).join(', ');
  const count =
    kind === 'assignments'
      ? '(select count(*)::integer from photos p where p.assignment_id = t.id)'
      : kind === 'gatherings'
        ? '(select count(*)::integer from gathering_photos p where p.gathering_id = t.id)'
        : 'null::integer';
  const { rows } = await client.query<Item>(
    `select t.${escapeIdentifier(key)}::text as key, t.${escapeIdentifier(name)} as name, md5(concat_ws(chr(1), '', ${digest || "''"})) as digest, ${count} as count
    from ${escapeIdentifier(kind)} t where ${present} order by t.${escapeIdentifier(name)}, 1`,
  );
  return rows;
}

function differing(kind: RestorableKind, now: readonly Item[], then: readonly Item[]): Difference[] {
  const byKey = new Map(now.map((one) => [one.key, one]));
  const names = new Map(now.map((one) => [one.name.toLowerCase(), one.key]));
  return then.flatMap(({ key, name, digest, count }): Difference[] => {
    const here = byKey.get(key);
    const isSame = here?.digest === digest && (kind !== 'gatherings' || here.count === count);
    if (isSame) return [];
    const holder = names.get(name.toLowerCase());
    const state = holder !== undefined && holder !== key ? 'name-conflict' : here ? 'different' : 'missing';
    return [{ kind, key, name, state, ...(count === null || count === undefined ? {} : { count }) }];
  });
}

/** Drafts of the backup whose picture exists, whose field has no draft now, and whose value is not in the file. */
export const LOST_DRAFTS = `
  select d.photo_id, d.field, d.value, d.origin, d.changed_at, d.stamp from json_populate_recordset(null::drafts, $1::json) d
  join photos p on p.id = d.photo_id
  where not exists (select 1 from drafts n where n.photo_id = d.photo_id and n.field = d.field)
    and p.record -> 'fields' -> d.field -> 'value' is distinct from d.value -> 'value'`;

const ROWS_AT_ONCE = 5000;

/** Yields rows of the backup in batches, each as the text of a JSON array. */
export async function* readBatches(
  backup: Client,
  table: string,
  where = 'true',
  values: unknown[] = [],
): AsyncGenerator<string> {
  await backup.query('begin');
  await backup.query(
    `declare batch no scroll cursor for select row_to_json(t)::text as line from ${escapeIdentifier(table)} t where ${where}`,
    values,
  );
  for (;;) {
    const { rows } = await backup.query<{ line: string }>(`fetch ${ROWS_AT_ONCE} from batch`);
    if (rows.length > 0) yield `[${rows.map(({ line }) => line).join(',')}]`;
    if (rows.length < ROWS_AT_ONCE) break;
  }
  await backup.query('commit');
}

async function lostDrafts(here: Client, backup: Client): Promise<Difference[]> {
  const counts = new Map<string, { name: string; count: number }>();
  for await (const batch of readBatches(backup, 'drafts')) {
    const { rows } = await here.query<{ id: string; name: string; count: number }>(
      `select a.id, a.name, count(*)::integer as count from (${LOST_DRAFTS}) lost
      join photos p on p.id = lost.photo_id join assignments a on a.id = p.assignment_id group by a.id, a.name`,
      [batch],
    );
    for (const { id, name, count } of rows)
      counts.set(id, { name, count: count + (counts.get(id)?.count ?? 0) });
  }
  return [...counts].map(([key, { name, count }]) => ({
    kind: 'drafts',
    key,
    name,
    state: 'missing',
    count,
  }));
}
