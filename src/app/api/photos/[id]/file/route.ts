import { endpoint } from '@/server/http/endpoint';
import { streamFile } from '@/server/http/streamFile';
import { photoPath } from '@/server/operations/photos/photos';

/** The picture as it is on disk, for reading it in the browser. */
export const GET = endpoint<{ id: string }>(async ({ context, params }) => {
  const { file, path } = await photoPath(context, params.id);
  return streamFile(path, file.relativePath);
});
