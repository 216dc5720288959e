import { lstat, unlink } from 'node:fs/promises';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { type Bound, beyondBound, type KeptName } from '../../../core/kept/bounds';
import type { Context } from '../../context';
import { filesOf, pathInside, shotOf } from '../../files/folders';
import { announce } from '../../jobs/queue';
import { forgetArchives } from '../deliveries/forgetArchives';
import { folderFiles } from './folderFiles';
import { arrivalsFolder, boundsInForce, previewsFolder, wayBackBytes } from './kept';

/** Failed jobs and their errors help nobody after so long. */
const JOB_DAYS = 30;

/**
 * Lets go of what is kept beyond its bound: nothing that a run under way can still need, no picture, and no word. Returns how
 * many of each went.
 */
export async function makeRoom(context: Context): Promise<Readonly<Record<KeptName, number>>> {
  const bounds = await boundsInForce(context);
  const gone = {
    previews: await letPreviewsGo(context, bounds.previews),
    undoData: await removeUndoData(context, bounds.undoData),
    archives: await forgetArchives(context, bounds.archives),
    arrivals: await letArrivalsGo(context, bounds.arrivals),
  };
  await context.db.execute(sql`select graphile_worker.complete_jobs(array_agg(id)) from graphile_worker.jobs
    where attempts >= max_attempts and updated_at < now() - make_interval(days => ${JOB_DAYS})`);
  await announce(context.db, { kind: 'kept', id: '' });
  return gone;
}

/** A preview is made again when it is asked for. */
async function letPreviewsGo({ now }: Context, bound: Bound): Promise<number> {
  const old = beyondBound(await folderFiles(previewsFolder()), bound, now().getTime());
  return removed(old.map((one) => one.path));
}

/** Of runs that ended, and that no run under way undoes, oldest first. */
async function removeUndoData({ db, now }: Context, bound: Bound): Promise<number> {
  const isNeeded = sql`(r.ended_at is null or exists (
    select 1 from runs u where u.undoes = r.id and u.state in ('waiting', 'running')))`;
  const { rows } = await db.execute<{ id: string; bytes: string; ended: Date | string | null }>(sql`
    select r.id, sum(${wayBackBytes}) as bytes, case when ${isNeeded} then null else r.ended_at end as ended
    from inverse_edits e join run_items i on i.id = e.item_id join runs r on r.id = i.run_id group by r.id`);
  const runs = rows.map(({ id, bytes, ended }) => ({
    path: id,
    bytes: Number(bytes),
    usedAt: timeOf(ended),
  }));
  const gone = beyondBound(runs, bound, now().getTime()).map((one) => one.path);
  if (gone.length === 0) return 0;
  const { rowCount } = await db.execute(sql`
    delete from inverse_edits e using run_items i, runs r
    where i.id = e.item_id and r.id = i.run_id and r.id = any(${sql.param(gone)}::uuid[]) and not ${isNeeded}`);
  return rowCount ?? 0;
}

const timeOf = (ended: Date | string | null): number =>
  ended === null ? Infinity : new Date(ended).getTime();

/** What a browser sent, and what was brought in since: a copy of it is a picture of the assignment. */
async function letArrivalsGo(context: Context, bound: Bound): Promise<number> {
  const brought = await broughtIn(context);
  const files = (await folderFiles(arrivalsFolder())).map((file) => ({
    ...file,
    usedAt: brought.get(file.path) ?? Infinity,
  }));
  return removed(beyondBound(files, bound, context.now().getTime()).map((one) => one.path));
}

/** Files that a browser sent and that were brought in as they are now, with when. */
async function broughtIn(context: Context): Promise<Map<string, number>> {
  const root = arrivalsFolder();
  const { rows } = await context.db.execute<{ folder: string; path: string; ended: Date | string }>(sql`
    select f.path as folder, i.source_path as path, max(r.ended_at) as ended
    from opened_folders f join runs r on r.kind = 'import' and r.parameters ->> 'sourceFolderId' = f.id::text
    join run_items i on i.run_id = r.id and i.state = 'done' and i.source_path is not null
    where f.path like ${`${root.replace(/[\\%_]/g, '\\$&')}/%`} and r.ended_at is not null
      and r.parameters ->> 'mode' is distinct from 'take-up'
      and not exists (select 1 from runs u where u.assignment_id = r.assignment_id and u.state in ('waiting', 'running'))
    group by f.path, i.source_path`);
  const files = new Map<string, number>();
  for (const { folder, path: inside, ended } of rows) {
    const main = await pathInside(folder, inside).catch(() => undefined);
    const names = main ? await shotOf(main).then(filesOf, () => []) : [];
    for (const name of names) {
      const file = path.join(path.dirname(main!), name);
      const entry = await lstat(file).catch(() => undefined);
      // Sent since, again or as its raw twin: it was not brought in.
      if (entry?.isFile() && entry.ctimeMs <= timeOf(ended)) files.set(file, timeOf(ended));
    }
  }
  return files;
}

async function removed(files: readonly string[]): Promise<number> {
  let count = 0;
  for (const file of files)
    await unlink(file).then(
      () => count++,
      () => undefined,
    );
  return count;
}
