import { endpoint } from '@/server/http/endpoint';
import { previewRequest } from '@/server/http/shapes/templates';
import { templatePreview } from '@/server/operations/templates/templatePreview';

/** Entries tried on the pictures of an assignment: samples, and what lacks a value. Nothing is written. */
export const POST = endpoint(async ({ context, body }) =>
  templatePreview(context, await body(previewRequest)),
);
