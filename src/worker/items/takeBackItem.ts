import { eq } from 'drizzle-orm';
import type { FieldId } from '../../core/catalogue/fields';
import type { Database } from '../../server/db/client';
import { drafts, inverseEdits, runItems } from '../../server/db/schema';
import { applyEdits, digestOf, editsBack } from '../../server/files/applyEdits';
import { FileError } from '../../server/files/fileError';
import { withFile } from '../../server/files/source';
import { photoPath } from '../../server/operations/photos';
import { indexFile } from './embedItem';

type Item = typeof runItems.$inferSelect;

/**
 * Makes the file again what it was before an earlier item wrote into it, proven by its digest. What had
 * been written becomes drafts again: the words are not lost. A file that was changed since is left alone.
 */
export async function takeBackItem(db: Database, item: Item): Promise<void> {
  const takenItemId = item.sourcePath!;
  const [way] = await db.select().from(inverseEdits).where(eq(inverseEdits.itemId, takenItemId));
  const [taken] = await db.select().from(runItems).where(eq(runItems.id, takenItemId));
  const { path } = await photoPath(db, item.photoId!);
  if (!way || !taken) throw new FileError('way-back-differs', path);
  const { digest, stat } = await withFile(path, async (file, found) => ({
    digest: await digestOf(file, found.size),
    stat: found,
  }));
  if (digest !== way.digestBefore) {
    if (digest !== way.digestAfter) throw new FileError('changed-meanwhile', path);
    await applyEdits({
      source: path,
      target: path,
      edits: editsBack(way.pieces, way.formerBytes),
      mode: 'replace',
      expected: stat,
      times: 'now',
      verify: async () => undefined,
      keepWayBack: async (made) => {
        if (made.digestAfter !== way.digestBefore) throw new FileError('way-back-differs', path);
      },
    });
  }
  await db.transaction(async (tx) => {
    const file = await indexFile(tx, item.photoId!, path);
    for (const [field, one] of Object.entries(taken.result?.written ?? {})) {
      await tx
        .insert(drafts)
        .values({ photoId: item.photoId!, field: field as FieldId, value: one.after, origin: one.origin })
        .onConflictDoNothing();
    }
    await tx.update(runItems).set({ state: 'taken-back' }).where(eq(runItems.id, takenItemId));
    await tx
      .update(runItems)
      .set({ state: 'done', result: { version: 1, written: {}, digest: file.digest, bytes: file.size } })
      .where(eq(runItems.id, item.id));
  });
}
