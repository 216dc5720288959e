import { endpoint } from '@/server/http/endpoint';
import { deskQuery } from '@/server/http/shapes/drafts';
import { deskOf } from '@/server/operations/photos/selectionValues';

export const POST = endpoint<{ id: string }>(async ({ context, body, params }) => {
  const { scope, fields } = await body(deskQuery);
  return deskOf(context, params.id, scope, fields);
});
