import { type CompiledPattern, compilePattern } from '../../../../core/naming/pattern';
import { type CompiledTemplates, compileTemplates } from '../../../../core/templates/resolve';
import type { Template } from '../../../../core/templates/template';
import type { Context } from '../../../context';
import type { runs } from '../../../db/schema/runs';
import type { ImportParameters } from '../../../db/stored/runs';
import { TakenNames } from '../../../files/folderInside';
import { FolderShots } from '../../../files/folders';
import type { Assignment } from '../../../operations/assignments/assignments';
import { folderById } from '../../../operations/folders/folders';
import { installationContext } from '../../../operations/identities/identities';
import { type InstallationContext, localNow } from '../../../operations/templates/placeholderContext';
import { templatesOfVersion } from '../../../operations/templates/templateVersions';
import type { WorkerLease } from '../../claims';
import { parametersOf } from '../../parameters';

type Run = typeof runs.$inferSelect;
interface OpenedPlace {
  readonly id: string;
  readonly path: string;
}

/** What is the same for all pictures of a run that brings some in. */
export interface ImportRun {
  readonly lease: WorkerLease;
  readonly assignment: Assignment;
  /** When the run was asked for: an item that is repeated writes the same bytes. */
  readonly now: string;
  readonly installation: InstallationContext;
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
  readonly lastPosition: number;
}

/** Reads what is the same for all pictures of a run that brings some in. */
export async function importRunFor(
  context: Context,
  run: Run,
  assignment: Assignment,
  lease: WorkerLease,
): Promise<ImportRun> {
  const parameters = parametersOf(run, 'import');
  const { secondFolderId, pattern } = parameters;
  const [source, working, second, templates, installation] = await Promise.all([
    folderById(context, parameters.sourceFolderId),
    folderById(context, assignment.workingFolderId),
    secondFolderId ? folderById(context, secondFolderId) : undefined,
    templatesOfVersion(context, parameters.templates),
    installationContext(context),
  ]);
  return {
    lease,
    assignment,
    now: localNow(run.createdAt),
    installation,
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
    lastPosition: parameters.lastPosition,
  };
}
