import { endpoint } from '@/server/http/endpoint';
import { previewRequest } from '@/server/http/shapes/deliveries';
import { previewCopy } from '@/server/operations/deliveries/previewCopy';

/** What one copy will be by a delivery plan; nothing is kept. */
export const POST = endpoint<{ id: string }>(async ({ context, body, params }) =>
  previewCopy(context, params.id, await body(previewRequest)),
);
