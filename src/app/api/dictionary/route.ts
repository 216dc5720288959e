import { readDictionary } from '@/server/dictionaries/readDictionary';
import { queryEndpoint } from '@/server/http/endpoint';
import { dictionaryQuery } from '@/server/http/shapes/describe';

/** A dictionary for the browser's spelling worker. It changes only with Fabrica itself. */
export const GET = queryEndpoint(dictionaryQuery)(async ({ query }) => {
  const { name } = query;
  return Response.json(await readDictionary(name), {
    headers: { 'cache-control': 'private, max-age=86400' },
  });
});
