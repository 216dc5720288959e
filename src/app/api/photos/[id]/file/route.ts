import { streamFile } from '@/server/files/stream';
import { endpoint } from '@/server/http/endpoint';
import { photoPath } from '@/server/operations/photos/photos';

/** The picture as it stands on disk, for reading it in the browser. */
export const GET = endpoint<{ id: string }>(async ({ db, params }) => {
  const { file, path } = await photoPath(db, params.id);
  return streamFile(path, file.relativePath);
});
