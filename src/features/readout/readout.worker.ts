import type { ByteSource } from '@/core/bytes/source';
import { assertInside } from '@/core/bytes/source';
import { FormatError } from '@/core/problems/problem';
import { type Report, reportOn } from '@/core/readout/report';

/** Reads a file in the browser by the same core; it leaves the machine for nowhere. */
export type ReadoutAnswer = { readonly report: Report } | { readonly code: string };

function blobSource(blob: Blob): ByteSource {
  return {
    size: blob.size,
    async read(start, length) {
      assertInside(start, length, blob.size);
      return new Uint8Array(await blob.slice(start, start + length).arrayBuffer());
    },
  };
}

/** Bytes of a file whose picture data is read whole. */
const MOST_COMPARED = 300 * 1024 * 1024;

self.onmessage = async ({ data }: MessageEvent<File>) => {
  try {
    self.postMessage({
      report: await reportOn(blobSource(data), data.name, { withIdentity: data.size <= MOST_COMPARED }),
    } satisfies ReadoutAnswer);
  } catch (error) {
    self.postMessage({
      code: error instanceof FormatError ? error.problem.code : 'read-error',
    } satisfies ReadoutAnswer);
  }
};
