import { boundedBytes } from '@/server/http/body';
import { endpoint, queryEndpoint } from '@/server/http/endpoint';
import { signatureQuery } from '@/server/http/shapes/queries';
import { keepSignature, listSignatures } from '@/server/operations/deliveries/signatures';

/** Bytes of an image that is kept as a mark. */
const MOST = 20 * 1024 * 1024;

export const GET = endpoint(({ context }) => listSignatures(context));
export const POST = queryEndpoint(signatureQuery)(async ({ context, query, request }) => {
  const { name } = query;
  return keepSignature(context, name, await boundedBytes(request, MOST));
});
