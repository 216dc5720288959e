import { boundedBytes } from '@/server/http/body';
import { queryEndpoint } from '@/server/http/endpoint';
import { templateFileQuery } from '@/server/http/shapes/queries';
import { templateFromFile } from '@/server/operations/templates/templateFiles';

/** Reads a template file of Fabrica's own JSON, or XMP; the body is the file, its name is in the query. */
export const POST = queryEndpoint(templateFileQuery)(async ({ context, query, request }) =>
  templateFromFile(context, await boundedBytes(request), query.name),
);
