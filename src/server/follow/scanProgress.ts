import { and, eq, gt } from 'drizzle-orm';
import type { Context } from '../context';
import { folderScans } from '../db/schema/assignments';
import { announce } from '../jobs/queue';

/** A few files are read before anybody could look at their progress. */
const LEAST = 20;
const EVERY_MS = 2000;
/** A row that is older was left by a worker that was killed. */
const STALE_MS = 30_000;

/** Records how far the reading of new files has come, and announces the pictures that are there already. */
export class ScanProgress {
  private readonly startedAt: Date;
  private reportedAt = 0;

  constructor(
    private readonly context: Context,
    private readonly assignmentId: string,
    private readonly total: number,
  ) {
    this.startedAt = context.now();
  }

  async report(done: number): Promise<void> {
    const updatedAt = this.context.now();
    if (this.total < LEAST || updatedAt.getTime() - this.reportedAt < EVERY_MS) return;
    this.reportedAt = updatedAt.getTime();
    const { assignmentId, startedAt, total } = this;
    const row = { assignmentId, startedAt, updatedAt, total, done };
    await this.context.db
      .insert(folderScans)
      .values(row)
      .onConflictDoUpdate({ target: folderScans.assignmentId, set: row });
    await announce(this.context.db, { kind: 'photos', id: assignmentId });
  }

  /** The caller announces the end. */
  async end(): Promise<void> {
    if (this.reportedAt === 0) return;
    await this.context.db.delete(folderScans).where(eq(folderScans.assignmentId, this.assignmentId));
  }
}

/** How far the reading of a working folder has come. */
export interface FolderScan {
  readonly total: number;
  readonly done: number;
  /** Pictures per second since the start. */
  readonly rate: number;
}

/** Returns null where nothing is being read. */
export async function readFolderScan(context: Context, assignmentId: string): Promise<FolderScan | null> {
  const { db, now } = context;
  const oldest = new Date(now().getTime() - STALE_MS);
  const [row] = await db
    .select()
    .from(folderScans)
    .where(and(eq(folderScans.assignmentId, assignmentId), gt(folderScans.updatedAt, oldest)));
  if (!row) return null;
  const seconds = (row.updatedAt.getTime() - row.startedAt.getTime()) / 1000;
  return { total: row.total, done: row.done, rate: seconds > 0 ? row.done / seconds : 0 };
}
