import { endpoint } from '@/server/http/endpoint';
import { templatesInScope } from '@/server/http/shapes/drafts';
import { proofOfTemplates } from '@/server/operations/drafts/writeDrafts';

/** What templates would write into some pictures, before it is done. */
export const POST = endpoint<{ id: string }>(async ({ context, body, params }) => {
  const { scope, ...putting } = await body(templatesInScope);
  return proofOfTemplates(context, params.id, scope, putting);
});
