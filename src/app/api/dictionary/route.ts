import { readDictionary } from '@/server/dictionaries/readDictionary';
import { endpoint } from '@/server/http/endpoint';
import { dictionaryQuery } from '@/server/http/shapes/describe';

/** A dictionary for the browser's spelling worker. It changes only with Fabrica itself. */
export const GET = endpoint(async ({ query }) => {
  const { name } = query(dictionaryQuery);
  return Response.json(await readDictionary(name), {
    headers: { 'cache-control': 'private, max-age=86400' },
  });
});
