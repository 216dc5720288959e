import { endpoint } from '@/server/http/endpoint';
import { readAssignment } from '@/server/operations/assignments';
import { OperationError } from '@/server/operations/operationError';
import { readSource } from '@/server/operations/readSource';

export const GET = endpoint<{ id: string }>(async ({ db, params }) => {
  const { sourceFolderId } = await readAssignment(db, params.id);
  if (!sourceFolderId)
    throw new OperationError('This assignment has no folder to bring pictures in from.', 404);
  return readSource(db, sourceFolderId, params.id);
});
