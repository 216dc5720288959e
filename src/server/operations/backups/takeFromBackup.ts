import type { Client } from 'pg';
import type { KindInBackup } from '../../../core/kept/backupKinds';
import type { Context } from '../../context';
import { announce, enqueueFollow } from '../../jobs/queue';
import { failure } from '../../problems/errors';
import { type Difference, differences, LOST_DRAFTS, partsOf, withBoth } from './compareBackup';
import { copyRows } from './copyRows';
import { kindRows } from './kindsInBackup';
import { makeBackup } from './makeBackup';
import { takeAssignment } from './takeAssignment';

export interface ChosenInBackup {
  readonly kind: KindInBackup;
  readonly keys: readonly string[];
}

export interface TakenFromBackup {
  readonly taken: number;
  /** Assignments whose files belong to another assignment here: they were left out. */
  readonly leftOut: readonly { readonly name: string; readonly heldBy: string }[];
  /** The backup of what was here before. */
  readonly before: string;
}

/**
 * Takes what was chosen out of a backup that was compared, in one transaction, after a backup of what is here. What is
 * the same by now, or has a name that is taken, is passed over. Throws `backup-not-compared`, `backup-failed`.
 */
export async function takeFromBackup(
  context: Context,
  name: string,
  chosen: readonly ChosenInBackup[],
): Promise<TakenFromBackup> {
  const wished = new Set(chosen.flatMap(({ kind, keys }) => keys.map((key) => `${kind} ${key}`)));
  const found = (await differences(name)).filter(
    ({ kind, key, state }) => state !== 'named-alike' && wished.has(`${kind} ${key}`),
  );
  const before = await makeBackup(context);
  if (!before) throw failure('backup-failed');
  const leftOut: { name: string; heldBy: string }[] = [];
  await withBoth(name, async (here, backup) => {
    await here.query('begin');
    // Assignments first: gatherings and drafts refer to their pictures.
    for (const one of byKind(found, 'assignments')) {
      const heldBy = await takeAssignment(here, backup, one.key);
      if (heldBy !== undefined) leftOut.push({ name: one.name, heldBy });
    }
    for (const kind of Object.keys(kindRows) as (keyof typeof kindRows)[])
      if (kind !== 'assignments') await takeRows(here, backup, kind, keysOf(found, kind));
    await mendTerms(here, keysOf(found, 'terms'));
    await takeDrafts(here, backup, keysOf(found, 'drafts'));
    await here.query('commit');
  });
  for (const { key } of byKind(found, 'assignments')) await enqueueFollow(context.db, key);
  await announceAll(context);
  return { taken: found.length - leftOut.length, leftOut, before };
}

const byKind = (found: readonly Difference[], kind: KindInBackup) => found.filter((one) => one.kind === kind);
const keysOf = (found: readonly Difference[], kind: KindInBackup) =>
  byKind(found, kind).map(({ key }) => key);

async function takeRows(
  here: Client,
  backup: Client,
  kind: keyof typeof kindRows,
  keys: readonly string[],
): Promise<void> {
  if (keys.length === 0) return;
  const { key = 'id', parts = {} } = kindRows[kind];
  await copyRows(here, backup, kind, key, keys);
  for (const [table, column] of Object.entries(parts)) await copyRows(here, backup, table, column, keys);
}

/** A term whose broader term is not here, or that would be broader than itself, stands at the top. */
async function mendTerms(here: Client, keys: readonly string[]): Promise<void> {
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

async function takeDrafts(here: Client, backup: Client, assignments: readonly string[]): Promise<void> {
  if (assignments.length === 0) return;
  for await (const rows of partsOf(backup, 'drafts'))
    await here.query(
      `insert into drafts (photo_id, field, value, origin, changed_at, stamp)
      select lost.* from (${LOST_DRAFTS}) lost join photos p on p.id = lost.photo_id where p.assignment_id::text = any($2)
      on conflict do nothing`,
      [rows, assignments],
    );
}

/** Every window reads again what may have come. */
async function announceAll({ db }: Context): Promise<void> {
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
