import { queryEndpoint } from '@/server/http/endpoint';
import { inPieces } from '@/server/http/inPieces';
import { receiptQuery } from '@/server/http/shapes/queries';
import { exportReceipt } from '@/server/operations/runs/exportReceipt';

const mediaTypes = { csv: 'text/csv', json: 'application/json', html: 'text/html' } as const;

/** A receipt as a file; the page that prints is shown. */
export const GET = queryEndpoint(receiptQuery)<{ id: string }>(({ context, query, params }) => {
  const { as } = query;
  const name = as === 'html' ? undefined : `receipt ${params.id}.${as}`;
  return inPieces(exportReceipt(context, params.id, as), { mediaType: mediaTypes[as], name });
});
