import { boundedBytes } from '@/server/http/body';
import { download } from '@/server/http/download';
import { queryEndpoint } from '@/server/http/endpoint';
import { formatQuery, takeInQuery } from '@/server/http/shapes/vocabulary';
import { takeInVocabulary, vocabularyFile } from '@/server/operations/vocabulary/exchangeVocabulary';

/** Bytes of a vocabulary as a file. */
const MOST = 64 * 1024 * 1024;

export const GET = queryEndpoint(formatQuery)(async ({ context, query }) =>
  download(await vocabularyFile(context, query.format)),
);
/** The body is the file. Shows what would be taken in, or takes it in when `done`. */
export const POST = queryEndpoint(takeInQuery)(async ({ context, query, request }) => {
  const { format, done } = query;
  const text = new TextDecoder().decode(await boundedBytes(request, MOST));
  return takeInVocabulary(context, format, text, done);
});
