import { and, desc, eq, ne } from 'drizzle-orm';
import { fieldIds } from '../../../core/catalogue/fields';
import { sameValue } from '../../../core/catalogue/value';
import { licenceTerms } from '../../../core/deliver/licence';
import type { Context } from '../../context';
import { outsideChanges, photos } from '../../db/schema/photos';
import { runItems, runs } from '../../db/schema/runs';
import type { FieldChanges, StoredRecord } from '../../db/stored/records';
import type { DeliveredFile, StoredProblem } from '../../db/stored/runs';
import { required } from '../../problems/errors';
import { parametersOf } from '../../runs/parameters';
import { actOf } from '../../runs/registry';
import type { RunAct } from '../../runs/runActs';

/** One thing that happened to a picture. */
export interface HistoryEntry {
  /** ISO 8601 */
  readonly at: string;
  /** outside: another program changed it, as it was found then. */
  readonly act: RunAct | 'outside';
  readonly runId?: string;
  readonly state?: string;
  readonly changes: FieldChanges;
  /** Of a delivery: the files that left, and under which licence. What changed, changed on them alone. */
  readonly sent?: { readonly paths: readonly string[]; readonly licence: string };
  readonly problems: readonly StoredProblem[];
}

const MOST = 500;

/** What happened to a picture since Fabrica knows it, the newest first: runs, what was undone, edits outside. At most five hundred of runs and of edits. */
export async function photoHistory(context: Context, photoId: string): Promise<HistoryEntry[]> {
  const [photo] = await context.db.select({ id: photos.id }).from(photos).where(eq(photos.id, photoId));
  required(photo, 'picture');
  const items = await context.db
    .select({ item: runItems, run: runs })
    .from(runItems)
    .innerJoin(runs, eq(runs.id, runItems.runId))
    .where(and(eq(runItems.photoId, photoId), ne(runItems.state, 'waiting')))
    .orderBy(desc(runs.createdAt))
    .limit(MOST);
  const outside = await context.db
    .select()
    .from(outsideChanges)
    .where(eq(outsideChanges.photoId, photoId))
    .orderBy(desc(outsideChanges.foundAt))
    .limit(MOST);
  const entries: HistoryEntry[] = [
    ...items.map(({ item, run }) => ({
      at: (run.endedAt ?? run.startedAt ?? run.createdAt).toISOString(),
      act: actOf(run),
      runId: run.id,
      state: item.state,
      changes: Object.fromEntries(
        Object.entries(item.result?.written ?? {}).map(([id, { before, after }]) => [id, { before, after }]),
      ),
      ...(item.result?.copies ? { sent: sentBy(run, item.result.copies) } : {}),
      problems: item.problems ?? [],
    })),
    ...outside.map(({ foundAt, changes }) => ({
      at: foundAt.toISOString(),
      act: 'outside' as const,
      changes,
      problems: [],
    })),
  ];
  return entries.sort((a, b) => (a.at < b.at ? 1 : -1));
}

function sentBy(run: typeof runs.$inferSelect, copies: readonly DeliveredFile[]) {
  const { licence } = parametersOf(run, 'deliver').deliveryPlan;
  return { paths: copies.map((one) => one.path), licence: licence ? licenceTerms(licence) : '' };
}

type Fields = StoredRecord['fields'];

/** What the index knows a photo's files to say. */
export async function recordedFields({ db }: Context, photoId: string): Promise<Fields> {
  const [row] = await db.select({ record: photos.record }).from(photos).where(eq(photos.id, photoId));
  return row?.record.fields ?? {};
}

/** Keeps what another program changed; nothing where its words are the same as before. */
export async function keepOutsideChange(
  { db }: Context,
  photoId: string,
  before: Fields,
  after: Fields,
): Promise<void> {
  const changed = fieldIds.filter((id) => !sameValue(before[id]?.value, after[id]?.value));
  if (changed.length === 0) return;
  const changes = Object.fromEntries(
    changed.map((id) => [id, { before: before[id]?.value ?? null, after: after[id]?.value ?? null }]),
  );
  await db.insert(outsideChanges).values({ photoId, changes });
}
