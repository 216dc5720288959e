import path from 'node:path';
import { and, eq } from 'drizzle-orm';
import type { FieldId } from '../../core/catalogue/fields';
import type { FieldValue } from '../../core/catalogue/value';
import { planShot } from '../../core/embed/planShot';
import { valuesOfRecord } from '../../core/mapping/read';
import type { Shot } from '../../core/naming/shots';
import { type CompiledTemplates, resolve } from '../../core/templates/resolve';
import { applyRule } from '../../core/templates/rules';
import type { Template } from '../../core/templates/template';
import type { Database, Queries } from '../../server/db/client';
import { drafts, files, photos, runItems } from '../../server/db/schema';
import {
  type DraftOrigin,
  type ImportParameters,
  type RunItemResult,
  type StoredProblem,
  storedRecord,
  type WrittenField,
} from '../../server/db/stored';
import { pathInside, shotOf } from '../../server/files/folders';
import { contentIdentity } from '../../server/files/readPhotoFile';
import { containersOf, type ReadShot, readShot } from '../../server/files/readShot';
import { sourceOf, withFile } from '../../server/files/source';
import { type Assignment, writeChoices } from '../../server/operations/assignments';
import { placeholderContext, type Surroundings } from '../../server/operations/context';
import { indexFiles } from './indexShot';
import { placeShot } from './placeShot';

export interface ImportRun {
  readonly assignment: Assignment;
  readonly around: Surroundings;
  readonly source: string;
  readonly working: { readonly id: string; readonly path: string };
  readonly templates: readonly Template[];
  readonly compiled: CompiledTemplates;
  readonly parameters: ImportParameters;
  /** Places taken by pictures that were there before. */
  readonly placesTaken: number;
}
type Item = typeof runItems.$inferSelect;
type Written = { [K in FieldId]?: WrittenField };

/** Copies one photo, with all its files, into the working folder; the templates go in while copying. */
export async function importItem(db: Database, run: ImportRun, item: Item): Promise<void> {
  const source = await pathInside(run.source, item.sourcePath ?? '');
  const read = await readShot(path.dirname(source), await shotOf(source));
  const leave = run.parameters.leaveAsTheyAre.includes(item.sourcePath ?? '');
  const written = leave ? {} : valuesFromTemplates(run, item, read);
  const wanted = new Map(Object.entries(written).map(([id, one]) => [id as FieldId, one.after]));
  const planned = await planShot(containersOf(read), wanted, writeChoices(run.assignment));
  // Refused: every file comes as it is, and the templates' values wait as drafts. Refused is not lost.
  const plan = planned.refused ? { ...planned, parts: [] } : planned;
  const result: RunItemResult = { version: 1, written: planned.refused ? {} : written };
  const names = await placeShot(read, plan, run.working.path, namesOf(item.result), async (tried) => {
    await db
      .update(runItems)
      .set({ result: { ...result, ...targetsOf(tried) } })
      .where(eq(runItems.id, item.id));
  });
  const problems: StoredProblem[] = [...planned.problems, ...(planned.refused ? [planned.refused] : [])];
  await record(
    db,
    run,
    item,
    names,
    { ...result, ...targetsOf(names) },
    planned.refused ? written : {},
    problems,
  );
}

function targetsOf({ main, ...others }: Shot): Pick<RunItemResult, 'target' | 'others'> {
  return { target: main, ...(Object.keys(others).length > 0 ? { others } : {}) };
}

function namesOf(result: RunItemResult | null): Shot | undefined {
  return result?.target === undefined ? undefined : { main: result.target, ...result.others };
}

function valuesFromTemplates(run: ImportRun, item: Item, { record, main }: ReadShot): Written {
  const values = valuesOfRecord(record);
  const context = placeholderContext(
    run.assignment,
    {
      name: item.name,
      camera: main.picture.camera,
      pixels: main.picture.pixels,
      folder: path.basename(path.dirname(item.sourcePath ?? '')) || undefined,
      runningNumber: run.placesTaken + item.position + 1,
    },
    run.around,
  );
  const { changes } = resolve(run.compiled, values, context);
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

async function record(
  db: Database,
  run: ImportRun,
  item: Item,
  names: Shot,
  result: RunItemResult,
  waiting: Written,
  problems: readonly StoredProblem[],
): Promise<void> {
  const read = await readShot(run.working.path, names);
  const identity = await withFile(path.join(run.working.path, names.main), (file, stat) =>
    contentIdentity(sourceOf(file, stat.size), read.main.container),
  );
  await db.transaction(async (tx) => {
    const photoId = await recordPhoto(tx, run, item, read, identity);
    const place = { folderId: run.working.id, inside: '', folder: run.working.path };
    const digests = await indexFiles(tx, photoId, place, read);
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
    const done = { ...result, digest: digests.get('main')!, bytes: read.main.stat.size };
    await tx
      .update(runItems)
      .set({ photoId, state: 'done', result: done, problems: [...problems] })
      .where(eq(runItems.id, item.id));
  });
}

async function recordPhoto(
  tx: Queries,
  run: ImportRun,
  item: Item,
  read: ReadShot,
  identity: string,
): Promise<string> {
  const [here] = await tx
    .select({ photoId: files.photoId })
    .from(files)
    .where(and(eq(files.folderId, run.working.id), eq(files.relativePath, read.shot.main)));
  const row = {
    assignmentId: run.assignment.id,
    name: read.shot.main,
    contentIdentity: identity,
    record: storedRecord(read),
  };
  const [photo] = here
    ? await tx.update(photos).set(row).where(eq(photos.id, here.photoId)).returning({ id: photos.id })
    : await tx
        .insert(photos)
        .values({ ...row, position: run.placesTaken + item.position + 1 })
        .returning({ id: photos.id });
  return photo!.id;
}
