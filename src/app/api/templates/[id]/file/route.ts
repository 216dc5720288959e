import { endpoint } from '@/server/http/endpoint';
import { templateAsFile } from '@/server/operations/templates/templateFiles';

/** The template as a file: ?as=json, with ?details=written out, or ?as=xmp. */
export const GET = endpoint<{ id: string }>(({ db, request, params }) => {
  const asked = new URL(request.url).searchParams;
  return templateAsFile(
    db,
    params.id,
    asked.get('as') === 'xmp' ? 'xmp' : 'json',
    asked.get('details') === 'written',
  );
});
