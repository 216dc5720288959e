import { and, eq, isNotNull, max, notInArray } from 'drizzle-orm';
import { type CompiledPattern, compilePattern } from '../../../../core/naming/pattern';
import { type CompiledTemplates, compileTemplates } from '../../../../core/templates/resolve';
import type { Template } from '../../../../core/templates/template';
import type { Database } from '../../../db/client';
import { photos } from '../../../db/schema/photos';
import { runItems, type runs } from '../../../db/schema/runs';
import type { ImportParameters } from '../../../db/stored/runs';
import { TakenNames } from '../../../files/folderInside';
import { FolderShots } from '../../../files/folders';
import type { Assignment } from '../../../operations/assignments/assignments';
import { folderById } from '../../../operations/folders/folders';
import { surroundings } from '../../../operations/identities/identities';
import { localNow, type Surroundings } from '../../../operations/templates/placeholderContext';
import { templatesOfVersion } from '../../../operations/templates/templateVersions';
import type { Mark } from '../../claims';

type Run = typeof runs.$inferSelect;
interface OpenedPlace {
  readonly id: string;
  readonly path: string;
}

/** What is the same for all pictures of a run that brings some in. */
export interface ImportRun {
  readonly mark: Mark;
  readonly assignment: Assignment;
  /** When the run was asked for: an item that is repeated writes the same bytes. */
  readonly now: string;
  readonly around: Surroundings;
  readonly source: OpenedPlace;
  readonly working: OpenedPlace;
  readonly second: OpenedPlace | undefined;
  readonly templates: readonly Template[];
  readonly compiled: CompiledTemplates;
  readonly pattern: CompiledPattern;
  readonly taken: TakenNames;
  readonly shots: FolderShots;
  readonly parameters: ImportParameters;
  /** Paths of pictures of other makers, by what was answered. */
  readonly leave: ReadonlySet<string>;
  readonly fillOnly: ReadonlySet<string>;
  /** Places taken by pictures that were there before. */
  readonly placesTaken: number;
}

export async function importRunFor(
  db: Database,
  run: Run,
  assignment: Assignment,
  mark: Mark,
): Promise<ImportRun> {
  const parameters = run.parameters as ImportParameters;
  const { secondFolderId, pattern = { name: '', folder: '' } } = parameters;
  const [source, working, second, templates, around, placesTaken] = await Promise.all([
    folderById(db, parameters.sourceFolderId),
    folderById(db, assignment.workingFolderId),
    secondFolderId ? folderById(db, secondFolderId) : undefined,
    templatesOfVersion(db, parameters.templates),
    surroundings(db),
    parameters.placesTaken ?? placesTakenBefore(db, run),
  ]);
  return {
    mark,
    assignment,
    now: localNow(run.createdAt),
    around,
    source,
    working,
    second,
    templates,
    compiled: compileTemplates(templates),
    pattern: compilePattern(pattern),
    taken: new TakenNames(),
    shots: new FolderShots(),
    parameters,
    leave: new Set(parameters.leaveAsTheyAre),
    fillOnly: new Set(parameters.fillOnly),
    placesTaken,
  };
}

/** Of runs of before their places were kept: the last place in the assignment's order that another run gave. */
async function placesTakenBefore(db: Database, run: Run): Promise<number> {
  const own = db
    .select({ id: runItems.photoId })
    .from(runItems)
    .where(and(eq(runItems.runId, run.id), isNotNull(runItems.photoId)));
  const [last] = await db
    .select({ position: max(photos.position) })
    .from(photos)
    .where(and(eq(photos.assignmentId, run.assignmentId), notInArray(photos.id, own)));
  return last?.position ?? 0;
}
