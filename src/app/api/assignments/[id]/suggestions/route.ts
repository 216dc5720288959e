import { endpoint } from '@/server/http/endpoint';
import { scoped } from '@/server/http/shapes/drafts';
import { suggestTerms } from '@/server/operations/vocabulary/suggestTerms';

type Params = { id: string };

/** Keywords to offer for some pictures, each with its reason. */
export const POST = endpoint<Params>(async ({ context, body, params }) =>
  suggestTerms(context, params.id, (await body(scoped)).scope),
);
