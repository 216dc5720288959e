import { endpoint } from '@/server/http/endpoint';
import { inLines } from '@/server/http/lines';
import { transactionNumber } from '@/server/http/shapes';
import { listSummaries } from '@/server/operations/photos/listSummaries';
import { OperationError } from '@/server/problems/operationError';

/** The list in lines; with `since`, what changed after an earlier one. */
export const GET = endpoint<{ id: string }>(async ({ db, request, params }) => {
  const since = new URL(request.url).searchParams.get('since') ?? undefined;
  if (since !== undefined && !transactionNumber.test(since))
    throw new OperationError('Ask for the whole list.');
  return inLines(listSummaries(db, params.id, since));
});
