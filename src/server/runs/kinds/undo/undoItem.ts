import type { Database } from '../../../db/client';
import type { runs } from '../../../db/schema/runs';
import type { Item, Mark } from '../../claims';
import { putBackItem } from './putBackItem';
import { undoEmbedItem } from './undoEmbedItem';
import { undoImportItem } from './undoImportItem';
import { undoRunFor } from './undoRun';

/** How a run that undoes another one treats each item, by what that one did. */
export async function undoItemFor(
  db: Database,
  run: typeof runs.$inferSelect,
  mark: Mark,
): Promise<(item: Item) => Promise<void>> {
  const undoRun = await undoRunFor(db, run, mark);
  if (undoRun.act.kind === 'embed') return (item) => undoEmbedItem(db, undoRun, item);
  if (undoRun.redoes) return (item) => putBackItem(db, undoRun, item);
  return (item) => undoImportItem(db, undoRun, item);
}
