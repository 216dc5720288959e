import { boundedBytes } from '@/server/http/body';
import { download } from '@/server/http/download';
import { endpoint } from '@/server/http/endpoint';
import { formatQuery, takeInQuery } from '@/server/http/shapes/vocabulary';
import { takeInVocabulary, vocabularyFile } from '@/server/operations/vocabulary/exchangeVocabulary';

/** Bytes of a vocabulary as a file. */
const MOST = 64 * 1024 * 1024;

export const GET = endpoint(async ({ context, query }) =>
  download(await vocabularyFile(context, query(formatQuery).format)),
);
/** The body is the file. Shows what would be taken in, or takes it in when `done`. */
export const POST = endpoint(async ({ context, query, request }) => {
  const { format, done } = query(takeInQuery);
  const text = new TextDecoder().decode(await boundedBytes(request, MOST));
  return takeInVocabulary(context, format, text, done);
});
