import { mkdir } from 'node:fs/promises';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { config } from '../../config';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import {
  type Arrived,
  type Arriving,
  arrivedSoFar,
  isArrival,
  LARGEST_ARRIVAL,
  takePiece,
} from '../../files/arrivals';
import { announce } from '../../jobs/queue';
import { failure } from '../../problems/errors';
import { type Assignment, readAssignment } from '../assignments/assignments';
import { folderById, type OpenedFolder, openFolder, refuseOverlap } from '../folders/folders';

/** Where pictures come from: a folder of the machine, one opened before, or what this browser sends. */
export interface SourceRequest {
  readonly path?: string;
  readonly folderId?: string;
  readonly arrivals?: true;
}

/** The folder that an assignment's pictures come from. */
export async function sourceFolder(context: Context, assignmentId: string): Promise<OpenedFolder> {
  const { sourceFolderId } = await readAssignment(context, assignmentId);
  if (!sourceFolderId) throw failure('no-source-folder');
  return folderById(context, sourceFolderId);
}

/** Has an assignment take its pictures from another folder, or from a browser. */
export async function changeSource(
  context: Context,
  assignmentId: string,
  { path: requested, folderId, arrivals }: SourceRequest,
): Promise<Assignment> {
  const assignment = await readAssignment(context, assignmentId);
  const source = arrivals
    ? await arrivalsFolder(context, assignment)
    : folderId
      ? await folderById(context, folderId)
      : await openFolder(context, { path: (requested ?? '').trim(), kind: 'source' });
  const working = await folderById(context, assignment.workingFolderId);
  refuseOverlap(working.path, source.path);
  await context.db
    .update(assignments)
    .set({ sourceFolderId: source.id, dropping: false, dropNotice: null })
    .where(eq(assignments.id, assignmentId));
  await announce(context.db, { kind: 'assignment', id: assignmentId });
  return readAssignment(context, assignmentId);
}

/** What a browser sent for an assignment waits here until it is brought in. */
async function arrivalsFolder(context: Context, { id }: Pick<Assignment, 'id'>): Promise<OpenedFolder> {
  const folder = path.join(/*turbopackIgnore: true*/ config().dataFolder, 'arrivals', id);
  await mkdir(folder, { recursive: true });
  return openFolder(context, { path: folder, label: 'this browser', kind: 'source' });
}

/** How much of a file is here already. */
export async function arrived(context: Context, assignmentId: string, arriving: Arriving): Promise<Arrived> {
  return arrivedSoFar(await placeFor(context, assignmentId, arriving), arriving);
}

/** Takes a piece of a file that a browser sends. */
export async function arrive(
  context: Context,
  assignmentId: string,
  arriving: Arriving,
  offset: number,
  body: ReadableStream<Uint8Array> | null,
): Promise<Arrived> {
  return takePiece(await placeFor(context, assignmentId, arriving), arriving, offset, body);
}

async function placeFor(context: Context, assignmentId: string, { name, size }: Arriving): Promise<string> {
  if (name.length === 0 || name.length > 4096) throw failure('file-unnamed');
  if (!isArrival(name)) throw failure('file-not-a-picture', { name });
  if (!Number.isSafeInteger(size) || size <= 0 || size > LARGEST_ARRIVAL)
    throw failure('file-empty-or-large', { name });
  return (await arrivalsFolder(context, await readAssignment(context, assignmentId))).path;
}
