import path from 'node:path';
import { and, eq } from 'drizzle-orm';
import type { FieldId } from '../../../../core/catalogue/fields';
import { sameValue } from '../../../../core/catalogue/value';
import type { Shot } from '../../../../core/naming/shots';
import type { Context } from '../../../context';
import { drafts } from '../../../db/schema/drafts';
import { inverseEdits, runItems } from '../../../db/schema/runs';
import type { RunItemResult } from '../../../db/stored/runs';
import { inTransaction } from '../../../db/transaction';
import { FileError } from '../../../files/fileError';
import { sidecarPath } from '../../../files/readShot';
import { indexShot } from '../../../operations/photos/indexShot';
import { photoShot } from '../../../operations/photos/photos';
import type { Item } from '../../claims';
import type { UndoRun } from '../../kind';
import { keepInverseEdits, placeOf } from '../embed/embedItem';
import { refuseLaterRun } from './laterRun';
import { type KeptEdits, refuseChanged, restoreFile } from './restoreFile';
import { endUndo } from './undoRun';

/**
 * Makes the files of a photo again what they were before an earlier item wrote into them, proven by their
 * digests; a sidecar that it made goes. The values that had been written become drafts again: the words are not
 * lost. Undoing that writes it once more. Files that were changed since are left alone, all of them.
 */
export async function undoEmbedItem(context: Context, run: UndoRun, item: Item): Promise<void> {
  const kept = await context.db.select().from(inverseEdits).where(eq(inverseEdits.itemId, item.undoes!));
  const [undone] = await context.db.select().from(runItems).where(eq(runItems.id, item.undoes!));
  const located = await photoShot(context, item.photoId!);
  const { folder, shot } = located;
  if (kept.length === 0 || !undone) throw new FileError('way-back-differs', shot.main);
  await refuseLaterRun(context, item.photoId!, run.undone);
  const files = kept.map((edits) => ({ edits, file: path.join(folder, nameOf(edits, shot, folder)) }));
  for (const { edits, file } of files) await refuseChanged(edits, file);
  for (const { edits, file } of files)
    await restoreFile(edits, file, (made) => keepInverseEdits(context, item.id, edits.role, made));
  const written = undone.result?.written ?? {};
  await inTransaction(context, async (tx) => {
    const { digest, size } = await indexShot(
      tx,
      item.photoId!,
      placeOf(located),
      shotAfter(kept, shot, folder),
    );
    const back = reversed(written);
    if (run.redoes) await removeWritten(tx, item.photoId!, back);
    else await makeDrafts(tx, item.photoId!, written);
    await endUndo(tx, run, item, { result: { written: back, digest, bytes: size } });
  });
}

function nameOf({ role, made, digestAfter }: KeptEdits, shot: Shot, folder: string): string {
  const name = shot[role];
  if (name) return name;
  if (made || digestAfter === '') return path.basename(sidecarPath({ folder, shot }));
  throw new FileError('vanished', shot.main);
}

function shotAfter(kept: readonly KeptEdits[], shot: Shot, folder: string): Shot {
  const { sidecar: _, ...without } = shot;
  if (kept.some((edits) => edits.made)) return without;
  if (kept.some((edits) => edits.digestAfter === ''))
    return { ...shot, sidecar: path.basename(sidecarPath({ folder, shot: without })) };
  return shot;
}

type Written = RunItemResult['written'];

const reversed = (written: Written): Written =>
  Object.fromEntries(
    Object.entries(written).map(([field, { before, after, origin }]) => [
      field,
      { before: after, after: before, origin },
    ]),
  );

async function makeDrafts(context: Context, photoId: string, written: Written): Promise<void> {
  for (const [field, one] of Object.entries(written))
    await context.db
      .insert(drafts)
      .values({ photoId, field: field as FieldId, value: one.after, origin: one.origin })
      .onConflictDoNothing();
}

/** Written into the file once more: drafts that say just that are none any more. */
async function removeWritten(context: Context, photoId: string, written: Written): Promise<void> {
  const rows = await context.db.select().from(drafts).where(eq(drafts.photoId, photoId)).for('update');
  for (const { field, value, stamp } of rows) {
    const one = written[field];
    const same = one && (value === null ? one.after === null : sameValue(one.after ?? undefined, value));
    if (same)
      await context.db.delete(drafts).where(and(eq(drafts.photoId, photoId), eq(drafts.stamp, stamp)));
  }
}
