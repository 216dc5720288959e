import { endpoint } from '@/server/http/endpoint';
import { composeQuery } from '@/server/http/shapes/drafts';
import { composedExamples } from '@/server/operations/drafts/composeDrafter';

/** What a text with placeholders makes of the first pictures of a selection; nothing is written. */
export const POST = endpoint<{ id: string }>(async ({ context, body, params }) => {
  const { scope, field, text } = await body(composeQuery);
  return composedExamples(context, params.id, scope, { field, text });
});
