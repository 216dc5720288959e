import type { ShotChoices } from '../../../../core/embed/planShot';
import type { Context } from '../../../context';
import type { DeliverParameters } from '../../../db/stored/runs';
import { readAssignment, writeChoices } from '../../../operations/assignments/assignments';
import { type CopyMaker, copyMaker } from '../../../operations/deliveries/copyMaker';
import { folderById } from '../../../operations/folders/folders';
import { localNow } from '../../../operations/templates/placeholderContext';
import { templatesOfVersion } from '../../../operations/templates/templateVersions';
import type { WorkerLease } from '../../claims';
import type { Run } from '../../kind';
import { parametersOf } from '../../parameters';

/** What is the same for all pictures of a delivery. */
export interface DeliverRun {
  readonly lease: WorkerLease;
  readonly parameters: DeliverParameters;
  readonly root: { readonly id: string; readonly path: string };
  readonly maker: CopyMaker;
  /** What the assignment chose about writing into files: it holds for copies too. */
  readonly choices: ShotChoices;
}

/** Reads what is the same for all pictures of a delivery, with templates as they were when it was asked for. */
export async function deliverRunFor(context: Context, run: Run, lease: WorkerLease): Promise<DeliverRun> {
  const parameters = parametersOf(run, 'deliver');
  const [assignment, root, templates] = await Promise.all([
    readAssignment(context, run.assignmentId),
    folderById(context, parameters.folderId),
    templatesOfVersion(context, parameters.templates),
  ]);
  const now = localNow(run.createdAt);
  const maker = await copyMaker(context, run.assignmentId, parameters.deliveryPlan, templates, now);
  // The original keeps the JPEG that it was made from.
  const choices = { ...writeChoices(assignment), loseJpeg: true, now };
  return { lease, parameters, root, maker, choices };
}
