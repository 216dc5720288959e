import { diskLayer } from '../files/diskLayer';
import { asFileError, FileError } from '../files/fileError';

const CHUNK = 512 * 1024;

/** A file as a response, read piece by piece as the browser takes it. */
export async function streamFile(path: string, name: string): Promise<Response> {
  const file = await diskLayer.openForReading(path).catch((error) => {
    throw asFileError(error, path);
  });
  const { size, kind } = await file.stat();
  if (kind !== 'file') {
    await file.close();
    throw new FileError('not-a-file', path);
  }
  let at = 0;
  const stream = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const piece = new Uint8Array(Math.min(CHUNK, size - at));
      const filled = await file.read(piece, at);
      at += filled;
      if (filled > 0) controller.enqueue(piece.subarray(0, filled));
      if (filled === 0 || at >= size) {
        controller.close();
        await file.close();
      }
    },
    cancel: () => file.close(),
  });
  const headers = {
    'content-type': 'application/octet-stream',
    'content-length': String(size),
    'cache-control': 'no-store',
    'content-disposition': `inline; filename*=UTF-8''${encodeURIComponent(name)}`,
  };
  return new Response(stream, { headers });
}
