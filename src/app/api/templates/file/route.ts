import { endpoint } from '@/server/http/endpoint';
import { templateFromFile } from '@/server/operations/templates/templateFiles';

/** Reads a template file of Fabrica's own JSON, or XMP; the body is the file, its name stands in the query. */
export const POST = endpoint(({ db, request }) =>
  templateFromFile(db, request, new URL(request.url).searchParams.get('name') ?? ''),
);
