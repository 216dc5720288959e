import { endpoint } from '@/server/http/endpoint';
import { templatesOnPhotos } from '@/server/http/shapes/drafts';
import { proofOfTemplates } from '@/server/operations/drafts/writeDrafts';

/** What templates would write into some pictures, before it is done. */
export const POST = endpoint<{ id: string }>(async ({ context, body, params }) => {
  const { photoIds, templates } = await body(templatesOnPhotos);
  return proofOfTemplates(context, params.id, photoIds, templates);
});
