import path from 'node:path';
import { and, eq } from 'drizzle-orm';
import type { FieldId } from '../../../../core/catalogue/fields';
import type { FieldValue } from '../../../../core/catalogue/value';
import { planShot } from '../../../../core/embed/planShot';
import { namedShot } from '../../../../core/naming/pattern';
import type { Shot } from '../../../../core/naming/shots';
import type { Context } from '../../../context';
import { drafts } from '../../../db/schema/drafts';
import { runItems } from '../../../db/schema/runs';
import type { RunItemResult, StoredProblem } from '../../../db/stored/runs';
import { inTransaction } from '../../../db/transaction';
import { folderInside } from '../../../files/folderInside';
import { pathInside } from '../../../files/folders';
import { pictureProblems } from '../../../files/pictureCut';
import { containersOf, type ReadShot, readShot } from '../../../files/readShot';
import { syncReading } from '../../../files/syncReading';
import { writeChoices } from '../../../operations/assignments/assignments';
import { indexFiles, sampleOf } from '../../../operations/photos/indexShot';
import { addPhoto, photoAt, rereadPhoto, type ShotPlace } from '../../../operations/photos/photoRows';
import { leastRead } from '../../../secondReader/secondReader';
import { ClaimLost } from '../../claimLost';
import { readForItem } from '../../readForItem';
import { keepInverseEdits } from '../embed/embedItem';
import type { ImportRun } from './importRun';
import { importContext, importValues, valuesAfter, type Written } from './importValues';
import { type Place, type PlacedFiles, placeShot } from './placeShot';
import { sourceFiles } from './removeSource';
import { reserveNames } from './reserveNames';
import { secondCopy } from './secondCopy';

type Item = typeof runItems.$inferSelect;

/** Where the files of a photo are, in which opened folder. */
interface Placed {
  readonly root: { readonly id: string; readonly path: string };
  readonly inside: string;
  readonly folder: string;
  readonly names: Shot;
  readonly files?: PlacedFiles;
}

/**
 * Brings one photo in, with all its files: a copy with the templates going in, or where it lies, with what
 * the templates say as drafts, since an original is not written unasked.
 */
export async function importItem(context: Context, run: ImportRun, item: Item): Promise<void> {
  const source = await pathInside(run.source.path, item.sourcePath ?? '');
  const read = await readForItem(item, path.dirname(source), await run.shots.of(source));
  const written = importValues(run, item, read);
  const cut = await pictureProblems(source, read);
  if (run.parameters.mode === 'take-up') return takeUp(context, run, item, read, written, cut);
  const wanted = new Map(Object.entries(written).map(([id, one]) => [id as FieldId, one.after]));
  const choices = { ...writeChoices(run.assignment), now: run.now };
  const planned = await planShot(containersOf(read), wanted, choices);
  // Refused: every file comes as it is, and the templates' values wait as drafts. Refused is not lost.
  const plan = planned.refused ? { ...planned, parts: [] } : planned;
  const named = namedShot(run.pattern, read.shot, importContext(run, item, read), valuesAfter(read, written));
  const inside = item.result?.target === undefined ? named.folder : (item.result.inside ?? '');
  const result: RunItemResult = {
    written: planned.refused ? {} : written,
    ...(inside === '' ? {} : { inside }),
    ...(run.parameters.mode === 'move' ? { source: sourceFiles(read) } : {}),
  };
  const folder = await folderInside(run.working.path, inside);
  const place: Place = {
    folder,
    wanted: named.shot,
    taken: run.taken,
    begun: namesOf(item.result),
    // The sources go: an undo makes their bytes again.
    ...(run.parameters.mode === 'move'
      ? { keepInverseEdits: (role, edits) => keepInverseEdits(context, item.id, role, edits) }
      : {}),
  };
  const { names, placed, secondReads } = await placeShot(read, plan, place, (tried) =>
    reserveNames(context, run, item, { ...result, ...targetsOf(tried) }),
  );
  const second = run.second ? await secondCopy(folder, names, run.second.path, inside) : undefined;
  const problems: StoredProblem[] = [
    ...planned.problems,
    ...cut,
    ...(planned.refused ? [planned.refused] : []),
  ];
  await record(context, run, item, {
    placed: { root: run.working, inside, folder, names, files: placed },
    result: { ...result, ...targetsOf(names), ...second, ...leastRead(secondReads) },
    waiting: planned.refused ? written : {},
    problems,
  });
}

async function takeUp(
  context: Context,
  run: ImportRun,
  item: Item,
  { folder, shot }: ReadShot,
  written: Written,
  problems: readonly StoredProblem[],
): Promise<void> {
  const inside = path.posix.dirname(item.sourcePath ?? '').replace(/^\.$/, '');
  await record(context, run, item, {
    placed: { root: run.source, inside, folder, names: shot },
    result: { written: {}, ...targetsOf(shot), ...(inside === '' ? {} : { inside }) },
    waiting: written,
    problems,
  });
}

function targetsOf({ main, raw, sidecar, otherSidecar }: Shot): Pick<RunItemResult, 'target' | 'others'> {
  const others = {
    ...(raw ? { raw } : {}),
    ...(sidecar ? { sidecar } : {}),
    ...(otherSidecar ? { otherSidecar } : {}),
  };
  return { target: main, ...(Object.keys(others).length > 0 ? { others } : {}) };
}

function namesOf(result: RunItemResult | null): Shot | undefined {
  return result?.target === undefined ? undefined : { main: result.target, ...result.others };
}

async function record(
  context: Context,
  run: ImportRun,
  item: Item,
  {
    placed,
    result,
    waiting,
    problems,
  }: { placed: Placed; result: RunItemResult; waiting: Written; problems: readonly StoredProblem[] },
): Promise<void> {
  // Just written, on the machine's own disk: reading it in place is several times cheaper.
  const read = await readShot(placed.folder, placed.names, syncReading);
  const sample = await sampleOf(placed.folder, read, syncReading);
  await inTransaction(context, async (tx) => {
    const place = { folderId: placed.root.id, inside: placed.inside, folder: placed.folder };
    // Only an attempt that was cut off, or a picture taken up where it lies, can be in the index already.
    const isFresh = item.result === null && placed.files !== undefined;
    const { id: photoId, isNew } = await recordPhoto(tx, run, item, place, { read, sample, isFresh });
    const digests = await indexFiles(tx, photoId, place, read, { placed: placed.files, isNew });
    for (const [field, one] of Object.entries(waiting)) {
      await tx.db
        .insert(drafts)
        .values({
          photoId,
          field: field as FieldId,
          value: one.after as FieldValue | null,
          origin: one.origin,
        })
        .onConflictDoNothing();
    }
    const done = {
      ...result,
      digest: digests.get('main')!,
      digests: Object.fromEntries(digests),
      bytes: read.main.stat.size,
    };
    const settled = await tx.db
      .update(runItems)
      .set({ photoId, state: 'done', result: done, problems: [...problems] })
      .where(and(eq(runItems.id, item.id), eq(runItems.claimedBy, run.lease.number)))
      .returning({ id: runItems.id });
    if (settled.length === 0) throw new ClaimLost();
  });
}

async function recordPhoto(
  context: Context,
  run: ImportRun,
  item: Item,
  place: ShotPlace,
  { read, sample, isFresh }: { read: ReadShot; sample: string; isFresh: boolean },
): Promise<{ id: string; isNew: boolean }> {
  const here = isFresh ? undefined : await photoAt(context, place, read.shot.main);
  if (here === undefined) {
    const position = run.lastPosition + item.position + 1;
    return { id: await addPhoto(context, run.assignment.id, { read, sample }, position), isNew: true };
  }
  await rereadPhoto(context, here, { read, sample }, { assignmentId: run.assignment.id });
  return { id: here, isNew: false };
}
