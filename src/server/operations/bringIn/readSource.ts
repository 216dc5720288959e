import path from 'node:path';
import type { Context } from '../../context';
import type { ListedRecord } from '../../db/stored/records';
import { FileError } from '../../files/fileError';
import { type FoundShot, listPictures } from '../../files/folders';
import { isPastLimit, outside } from '../../readers/readers';
import { folderById } from '../folders/folders';
import { lastPosition } from './lastPosition';
import { candidatesFor } from './samePicture';
import { type Source, type SourcePart, type SourcePicture, withPart } from './sourceParts';

/** Pictures that are read before they are reported. */
const TOLD_AT_ONCE = 100;
const TOLD_AFTER_MS = 200;
const READ_AT_ONCE = 4;

/**
 * Shows what is on a source before anything is done: each picture's metadata, read from the file, and told
 * as it is read. Picture data is only read where a picture could be the same as another.
 */
export async function* readSourceInParts(
  context: Context,
  folderId: string,
  assignmentId: string,
): AsyncGenerator<SourcePart> {
  const folder = await folderById(context, folderId);
  const { label, kind } = folder;
  const listing = await listPictures(folder.path).catch((error) => {
    // A card that was taken out, a disk that is not connected: nothing is there, and that is no failure.
    if (error instanceof FileError && error.code === 'vanished') return undefined;
    throw error;
  });
  const { shots = [], passedOver = 0, truncated = false } = listing ?? {};
  const taken = await lastPosition(context, assignmentId);
  yield {
    head: { label, kind, isOut: !listing, total: shots.length, passedOver, truncated, lastPosition: taken },
  };
  const all: ReadPicture[] = [];
  for await (const some of readInOrder(folder.path, shots)) {
    const samples = some.flatMap((one) => one.content?.sample ?? []);
    const { couldBe, identities, elsewhere } = await candidatesFor(context, assignmentId, samples);
    let pictures: SourcePicture[] = [];
    let sentAt = Date.now();
    for (const { file, record, failed, content } of some) {
      if (Date.now() - sentAt > TOLD_AFTER_MS) {
        yield { pictures };
        pictures = [];
        sentAt = Date.now();
      }
      const identity = content && couldBe(content.sample) ? await content.identity() : undefined;
      const alreadyHere = identity !== undefined && identities.has(identity);
      const alsoIn = identity === undefined ? undefined : elsewhere.get(identity);
      const { relativePath, size } = file;
      pictures.push({
        relativePath,
        size,
        record,
        alreadyHere,
        ...(failed ? { failed } : {}),
        ...(alsoIn === undefined ? {} : { alsoIn }),
      });
    }
    all.push(...some.map(({ file, content }) => ({ file, content, record: null })));
    yield { pictures };
  }
  yield { sameAs: await twiceOn(all) };
}

/** The whole of it at once. */
export async function readSource(context: Context, folderId: string, assignmentId: string): Promise<Source> {
  let source: Source | undefined;
  for await (const part of readSourceInParts(context, folderId, assignmentId))
    source = withPart(source, part);
  return source!;
}

interface ReadPicture {
  readonly file: FoundShot;
  readonly record: ListedRecord | null;
  readonly failed?: string;
  readonly content?: { readonly sample: string; readonly identity: () => Promise<string> } | undefined;
}

async function* readInOrder(folder: string, shots: readonly FoundShot[]): AsyncGenerator<ReadPicture[]> {
  let some: ReadPicture[] = [];
  let sentAt = Date.now();
  for (let at = 0; at < shots.length; at += READ_AT_ONCE) {
    some.push(...(await Promise.all(shots.slice(at, at + READ_AT_ONCE).map((one) => readOne(folder, one)))));
    if (some.length < TOLD_AT_ONCE && Date.now() - sentAt < TOLD_AFTER_MS) continue;
    yield some;
    some = [];
    sentAt = Date.now();
  }
  if (some.length > 0) yield some;
}

async function readOne(folder: string, file: FoundShot): Promise<ReadPicture> {
  const read = await sourcePicture(folder, file);
  if ('failed' in read) return { file, record: null, failed: read.failed };
  return { file, record: read.record, content: read };
}

/** Those that have the same picture data as another, which is taken for the original. */
async function twiceOn(all: readonly ReadPicture[]): Promise<Record<string, string>> {
  const bySample = new Map<string, ReadPicture[]>();
  for (const one of all)
    if (one.content) bySample.set(one.content.sample, [...(bySample.get(one.content.sample) ?? []), one]);
  const sameAs: Record<string, string> = {};
  for (const alike of bySample.values()) {
    if (alike.length < 2) continue;
    // A copy has the longer name: "a.jpg" is what "a-copy.jpg" was made of.
    alike.sort((a, b) => a.file.relativePath.length - b.file.relativePath.length);
    const first = new Map<string, string>();
    for (const { file, content } of alike) {
      const identity = await content!.identity().catch(() => '');
      const original = first.get(identity);
      if (identity !== '' && original) sameAs[file.relativePath] = original;
      else first.set(identity, file.relativePath);
    }
  }
  return sameAs;
}

/** A picture of a source, read outside; a file that went past a limit is reported as one that cannot be read. */
export async function sourcePicture(
  folder: string,
  file: FoundShot,
): Promise<
  | { readonly record: ListedRecord; readonly sample: string; readonly identity: () => Promise<string> }
  | { readonly failed: string }
> {
  const main = path.join(folder, file.relativePath);
  const read = await outside('readSourcePicture', main, folder, file).catch((error) => {
    if (isPastLimit(error)) return { failed: error.code };
    throw error;
  });
  if ('failed' in read) return read;
  let identity: Promise<string> | undefined;
  return {
    ...read,
    identity: () => {
      identity ??= outside('contentOfFile', main, read.path).then((content) => content.identity);
      return identity;
    },
  };
}
