import { eq } from 'drizzle-orm';
import type { Entry } from '../../../core/templates/template';
import type { Context } from '../../context';
import { templates } from '../../db/schema/templates';
import { inTransaction } from '../../db/transaction';
import { lockedTemplate } from './templatePage';
import { keepVersion } from './templates';

/** Rewrites the entries of templates, each as a new version with a note; also rewrites their unsaved drafts. */
export async function rewriteTemplates(
  context: Context,
  ids: readonly string[],
  change: (entries: readonly Entry[]) => Entry[],
  note: string,
): Promise<void> {
  // A fixed order avoids deadlocks between concurrent acts.
  for (const id of [...ids].sort())
    await inTransaction(context, async (tx) => {
      const { version, draft, entries, ...row } = await lockedTemplate(tx, id);
      const isSame = (before: readonly Entry[]) => JSON.stringify(change(before)) === JSON.stringify(before);
      // Another window may have made the change already.
      if (isSame(entries) && isSame(draft?.entries ?? [])) return;
      const next = version === 0 ? 0 : version + 1;
      const changed = {
        entries: change(entries),
        version: next,
        draft: draft && {
          ...draft,
          entries: change(draft.entries),
          baseVersion: draft.baseVersion === version ? next : draft.baseVersion,
        },
        changedAt: context.now(),
      };
      await tx.db.update(templates).set(changed).where(eq(templates.id, id));
      await keepVersion(tx, { ...row, ...changed }, note);
    });
}
