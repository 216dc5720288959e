import { createHash } from 'node:crypto';
import type { Client } from 'pg';
import type { RestorableKind } from '../../../core/kept/restorableKinds';
import { config } from '../../config';
import type { Context } from '../../context';
import { withClient } from '../../db/withClient';
import { announce, enqueueFollow } from '../../jobs/queue';
import { failure } from '../../problems/errors';
import { type Difference, differences, LOST_DRAFTS, readBatches, withBoth } from './compareBackup';
import { copyRows } from './copyRows';
import { restorableTables } from './restorableTables';
import { restoreAssignment } from './restoreAssignment';
import { runBackup } from './runBackup';

export interface SelectedParts {
  readonly kind: RestorableKind;
  readonly keys: readonly string[];
}

export interface RestoredParts {
  readonly restored: number;
  /** Assignments that were not restored because another assignment owns their files. */
  readonly skipped: readonly { readonly name: string; readonly ownedBy: string }[];
  /** Path of the backup made before restoring. */
  readonly before: string;
}

/**
 * Makes a backup, then restores the selected items of a compared backup in one transaction. Skips items that are identical
 * by now or have a name conflict. Throws `backup-not-loaded`, `backup-failed`, and `changed-elsewhere` if an item to be
 * overwritten changed after that backup.
 */
export async function restoreSelected(
  context: Context,
  name: string,
  selected: readonly SelectedParts[],
): Promise<RestoredParts> {
  const requested = new Set(selected.flatMap(({ kind, keys }) => keys.map((key) => `${kind} ${key}`)));
  const found = (await differences(name)).filter(
    ({ kind, key, state }) => state !== 'name-conflict' && requested.has(`${kind} ${key}`),
  );
  const rowsBefore = await withClient(config().databaseUrl, (here) => digestRows(here, found));
  const before = await runBackup(context, name);
  if (!before) throw failure('backup-failed');
  const skipped: { name: string; ownedBy: string }[] = [];
  await withBoth(name, async (here, backup) => {
    await here.query('begin');
    if ((await digestRows(here, found)) !== rowsBefore)
      throw failure('changed-elsewhere', { what: 'The current data', kept: 'Compare the backup again.' });
    // Assignments first: gatherings and drafts reference their pictures.
    for (const one of byKind(found, 'assignments')) {
      const ownedBy = await restoreAssignment(here, backup, one.key);
      if (ownedBy !== undefined) skipped.push({ name: one.name, ownedBy });
    }
    for (const kind of Object.keys(restorableTables) as (keyof typeof restorableTables)[])
      if (kind !== 'assignments') await restoreRows(here, backup, kind, byKind(found, kind));
    await repairBroaderTerms(here, keysOf(found, 'terms'));
    await restoreDrafts(here, backup, keysOf(found, 'drafts'));
    await here.query('commit');
  });
  for (const { key } of byKind(found, 'assignments')) await enqueueFollow(context.db, key);
  await announceAllKinds(context);
  return { restored: found.length - skipped.length, skipped, before };
}

/** Locks the existing rows of items until the end of the transaction, and returns a digest of their contents. */
async function digestRows(here: Client, found: readonly Difference[]): Promise<string> {
  const digest = createHash('sha256');
  for (const [kind, { key = 'id' }] of Object.entries(restorableTables)) {
    const keys = keysOf(found, kind as RestorableKind);
    const { rows } = await here.query<{ row: string }>(
      `select t::text as row from ${kind} t where t.${key}::text = any($1) order by t.${key} for update`,
      [keys],
    );
    for (const { row } of rows) digest.update(row);
  }
  return digest.digest('hex');
}

const byKind = (found: readonly Difference[], kind: RestorableKind) =>
  found.filter((one) => one.kind === kind);
const keysOf = (found: readonly Difference[], kind: RestorableKind) =>
  byKind(found, kind).map(({ key }) => key);

async function restoreRows(
  here: Client,
  backup: Client,
  kind: keyof typeof restorableTables,
  found: readonly Difference[],
): Promise<void> {
  const keys = found.map((one) => one.key);
  if (keys.length === 0) return;
  const { key = 'id', parts = {}, versions } = restorableTables[kind];
  await copyRows(here, backup, kind, key, keys, { overwrite: true });
  for (const [table, column] of Object.entries(parts)) await copyRows(here, backup, table, column, keys);
  if (!versions) return;
  await copyRows(here, backup, versions.table, versions.column, keys);
  const changed = found.filter(({ state }) => state === 'different').map((one) => one.key);
  await addVersion(here, kind, versions, changed);
}

/** The versions since the backup stay: what was restored over them becomes the newest version. */
async function addVersion(
  here: Client,
  kind: string,
  { table, column, copied }: NonNullable<(typeof restorableTables)['templates']['versions']>,
  keys: readonly string[],
): Promise<void> {
  await here.query(
    `update ${kind} t set version = 1 + (select max(v.version) from ${table} v where v.${column} = t.id) where t.id::text = any($1)`,
    [keys],
  );
  await here.query(
    `insert into ${table} (${column}, version, ${copied.join(', ')})
    select id, version, ${copied.join(', ')} from ${kind} where id::text = any($1)`,
    [keys],
  );
}

/** Clears `broader` of terms whose broader term is missing or would make a cycle. */
async function repairBroaderTerms(here: Client, keys: readonly string[]): Promise<void> {
  await here.query(
    `update terms t set broader = null where t.id::text = any($1) and t.broader is not null and (
      not exists (select 1 from terms o where o.id = t.broader) or t.id in (
        with recursive up as (
          select t.broader as id, array[t.id] as path
          union all select o.broader, up.path || o.id from terms o join up on o.id = up.id where not o.id = any(up.path))
        select id from up))`,
    [keys],
  );
}

async function restoreDrafts(here: Client, backup: Client, assignments: readonly string[]): Promise<void> {
  if (assignments.length === 0) return;
  for await (const rows of readBatches(backup, 'drafts'))
    await here.query(
      `insert into drafts (photo_id, field, value, origin, changed_at, stamp)
      select lost.* from (${LOST_DRAFTS}) lost join photos p on p.id = lost.photo_id where p.assignment_id::text = any($2)
      on conflict do nothing`,
      [rows, assignments],
    );
}

/** Invalidates the caches of all windows. */
async function announceAllKinds({ db }: Context): Promise<void> {
  const kinds = [
    'assignment',
    'photos',
    'template',
    'identities',
    'vocabulary',
    'bundles',
    'checklists',
    'plans',
    'delivery-plans',
    'column-sets',
    'gatherings',
    'searches',
    'makers',
    'folders',
    'licences',
    'run',
  ] as const;
  for (const kind of kinds) await announce(db, { kind, id: '' });
}
