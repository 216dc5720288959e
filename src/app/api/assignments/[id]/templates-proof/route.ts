import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { templatesOnPhotos } from '@/server/http/shapes';
import { proofOfTemplates } from '@/server/operations/drafts/writeDrafts';

/** What templates would write into some pictures, before it is done. */
export const POST = endpoint<{ id: string }>(async ({ db, request, params }) => {
  const { photoIds, templates } = await body(request, templatesOnPhotos);
  return proofOfTemplates(db, params.id, photoIds, templates);
});
