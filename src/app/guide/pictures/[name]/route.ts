import { readGuidePicture } from '@/server/guide/readGuide';
import { endpoint } from '@/server/http/endpoint';
import { failure } from '@/server/problems/errors';

export const GET = endpoint<{ name: string }>(async ({ params }) => {
  const picture = await readGuidePicture(params.name).catch(() => {
    throw failure('not-found', { what: 'picture' });
  });
  return new Response(new Uint8Array(picture), { headers: { 'content-type': 'image/png' } });
});
