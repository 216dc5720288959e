'use client';

import { useCallback, useEffect, useState } from 'react';
import type { Report } from '@/core/readout/report';
import type { ReadoutAnswer } from './readout.worker';

export interface Readout {
  readonly name: string;
  readonly pictureUrl: string;
  readonly report?: Report;
  /** What was read. */
  readonly file?: Blob;
  /** It is the photo of Fabrica's that the address names, and no other file. */
  readonly isPhoto?: boolean;
  /** Code of what was in the way. */
  readonly failed?: string;
}

/** Formats that browsers show. */
const SHOWN = ['jpeg', 'png', 'webp'];

/** The address of what can be shown: the file, the JPEG inside it, or the preview of a photo of Fabrica's. */
function pictureOf(file: Blob, whole: string, report: Report, preview: string): string {
  if (SHOWN.includes(report.picture.format)) return whole;
  URL.revokeObjectURL(whole);
  if (!report.preview) return preview;
  return URL.createObjectURL(file.slice(report.preview.start, report.preview.end, 'image/jpeg'));
}

/** Reads a dropped file, or a photo of Fabrica's, in a worker of the browser. */
export function useReadout(photo: { id: string; name: string } | undefined) {
  const [readout, setReadout] = useState<Readout>();
  const read = useCallback((file: Blob, name: string, preview?: string) => {
    const isPhoto = preview !== undefined;
    const worker = new Worker(new URL('./readout.worker.ts', import.meta.url));
    const pictureUrl = URL.createObjectURL(file);
    worker.onmessage = ({ data }: MessageEvent<ReadoutAnswer>) => {
      setReadout(
        'report' in data
          ? {
              name,
              pictureUrl: pictureOf(file, pictureUrl, data.report, preview ?? ''),
              report: data.report,
              file,
              isPhoto,
            }
          : { name, pictureUrl, failed: data.code },
      );
      worker.terminate();
    };
    worker.onerror = () => setReadout({ name, pictureUrl, failed: 'unexpected' });
    worker.postMessage(new File([file], name));
  }, []);
  useEffect(() => {
    if (!photo) return;
    fetch(`/api/photos/${photo.id}/file`)
      .then(async (response) =>
        response.ok
          ? read(await response.blob(), photo.name, `/api/photos/${photo.id}/preview?side=1600`)
          : setReadout({
              name: photo.name,
              pictureUrl: '',
              failed: ((await response.json()) as { code?: string }).code ?? 'read-error',
            }),
      )
      .catch(() => setReadout({ name: photo.name, pictureUrl: '', failed: 'vanished' }));
  }, [photo, read]);
  useEffect(
    () => () => {
      if (readout?.pictureUrl) URL.revokeObjectURL(readout.pictureUrl);
    },
    [readout],
  );
  const forget = useCallback(() => setReadout(undefined), []);
  return { readout, read, forget };
}
