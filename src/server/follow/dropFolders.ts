import path from 'node:path';
import { and, eq, sql } from 'drizzle-orm';
import { usualChoices } from '../../core/naming/importChoices';
import { type MakerAnswer, makerKey, otherMaker, ownNames } from '../../core/rights/makers';
import type { Context } from '../context';
import { assignments } from '../db/schema/assignments';
import { openedFolders } from '../db/schema/folders';
import type { DropNotice } from '../db/stored/assignments';
import { dropNoticeShape } from '../db/stored/assignments';
import { diskLayer } from '../files/diskLayer';
import { FileError } from '../files/fileError';
import { type FoundShot, filesOf, listPictures } from '../files/folders';
import { announce } from '../jobs/queue';
import { log } from '../log';
import { readAssignment } from '../operations/assignments/assignments';
import { sourcePicture } from '../operations/bringIn/readSource';
import { candidatesFor } from '../operations/bringIn/samePicture';
import { startImport } from '../operations/bringIn/startImport';
import { isDropping } from '../operations/folders/folders';
import { installationContext } from '../operations/identities/identities';
import { listMakers } from '../operations/identities/makers';
import { isUnderWay } from '../operations/runs/runs';
import { templatesById } from '../operations/templates/templates';
import { OperationError } from '../problems/errors';

/** A file is taken when it stayed as it is for so long. */
const STILL_MS = 2000;

type Verdict =
  | { readonly kind: 'mine' }
  | { readonly kind: 'other'; readonly maker: string }
  | { readonly kind: 'settled' };

/** What is remembered of each picture in drop folders, between one look and the next. */
export class DropMemory {
  readonly looks = new Map<string, { readonly stamp: string; readonly since: number; verdict?: Verdict }>();
}

/**
 * Looks once into every drop folder: what has stopped growing, is not here yet and was made by oneself (or
 * by somebody about whom it was said how) is brought in by the choices of its assignment. Others are held
 * back until it was said who they are. Returns how many runs were begun.
 */
export async function lookIntoDropFolders(
  context: Context,
  memory: DropMemory,
  now = Date.now(),
): Promise<number> {
  const dropping = await context.db
    .select({ id: assignments.id, folder: openedFolders.path })
    .from(assignments)
    .innerJoin(openedFolders, eq(openedFolders.id, assignments.sourceFolderId))
    .where(isDropping);
  let begun = 0;
  for (const one of dropping) {
    try {
      begun += await lookInto(context, one, memory, now);
    } catch (error) {
      if (!(error instanceof FileError)) log.warn({ name: (error as Error).name }, 'a drop folder failed');
    }
  }
  return begun;
}

async function lookInto(
  context: Context,
  { id, folder }: { id: string; folder: string },
  memory: DropMemory,
  now: number,
): Promise<number> {
  if (await isUnderWay(context, id)) return 0;
  const { shots } = await listPictures(folder);
  const still: FoundShot[] = [];
  for (const shot of shots) if (await isStill(folder, id, shot, memory, now)) still.push(shot);
  forgetGone(memory, id, shots);
  const answers = new Map((await listMakers(context)).map((one) => [one.key, one.answer]));
  const ready: { path: string; answer: MakerAnswer | undefined }[] = [];
  const held = new Map<string, number>();
  for (const shot of still) {
    const look = memory.looks.get(keyOf(id, shot))!;
    look.verdict ??= await verdictOf(context, id, folder, shot);
    if (look.verdict.kind === 'settled') continue;
    const maker = look.verdict.kind === 'other' ? look.verdict.maker : undefined;
    const answer = maker === undefined ? undefined : answers.get(makerKey(maker));
    if (maker !== undefined && (answer === undefined || answer === 'unknown'))
      held.set(maker, (held.get(maker) ?? 0) + 1);
    else ready.push({ path: shot.relativePath, answer });
  }
  const refused = ready.length === 0 ? undefined : await bringIn(context, id, ready);
  await keepNotice(context, id, {
    held: [...held].map(([maker, count]) => ({ maker, count })),
    ...(refused ? { refused } : {}),
  });
  if (ready.length === 0 || refused) return 0;
  for (const one of ready) memory.looks.get(`${id} ${one.path}`)!.verdict = { kind: 'settled' };
  return 1;
}

/** Begins the run; what keeps it from beginning is reported, and tried again. */
async function bringIn(
  context: Context,
  id: string,
  still: readonly { path: string; answer: MakerAnswer | undefined }[],
): Promise<string | undefined> {
  const { importChoices } = await readAssignment(context, id);
  const choices = { ...usualChoices, ...importChoices };
  const paths = (wanted: MakerAnswer) => still.filter((one) => one.answer === wanted).map((one) => one.path);
  try {
    await startImport(context, id, {
      ...choices,
      paths: still.map((one) => one.path),
      leaveAsTheyAre: paths('leave'),
      fillOnly: paths('fill'),
    });
    return undefined;
  } catch (error) {
    // Another worker was quicker: what it brought in is settled here too.
    if (error instanceof OperationError && error.code === 'already-brought-in') return undefined;
    if (error instanceof OperationError) return error.message;
    throw error;
  }
}

/** What waits is kept with the assignment, so that every window tells it; only when it changed. */
async function keepNotice(context: Context, id: string, notice: DropNotice): Promise<void> {
  const nothing = notice.held.length === 0 && !notice.refused;
  const changed = await context.db
    .update(assignments)
    .set({ dropNotice: nothing ? null : notice })
    .where(
      and(
        eq(assignments.id, id),
        sql`${assignments.dropNotice} is distinct from ${nothing ? null : JSON.stringify(dropNoticeShape.write(notice))}::jsonb`,
      ),
    )
    .returning({ id: assignments.id });
  if (changed.length > 0) await announce(context.db, { kind: 'assignment', id });
}

/** Pictures that are not in the folder any more need not be remembered. */
function forgetGone(memory: DropMemory, id: string, shots: readonly FoundShot[]): void {
  const there = new Set(shots.map((shot) => keyOf(id, shot)));
  for (const key of memory.looks.keys())
    if (key.startsWith(`${id} `) && !there.has(key)) memory.looks.delete(key);
}

const keyOf = (id: string, { relativePath }: FoundShot) => `${id} ${relativePath}`;

/** Whether all files of a picture are as they were at an earlier look. */
async function isStill(
  folder: string,
  id: string,
  found: FoundShot,
  memory: DropMemory,
  now: number,
): Promise<boolean> {
  const home = path.join(folder, path.dirname(found.relativePath));
  const stats = await Promise.all(
    filesOf(found.shot).map((name) => diskLayer.stat(path.join(home, name)).catch(() => undefined)),
  );
  const stamp = stats.map((stat) => (stat ? `${stat.size}:${stat.modifiedNs}` : '-')).join(' ');
  const key = keyOf(id, found);
  const look = memory.looks.get(key);
  if (look?.stamp !== stamp) {
    memory.looks.set(key, { stamp, since: now });
    return false;
  }
  return now - look.since >= STILL_MS && look.verdict?.kind !== 'settled';
}

async function verdictOf(context: Context, id: string, folder: string, shot: FoundShot): Promise<Verdict> {
  const found = await sourcePicture(folder, shot);
  if ('failed' in found) return { kind: 'settled' };
  const here = await candidatesFor(context, id, [found.sample]);
  if (here.couldBe(found.sample) && here.identities.has(await found.identity())) return { kind: 'settled' };
  const { inForce } = await readAssignment(context, id);
  const [templates, installation] = await Promise.all([
    templatesById(context, inForce),
    installationContext(context),
  ]);
  const { creator, copyrightNotice } = found.record.fields;
  const maker = otherMaker(
    { creator: creator?.value, copyrightNotice: copyrightNotice?.value },
    ownNames(templates, installation),
  );
  return maker === undefined ? { kind: 'mine' } : { kind: 'other', maker };
}
