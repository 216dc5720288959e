import { and, eq, exists, isNotNull, sql } from 'drizzle-orm';
import { inverseEdits, runItems } from '../../../db/schema/runs';
import { readAssignment, writeChoices } from '../../../operations/assignments/assignments';
import { localNow } from '../../../operations/templates/placeholderContext';
import type { RunKind } from '../../kind';
import { parametersOf } from '../../parameters';
import { undoEmbedItem } from '../undo/undoEmbedItem';
import { embedItem } from './embedItem';

/** Writes the drafts of photos into their files. */
export const embedKind: RunKind<'embed'> = {
  id: 'embed',
  item: 'photo',
  act: () => 'embed',
  writesPictures: true,
  claimsNames: false,
  addsPictures: false,
  async begin(context, run, lease) {
    const {
      fields,
      replaceUnreadable = false,
      breakProvenance = false,
      loseJpeg = false,
    } = parametersOf(run, 'embed');
    const assignment = await readAssignment(context, run.assignmentId);
    const now = localNow(run.createdAt);
    const choices = { ...writeChoices(assignment), replaceUnreadable, breakProvenance, loseJpeg, now };
    return (item) => embedItem(context, item, { lease, choices, fields });
  },
  undo: {
    items: ({ db }) =>
      and(
        eq(runItems.state, 'done'),
        isNotNull(runItems.photoId),
        exists(db.select({ one: sql`1` }).from(inverseEdits).where(eq(inverseEdits.itemId, runItems.id))),
      )!,
    undoItem: undoEmbedItem,
    redoItem: undoEmbedItem,
  },
};
