import { download } from '@/server/http/download';
import { queryEndpoint } from '@/server/http/endpoint';
import { templateExportQuery } from '@/server/http/shapes/queries';
import { templateAsFile } from '@/server/operations/templates/templateFiles';

/** The template as a file: ?as=json, with ?details=written out, or ?as=xmp. */
export const GET = queryEndpoint(templateExportQuery)<{ id: string }>(async ({ context, query, params }) => {
  const { as, details } = query;
  return download(await templateAsFile(context, params.id, as, details === 'written'));
});
