import path from 'node:path';
import { and, eq, inArray, or } from 'drizzle-orm';
import type { FieldId } from '../../../../core/catalogue/fields';
import { insertedBytes } from '../../../../core/containers/edits';
import { planShot, type ShotChoices, type ShotPart, type ShotRole } from '../../../../core/embed/planShot';
import { withImplied } from '../../../../core/mapping/implied';
import { FormatError } from '../../../../core/problems/problem';
import type { Context } from '../../../context';
import { drafts } from '../../../db/schema/drafts';
import { inverseEdits, runItems } from '../../../db/schema/runs';
import type { StoredProblem, WrittenField } from '../../../db/stored/runs';
import { inTransaction } from '../../../db/transaction';
import type { InverseEdits } from '../../../files/applyEdits';
import { createFile } from '../../../files/createFile';
import { digestOfBytes, isOneOf } from '../../../files/digest';
import { FileError } from '../../../files/fileError';
import { shotOf } from '../../../files/folders';
import { containersOf, type ReadShot, sidecarPath } from '../../../files/readShot';
import { withFile } from '../../../files/source';
import { verifyWritten } from '../../../files/verifyWritten';
import { writeOver } from '../../../files/writeOver';
import { indexShot } from '../../../operations/photos/indexShot';
import { photoShot, refuseReplaced } from '../../../operations/photos/photos';
import { leastRead, type SecondRead } from '../../../secondReader/secondReader';
import { ClaimLost } from '../../claimLost';
import type { WorkerLease } from '../../claims';
import { readForItem } from '../../readForItem';

type Item = typeof runItems.$inferSelect;
type Located = Awaited<ReturnType<typeof photoShot>>;

export interface EmbedItemRequest {
  /** Of the worker that has the item: asked for once more when it ends. */
  readonly lease: WorkerLease;
  readonly choices: ShotChoices;
  /** Only drafts of these fields; all without. */
  readonly fields?: readonly FieldId[] | undefined;
}

/**
 * Writes a photo's drafts into its files. What each file was is kept before it is changed. After a
 * kill the photo is planned again from what its files say then: what is done already is left as it is.
 */
export async function embedItem(
  context: Context,
  item: Item,
  { lease, choices, fields }: EmbedItemRequest,
): Promise<void> {
  const photoId = item.photoId!;
  const located = await withSidecarOnDisk(context, item, await photoShot(context, photoId));
  await refuseReplaced(context, photoId);
  await refuseChanged(context, item, located);
  const rows = await context.db.select().from(drafts).where(draftsOf(photoId, fields));
  const read = await readForItem(item, located.folder, located.shot);
  const wanted = new Map(rows.map((row) => [row.field, row.value]));
  const plan = await planShot(containersOf(read), wanted, choices);
  if (plan.refused) throw new FormatError(plan.refused.code, plan.refused.part, plan.refused);
  const written: { [K in FieldId]?: WrittenField } = {};
  const present = (id: FieldId) => plan.before.fields[id]?.value;
  for (const [id, after] of withImplied(wanted, present)) {
    const origin = rows.find((row) => row.field === id)?.origin ?? { by: 'hand' as const };
    written[id] = { before: present(id) ?? null, after, origin };
  }
  const resumed = item.result && (await hasWayBack(context, item.id));
  const result = resumed ? item.result! : { written };
  // What a killed worker has written already has no problems any more: the warnings are those of the first plan.
  const problems = resumed ? (item.problems ?? plan.problems) : plan.problems;
  if (!plan.unchanged)
    await context.db.update(runItems).set({ result, problems }).where(eq(runItems.id, item.id));
  const secondReads: SecondRead[] = [];
  for (const part of plan.parts) secondReads.push(...(await writePart(context, item.id, read, part)));
  const state = plan.unchanged && !resumed ? ('unchanged' as const) : ('done' as const);
  await settle(context, item, located, {
    read,
    lease,
    rows,
    problems,
    state,
    result: { ...result, ...leastRead(secondReads) },
  });
}

function draftsOf(photoId: string, fields: readonly FieldId[] | undefined) {
  return and(eq(drafts.photoId, photoId), fields && inArray(drafts.field, [...fields]));
}

/**
 * A sidecar beside the picture that the index does not know: this item made it before it was cut off, or
 * another program did meanwhile; then it is taken into the index and the person decides again.
 */
async function withSidecarOnDisk(context: Context, item: Item, located: Located): Promise<Located> {
  const { sidecar, stemShared } = await shotOf(path.join(located.folder, located.shot.main));
  if (!sidecar || located.shot.sidecar)
    return { ...located, shot: { ...located.shot, ...(stemShared ? { stemShared } : {}) } };
  const shot = { ...located.shot, sidecar };
  const kept = await context.db.select().from(inverseEdits).where(eq(inverseEdits.itemId, item.id));
  if (kept.some((edits) => edits.made)) return { ...located, shot };
  await indexShot(context, item.photoId!, placeOf(located), shot);
  throw new FileError('changed-meanwhile', sidecar);
}

async function hasWayBack(context: Context, itemId: string): Promise<boolean> {
  const rows = await context.db
    .select({ role: inverseEdits.role })
    .from(inverseEdits)
    .where(eq(inverseEdits.itemId, itemId));
  return rows.length > 0;
}

/** How far the second reader read it; nothing of a new sidecar, which it does not open. */
async function writePart(
  context: Context,
  itemId: string,
  read: ReadShot,
  part: ShotPart,
): Promise<SecondRead[]> {
  if (part.isNew) {
    const bytes = insertedBytes(part.plan.edits);
    const nothing = {
      pieces: [],
      formerBytes: new Uint8Array(0),
      digestBefore: '',
      digestAfter: digestOfBytes(bytes),
    };
    await keepInverseEdits(context, itemId, part.role, nothing, true);
    await createFile(sidecarPath(read), bytes);
    return [{ compared: 0, changed: Object.keys(part.plan.after.fields).length }];
  }
  const name = read.shot[part.role]!;
  const secondReads: SecondRead[] = [];
  await writeOver({
    path: path.join(read.folder, name),
    edits: part.plan.edits,
    expected: read[part.role]!.stat,
    verify: async (bytes) => void secondReads.push(await verifyWritten(bytes, part.plan, name)),
    keepInverseEdits: (edits) => keepInverseEdits(context, itemId, part.role, edits),
  });
  return secondReads;
}

/**
 * A file that is not what Fabrica last read is not written over: it is read again, so that its new values
 * show, and the person decides again. A mere new date is no change, and neither is what this item itself
 * wrote before it was cut off.
 */
async function refuseChanged(context: Context, item: Item, located: Located): Promise<void> {
  const kept = await context.db.select().from(inverseEdits).where(eq(inverseEdits.itemId, item.id));
  for (const row of located.rows) {
    const file = path.join(located.folder, path.posix.basename(row.relativePath));
    const own = kept.filter((edits) => edits.role === row.role).map((edits) => edits.digestAfter);
    const known = await withFile(file, async (one, stat) => {
      const same = stat.size === row.size && String(stat.modifiedNs) === row.modifiedNs;
      return same || isOneOf(one, stat.size, [row.digest, ...own]);
    });
    if (known) continue;
    await indexShot(context, item.photoId!, placeOf(located), located.shot);
    await refuseReplaced(context, item.photoId!);
    throw new FileError('changed-meanwhile', file);
  }
}

/** Where a photo's files are. */
export function placeOf({ file, folder }: Located) {
  const inside = path.posix.dirname(file.relativePath);
  return { folderId: file.folderId, inside: inside === '.' ? '' : inside, folder };
}

/** Keeps what a file was before it is replaced; an item that is repeated keeps the first. */
export async function keepInverseEdits(
  context: Context,
  itemId: string,
  role: ShotRole,
  edits: InverseEdits,
  made = false,
): Promise<void> {
  const row = {
    made,
    digestBefore: edits.digestBefore,
    digestAfter: edits.digestAfter,
    pieces: [...edits.pieces],
    formerBytes: Buffer.from(edits.formerBytes),
  };
  await context.db
    .insert(inverseEdits)
    .values({ itemId, role, ...row })
    .onConflictDoUpdate({ target: [inverseEdits.itemId, inverseEdits.role], set: row });
}

interface Settled {
  readonly read: ReadShot;
  readonly lease: WorkerLease;
  /** The drafts that were written, each by its own stamp: another of the same field is not in the file. */
  readonly rows: readonly { readonly field: FieldId; readonly stamp: string }[];
  readonly problems: readonly StoredProblem[];
  readonly state: 'done' | 'unchanged';
  readonly result: NonNullable<Item['result']>;
}

async function settle(
  context: Context,
  item: Item,
  located: Located,
  { read, lease, rows, problems, state, result }: Settled,
): Promise<void> {
  const made = await context.db
    .select({ role: inverseEdits.role })
    .from(inverseEdits)
    .where(and(eq(inverseEdits.itemId, item.id), eq(inverseEdits.made, true)));
  const shot =
    made.length > 0 ? { ...located.shot, sidecar: path.basename(sidecarPath(read)) } : located.shot;
  await inTransaction(context, async (tx) => {
    const { digest, size } = await indexShot(tx, item.photoId!, placeOf(located), shot, {
      changedOutsideAt: null,
    });
    const written = rows.map(({ field, stamp }) => and(eq(drafts.field, field), eq(drafts.stamp, stamp)));
    if (written.length > 0)
      await tx.db.delete(drafts).where(and(eq(drafts.photoId, item.photoId!), or(...written)));
    const settled = await tx.db
      .update(runItems)
      .set({ state, problems: [...problems], result: { ...result, digest, bytes: size } })
      .where(and(eq(runItems.id, item.id), eq(runItems.claimedBy, lease.number)))
      .returning({ id: runItems.id });
    if (settled.length === 0) throw new ClaimLost();
  });
}
