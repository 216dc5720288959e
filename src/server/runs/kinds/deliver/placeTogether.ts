import path from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { insertedBytes } from '../../../../core/containers/edits';
import type { Pixels } from '../../../../core/deliver/copySize';
import type { EmbedPlan } from '../../../../core/embed/planEmbed';
import { nameKey } from '../../../../core/naming/fileName';
import { endingOf, stemOf } from '../../../../core/naming/shots';
import type { Context } from '../../../context';
import { nameClaims } from '../../../db/schema/runs';
import type { DeliveredFile } from '../../../db/stored/runs';
import { applyEdits } from '../../../files/applyEdits';
import { createFile } from '../../../files/createFile';
import { digestOf, startDigest } from '../../../files/digest';
import { diskLayer } from '../../../files/diskLayer';
import { FileError } from '../../../files/fileError';
import { folderInside } from '../../../files/folderInside';
import { pathInside } from '../../../files/folders';
import type { LayerStat } from '../../../files/layer';
import { withFile } from '../../../files/source';
import { verifyWritten } from '../../../files/verifyWritten';
import { ClaimLost } from '../../claimLost';
import type { Item } from '../../claims';
import type { DeliverRun } from './deliverRun';

const NAMES_TRIED = 1000;

/** A file of a delivered picture before it has its place: made in memory, a new sidecar, or copied from a file. */
export interface FileToPlace {
  readonly of: DeliveredFile['of'];
  readonly name: string;
  readonly bytes?: Uint8Array;
  readonly streamed?: {
    readonly source: string;
    readonly expected: Pick<LayerStat, 'size' | 'modifiedNs'>;
    /** Absent where it is copied as it is. */
    readonly plan: EmbedPlan | undefined;
  };
  /** A sidecar that was not there. */
  readonly fresh?: EmbedPlan;
  readonly pixels?: Pixels;
  readonly quality?: number;
}

/**
 * Gives all files of a picture their names, alike: "name.jpg" and "name-1200.jpg", then "name-2.jpg" and
 * "name-2-1200.jpg". Nothing that is there is overwritten; what an attempt that was cut off has placed is known
 * by its bytes, and is not made twice.
 */
export async function placeTogether(
  context: Context,
  run: DeliverRun,
  item: Item,
  inside: string,
  files: readonly FileToPlace[],
): Promise<DeliveredFile[]> {
  const { parameters, root } = run;
  const below = [parameters.inside, inside].filter((one) => one !== '').join('/');
  const folder = await folderInside(root.path, below);
  const stem = stemOf(files[0]!.name);
  for (let n = 1; n <= NAMES_TRIED; n++) {
    const names = files.map(({ name }) => numbered(name, stem, n));
    if (!(await claim(context, run, item, below, names))) continue;
    if (!(await areFree(folder, names, files))) {
      await release(context, item);
      continue;
    }
    try {
      const placed: DeliveredFile[] = [];
      for (const [at, file] of files.entries()) {
        const name = names[at]!;
        const { digest, bytes } = await placeOne(folder, name, file);
        placed.push({
          of: file.of,
          path: path.posix.join(inside, name),
          bytes,
          digest,
          ...file.pixels,
          ...(file.quality === undefined ? {} : { quality: file.quality }),
        });
      }
      return placed;
    } catch (error) {
      if (!(error instanceof FileError && error.code === 'already-there')) throw error;
      await release(context, item);
    }
  }
  throw new FileError('already-there', files[0]!.name);
}

function numbered(name: string, stem: string, n: number): string {
  if (n === 1) return name;
  return name.startsWith(stem)
    ? `${stem}-${n}${name.slice(stem.length)}`
    : `${stemOf(name)}-${n}${endingOf(name)}`;
}

/** Keeps names for an item among all workers; false where another item has one of them. */
async function claim(
  context: Context,
  { root, lease }: DeliverRun,
  item: Item,
  below: string,
  names: readonly string[],
): Promise<boolean> {
  const keys = [...new Set(names.map(nameKey))];
  const { rows } = await context.db.execute<{ claimed: string; mine: boolean }>(sql`
    with claimed as (
      insert into name_claims (folder_id, inside_key, name_key, item_id)
      select ${root.id}::uuid, ${nameKey(below)}, key, ${item.id}::uuid from jsonb_array_elements_text(${JSON.stringify(keys)}::jsonb) as key
      on conflict (folder_id, inside_key, name_key) do update set item_id = excluded.item_id
        where name_claims.item_id = excluded.item_id
      returning 1)
    select (select count(*) from claimed) as claimed,
      exists (select 1 from run_items where id = ${item.id}::uuid and claimed_by = ${lease.number}) as mine`);
  const { claimed, mine } = rows[0]!;
  if (!mine) throw new ClaimLost();
  if (Number(claimed) === keys.length) return true;
  await release(context, item);
  return false;
}

const release = (context: Context, item: Item) =>
  context.db.delete(nameClaims).where(eq(nameClaims.itemId, item.id));

/** Whether all names are free, or hold what this item placed: no copy is left alone under a number that the others do not get. */
async function areFree(
  folder: string,
  names: readonly string[],
  files: readonly FileToPlace[],
): Promise<boolean> {
  for (const [at, file] of files.entries()) {
    const target = await pathInside(folder, names[at]!);
    if (!(await exists(target))) continue;
    if (!(await placedBefore(target, file))) return false;
  }
  return true;
}

const exists = (file: string) =>
  diskLayer.stat(file).then(
    () => true,
    () => false,
  );

async function placeOne(
  folder: string,
  name: string,
  file: FileToPlace,
): Promise<{ digest: string; bytes: number }> {
  const target = await pathInside(folder, name);
  try {
    if (file.streamed) return await copyStreamed(target, file.streamed);
    const bytes = file.bytes ?? insertedBytes(file.fresh!.edits);
    await createFile(target, bytes);
    return { digest: sha256(bytes), bytes: bytes.length };
  } catch (error) {
    const isTaken = error instanceof FileError && error.code === 'already-there';
    const there = isTaken ? await placedBefore(target, file) : undefined;
    if (!there) throw error;
    return there;
  }
}

async function copyStreamed(
  target: string,
  { source, expected, plan }: NonNullable<FileToPlace['streamed']>,
): Promise<{ digest: string; bytes: number }> {
  const { digest, stat } = await applyEdits({
    source,
    target,
    edits: plan?.edits ?? [{ kind: 'copy', start: 0, end: expected.size }],
    mode: 'new',
    expected,
    times: 'keep',
    digest: 'sha256',
    verify: async (written) => plan && verifyWritten(written, plan, path.basename(source)),
  });
  return { digest, bytes: stat.size };
}

/** What is under the name, where it is what this item placed before it was cut off: the same bytes. */
async function placedBefore(
  target: string,
  file: FileToPlace,
): Promise<{ digest: string; bytes: number } | undefined> {
  const there = await digestAt(target);
  const wanted = file.streamed
    ? await digestOfStreamed(file.streamed)
    : sha256(file.bytes ?? insertedBytes(file.fresh!.edits));
  return there.digest === wanted ? there : undefined;
}

const digestAt = (file: string) =>
  withFile(file, async (one, stat) => ({
    digest: await digestOf(one, stat.size, LIKE_SHA256),
    bytes: stat.size,
  }));

/** digestOf makes the kind that it is shown. */
const LIKE_SHA256 = '0'.repeat(64);

async function digestOfStreamed({
  source,
  plan,
  expected,
}: NonNullable<FileToPlace['streamed']>): Promise<string> {
  const edits = plan?.edits ?? [{ kind: 'copy' as const, start: 0, end: expected.size }];
  const hash = startDigest('sha256');
  await withFile(source, async (one) => {
    const buffer = new Uint8Array(1024 * 1024);
    for (const edit of edits) {
      if (edit.kind === 'insert') hash.update(edit.bytes);
      else
        for (let at = edit.start; at < edit.end; ) {
          const filled = await one.read(buffer.subarray(0, Math.min(buffer.length, edit.end - at)), at);
          if (filled === 0) throw new FileError('changed-meanwhile', source);
          hash.update(buffer.subarray(0, filled));
          at += filled;
        }
    }
  });
  return hash.digest('hex');
}

const sha256 = (bytes: Uint8Array): string => startDigest('sha256').update(bytes).digest('hex');
