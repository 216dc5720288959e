import { sql } from 'drizzle-orm';
import { yearlyEntry } from '../../../core/templates/yearlyEntries';
import { type ConcernId, concernIds, concernSearch } from '../../../core/upkeep/concerns';
import { timeInName } from '../../backup/format';
import type { Context } from '../../context';
import { folderOf, readPlan } from '../backups/backupPlan';
import { ownNamesIn } from '../backups/listBackups';
import { searchOf } from '../search/askedSearch';
import { foundBy, indexStale } from '../search/searchPhotos';
import { listTemplates } from '../templates/templates';
import { listReplacements, type Replacement } from './replacements';

/** A problem of pictures, with the search that finds them. */
export interface Concern {
  readonly id: ConcernId;
  readonly where: readonly string[];
  readonly pictures: number;
}

/** A template with a hard-coded year. */
export interface HardCodedYear {
  readonly id: string;
  readonly name: string;
  readonly before: readonly string[];
  readonly after: readonly string[];
}

export type UnusedKind = 'templates' | 'plans' | 'delivery-plans' | 'checklists';
export interface Unused {
  readonly kind: UnusedKind;
  readonly id: string;
  readonly name: string;
}

export interface Upkeep {
  readonly concerns: readonly Concern[];
  readonly replacements: readonly Replacement[];
  readonly years: readonly HardCodedYear[];
  readonly unused: readonly Unused[];
  /** Number of terms that no picture has. */
  readonly unusedTerms: number;
  /** RFC 3339; null: no backup exists. */
  readonly lastBackup: string | null;
}

/** Reads everything in the archive that needs attention. */
export async function readUpkeep(context: Context): Promise<Upkeep> {
  await indexStale(context);
  const [concerns, replacements, years, unused, unusedTerms, lastBackup] = await Promise.all([
    Promise.all(concernIds.map((id) => concern(context, id))),
    listReplacements(context),
    hardCodedYears(context),
    listUnused(context),
    countUnusedTerms(context),
    lastBackupOf(context),
  ]);
  return { concerns, replacements, years, unused, unusedTerms, lastBackup };
}

async function concern(context: Context, id: ConcernId): Promise<Concern> {
  const where = concernSearch(id, context.now());
  const found = await foundBy(context, searchOf({ words: '', where }).search);
  const { rows } = await context.db.execute<{ n: number }>(
    sql`select count(*)::integer as n from (${found}) as found`,
  );
  return { id, where, pictures: rows[0]!.n };
}

async function hardCodedYears(context: Context): Promise<HardCodedYear[]> {
  const all = await listTemplates(context);
  return all.flatMap(({ id, name, entries, archived }) => {
    const changed = entries.flatMap((entry) => {
      const yearly = yearlyEntry(entry);
      return yearly ? [{ before: entry.texts.join(', '), after: yearly.texts.join(', ') }] : [];
    });
    if (archived || changed.length === 0) return [];
    return [{ id, name, before: changed.map((one) => one.before), after: changed.map((one) => one.after) }];
  });
}

/** Lists items that no assignment uses. A grace period hides new items. */
async function listUnused({ db, now }: Context): Promise<Unused[]> {
  const month = new Date(now().getTime() - 30 * 86_400_000);
  const year = new Date(now().getTime() - 365 * 86_400_000);
  const { rows } = await db.execute<Record<string, unknown> & Unused>(sql`
    select 'templates' as kind, id::text, name from templates t
      where version > 0 and archived_at is null and changed_at < ${month}
        and not exists (select 1 from templates_in_force f where f.template_id = t.id)
        and not exists (select 1 from runs r where r.created_at > ${year} and r.parameters->'templates' @> jsonb_build_array(jsonb_build_object('id', t.id)))
        and not exists (select 1 from writings w where w.created_at > ${year} and w.act->'templates' @> jsonb_build_array(jsonb_build_object('id', t.id)))
    union all select 'plans', id::text, name from plans p
      where greatest(created_at, last_used) < ${year}
        and not exists (select 1 from assignments a where a.plan_id = p.id and a.archived_at is null)
    union all select 'delivery-plans', id::text, name from delivery_plans p
      where greatest(created_at, last_used) < ${year}
        and not exists (select 1 from assignments a where a.delivery_plan_id = p.id and a.archived_at is null)
    union all select 'checklists', id::text, name from checklists c
      where created_at < ${month} and not exists (select 1 from assignments a where a.checklist = c.id::text)
    order by 1, 3`);
  return rows.map(({ kind, id, name }) => ({ kind, id, name }));
}

async function countUnusedTerms({ db }: Context): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(sql`
    select count(*)::integer as n from terms t where state is null
      and not exists (select 1 from photo_keywords k where k.spelling = t.spelling)`);
  return rows[0]!.n;
}

async function lastBackupOf(context: Context): Promise<string | null> {
  const [newest] = await ownNamesIn(context, folderOf(await readPlan(context)));
  return newest === undefined ? null : new Date(timeInName(newest)).toISOString();
}
