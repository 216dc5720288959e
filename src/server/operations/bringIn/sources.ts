import { mkdir } from 'node:fs/promises';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { config } from '../../config';
import type { Database, Queries } from '../../db/client';
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
import { OperationError } from '../../problems/operationError';
import { type Assignment, readAssignment } from '../assignments/assignments';
import { folderById, type OpenedFolder, openFolder, refuseOverlap } from '../folders/folders';

/** Where pictures come from: a folder of the machine, one opened before, or what this browser sends. */
export interface SourceWish {
  readonly path?: string;
  readonly folderId?: string;
  readonly arrivals?: true;
}

export async function changeSource(
  db: Database,
  assignmentId: string,
  { path: wished, folderId, arrivals }: SourceWish,
): Promise<Assignment> {
  const assignment = await readAssignment(db, assignmentId);
  const source = arrivals
    ? await arrivalsFolder(db, assignment)
    : folderId
      ? await folderById(db, folderId)
      : await openFolder(db, { path: (wished ?? '').trim(), kind: 'source' });
  const working = await folderById(db, assignment.workingFolderId);
  refuseOverlap(working.path, source.path);
  await db
    .update(assignments)
    .set({ sourceFolderId: source.id, dropping: false, dropNotice: null })
    .where(eq(assignments.id, assignmentId));
  await announce(db, { kind: 'assignment', id: assignmentId });
  return readAssignment(db, assignmentId);
}

/** What a browser sent for an assignment waits here until it is brought in. */
async function arrivalsFolder(db: Queries, { id }: Pick<Assignment, 'id'>): Promise<OpenedFolder> {
  const folder = path.join(/*turbopackIgnore: true*/ config().dataFolder, 'arrivals', id);
  await mkdir(folder, { recursive: true });
  return openFolder(db, { path: folder, label: 'this browser', kind: 'source' });
}

/** How much of a file is here already. */
export async function arrived(db: Queries, assignmentId: string, arriving: Arriving): Promise<Arrived> {
  return arrivedSoFar(await placeFor(db, assignmentId, arriving), arriving);
}

/** Takes a piece of a file that a browser sends. */
export async function arrive(
  db: Queries,
  assignmentId: string,
  arriving: Arriving,
  offset: number,
  body: ReadableStream<Uint8Array> | null,
): Promise<Arrived> {
  return takePiece(await placeFor(db, assignmentId, arriving), arriving, offset, body);
}

async function placeFor(db: Queries, assignmentId: string, { name, size }: Arriving): Promise<string> {
  if (name.length === 0 || name.length > 4096) throw new OperationError('The file has no usable name.');
  if (!isArrival(name)) throw new OperationError(`“${name}” is no picture of a kind that Fabrica reads.`);
  if (!Number.isSafeInteger(size) || size <= 0 || size > LARGEST_ARRIVAL)
    throw new OperationError(`“${name}” is empty, or too large to be sent through a browser.`);
  return (await arrivalsFolder(db, await readAssignment(db, assignmentId))).path;
}
