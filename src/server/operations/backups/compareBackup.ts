import path from 'node:path';
import { Client } from 'pg';
import type { KindInBackup } from '../../../core/kept/backupKinds';
import { BackupError } from '../../backup/backupError';
import { isBackupName } from '../../backup/format';
import { loadBackup } from '../../backup/loadBackup';
import { quoted } from '../../backup/tables';
import { config } from '../../config';
import type { Context } from '../../context';
import { failure } from '../../problems/errors';
import { folderOf, readPassphrase, readPlan } from './backupPlan';
import { kindRows } from './kindsInBackup';

/**
 * Something in a backup that is not here as it was. `absent`: not here · `differs`: here, but otherwise ·
 * `named-alike`: not here, but another one has its name, so that it cannot be taken.
 */
export interface Difference {
  readonly kind: KindInBackup;
  readonly key: string;
  readonly name: string;
  readonly state: 'absent' | 'differs' | 'named-alike';
  /** Pictures or drafts that go with it. */
  readonly count?: number;
}

/** The database that a backup is loaded into to be compared; the last one that was compared stays in it. */
const comparedName = (url: URL) => `${url.pathname.slice(1)}_compared`;

function urlOf(database?: string): URL {
  const url = new URL(config().databaseUrl);
  if (database) url.pathname = `/${database}`;
  return url;
}

async function withClient<T>(url: URL, act: (client: Client) => Promise<T>): Promise<T> {
  const client = new Client({ connectionString: url.href });
  await client.connect();
  try {
    return await act(client);
  } finally {
    await client.end();
  }
}

/** Both databases: what is here, and what the backup of that name held. Throws `backup-not-compared`. */
export async function withBoth<T>(
  name: string,
  act: (here: Client, backup: Client) => Promise<T>,
): Promise<T> {
  const compared = comparedName(urlOf());
  return withClient(urlOf(), async (here) => {
    const { rows } = await here.query(
      `select shobj_description(oid, 'pg_database') as name from pg_database where datname = $1`,
      [compared],
    );
    if (rows[0]?.name !== name) throw failure('backup-not-compared');
    return withClient(urlOf(compared), (backup) => act(here, backup));
  });
}

/** Loads a backup beside what is here, and says what differs. Throws `not-found`, `backup-unreadable`, `too-busy`. */
export async function compareBackup(context: Context, name: string): Promise<Difference[]> {
  const plan = await readPlan(context);
  if (!isBackupName(name)) throw failure('not-found', { what: 'backup' });
  const compared = comparedName(urlOf());
  await withClient(urlOf(), async (here) => {
    const { rows } = await here.query(
      `select pg_try_advisory_lock(hashtextextended('compare-backup', 0)) as got`,
    );
    if (!rows[0].got) throw failure('too-busy');
    await here.query(`drop database if exists ${quoted(compared)} with (force)`);
    await here.query(`create database ${quoted(compared)}`);
    await here.query(`revoke all on database ${quoted(compared)} from public`);
    const file = path.join(/*turbopackIgnore: true*/ folderOf(plan), name);
    await loadBackup(urlOf(compared).href, file, await readPassphrase()).catch((error: unknown) => {
      if (error instanceof BackupError) throw failure('backup-unreadable', { why: error.message });
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') throw failure('not-found', { what: 'backup' });
      throw error;
    });
    await here.query(`comment on database ${quoted(compared)} is ${here.escapeLiteral(name)}`);
  });
  return differences(name);
}

/** What differs between what is here and the backup that was compared last. */
export const differences = (name: string): Promise<Difference[]> =>
  withBoth(name, async (here, backup) => {
    const found: Difference[] = [];
    for (const kind of Object.keys(kindRows) as (keyof typeof kindRows)[]) {
      const [now, then] = [await thingsOf(here, kind), await thingsOf(backup, kind)];
      found.push(...differing(kind, now, then));
    }
    return [...found, ...(await lostDrafts(here, backup))];
  });

interface Thing {
  readonly key: string;
  readonly name: string;
  readonly digest: string;
  readonly count?: number;
}

async function thingsOf(client: Client, kind: keyof typeof kindRows): Promise<Thing[]> {
  const { key = 'id', name, compared } = kindRows[kind];
  const digest = compared.map((column) => `t.${quoted(column)}::text`).join(', ');
  const count =
    kind === 'assignments'
      ? '(select count(*)::integer from photos p where p.assignment_id = t.id)'
      : kind === 'gatherings'
        ? '(select count(*)::integer from gathering_photos p where p.gathering_id = t.id)'
        : 'null::integer';
  const { rows } = await client.query<Thing>(
    `select t.${quoted(key)}::text as key, t.${quoted(name)} as name, md5(concat_ws(chr(1), '', ${digest || "''"})) as digest, ${count} as count
    from ${quoted(kind)} t order by t.${quoted(name)}, 1`,
  );
  return rows;
}

function differing(kind: KindInBackup, now: readonly Thing[], then: readonly Thing[]): Difference[] {
  const byKey = new Map(now.map((one) => [one.key, one]));
  const names = new Map(now.map((one) => [one.name.toLowerCase(), one.key]));
  return then.flatMap(({ key, name, digest, count }): Difference[] => {
    const here = byKey.get(key);
    const isSame = here?.digest === digest && (kind !== 'gatherings' || here.count === count);
    if (isSame) return [];
    const holder = names.get(name.toLowerCase());
    const state = holder !== undefined && holder !== key ? 'named-alike' : here ? 'differs' : 'absent';
    return [{ kind, key, name, state, ...(count === null || count === undefined ? {} : { count }) }];
  });
}

/** A draft of the backup on a picture that is here, without a draft of its field, and whose file says otherwise. */
export const LOST_DRAFTS = `
  select d.photo_id, d.field, d.value, d.origin, d.changed_at, d.stamp from json_populate_recordset(null::drafts, $1::json) d
  join photos p on p.id = d.photo_id
  where not exists (select 1 from drafts n where n.photo_id = d.photo_id and n.field = d.field)
    and p.record -> 'fields' -> d.field -> 'value' is distinct from d.value -> 'value'`;

const ROWS_AT_ONCE = 5000;

/** Rows of the backup as JSON texts of lists, part by part. */
export async function* partsOf(
  backup: Client,
  table: string,
  where = 'true',
  values: unknown[] = [],
): AsyncGenerator<string> {
  await backup.query('begin');
  await backup.query(
    `declare taken no scroll cursor for select row_to_json(t)::text as line from ${quoted(table)} t where ${where}`,
    values,
  );
  for (;;) {
    const { rows } = await backup.query<{ line: string }>(`fetch ${ROWS_AT_ONCE} from taken`);
    if (rows.length > 0) yield `[${rows.map(({ line }) => line).join(',')}]`;
    if (rows.length < ROWS_AT_ONCE) break;
  }
  await backup.query('commit');
}

async function lostDrafts(here: Client, backup: Client): Promise<Difference[]> {
  const counts = new Map<string, { name: string; count: number }>();
  for await (const part of partsOf(backup, 'drafts')) {
    const { rows } = await here.query<{ id: string; name: string; count: number }>(
      `select a.id, a.name, count(*)::integer as count from (${LOST_DRAFTS}) lost
      join photos p on p.id = lost.photo_id join assignments a on a.id = p.assignment_id group by a.id, a.name`,
      [part],
    );
    for (const { id, name, count } of rows)
      counts.set(id, { name, count: count + (counts.get(id)?.count ?? 0) });
  }
  return [...counts].map(([key, { name, count }]) => ({ kind: 'drafts', key, name, state: 'absent', count }));
}
