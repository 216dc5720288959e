import { unlink } from 'node:fs/promises';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import type { FieldId } from '../../core/catalogue/fields';
import type { Shot } from '../../core/naming/shots';
import type { Database } from '../../server/db/client';
import { drafts, inverseEdits, runItems } from '../../server/db/schema';
import { applyEdits, editsBack } from '../../server/files/applyEdits';
import { digestOf, kindOfDigest } from '../../server/files/digest';
import { asFileError, FileError } from '../../server/files/fileError';
import { diskLayer } from '../../server/files/layer';
import { sidecarPath } from '../../server/files/readShot';
import { withFile } from '../../server/files/source';
import { photoShot } from '../../server/operations/photos';
import { placeOf } from './embedItem';
import { indexShot } from './indexShot';

type Item = typeof runItems.$inferSelect;
type Way = typeof inverseEdits.$inferSelect;

/**
 * Makes the files of a photo again what they were before an earlier item wrote into them, proven by their
 * digests; a sidecar that it made goes. What had been written becomes drafts again: the words are not
 * lost. Files that were changed since are left alone, all of them.
 */
export async function takeBackItem(db: Database, item: Item): Promise<void> {
  const takenItemId = item.sourcePath!;
  const ways = await db.select().from(inverseEdits).where(eq(inverseEdits.itemId, takenItemId));
  const [taken] = await db.select().from(runItems).where(eq(runItems.id, takenItemId));
  const located = await photoShot(db, item.photoId!);
  const { folder, shot } = located;
  if (ways.length === 0 || !taken) throw new FileError('way-back-differs', shot.main);
  const files = ways.map((way) => ({ way, path: path.join(folder, nameOf(way, shot, folder)) }));
  for (const one of files) await refuseChanged(one.way, one.path);
  for (const one of files) await putBack(one.way, one.path);
  const left: Shot = { ...shot };
  if (ways.some((way) => way.made)) delete (left as { sidecar?: string }).sidecar;
  await db.transaction(async (tx) => {
    const { digest, size } = await indexShot(tx, item.photoId!, placeOf(located), left);
    for (const [field, one] of Object.entries(taken.result?.written ?? {})) {
      await tx
        .insert(drafts)
        .values({ photoId: item.photoId!, field: field as FieldId, value: one.after, origin: one.origin })
        .onConflictDoNothing();
    }
    await tx.update(runItems).set({ state: 'taken-back' }).where(eq(runItems.id, takenItemId));
    await tx
      .update(runItems)
      .set({ state: 'done', result: { version: 1, written: {}, digest, bytes: size } })
      .where(eq(runItems.id, item.id));
  });
}

function nameOf({ role, made }: Way, shot: Shot, folder: string): string {
  const name = shot[role];
  if (name) return name;
  if (made) return path.basename(sidecarPath({ folder, shot }));
  throw new FileError('vanished', shot.main);
}

/** Made as the kept ones were, to be compared with them. */
async function digestAt(file: string, { digestAfter }: Way): Promise<string | undefined> {
  try {
    return await withFile(file, (one, stat) => digestOf(one, stat.size, digestAfter));
  } catch (error) {
    if (error instanceof FileError && error.code === 'vanished') return undefined;
    throw error;
  }
}

async function refuseChanged(way: Way, file: string): Promise<void> {
  const digest = await digestAt(file, way);
  const before = way.made ? undefined : way.digestBefore;
  if (digest !== before && digest !== way.digestAfter) throw new FileError('changed-meanwhile', file);
}

async function putBack(way: Way, file: string): Promise<void> {
  const digest = await digestAt(file, way);
  if (way.made) {
    if (digest === undefined) return;
    await unlink(file).catch((error) => {
      throw asFileError(error, file);
    });
    await diskLayer.syncFolder(path.dirname(file));
    return;
  }
  if (digest === way.digestBefore) return;
  const stat = await withFile(file, async (_, found) => found);
  await applyEdits({
    source: file,
    target: file,
    edits: editsBack(way.pieces, way.formerBytes),
    mode: 'replace',
    expected: stat,
    times: 'now',
    digest: kindOfDigest(way.digestBefore),
    verify: async () => undefined,
    keepWayBack: async (made) => {
      if (made.digestAfter !== way.digestBefore) throw new FileError('way-back-differs', file);
    },
  });
}
