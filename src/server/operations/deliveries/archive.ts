import { PassThrough, type Readable } from 'node:stream';
import { eq } from 'drizzle-orm';
import yazl from 'yazl';
import type { Context } from '../../context';
import { runs } from '../../db/schema/runs';
import { diskLayer } from '../../files/diskLayer';
import { FileError } from '../../files/fileError';
import { failure } from '../../problems/errors';
import { besideFiles } from './beside';
import { type Delivery, deliveredPath, deliveredPictures, readDelivery } from './deliveredFiles';
import { useFastChecksum } from './fastChecksum';

const CHUNK = 1024 * 1024;

/**
 * All files of a delivery as one ZIP archive (APPNOTE 6.3, with ZIP64 where it is larger than 4 GiB). Pictures are
 * compressed already: they are stored as they are, and read piece by piece as the browser takes them.
 */
export async function archiveOf(context: Context, runId: string): Promise<ReadableStream<Uint8Array>> {
  const delivery = await readDelivery(context, runId);
  const files = await filesOf(context, delivery).catch((error) => {
    throw error instanceof FileError && error.code === 'vanished' ? failure('nothing-delivered', {}) : error;
  });
  if (files.length === 0) throw failure('nothing-delivered', {});
  useFastChecksum();
  const zip = new yazl.ZipFile();
  const output = zip.outputStream as Readable;
  let current: Readable | undefined;
  // A file that is gone or shorter halfway ends the download; a download that was given up closes its file.
  zip.on('error', (error) => output.destroy(error));
  output.once('close', () => current?.destroy());
  for (const { name, file } of files) {
    const { size, modifiedNs } = await diskLayer.stat(file).catch(() => {
      throw failure('nothing-delivered', { file: name });
    });
    zip.addReadStreamLazy(
      name,
      { compress: false, size, mtime: new Date(Number(modifiedNs / 1_000_000n)) },
      (take) => {
        current = readThrough(file);
        take(null, current);
      },
    );
  }
  const now = context.now();
  for (const { name, text } of await besideFiles(context, delivery))
    zip.addBuffer(Buffer.from(text, 'utf8'), name, { compress: false, mtime: now });
  zip.end();
  await context.db.update(runs).set({ fetchedAt: now }).where(eq(runs.id, runId));
  return asWebStream(output);
}

async function filesOf(context: Context, delivery: Delivery): Promise<{ name: string; file: string }[]> {
  const names: string[] = [];
  for await (const { result } of deliveredPictures(context, delivery.runId))
    for (const { path } of result.copies ?? []) names.push(path);
  return Promise.all(names.map(async (name) => ({ name, file: await deliveredPath(delivery, name) })));
}

/** A file as a stream, opened only when its turn has come. */
function readThrough(file: string): Readable {
  const out = new PassThrough({ highWaterMark: CHUNK });
  void (async () => {
    const one = await diskLayer.openForReading(file);
    try {
      for (let at = 0; ; ) {
        const buffer = Buffer.allocUnsafe(CHUNK);
        const filled = await one.read(buffer, at);
        if (filled === 0) break;
        at += filled;
        if (!out.write(buffer.subarray(0, filled))) await drained(out);
        if (out.destroyed) return;
      }
      out.end();
    } finally {
      await one.close();
    }
  })().catch((error) => out.destroy(error));
  return out;
}

/** A download that was given up is never drained: its file is closed anyway. */
const drained = (out: PassThrough) =>
  new Promise<void>((go) => {
    const end = () => {
      out.off('drain', end);
      out.off('close', end);
      go();
    };
    if (out.destroyed) return go();
    out.once('drain', end);
    out.once('close', end);
  });

/** The next piece is asked for when the last one was taken: nothing gathers in memory. */
function asWebStream(from: Readable): ReadableStream<Uint8Array> {
  const pieces = from[Symbol.asyncIterator]() as AsyncIterator<Buffer>;
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { done, value } = await pieces.next();
      if (done) controller.close();
      else controller.enqueue(new Uint8Array(value.buffer, value.byteOffset, value.length));
    },
    cancel: () => void from.destroy(),
  });
}
