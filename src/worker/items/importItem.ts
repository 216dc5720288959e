import { and, eq } from 'drizzle-orm';
import type { FieldId } from '../../core/catalogue/fields';
import type { FieldValue } from '../../core/catalogue/value';
import { planEmbed } from '../../core/embed/planEmbed';
import { valuesOfRecord } from '../../core/mapping/read';
import type { Picture } from '../../core/readout/readPicture';
import { compileTemplates, resolve } from '../../core/templates/resolve';
import { applyRule } from '../../core/templates/rules';
import type { Template } from '../../core/templates/template';
import type { Database } from '../../server/db/client';
import { drafts, files, photos, runItems } from '../../server/db/schema';
import {
  type DraftOrigin,
  type ImportParameters,
  type RunItemResult,
  type StoredProblem,
  storedRecord,
  type WrittenField,
} from '../../server/db/stored';
import { applyEdits, digestOf } from '../../server/files/applyEdits';
import { FileError } from '../../server/files/fileError';
import { pathInside } from '../../server/files/folders';
import { contentIdentity, type PhotoFile, readPhotoFile } from '../../server/files/readPhotoFile';
import { sourceOf, withFile } from '../../server/files/source';
import type { Assignment } from '../../server/operations/assignments';
import { localToday, placeholderContext } from '../../server/operations/context';
import { type ReadBack, readBack } from './verify';

export interface ImportRun {
  readonly assignment: Assignment;
  readonly source: string;
  readonly working: { readonly id: string; readonly path: string };
  readonly templates: readonly Template[];
  readonly parameters: ImportParameters;
  /** Places taken by pictures that were there before. */
  readonly placesTaken: number;
}
type Item = typeof runItems.$inferSelect;
type Written = { [K in FieldId]?: WrittenField };

const NAMES_TRIED = 1000;

/** Copies one picture into the working folder with the templates in force embedded while copying. */
export async function importItem(db: Database, run: ImportRun, item: Item): Promise<void> {
  const path = await pathInside(run.source, item.sourcePath ?? '');
  const photo = await readPhotoFile(path);
  const leave = run.parameters.leaveAsTheyAre.includes(item.sourcePath ?? '');
  const written = leave ? {} : valuesFromTemplates(run, item, photo.picture);
  const wanted = new Map(Object.entries(written).map(([id, one]) => [id as FieldId, one.after]));
  const plan = planEmbed(photo.container, wanted);
  const result: RunItemResult = { version: 1, written: plan.refused ? {} : written };
  const placed =
    (await finishedBefore(run, item, photo, plan)) ?? (await place(db, run, item, path, photo, plan, result));
  // Templates that could not go into the file stay as drafts: refused is not lost.
  const waiting = plan.refused ? written : {};
  const problems: StoredProblem[] = [...plan.problems, ...(plan.refused ? [plan.refused] : [])];
  await record(
    db,
    run,
    item,
    placed,
    { ...result, target: placed.target, digest: placed.digest, bytes: placed.size },
    waiting,
    problems,
  );
}

function valuesFromTemplates(run: ImportRun, item: Item, picture: Picture): Written {
  const values = valuesOfRecord(picture.record);
  const context = placeholderContext(
    run.assignment,
    { name: item.name, camera: picture.camera.camera, runningNumber: item.position + 1 },
    localToday(),
  );
  const { changes } = resolve(compileTemplates(run.templates), values, context);
  const written: Written = {};
  for (const [id, { value, templateId }] of changes) {
    const { name, version } = run.templates.find((one) => one.id === templateId)!;
    written[id] = {
      before: values[id] ?? null,
      after: value,
      origin: { by: 'template', templateId, name, version },
    };
  }
  if (run.parameters.keywords.length > 0) {
    const present = written.keywords?.after ?? values.keywords;
    const origin: DraftOrigin = { by: 'hand' };
    written.keywords = {
      before: values.keywords ?? null,
      after: applyRule('keywords', 'add', present ?? undefined, run.parameters.keywords),
      origin,
    };
  }
  return written;
}

interface Placed extends ReadBack {
  readonly target: string;
  readonly digest: string;
  readonly size: number;
  readonly modifiedNs: bigint;
}

/** A run that was killed between giving the file its name and recording it finds its own work again. */
async function finishedBefore(
  run: ImportRun,
  item: Item,
  source: PhotoFile,
  plan: ReturnType<typeof planEmbed>,
): Promise<Placed | undefined> {
  const target = item.result?.target;
  if (!target) return undefined;
  const path = await pathInside(run.working.path, target);
  try {
    return await withFile(path, async (file, stat) => {
      const bytes = sourceOf(file, stat.size);
      const again = await readBack(bytes, plan, item.name);
      const original = await withFile(await pathInside(run.source, item.sourcePath ?? ''), (one) =>
        contentIdentity(sourceOf(one, source.stat.size), source.container),
      );
      if (again.contentIdentity !== original) return undefined;
      return {
        ...again,
        target,
        digest: await digestOf(file, stat.size),
        size: stat.size,
        modifiedNs: stat.modifiedNs,
      };
    });
  } catch {
    return undefined;
  }
}

async function place(
  db: Database,
  run: ImportRun,
  item: Item,
  source: string,
  photo: PhotoFile,
  plan: ReturnType<typeof planEmbed>,
  result: RunItemResult,
): Promise<Placed> {
  for (let n = 1; n <= NAMES_TRIED; n++) {
    const target = numbered(item.name, n);
    await db
      .update(runItems)
      .set({ result: { ...result, target } })
      .where(eq(runItems.id, item.id));
    let read: ReadBack | undefined;
    try {
      const done = await applyEdits({
        source,
        target: await pathInside(run.working.path, target),
        edits: plan.edits,
        mode: 'new',
        expected: photo.stat,
        times: 'keep',
        verify: async (bytes) => {
          read = await readBack(bytes, plan, item.name);
        },
      });
      return {
        ...read!,
        target,
        digest: done.digest,
        size: done.stat.size,
        modifiedNs: done.stat.modifiedNs,
      };
    } catch (error) {
      if (!(error instanceof FileError && error.code === 'already-there')) throw error;
    }
  }
  throw new FileError('already-there', item.name);
}

/** "name.jpg", then "name-2.jpg" …: a taken name is never overwritten. */
function numbered(name: string, n: number): string {
  if (n === 1) return name;
  const dot = name.lastIndexOf('.');
  return dot <= 0 ? `${name}-${n}` : `${name.slice(0, dot)}-${n}${name.slice(dot)}`;
}

async function record(
  db: Database,
  run: ImportRun,
  item: Item,
  placed: Placed,
  result: RunItemResult,
  waiting: Written,
  problems: readonly StoredProblem[],
): Promise<void> {
  await db.transaction(async (tx) => {
    const assignmentId = run.assignment.id;
    const [here] = await tx
      .select({ photoId: files.photoId })
      .from(files)
      .where(and(eq(files.folderId, run.working.id), eq(files.relativePath, placed.target)));
    const row = {
      assignmentId,
      name: placed.target,
      contentIdentity: placed.contentIdentity,
      record: storedRecord(placed.picture),
    };
    const [photo] = here
      ? await tx.update(photos).set(row).where(eq(photos.id, here.photoId)).returning({ id: photos.id })
      : await tx
          .insert(photos)
          .values({ ...row, position: run.placesTaken + item.position + 1 })
          .returning({ id: photos.id });
    const photoId = photo!.id;
    const file = {
      photoId,
      folderId: run.working.id,
      relativePath: placed.target,
      format: placed.picture.format,
      size: placed.size,
      modifiedNs: String(placed.modifiedNs),
      digest: placed.digest,
    };
    await tx
      .insert(files)
      .values(file)
      .onConflictDoUpdate({ target: [files.folderId, files.relativePath], set: file });
    for (const [field, one] of Object.entries(waiting)) {
      await tx
        .insert(drafts)
        .values({
          photoId,
          field: field as FieldId,
          value: one.after as FieldValue | null,
          origin: one.origin,
        })
        .onConflictDoNothing();
    }
    await tx
      .update(runItems)
      .set({ photoId, state: 'done', result, problems })
      .where(eq(runItems.id, item.id));
  });
}
