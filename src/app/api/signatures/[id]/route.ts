import { endpoint } from '@/server/http/endpoint';
import { removeSignature, signatureImage } from '@/server/operations/deliveries/signatures';

type Params = { id: string };
export const GET = endpoint<Params>(async ({ context, params }) => {
  const image = await signatureImage(context, params.id);
  return new Response(new Uint8Array(image), {
    headers: {
      'content-type': 'image/png',
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
    },
  });
});
export const DELETE = endpoint<Params>(({ context, params }) => removeSignature(context, params.id));
