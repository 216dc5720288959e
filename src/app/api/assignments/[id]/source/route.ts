import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { inLines } from '@/server/http/lines';
import { sourceWish } from '@/server/http/shapes';
import { readAssignment } from '@/server/operations/assignments/assignments';
import { readSourceInParts } from '@/server/operations/bringIn/readSource';
import { changeSource } from '@/server/operations/bringIn/sources';
import { OperationError } from '@/server/problems/operationError';

export const GET = endpoint<{ id: string }>(async ({ db, params }) => {
  const { sourceFolderId } = await readAssignment(db, params.id);
  if (!sourceFolderId)
    throw new OperationError('This assignment has no folder to bring pictures in from.', 404);
  return inLines(readSourceInParts(db, sourceFolderId, params.id));
});
/** Other pictures to bring in: from a folder, or from this browser. */
export const PUT = endpoint<{ id: string }>(async ({ db, request, params }) =>
  changeSource(db, params.id, await body(request, sourceWish)),
);
