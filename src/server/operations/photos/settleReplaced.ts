import { and, eq, isNotNull, ne } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
import { these } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { drafts } from '../../db/schema/drafts';
import { photos } from '../../db/schema/photos';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { required } from '../../problems/errors';
import { writeDrafts } from '../drafts/writeDrafts';

/** What becomes of drafts that were written for the picture that a file held before. */
export type ReplacedChoice =
  | { readonly kind: 'keep' }
  | { readonly kind: 'discard' }
  | { readonly kind: 'move'; readonly to: string };

/** Content identity of the picture that the drafts of a photo were written for; undefined where none is set apart. */
export async function formerIdentityOf({ db }: Context, photoId: string): Promise<string | undefined> {
  const [photo] = await db
    .select({ identity: photos.formerIdentity })
    .from(photos)
    .where(eq(photos.id, photoId));
  return required(photo, 'picture').identity ?? undefined;
}

/** Carries out the choice for a photo whose drafts are set apart. Moving and discarding are acts that can be undone. */
export async function settleReplaced(
  context: Context,
  assignmentId: string,
  photoId: string,
  choice: ReplacedChoice,
): Promise<void> {
  await inTransaction(context, async (tx) => {
    const [photo] = await tx.db
      .update(photos)
      .set({ replacedAt: null, formerSample: null, formerIdentity: null })
      .where(and(eq(photos.id, photoId), eq(photos.assignmentId, assignmentId), isNotNull(photos.replacedAt)))
      .returning({ id: photos.id });
    required(photo, 'picture');
    if (choice.kind === 'keep') return;
    if (choice.kind === 'move') {
      // Without a target the drafts would be discarded.
      const [target] = await tx.db
        .select({ id: photos.id })
        .from(photos)
        .where(and(eq(photos.id, choice.to), eq(photos.assignmentId, assignmentId), ne(photos.id, photoId)));
      required(target, 'picture');
      const rows = await tx.db.select().from(drafts).where(eq(drafts.photoId, photoId));
      const values: { [K in FieldId]?: FieldValue | null } = {};
      for (const { field, value } of rows) values[field] = value;
      await writeDrafts(
        tx,
        assignmentId,
        these([choice.to]),
        { kind: 'set-fields', values },
        { confirmed: true },
      );
    }
    await writeDrafts(tx, assignmentId, these([photoId]), { kind: 'discard' });
  });
  await announce(context.db, { kind: 'photos', id: assignmentId });
}
