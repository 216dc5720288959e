import { queryEndpoint } from '@/server/http/endpoint';
import { inPieces } from '@/server/http/inPieces';
import { reportQuery } from '@/server/http/shapes/queries';
import { reportOf } from '@/server/operations/deliveries/report';

const mediaTypes = {
  csv: 'text/csv',
  json: 'application/json',
  html: 'text/html',
  'contact-sheet': 'text/html',
} as const;

/** What was delivered, as a file; the pages that print are shown. */
export const GET = queryEndpoint(reportQuery)<{ id: string }>(({ context, query, params }) => {
  const { as } = query;
  const isPage = mediaTypes[as] === 'text/html';
  const name = isPage ? undefined : `delivery ${params.id}.${as}`;
  return inPieces(reportOf(context, params.id, as), { mediaType: mediaTypes[as], name });
});
