import { sql } from 'drizzle-orm';
import type { Context } from '../context';
import { followAssignment } from '../follow/followAssignment';
import { missingFolders } from '../operations/folders/workingFolder';
import { isUnderWay } from '../operations/runs/runs';
import { indexStale } from '../operations/search/searchPhotos';

export interface FileCheck {
  readonly pictures: number;
  /** Number of pictures whose file was reread, found at another path, or added. */
  readonly changed: number;
  readonly moved: number;
  readonly taken: number;
  /** Pictures whose file is missing, as "name (assignment)". */
  readonly missing: readonly string[];
  /** Names of assignments that were not checked, because a run is in progress. */
  readonly skipped: readonly string[];
  /** Names of assignments whose working folder is missing; its disk may not be connected. */
  readonly foldersAway: readonly string[];
}

/** Compares the database with every file of every assignment, then rebuilds summaries, keyword rows and the search index. */
export async function checkFiles(context: Context): Promise<FileCheck> {
  const { db } = context;
  const { rows: assignments } = await db.execute<{ id: string; name: string }>(
    sql`select id, name from assignments order by name`,
  );
  const found = { changed: 0, moved: 0, taken: 0 };
  const skipped: string[] = [];
  for (const { id, name } of assignments) {
    if (await isUnderWay(context, id)) skipped.push(name);
    const { changed, moved, taken } = await followAssignment(context, id);
    found.changed += changed;
    found.moved += moved;
    found.taken += taken;
  }
  const away = await missingFolders(context, assignments);
  await rebuild(context);
  const { rows } = await db.execute<{ pictures: number; missing: string[] | null }>(sql`
    select count(*)::integer as pictures, array_agg(p.name || ' (' || a.name || ')' order by a.name, p.position)
      filter (where p.gone_at is not null) as missing
    from photos p join assignments a on a.id = p.assignment_id`);
  return {
    ...found,
    skipped,
    pictures: rows[0]!.pictures,
    missing: rows[0]!.missing ?? [],
    foldersAway: assignments.filter(({ id }) => away.has(id)).map(({ name }) => name),
  };
}

async function rebuild(context: Context): Promise<void> {
  const { db } = context;
  await db.execute(sql`update photo_summaries set summary = null, touched = pg_current_xact_id()`);
  await db.execute(sql`select keep_photo_keywords(array(select id from photos))`);
  await db.execute(sql`insert into search_stale select id from photos on conflict do nothing`);
  while ((await indexStale(context)) > 0);
}
