import { setTimeout as wait } from 'node:timers/promises';
import watcher, { type AsyncSubscription } from '@parcel/watcher';
import { and, desc, eq, isNull } from 'drizzle-orm';
import type { Context } from '../context';
import { assignments } from '../db/schema/assignments';
import { openedFolders } from '../db/schema/folders';
import { diskLayer } from '../files/diskLayer';
import { enqueueFollow } from '../jobs/queue';
import { log } from '../log';

/** The system limits watches (inotify(7), max_user_watches). Older assignments are left to the periodic scan. */
const MOST_WATCHED = 100;
const UPDATE_MS = 5000;
/** Programs write many files one after the other: a scan starts after a pause, or after the longest delay. */
const QUIET_MS = 1500;
const LONGEST_MS = 30_000;
const IGNORED = ['**/.*', '**/*.part'];

interface Pending {
  readonly since: number;
  timer: NodeJS.Timeout;
}

/** Watches the working folders of the newest assignments, and enqueues a follow job when a file in one changes. */
export async function watchFolders(context: Context, stopping: () => boolean): Promise<void> {
  const watches = new FolderWatches(context);
  try {
    while (!stopping()) {
      await watches.update();
      await wait(UPDATE_MS, undefined, { ref: false });
    }
  } finally {
    await watches.end();
  }
}

class FolderWatches {
  private readonly open = new Map<string, AsyncSubscription>();
  private readonly pending = new Map<string, Pending>();

  constructor(private readonly context: Context) {}

  /** Opens and closes watches, so that they match the assignments. Missing folders are tried again next time. */
  async update(): Promise<void> {
    const rows = await this.context.db
      .select({ path: openedFolders.path })
      .from(assignments)
      .innerJoin(openedFolders, eq(openedFolders.id, assignments.workingFolderId))
      .where(isNull(assignments.archivedAt))
      .orderBy(desc(assignments.createdAt))
      .limit(MOST_WATCHED);
    const wanted = new Set(rows.map((row) => row.path));
    for (const folder of this.open.keys()) if (!wanted.has(folder)) await this.close(folder);
    for (const folder of wanted) if (!this.open.has(folder)) await this.watch(folder);
  }

  async end(): Promise<void> {
    for (const { timer } of this.pending.values()) clearTimeout(timer);
    for (const folder of this.open.keys()) await this.close(folder);
  }

  private async watch(folder: string): Promise<void> {
    if (!(await diskLayer.stat(folder).catch(() => undefined))) return;
    try {
      const subscription = await watcher.subscribe(
        folder,
        (error, events) => {
          if (error || events.some((event) => event.path === folder)) void this.close(folder);
          this.debounce(folder);
        },
        { ignore: IGNORED },
      );
      this.open.set(folder, subscription);
      // Files may have changed before the watch was open.
      this.debounce(folder);
    } catch {
      log.info('a folder could not be watched; the periodic scan finds its changes');
    }
  }

  private async close(folder: string): Promise<void> {
    const subscription = this.open.get(folder);
    this.open.delete(folder);
    await subscription?.unsubscribe().catch(() => undefined);
  }

  private debounce(folder: string): void {
    const before = this.pending.get(folder);
    clearTimeout(before?.timer);
    const since = before?.since ?? Date.now();
    const delay = Math.max(0, Math.min(QUIET_MS, since + LONGEST_MS - Date.now()));
    const timer = setTimeout(() => {
      this.pending.delete(folder);
      this.follow(folder).catch(() => log.warn('a change in a folder could not be enqueued'));
    }, delay);
    this.pending.set(folder, { since, timer });
  }

  private async follow(folder: string): Promise<void> {
    const { db } = this.context;
    const concerned = await db
      .select({ id: assignments.id })
      .from(assignments)
      .innerJoin(openedFolders, eq(openedFolders.id, assignments.workingFolderId))
      .where(and(eq(openedFolders.path, folder), isNull(assignments.archivedAt)));
    for (const { id } of concerned) await enqueueFollow(db, id);
  }
}
