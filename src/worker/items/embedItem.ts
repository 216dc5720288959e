import { and, eq, lte } from 'drizzle-orm';
import type { FieldId } from '../../core/catalogue/fields';
import { planEmbed } from '../../core/embed/planEmbed';
import { FormatError } from '../../core/problems/problem';
import type { Picture } from '../../core/readout/readPicture';
import type { Database, Queries } from '../../server/db/client';
import { drafts, files, inverseEdits, photos, runItems } from '../../server/db/schema';
import { type StoredProblem, storedRecord, type WrittenField } from '../../server/db/stored';
import { applyEdits, digestOf, type WayBack } from '../../server/files/applyEdits';
import { FileError } from '../../server/files/fileError';
import { readPhotoFile } from '../../server/files/readPhotoFile';
import { withFile } from '../../server/files/source';
import { photoPath } from '../../server/operations/photos';
import { readBack } from './verify';

type Item = typeof runItems.$inferSelect;

/** Writes a picture's drafts into its file. The way back is kept before the file is replaced. */
export async function embedItem(db: Database, item: Item): Promise<void> {
  const photoId = item.photoId!;
  const { file, path } = await photoPath(db, photoId);
  if (await finishedBefore(db, item, path)) return;
  await refuseChanged(db, photoId, file, path);
  const read = new Date();
  const rows = await db.select().from(drafts).where(eq(drafts.photoId, photoId));
  const { container, stat } = await readPhotoFile(path);
  const plan = planEmbed(container, new Map(rows.map((row) => [row.field, row.value])));
  if (plan.refused) throw new FormatError(plan.refused.code, plan.refused.part, plan.refused);
  const written: { [K in FieldId]?: WrittenField } = {};
  for (const row of rows)
    written[row.field] = {
      before: plan.before.fields[row.field]?.value ?? null,
      after: row.value,
      origin: row.origin,
    };
  const result = { version: 1 as const, written };
  if (plan.unchanged) {
    await settle(db, item, { path, read, problems: plan.problems, state: 'unchanged', result });
    return;
  }
  await db.update(runItems).set({ result }).where(eq(runItems.id, item.id));
  await applyEdits({
    source: path,
    target: path,
    edits: plan.edits,
    mode: 'replace',
    expected: stat,
    times: 'now',
    verify: async (bytes) => {
      await readBack(bytes, plan, path);
    },
    keepWayBack: (way) => keepWayBack(db, item.id, way),
  });
  await settle(db, item, { path, read, problems: plan.problems, state: 'done', result });
}

/**
 * A file that is not what Fabrica last read is not written over: it is read anew, so that its new values
 * show, and the person decides again. A mere new date is no change.
 */
async function refuseChanged(
  db: Database,
  photoId: string,
  known: typeof files.$inferSelect,
  path: string,
): Promise<void> {
  const found = await withFile(path, async (file, stat) => {
    const same = stat.size === known.size && String(stat.modifiedNs) === known.modifiedNs;
    return { same, digest: same ? known.digest : await digestOf(file, stat.size) };
  });
  if (found.same) return;
  await indexFile(db, photoId, path);
  if (found.digest !== known.digest) throw new FileError('changed-meanwhile', path);
}

/** Killed after the file got its name and before that was recorded: the digest tells. */
async function finishedBefore(db: Database, item: Item, path: string): Promise<boolean> {
  const [way] = await db.select().from(inverseEdits).where(eq(inverseEdits.itemId, item.id));
  if (!way || !item.result) return false;
  const digest = await withFile(path, (file, stat) => digestOf(file, stat.size));
  if (digest !== way.digestAfter) return false;
  await settle(db, item, { path, read: new Date(), problems: [], state: 'done', result: item.result });
  return true;
}

export async function keepWayBack(db: Queries, itemId: string, way: WayBack): Promise<void> {
  const row = {
    digestBefore: way.digestBefore,
    digestAfter: way.digestAfter,
    pieces: [...way.pieces],
    formerBytes: Buffer.from(way.formerBytes),
  };
  await db
    .insert(inverseEdits)
    .values({ itemId, ...row })
    .onConflictDoUpdate({ target: inverseEdits.itemId, set: row });
}

interface Settled {
  readonly path: string;
  /** Drafts written after this moment are not in the file. */
  readonly read: Date;
  readonly problems: readonly StoredProblem[];
  readonly state: 'done' | 'unchanged';
  readonly result: NonNullable<Item['result']>;
}

async function settle(
  db: Database,
  item: Item,
  { path, read, problems, state, result }: Settled,
): Promise<void> {
  const { digest, size } = await db.transaction(async (tx) => {
    const file = await indexFile(tx, item.photoId!, path);
    const stillThere = and(eq(drafts.photoId, item.photoId!), lte(drafts.changedAt, read));
    await tx.delete(drafts).where(stillThere);
    return file;
  });
  await db
    .update(runItems)
    .set({ state, problems, result: { ...result, digest, bytes: size } })
    .where(eq(runItems.id, item.id));
}

/** Brings the index up to what the file says now. */
export async function indexFile(
  db: Queries,
  photoId: string,
  path: string,
): Promise<{ digest: string; size: number; picture: Picture }> {
  const { picture, stat } = await readPhotoFile(path);
  const digest = await withFile(path, (file) => digestOf(file, stat.size));
  await db
    .update(photos)
    .set({ record: storedRecord(picture) })
    .where(eq(photos.id, photoId));
  await db
    .update(files)
    .set({ size: stat.size, modifiedNs: String(stat.modifiedNs), digest })
    .where(eq(files.photoId, photoId));
  return { digest, size: stat.size, picture };
}
