import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { writing } from '@/server/http/shapes';
import { writeDrafts } from '@/server/operations/writeDrafts';

export const POST = endpoint<{ id: string }>(async ({ db, request, params }) => {
  const asked = await body(request, writing);
  await writeDrafts(db, params.id, asked.photoIds, asked.writing);
});
